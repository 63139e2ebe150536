import type { MotorModel } from "#contract/shop";
import type { Diagram, ShopLimits } from "#core/record";
import type { DemoReading } from "./build.ts";

const TRIKE_MODEL = "01980000-0000-7000-8000-00000000b001";
const FAN_MODEL = "01980000-0000-7000-8000-00000000b003";
const COPTER_MODEL = "01980000-0000-7000-8000-00000000b002";

const CO_OP = "Thistledown Market Co-op";
export const ORCHARD = "Hollin Orchard";
const GROWERS = "Saltmarsh Growers";
export const TRIKE = {
  owner: CO_OP,
  family: "hub",
  connection: "star",
  polePairs: 15,
  expected: "128m",
  kv: 9,
  hallSpacing: "120",
  rated: { volts: 42, amperes: 12, rpm: 380 },
  modelId: TRIKE_MODEL,
  consequence: "vehicle",
} as const;
export const COPTER = {
  owner: ORCHARD,
  family: "hobby",
  connection: "star",
  polePairs: 7,
  expected: "48m",
  kv: 900,
  rated: { volts: 16.8, amperes: 30, rpm: 14_000 },
  modelId: COPTER_MODEL,
  consequence: "aircraft",
} as const;
export const FAN = { owner: GROWERS, family: "ecm", consequence: "property" } as const;
/** What the label of these fans says: pins as usual, and its codes. */
const FAN_DIAGRAM: Diagram = {
  source: "label inside the fan bay's door",
  codes: [
    { code: "b1", means: "fan does not answer", speaksOf: "motor" },
    { code: "b4", means: "limit open", speaksOf: "air" },
    { code: "d2", means: "thermostat not heard", speaksOf: "call" },
    { code: "p3", means: "mains low", speaksOf: "supply" },
  ],
};
/** The newer of the greenhouse's fans: a programmed module each. */
export const AIRFLOW_FAN = {
  ...FAN,
  family: "ecmAirflow",
  rated: { volts: 230 },
  modelId: FAN_MODEL,
  diagram: FAN_DIAGRAM,
} as const;
export const OPEN3 = ["OL", "OL", "OL"];
export const MILLIOHM = "meter-3";
export const BASIC = "meter-1";
const TRUE_RMS = "meter-2";

/** Whose shed it is, and what it charges. */
export const DEMO_SETTINGS: ShopLimits = {
  letterhead: {
    name: "The shed at Thistledown Lock",
    line: "electric drives looked after, by the lower gate",
  },
  prices: {
    hourly: 46,
    trip: 25,
    warranty: 6,
    currency: "EUR",
    motors: {
      hub: { price: 189, days: 10, supplier: "Hollin & Reed, motors" },
      hobby: { price: 52, days: 3, supplier: "Hollin & Reed, motors" },
      ecm: { price: 205, days: 4, supplier: "Glasshouse Supply" },
    },
    parts: {
      bearings: { price: 11, days: 1, supplier: "Lockside Bearings" },
      hallSensor: { price: 3, days: 2, supplier: "Small Parts Barge" },
      sensorWire: { price: 4, days: 2, supplier: "Small Parts Barge" },
    },
  },
};

/** Frequency before, three voltages, frequency after, with one meter. */
export function spun(rpm: string, [before, ...rest]: readonly string[], prefix = ""): DemoReading[] {
  const volts = rest.slice(0, 3).map((typed, i): DemoReading => ({
    check: "backemf",
    slot: `${prefix}${["AB", "BC", "CA"][i]}`,
    kind: "volts",
    typed,
    with: TRUE_RMS,
  }));
  const speed = (slot: string, typed: string): DemoReading => ({
    check: "backemf",
    slot: `${prefix}${slot}`,
    kind: "hertz",
    typed,
    with: TRUE_RMS,
  });
  return [
    ...(prefix === ""
      ? ([
          { check: "backemf", slot: "plannedSpeed", kind: "rpm", typed: rpm },
          { check: "backemf", slot: "drill", kind: "choice", typed: "free" },
        ] as const)
      : []),
    speed("speedBefore", before!),
    ...volts,
    ...(rest[3] === undefined ? [] : [speed("speedAfter", rest[3])]),
  ];
}

/** Lamps as they changed while the rotor crept. */
export function lamps(slot: "forward" | "backward", states: string): DemoReading[] {
  return states.split(" ").map((typed) => ({ check: "hall", slot, kind: "choice", typed }));
}

export const READ_ALIKE = {
  safe: true,
  turn: "even",
  play: "none",
  frame: OPEN3,
  meter: MILLIOHM,
  tips: "0.1m",
} as const;

/** What this shed knows of the motors it sees often. */
export const DEMO_MODELS: readonly MotorModel[] = [
  {
    id: FAN_MODEL,
    name: "Saltmarsh circulation fan, newer kind",
    facts: {
      family: "ecmAirflow",
      connection: "unknown",
      polePairs: null,
      expected: null,
      speedConstant: null,
      hallSpacing: "none",
      magnets: null,
      rated: { volts: 230 },
      balanceLimit: null,
      diagram: FAN_DIAGRAM,
    },
    notes: "Surges take its module; the filter is cleaned each spring.",
  },
  {
    id: TRIKE_MODEL,
    name: "Market trike hub, 16 inch",
    facts: {
      family: "hub",
      connection: "star",
      polePairs: 15,
      expected: {
        ohms: 0.128,
        tolerance: 0.06,
        atTemperature: 20,
        source: "sound motors of this model in this shed",
      },
      speedConstant: { rpmPerVolt: 9, convention: "peak", source: "nameplate" },
      hallSpacing: "120",
      magnets: "NdFeB",
      rated: TRIKE.rated,
      balanceLimit: null,
    },
    notes: "Water gets in at the cable exit: look there first.",
  },
  {
    id: COPTER_MODEL,
    name: "Survey copter arm motor",
    facts: {
      family: "hobby",
      connection: "star",
      polePairs: 7,
      expected: {
        ohms: 0.048,
        tolerance: 0.06,
        atTemperature: 20,
        source: "sound motors of this model in this shed",
      },
      speedConstant: { rpmPerVolt: 900, convention: "peak", source: "nameplate" },
      hallSpacing: "none",
      magnets: "NdFeB",
      rated: COPTER.rated,
      balanceLimit: null,
    },
    notes: "",
  },
];
