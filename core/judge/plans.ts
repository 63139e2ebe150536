import type { CureId, FaultId } from "../known/index.ts";
import type { Minutes } from "../quantity/index.ts";
import type { CheckId, DeadHallSchool, Decision, Disposition } from "../record/index.ts";

/** One step of a plan. */
export interface RepairStep {
  readonly words: string;
  /** It is photographed before or while it is done: the record then shows how it was. */
  readonly photo: boolean;
}

/** A part that a plan may need, and what it is told by when it is ordered. */
export interface RatedPart {
  readonly what: string;
  readonly by: string;
  readonly cure: CureId;
}

/** A repair as the trade does it: what it takes, step by step, and the readings that prove it. */
export interface RepairPlan {
  readonly id: string;
  readonly title: string;
  readonly dispositions: readonly Disposition[];
  /** Cures that it carries out. */
  readonly does: readonly CureId[];
  /** Faults of the catalogue it cures. */
  readonly cures: readonly FaultId[];
  /** Hands-on minutes of somebody who has done it before. Bench judgement. */
  readonly minutes: Minutes;
  readonly tools: readonly string[];
  readonly consumables: readonly string[];
  readonly parts: readonly RatedPart[];
  readonly steps: readonly RepairStep[];
  readonly cautions: readonly string[];
  /** Checks to repeat afterwards. */
  readonly proof: readonly CheckId[];
}

const step = (words: string): RepairStep => ({ words, photo: false });
const photographed = (words: string): RepairStep => ({ words, photo: true });

const HALL_STEPS = [
  photographed("Open; photograph slot, face and leg order of each sensor before it is touched."),
  step("Lift the old one out of its slot; clear every trace of glue."),
  step("Set the new one with the same face and depth; sleeve each leg."),
  step("Glue and tie it, clear of the rotor; keep stray glue out of the gap."),
  step("Before closing turn by hand: all three lamps alternate, six states in order."),
];
const HALL_CAUTIONS = [
  "The rotor snaps in: fingers out of the gap.",
  "Hot iron and fumes: ventilate. Heat kills a sensor: seconds, not minutes.",
];

/** Common practice of the trade; times are bench judgement. */
export const REPAIR_PLANS: readonly RepairPlan[] = [
  {
    id: "starJoint",
    title: "Resolder the star joint",
    dispositions: ["resolder"],
    does: ["starJoint", "joint"],
    cures: ["starJointOpen", "highJoint", "pathOpen", "limbReversed"],
    minutes: 45,
    tools: ["80 W iron, broad tip", "circlip pliers", "soft jaws"],
    consumables: ["leaded solder", "flux", "heat-shrink or varnish", "tying cord"],
    parts: [],
    steps: [
      step("Open the rear screws only and draw the rotor against its pull."),
      photographed("Lay bushing, washers and cap down in their order, and photograph it."),
      step("Remove loose solder and charred sleeve; clean the bundles back to bright copper."),
      step("Tin each bundle, then heat all of them through together until the solder flows."),
      step("Insulate the joint, tuck it clear of the rotor and tie it."),
      step("Read the three pairs before closing."),
      step("Take every chip off the magnets, close, and turn by hand."),
    ],
    cautions: [
      "The rotor snaps in: fingers out of the gap.",
      "Hot iron and fumes: ventilate, and let it cool before closing.",
    ],
    proof: ["safety", "mechanical", "winding"],
  },
  {
    id: "phaseWire",
    title: "Mend the phase lead or plug",
    dispositions: ["repair", "resolder"],
    does: ["phaseWire", "joint"],
    cures: ["leadOpen", "leadsShorted", "highJoint"],
    minutes: 40,
    tools: ["iron or crimp tool for this terminal", "side cutters", "meter"],
    consumables: ["wire of the same or larger section", "heat-shrink", "new terminals"],
    parts: [{ what: "Plug and terminals", by: "by series and cross-section", cure: "phaseWire" }],
    steps: [
      step("Find the place: flex the lead while reading its pair; look where it leaves the axle or the can."),
      step("Cut back to bright copper on both sides; look at the two neighbours there too."),
      step(
        "Join with the same or a larger section, staggered against the neighbours, and sleeve each joint.",
      ),
      step("Relieve the strain so that the joint does not flex."),
      step("Flex it again while reading: the figure must stand still."),
    ],
    cautions: [
      "Hot iron and fumes: ventilate.",
      "A lead left bare shorts the controller: sleeve before power.",
    ],
    proof: ["safety", "frame", "winding"],
  },
  {
    id: "dryAndSeal",
    title: "Dry, clean and seal",
    dispositions: ["repair"],
    does: ["dryAndSeal"],
    cures: ["waterInside"],
    minutes: 60,
    tools: ["circlip pliers", "brush", "warm air below 80 °C", "insulation tester or meter"],
    consumables: ["contact cleaner", "corrosion inhibitor", "sealant or new cover seal"],
    parts: [{ what: "Seal or cover gasket", by: "by model", cure: "dryAndSeal" }],
    steps: [
      photographed("Open it; note shims and their order, and photograph where the water stood."),
      step("Dry it gently, hours and not minutes, until the readings to frame stand still."),
      step("Brush the rust off laminations and magnets; take every flake out of the gap."),
      step("Fit bearings only when the play says so."),
      step("Seal cover and cable exit, close, and turn by hand."),
      step("Read each lead to frame again: open."),
    ],
    cautions: [
      "No flame, no oven: magnets and enamel suffer, and cleaner vapour burns.",
      "The rotor snaps in: fingers out of the gap.",
    ],
    proof: ["safety", "mechanical", "frame"],
  },
  {
    id: "bearings",
    title: "Replace the bearings",
    dispositions: ["replacePart"],
    does: ["bearings"],
    cures: ["bearing"],
    minutes: 70,
    tools: ["puller", "press or vice with sleeves", "circlip pliers"],
    consumables: ["both bearings, same size and clearance", "thread lock"],
    parts: [
      { what: "Bearing", by: "by size, seal and clearance, as stamped on the old one", cure: "bearings" },
    ],
    steps: [
      step("Draw the rotor; note shims and their order."),
      step("Pull the bearings by the race that is tight."),
      step("Look for what killed them: water, current marks, load."),
      step("Press the new ones in square, by the tight race only."),
      step("Close with the shims in order; turn by hand and rock."),
    ],
    cautions: ["The rotor snaps in: fingers out of the gap.", "Eye protection at press and puller."],
    proof: ["safety", "mechanical"],
  },
  {
    id: "rotor",
    title: "Replace the rotor or its magnets",
    dispositions: ["replacePart"],
    does: ["rotor"],
    cures: ["magnets", "magnetsWeak"],
    minutes: 60,
    tools: ["circlip pliers", "plastic wedges"],
    consumables: ["rotor, or magnets of the same grade and size with the maker's glue"],
    parts: [{ what: "Rotor or magnets", by: "by grade, size and number of poles", cure: "rotor" }],
    steps: [
      step("Draw the rotor and collect every fragment: one left inside jams it without warning."),
      step("Look at the stator where the fragment ran: torn laminations end the repair."),
      step(
        "Fit the new rotor; with single magnets keep their polarity in turn and let the glue cure in full.",
      ),
      step("Turn by hand: even steps all the way round, nothing scrapes."),
    ],
    cautions: [
      "Magnets crush fingers and are kept from pacemakers.",
      "A magnet that flies off at speed injures: never spin above the rated speed.",
    ],
    proof: ["safety", "mechanical", "frame"],
  },
  {
    id: "hallSensor",
    title: "Replace the dead Hall sensor",
    dispositions: ["replacePart"],
    does: ["hallSensor"],
    cures: ["hallSensor"],
    minutes: 60,
    tools: ["fine iron", "plastic wedges", "magnifier", "three-lamp tester"],
    consumables: ["sensor of the same kind", "sleeve for each leg", "two-part glue", "tying cord"],
    parts: [
      { what: "Hall sensor", by: "by type (latch or switch), supply volts and package", cure: "hallSensor" },
    ],
    steps: HALL_STEPS,
    cautions: HALL_CAUTIONS,
    proof: ["safety", "mechanical", "hall"],
  },
  {
    id: "hallSensors",
    title: "Replace all three Hall sensors",
    dispositions: ["replacePart"],
    does: ["hallSensor"],
    cures: ["hallSensor"],
    minutes: 80,
    tools: ["fine iron", "plastic wedges", "magnifier", "three-lamp tester"],
    consumables: ["three sensors of one batch", "sleeve for each leg", "two-part glue", "tying cord"],
    parts: [
      {
        what: "Three Hall sensors of one batch",
        by: "by type (latch or switch), supply volts and package",
        cure: "hallSensor",
      },
    ],
    steps: [
      ...HALL_STEPS,
      step(
        "Write down which one had failed by test; without a test this cures and does not prove which it was.",
      ),
    ],
    cautions: HALL_CAUTIONS,
    proof: ["safety", "mechanical", "hall"],
  },
  {
    id: "sensorWire",
    title: "Mend a sensor wire or its plug",
    dispositions: ["repair"],
    does: ["sensorWire", "sensorOrder"],
    cures: ["hallWire", "hallSwapped", "tempSensor"],
    minutes: 45,
    tools: ["fine iron", "crimp tool for this terminal", "meter", "three-lamp tester"],
    consumables: ["thin silicone wire", "heat-shrink", "terminals"],
    parts: [],
    steps: [
      step("Find the place: wiggle the cable where it leaves the axle while its continuity is read."),
      step("Cut back to bright copper, join, sleeve each wire by itself, staggered against its neighbours."),
      step("Where two were swapped, put supply, ground and signals in the order of the machine's diagram."),
      step("Look at the sensor too: a wire that shorted may have killed it."),
      step("Turn by hand: all three signals alternate."),
    ],
    cautions: [
      "A sensor wire that touches a phase lead kills sensor and controller: keep them apart.",
      "Hot iron and fumes: ventilate.",
    ],
    proof: ["safety", "hall"],
  },
  {
    id: "smallSensor",
    title: "Replace a temperature sensor or resolver",
    dispositions: ["replacePart"],
    does: ["tempSensor", "resolver"],
    cures: ["tempSensor", "resolver"],
    minutes: 60,
    tools: ["fine iron", "circlip pliers", "meter"],
    consumables: ["sensor of the same kind and characteristic", "high-temperature sleeve and glue"],
    parts: [
      { what: "Temperature sensor", by: "by characteristic and ohms at 25 °C", cure: "tempSensor" },
      { what: "Resolver", by: "by its three winding resistances and ratio", cure: "resolver" },
    ],
    steps: [
      step("Note place and depth of the old one; a resolver's angle marks its zero."),
      step("Fit the new one where the old one sat, sleeve and tie its wires clear of the rotor."),
      step("A resolver is aligned as the maker says before the drive runs."),
      step("Read it at the plug: cold, it tells the room; windings as expected."),
    ],
    cautions: [
      "A resolver out of its angle drives the motor the wrong way: nothing on the shaft at the first run.",
    ],
    proof: ["safety", "hall"],
  },
  {
    id: "clean",
    title: "Clear rust, dirt or chips and seal",
    dispositions: ["repair"],
    does: ["clean"],
    cures: ["debris"],
    minutes: 50,
    tools: ["brush", "vacuum", "plastic wedges", "adhesive tape for chips"],
    consumables: ["rust remover", "contact cleaner", "sealant or new seals"],
    parts: [],
    steps: [
      step("Open; lift chips off the magnets with tape, not with a tool."),
      step("Take rust off, rinse, and dry warm, not hot."),
      step("Look at bearings and windings while it is open."),
      step("Seal covers and cable exit; close and turn by hand."),
    ],
    cautions: [
      "Solvents: ventilate, no flame, keep off varnish.",
      "The rotor snaps in: fingers out of the gap.",
    ],
    proof: ["safety", "mechanical", "frame"],
  },
  {
    id: "module",
    title: "Find and replace what drives the motor",
    dispositions: ["notMotor"],
    does: ["controller"],
    cures: ["controller"],
    minutes: 35,
    tools: ["screwdrivers", "meter"],
    consumables: ["controller or module of this model"],
    parts: [{ what: "Controller or module", by: "by model, programme and supply volts", cure: "controller" }],
    steps: [
      step(
        "Before a new one is fitted, find what killed it: locked rotor, worn bearing, restricted air, high supply, surge.",
      ),
      step("Pull plugs by their body, never by the wires, and never live."),
      step("Fit the new one as the maker says; programmed for this model where it needs to be."),
      step("Run it and read the current at no load."),
    ],
    cautions: ["Capacitors hold charge: wait, then measure before touching."],
    proof: ["safety", "mechanical"],
  },
  {
    id: "ecmModule",
    title: "Replace the module",
    dispositions: ["replacePart"],
    does: ["module"],
    cures: ["module", "stuckOn"],
    minutes: 40,
    tools: ["nut driver", "meter proved before and after", "camera"],
    consumables: ["module programmed for this model", "drip loop and tie"],
    parts: [
      { what: "Module", by: "by model and programme; superseding kinds named by the maker", cure: "module" },
      { what: "Inrush limiter", by: "by ohms and amperes, where it alone is open", cure: "module" },
    ],
    steps: [
      step("Say what killed it: locked rotor, worn bearing, restricted air, high mains, surge."),
      photographed("Lock out, wait, measure dead; photograph plugs and switches before any is moved."),
      step(
        "Undo the bolts, press the tab and pull the plug by its body; leave a rotor-sensing board where it is.",
      ),
      step("Read the winding section: three pairs, frame, and turn it by hand."),
      step("Fit the module; plug it, set the switches as they stood; drip loop downward."),
      step("Run it through every call, then measure the airflow against the machine's table."),
    ],
    cautions: [
      "Five minutes after the supply is off and the rotor still, then measure before touching.",
      "A jumper for 120 V on a 240 V supply destroys it at once.",
    ],
    proof: ["safety", "power", "air"],
  },
  {
    id: "windingSection",
    title: "Replace the winding section",
    dispositions: ["replacePart"],
    does: ["section"],
    cures: [
      "limbOpen",
      "turnsShorted",
      "frameFault",
      "leadsShorted",
      "leadOpen",
      "highJoint",
      "starJointOpen",
    ],
    minutes: 55,
    tools: ["nut driver", "puller for the wheel", "meter"],
    consumables: ["winding section of this model"],
    parts: [{ what: "Winding section", by: "by model, shaft and turning direction", cure: "section" }],
    steps: [
      photographed("Lock out, wait, measure dead; photograph the belly band and the turning direction."),
      step("Check the new one before it goes in: three pairs, frame, turn by hand."),
      step(
        "Look into the old module: leaked capacitors or burnt pins take the new section along, then both go.",
      ),
      step("Fit section and module; wheel centred, set screw on the flat."),
      step("Run it through every call, then measure the airflow against the machine's table."),
    ],
    cautions: ["Five minutes after the supply is off and the rotor still, then measure before touching."],
    proof: ["safety", "mechanical", "frame", "winding", "air"],
  },
  {
    id: "harness",
    title: "Mend the harness",
    dispositions: ["repair"],
    does: ["harness"],
    cures: ["harness"],
    minutes: 35,
    tools: ["pin tool", "crimp tool", "meter"],
    consumables: ["pins of this plug", "wire of the same section", "sleeve"],
    parts: [{ what: "Pins or harness", by: "by plug and number of pins", cure: "harness" }],
    steps: [
      photographed("Lock out, wait, measure dead; photograph both plugs."),
      step("Read each wire end to end, and each against its neighbours, while it is flexed."),
      step("Renew pins that were pushed back or burnt; sleeve what chafed and lead it clear of sheet metal."),
      step("Plug it, restore power, and read the call at the motor's plug."),
    ],
    cautions: ["Never plug or unplug a live motor."],
    proof: ["safety", "power", "module"],
  },
  {
    id: "wholeMotor",
    title: "Replace the motor",
    dispositions: ["replaceMotor"],
    does: ["motor"],
    cures: ["limbOpen", "turnsShorted", "frameFault", "laminations", "magnets", "bearing"],
    minutes: 60,
    tools: ["as the machine asks"],
    consumables: ["motor of this model, or an equal one with the same connection and sensors"],
    parts: [{ what: "Motor", by: "by model, connection, speed constant and sensors", cure: "motor" }],
    steps: [
      step("Find what killed the old one, or the new one follows it."),
      step("Check the new motor before it goes in: three pairs, frame, turn by hand."),
      step("Fit it with its leads in the old order and strain relief."),
      step("Run it light, then loaded; read the temperature after ten minutes."),
    ],
    cautions: ["Keep the machine safe while it is open: pack out or locked out."],
    proof: ["safety", "mechanical", "frame", "winding"],
  },
];

/** Plans by how likely the fault is that they cure; of those that cure alike, the shop's own way before the other. */
function byFit(plans: readonly RepairPlan[], faults: readonly FaultId[], school: DeadHallSchool) {
  const last = school === "all" ? "hallSensor" : "hallSensors";
  const rank = ({ cures }: RepairPlan) => {
    const places = cures.map((fault) => faults.indexOf(fault)).filter((place) => place >= 0);
    return places.length > 0 ? Math.min(...places) : faults.length;
  };
  return plans.toSorted((a, b) => rank(a) - rank(b) || Number(a.id === last) - Number(b.id === last));
}

/**
 * Plans that carry out a disposition, the one that cures the most probable fault first.
 * @param disposition what was decided
 * @param faults fault ids, most probable first
 * @param school of plans that cure alike, what the shop prefers for a dead sensor
 * @returns empty where the disposition asks for no work
 */
export function plansFor(
  disposition: Disposition,
  faults: readonly FaultId[],
  school: DeadHallSchool = "one",
): readonly RepairPlan[] {
  const fitting = REPAIR_PLANS.filter(({ dispositions }) => dispositions.includes(disposition));
  return byFit(fitting, faults, school);
}

/**
 * The plans that carry out a decision, all of them: one for each cure it names, or the one that fits best where it only
 * names a disposition. Empty where it asks for no work on the motor.
 * @param faults fault ids, most probable first
 */
export function plansOf(
  { disposition, cures = [] }: Pick<Decision, "disposition" | "cures">,
  faults: readonly FaultId[],
  school: DeadHallSchool = "one",
): readonly RepairPlan[] {
  if (disposition === "notMotor" || disposition === "undecided") return [];
  const fitting = byFit(REPAIR_PLANS, faults, school);
  const named = cures.flatMap((cure) => fitting.find(({ does }) => does.some((one) => one === cure)) ?? []);
  return named.length > 0 ? [...new Set(named)] : plansFor(disposition, faults, school).slice(0, 1);
}
