import {
  canMeasure,
  INSTRUMENT_TEMPLATES,
  parseQuantity,
  RESISTANCE,
  type Instrument,
  type QuantityName,
} from "#core/quantity";
import {
  leftOutSlot,
  PAIRS,
  PHASES,
  type Decision,
  type JobRecord,
  type Motor,
  type PartLine,
  type Reading,
  type ReadingValue,
  type Repair,
} from "#core/record";
import { cautionsFor } from "#core/measure/safety";

/** Everything a new shop starts with. */
export const SHOP = INSTRUMENT_TEMPLATES.map((template, i): Instrument => ({
  ...template,
  id: `meter-${i}`,
}));
/** Those that read ohms. */
export const METERS = SHOP.filter((instrument) => canMeasure(instrument, "ohms"));
export const MILLIOHM = METERS.find(({ wiring }) => wiring === "fourWire")!;
export const BASIC = METERS[0]!;
export const TRUE_RMS = METERS[1]!;
export const TACHOMETER = SHOP.find((instrument) => canMeasure(instrument, "tachometer"))!;

export const HUB: Motor = {
  id: "01980000-0000-7000-8000-000000000001",
  name: "Cargo trike 3, rear hub",
  owner: "Thistledown Market Co-op",
  serial: "TF-0031",
  family: "hub",
  connection: "star",
  polePairs: 15,
  expected: { ohms: 0.128, tolerance: 0.06, atTemperature: 20, source: "sound hubs of this model" },
  wireColours: { A: "yellow", B: "green", C: "blue" },
  consequence: "vehicle",
  balanceLimit: null,
};

let count = 0;
export function reading(part: Pick<Reading, "check" | "slot" | "value"> & Partial<Reading>): Reading {
  count += 1;
  return {
    id: `01980000-0000-7000-9000-${String(count).padStart(12, "0")}`,
    epoch: 0,
    typed: "",
    instrumentId: null,
    takenAt: "2026-03-02T09:15:00.000Z",
    by: "MO",
    supersedes: null,
    ...part,
  };
}

export function choice(check: Reading["check"], slot: string, what: string, epoch = 0): Reading {
  return reading({ check, slot, epoch, value: { kind: "choice", choice: what } });
}

export function ohmsOf(typed: string): ReadingValue {
  const parsed = parseQuantity(typed, RESISTANCE);
  if (parsed.kind === "refused") throw new Error(parsed.sentence);
  return parsed.kind === "open" ? { kind: "open" } : { kind: "ohms", ohms: parsed.value };
}

/** Pairs AB, BC, CA as typed; several repeats apart by spaces. */
export function pairs(
  typed: readonly [string, string, string],
  meter: Instrument,
  tips?: string,
  epoch = 0,
): Reading[] {
  const read = (slot: string, text: string) =>
    reading({ check: "winding", slot, epoch, typed: text, value: ohmsOf(text), instrumentId: meter.id });
  return [
    ...(tips === undefined ? [] : [read("tips", tips)]),
    ...PAIRS.flatMap((pair, i) => typed[i]!.split(" ").map((text) => read(pair, text))),
  ];
}

export function lookedAndTurned(epoch = 0): Reading[] {
  return [
    choice("mechanical", "turn", "even", epoch),
    choice("mechanical", "axialPlay", "none", epoch),
    choice("mechanical", "sight", "outside", epoch),
    reading({ check: "mechanical", slot: "seen", epoch, value: { kind: "choices", choices: [] } }),
  ];
}

export function seen(choices: readonly string[], epoch = 0): Reading {
  return reading({ check: "mechanical", slot: "seen", epoch, value: { kind: "choices", choices } });
}

export function frameOpen(epoch = 0): Reading[] {
  return PHASES.map((phase) =>
    reading({
      check: "frame",
      slot: phase,
      epoch,
      typed: "OL",
      value: { kind: "open" },
      instrumentId: BASIC.id,
    }),
  );
}

/** A photo of what was seen: what ends a motor is shown, and not remembered. */
export function photographed(epoch = 0): Reading {
  return reading({
    check: "mechanical",
    slot: "photo",
    epoch,
    value: { kind: "photo", photo: "a".repeat(64) },
  });
}

/** A value with its quantity, as typed. */
export function measured(
  check: Reading["check"],
  slot: string,
  quantity: QuantityName,
  value: number,
  part: Partial<Reading> = {},
): Reading {
  return reading({
    check,
    slot,
    typed: String(value),
    value: { kind: "quantity", quantity, value },
    ...part,
  });
}

/** Frequency before, volts of AB, BC, CA, frequency after, with one meter. */
export function spun(
  [before, AB, BC, CA, after]: readonly [number, number, number, number, number],
  part: Partial<Reading> & { readonly prefix?: string } = {},
): Reading[] {
  const { prefix = "", ...rest } = part;
  const with_ = { instrumentId: TRUE_RMS.id, ...rest };
  return [
    measured("backemf", `${prefix}speedBefore`, "hertz", before, with_),
    measured("backemf", `${prefix}AB`, "volts", AB, with_),
    measured("backemf", `${prefix}BC`, "volts", BC, with_),
    measured("backemf", `${prefix}CA`, "volts", CA, with_),
    measured("backemf", `${prefix}speedAfter`, "hertz", after, with_),
  ];
}

/** Lamp states in the order seen, apart by spaces. */
export function lamps(states: string, slot: "forward" | "backward" = "forward", epoch = 0): Reading[] {
  return states.split(" ").map((state) => choice("hall", slot, state, epoch));
}
/** Two turns of the field, as three sound sensors 120° apart show them. */
export const SOUND_LAMPS = "101 100 110 010 011 001 101 100 110 010 011 001 101";

export function celsius(degrees: number, epoch = 0): Reading {
  return reading({
    check: "winding",
    slot: "temperature",
    epoch,
    value: { kind: "celsius", celsius: degrees },
  });
}

export function skipped(check: Reading["check"], reason: string, epoch = 0): Reading {
  return reading({ check, slot: "skipped", epoch, value: { kind: "skipped", reason } });
}

/** One step of a check left out by itself. */
export function leftOut(check: Reading["check"], step: string, reason: string, what = step): Reading {
  return reading({ check, slot: leftOutSlot(step), value: { kind: "skipped", reason, what } });
}

/** Every caution of the family acknowledged, one minute after the other. */
export function madeSafe(family: Motor["family"], epoch = 0): Reading[] {
  return cautionsFor({ family }).map(({ id }, minute) =>
    reading({
      check: "safety",
      slot: id,
      epoch,
      value: { kind: "choice", choice: "done" },
      takenAt: `2026-03-02T09:0${minute}:00.000Z`,
    }),
  );
}

export const REPAIR: Repair = {
  id: "01980000-0000-7000-8000-00000000000a",
  plan: "Resolder the star joint",
  done: "Resoldered.",
  minutes: 40,
  by: "MO",
  at: "2026-03-02T10:00:00.000Z",
};

export const DECISION: Decision = {
  id: "01980000-0000-7000-8000-00000000000b",
  disposition: "resolder",
  reason: "All pairs open.",
  waitingFor: "nothing",
  by: "MO",
  at: "2026-03-02T09:45:00.000Z",
};

/** A part that is ordered for the work under way. */
export const orderedPart = (part: Partial<PartLine> = {}): PartLine => ({
  id: `${Math.random()}`,
  epoch: 0,
  by: "MO",
  at: "2026-03-02T11:00:00.000Z",
  part: "Sleeve",
  state: "awaited",
  due: null,
  price: null,
  replaces: null,
  ...part,
});

/** A record as the text of a bundle of version 1: the record and nothing else. */
export function asOldBundle(record: JobRecord): string {
  return JSON.stringify({ format: "green-fable-job", version: 1, job: record });
}

export function job(readings: readonly Reading[], part: Partial<JobRecord> = {}): JobRecord {
  return {
    motor: HUB,
    complaint: "cutsOut",
    complaintWords: "cuts out on the bridge",
    events: [],
    readings,
    decisions: [],
    repairs: [],
    instruments: SHOP,
    ...part,
  };
}
