import type { FaultId } from "../catalogue/index.ts";
import type { Minutes } from "../quantity/index.ts";
import type { CheckId, DeadHallSchool, Disposition } from "../record/index.ts";

/** A repair as the trade does it: what it takes, step by step, and the readings that prove it. */
export interface RepairPlan {
  readonly id: string;
  readonly title: string;
  readonly dispositions: readonly Disposition[];
  /** Faults of the catalogue it cures. */
  readonly cures: readonly FaultId[];
  /** Hands-on minutes of somebody who has done it before. Bench judgement. */
  readonly minutes: Minutes;
  readonly tools: readonly string[];
  readonly consumables: readonly string[];
  readonly steps: readonly string[];
  readonly cautions: readonly string[];
  /** Checks to repeat afterwards. */
  readonly proof: readonly CheckId[];
}

const HALL_STEPS = [
  "Open; photograph slot, face and leg order of each sensor before it is touched.",
  "Lift the old one out of its slot; clear every trace of glue.",
  "Set the new one with the same face and depth; sleeve each leg.",
  "Glue and tie it, clear of the rotor; keep stray glue out of the gap.",
  "Before closing turn by hand: all three lamps alternate, six states in order.",
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
    cures: ["starJointOpen", "highJoint", "pathOpen", "limbReversed"],
    minutes: 45,
    tools: ["80 W iron, broad tip", "circlip pliers", "soft jaws"],
    consumables: ["leaded solder", "flux", "heat-shrink or varnish", "tying cord"],
    steps: [
      "Open the rear screws only and draw the rotor against its pull.",
      "Lay bushing, washers and cap down in their order, and photograph it.",
      "Remove loose solder and charred sleeve; clean the bundles back to bright copper.",
      "Tin each bundle, then heat all of them through together until the solder flows.",
      "Insulate the joint, tuck it clear of the rotor and tie it.",
      "Read the three pairs before closing.",
      "Take every chip off the magnets, close, and turn by hand.",
    ],
    cautions: [
      "The rotor snaps in: fingers out of the gap.",
      "Hot iron and fumes: ventilate, and let it cool before closing.",
    ],
    proof: ["safety", "mechanical", "winding"],
  },
  {
    id: "phaseWire",
    title: "Mend a phase lead or plug",
    dispositions: ["repair", "resolder"],
    cures: ["leadOpen", "leadsShorted", "highJoint"],
    minutes: 40,
    tools: ["iron or crimp tool for this terminal", "side cutters", "meter"],
    consumables: ["wire of the same or larger section", "heat-shrink", "new terminals"],
    steps: [
      "Find the place: flex the lead while reading its pair; look where it leaves the axle or the can.",
      "Cut back to bright copper on both sides; look at the two neighbours there too.",
      "Join with the same or a larger section, staggered against the neighbours, and sleeve each joint.",
      "Relieve the strain so that the joint does not flex.",
      "Flex it again while reading: the figure must stand still.",
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
    cures: ["waterInside"],
    minutes: 60,
    tools: ["circlip pliers", "brush", "warm air below 80 °C", "insulation tester or meter"],
    consumables: ["contact cleaner", "corrosion inhibitor", "sealant or new cover seal"],
    steps: [
      "Open it; note shims and their order, and photograph where the water stood.",
      "Dry it gently, hours and not minutes, until the readings to frame stand still.",
      "Brush the rust off laminations and magnets; take every flake out of the gap.",
      "Fit bearings only when the play says so.",
      "Seal cover and cable exit, close, and turn by hand.",
      "Read each lead to frame again: open.",
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
    cures: ["bearing"],
    minutes: 70,
    tools: ["puller", "press or vice with sleeves", "circlip pliers"],
    consumables: ["both bearings, same size and clearance", "thread lock"],
    steps: [
      "Draw the rotor; note shims and their order.",
      "Pull the bearings by the race that is tight.",
      "Look for what killed them: water, current marks, load.",
      "Press the new ones in square, by the tight race only.",
      "Close with the shims in order; turn by hand and rock.",
    ],
    cautions: ["The rotor snaps in: fingers out of the gap.", "Eye protection at press and puller."],
    proof: ["safety", "mechanical"],
  },
  {
    id: "rotor",
    title: "Replace the rotor or its magnets",
    dispositions: ["replacePart"],
    cures: ["magnets", "magnetsWeak"],
    minutes: 60,
    tools: ["circlip pliers", "plastic wedges"],
    consumables: ["rotor, or magnets of the same grade and size with the maker's glue"],
    steps: [
      "Draw the rotor and collect every fragment: one left inside jams it without warning.",
      "Look at the stator where the fragment ran: torn laminations end the repair.",
      "Fit the new rotor; with single magnets keep their polarity in turn and let the glue cure in full.",
      "Turn by hand: even steps all the way round, nothing scrapes.",
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
    cures: ["hallSensor"],
    minutes: 60,
    tools: ["fine iron", "plastic wedges", "magnifier", "three-lamp tester"],
    consumables: ["sensor of the same kind", "sleeve for each leg", "two-part glue", "tying cord"],
    steps: HALL_STEPS,
    cautions: HALL_CAUTIONS,
    proof: ["safety", "mechanical", "hall"],
  },
  {
    id: "hallSensors",
    title: "Replace all three Hall sensors",
    dispositions: ["replacePart"],
    cures: ["hallSensor"],
    minutes: 80,
    tools: ["fine iron", "plastic wedges", "magnifier", "three-lamp tester"],
    consumables: ["three sensors of one batch", "sleeve for each leg", "two-part glue", "tying cord"],
    steps: [
      ...HALL_STEPS,
      "Write down which one had failed by test; without a test this cures and does not prove which it was.",
    ],
    cautions: HALL_CAUTIONS,
    proof: ["safety", "mechanical", "hall"],
  },
  {
    id: "sensorWire",
    title: "Mend a sensor wire or its plug",
    dispositions: ["repair"],
    cures: ["hallWire", "hallSwapped", "tempSensor"],
    minutes: 45,
    tools: ["fine iron", "crimp tool for this terminal", "meter", "three-lamp tester"],
    consumables: ["thin silicone wire", "heat-shrink", "terminals"],
    steps: [
      "Find the place: wiggle the cable where it leaves the axle while its continuity is read.",
      "Cut back to bright copper, join, sleeve each wire by itself, staggered against its neighbours.",
      "Where two were swapped, put supply, ground and signals in the order of the machine's diagram.",
      "Look at the sensor too: a wire that shorted may have killed it.",
      "Turn by hand: all three signals alternate.",
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
    cures: ["tempSensor", "resolver"],
    minutes: 60,
    tools: ["fine iron", "circlip pliers", "meter"],
    consumables: ["sensor of the same kind and characteristic", "high-temperature sleeve and glue"],
    steps: [
      "Note place and depth of the old one; a resolver's angle marks its zero.",
      "Fit the new one where the old one sat, sleeve and tie its wires clear of the rotor.",
      "A resolver is aligned as the maker says before the drive runs.",
      "Read it at the plug: cold, it tells the room; windings as expected.",
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
    cures: ["debris"],
    minutes: 50,
    tools: ["brush", "vacuum", "plastic wedges", "adhesive tape for chips"],
    consumables: ["rust remover", "contact cleaner", "sealant or new seals"],
    steps: [
      "Open; lift chips off the magnets with tape, not with a tool.",
      "Take rust off, rinse, and dry warm, not hot.",
      "Look at bearings and windings while it is open.",
      "Seal covers and cable exit; close and turn by hand.",
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
    cures: ["controller"],
    minutes: 35,
    tools: ["screwdrivers", "meter"],
    consumables: ["controller or module of this model"],
    steps: [
      "Before a new one is fitted, find what killed it: locked rotor, worn bearing, restricted air, high supply, surge.",
      "Pull plugs by their body, never by the wires, and never live.",
      "Fit the new one as the maker says; programmed for this model where it needs to be.",
      "Run it and read the current at no load.",
    ],
    cautions: ["Capacitors hold charge: wait, then measure before touching."],
    proof: ["safety", "mechanical"],
  },
  {
    id: "wholeMotor",
    title: "Replace the motor",
    dispositions: ["replaceMotor"],
    cures: ["limbOpen", "turnsShorted", "frameFault", "laminations", "magnets", "bearing"],
    minutes: 60,
    tools: ["as the machine asks"],
    consumables: ["motor of this model, or an equal one with the same connection and sensors"],
    steps: [
      "Find what killed the old one, or the new one follows it.",
      "Check the new motor before it goes in: three pairs, frame, turn by hand.",
      "Fit it with its leads in the old order and strain relief.",
      "Run it light, then loaded; read the temperature after ten minutes.",
    ],
    cautions: ["Keep the machine safe while it is open: pack out or locked out."],
    proof: ["safety", "mechanical", "frame", "winding"],
  },
];

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
  const last = school === "all" ? "hallSensor" : "hallSensors";
  const rank = ({ cures }: RepairPlan) => {
    const places = cures.map((fault) => faults.indexOf(fault)).filter((place) => place >= 0);
    return places.length > 0 ? Math.min(...places) : faults.length;
  };
  return REPAIR_PLANS.filter(({ dispositions }) => dispositions.includes(disposition)).toSorted(
    (a, b) => rank(a) - rank(b) || Number(a.id === last) - Number(b.id === last),
  );
}
