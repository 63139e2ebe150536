import { photographed, step, type RepairPlan } from "./plan.ts";

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

export const SENSORS: readonly RepairPlan[] = [
  {
    id: "hallSensor",
    title: "Replace the dead Hall sensor",
    did: "The dead Hall sensor was replaced by one of the same kind.",
    dispositions: ["replacePart"],
    does: ["hallSensor"],
    cures: ["hallSensor"],
    minutes: 60,
    wait: 60,
    tools: ["fine iron", "plastic wedges", "magnifier", "three-lamp tester"],
    consumables: ["sensor of the same kind", "sleeve for each leg", "two-part glue", "tying cord"],
    parts: [
      { what: "Hall sensor", by: "by type (latch or switch), supply volts and package", cure: "hallSensor" },
    ],
    steps: HALL_STEPS,
    cautions: HALL_CAUTIONS,
    school: "one",
    proof: ["safety", "mechanical", "hall"],
  },
  {
    id: "hallSensors",
    title: "Replace all three Hall sensors",
    did: "All three Hall sensors were replaced by three of one batch.",
    dispositions: ["replacePart"],
    does: ["hallSensor"],
    cures: ["hallSensor"],
    minutes: 80,
    wait: 60,
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
    school: "all",
    proof: ["safety", "mechanical", "hall"],
  },
  {
    id: "sensorWire",
    title: "Mend a sensor wire or its plug",
    did: "The sensor wire or its plug was mended, each wire sleeved by itself.",
    dispositions: ["repair"],
    does: ["sensorWire", "sensorOrder"],
    cures: ["hallWire", "hallSwapped", "tempSensor"],
    minutes: 45,
    wait: 0,
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
    school: null,
    proof: ["safety", "hall"],
  },
  {
    id: "smallSensor",
    title: "Replace a temperature sensor or resolver",
    did: "The temperature sensor or resolver was replaced by one of the same kind.",
    dispositions: ["replacePart"],
    does: ["tempSensor", "resolver"],
    cures: ["tempSensor", "resolver"],
    minutes: 60,
    wait: 60,
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
    school: null,
    proof: ["safety", "hall"],
  },
];
