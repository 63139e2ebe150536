import { describe, expect, it } from "vitest";
import { asOldBundle, HUB, job, MILLIOHM, pairs, reading, SHOP } from "../tests/jobs.ts";
import { QUANTITIES, QUANTITY_NAMES } from "#core/quantity";
import { visitOf } from "#core/history";
import { assessJob } from "#core/judge";
import { readBundle, recordOfBundle } from "./bundle.ts";
import { limitsSchema } from "./limitsSchema.ts";
import { oldBundleSchema } from "./bundleSchema.ts";
import { instrumentSchema } from "./instrumentSchema.ts";
import { motorSchema } from "./motorSchema.ts";
import { readingSchema } from "./readingSchema.ts";
import { modelSchema } from "./shopSchemas.ts";

const accepts = (
  schema: { validate: (body: unknown, options: object) => { error?: unknown } },
  body: unknown,
) => schema.validate(body, { abortEarly: false, convert: false }).error === undefined;
const READING = reading({
  check: "backemf",
  slot: "AB",
  value: { kind: "quantity", quantity: "volts", value: 0.75 },
});

/** A slot of some check that takes the quantity. */
const SLOT_OF = {
  volts: { check: "backemf", slot: "AB" },
  hertz: { check: "backemf", slot: "speedBefore" },
  rpm: { check: "backemf", slot: "plannedSpeed" },
  amperes: { check: "run", slot: "noLoad.amperes" },
  seconds: { check: "mechanical", slot: "coastDown" },
  polePairs: { check: "backemf", slot: "polePairs" },
  rpmPerVolt: { check: "backemf", slot: "sister.stated" },
  count: { check: "hall", slot: "steps" },
  farads: { check: "safety", slot: "bleedCapacitance" },
  pascals: { check: "air", slot: "staticPressure" },
} as const;

describe("a measured quantity", () => {
  it.each(QUANTITY_NAMES)("of %s is taken from its least to its most, and not beyond", (quantity) => {
    const { least, most } = QUANTITIES[quantity];
    const at = (value: number) =>
      accepts(readingSchema, {
        ...READING,
        ...SLOT_OF[quantity],
        value: { kind: "quantity", quantity, value },
      });
    expect(at(least)).toBe(true);
    expect(at(most)).toBe(true);
    expect(at(most * 1.01 + 1)).toBe(false);
    expect(at(least - 1)).toBe(false);
    expect(at(NaN)).toBe(false);
  });
  it("of counted things comes whole", () => {
    const at = (quantity: keyof typeof SLOT_OF, value: number) =>
      accepts(readingSchema, {
        ...READING,
        ...SLOT_OF[quantity],
        value: { kind: "quantity", quantity, value },
      });
    expect(at("polePairs", 7.5)).toBe(false);
    expect(at("count", 89.5)).toBe(false);
    expect(at("volts", 0.755)).toBe(true);
  });
  it("says what it is, and nothing unheard of", () => {
    expect(
      accepts(readingSchema, { ...READING, value: { kind: "quantity", quantity: "furlongs", value: 3 } }),
    ).toBe(false);
    expect(accepts(readingSchema, { ...READING, value: { kind: "quantity", value: 3 } })).toBe(false);
    expect(accepts(readingSchema, { ...READING, value: { kind: "photo", photo: "a file" } })).toBe(false);
  });
});

describe("a motor as earlier releases wrote it", () => {
  it("is still read, with the new facts absent, and judged alike", () => {
    const { speedConstant, hallSpacing, magnets, rated, modelId, ...old } = {
      ...HUB,
      speedConstant: null,
      hallSpacing: "120" as const,
      magnets: null,
      rated: {},
      modelId: null,
    };
    expect([speedConstant, hallSpacing, magnets, rated, modelId]).toHaveLength(5);
    expect(accepts(motorSchema, old)).toBe(true);
    const readings = pairs(["127.9m", "128.1m", "128.0m"], MILLIOHM, "0.1m");
    expect(assessJob(job(readings, { motor: old })).remedies).toEqual(
      assessJob(job(readings, { motor: { ...old, speedConstant: null } })).remedies,
    );
  });
  it("takes the new facts within reason", () => {
    const constant = (rpmPerVolt: number) => ({
      ...HUB,
      speedConstant: { rpmPerVolt, convention: "peak", source: "" },
    });
    expect(accepts(motorSchema, constant(9))).toBe(true);
    expect(accepts(motorSchema, constant(0))).toBe(false);
    expect(accepts(motorSchema, { ...HUB, hallSpacing: "90" })).toBe(false);
    expect(accepts(motorSchema, { ...HUB, magnets: "chalk" })).toBe(false);
    expect(accepts(motorSchema, { ...HUB, rated: { rpm: -1 } })).toBe(false);
  });
});

describe("instruments", () => {
  it("of a new shop are all well formed", () => {
    for (const instrument of SHOP) expect(accepts(instrumentSchema, instrument), instrument.name).toBe(true);
  });
  it("need an AC band that is one, and dates that are dates", () => {
    const meter = SHOP.find(({ acVolts }) => acVolts)!;
    expect(
      accepts(instrumentSchema, { ...meter, acVolts: { ...meter.acVolts, least: 500, most: 400 } }),
    ).toBe(false);
    expect(accepts(instrumentSchema, { ...meter, lastChecked: "spring" })).toBe(false);
  });
});

describe("limits and models", () => {
  it("need a reason with every limit and a choice that exists", () => {
    expect(accepts(limitsSchema, {})).toBe(true);
    expect(accepts(limitsSchema, { spin: { limit: 0.02, reason: "fine drills here" } })).toBe(true);
    expect(accepts(limitsSchema, { spin: { limit: 0.02 } })).toBe(false);
    expect(accepts(limitsSchema, { spin: { limit: 0.5, reason: "too wide to mean anything" } })).toBe(false);
    expect(accepts(limitsSchema, { balance: { submarine: { limit: 0.02, reason: "because" } } })).toBe(false);
    expect(accepts(limitsSchema, { deadHall: { choice: "none", reason: "because" } })).toBe(false);
    const counted = (cures: object, reason?: string) => ({
      experience: {
        counted: "2026-11-01",
        ...(reason && { reason }),
        of: [{ model: null, family: "hub", known: 12, cures }],
      },
    });
    expect(accepts(limitsSchema, counted({ bearings: 7 }, "all written down"))).toBe(true);
    expect(accepts(limitsSchema, counted({ bearings: 7 }))).toBe(false);
    expect(accepts(limitsSchema, counted({ luck: 7 }, "all written down"))).toBe(false);
    expect(accepts(limitsSchema, counted({ bearings: -1 }, "all written down"))).toBe(false);
  });
  it("hold a model's facts to what a motor may be", () => {
    const model = {
      id: HUB.id,
      name: "hub",
      facts: { family: "hub", connection: "star", polePairs: 15, expected: HUB.expected, balanceLimit: null },
      notes: "",
    };
    expect(accepts(modelSchema, model)).toBe(true);
    expect(accepts(modelSchema, { ...model, facts: { ...model.facts, polePairs: 0 } })).toBe(false);
    expect(accepts(modelSchema, { ...model, name: "" })).toBe(false);
  });
});

describe("a bundle with past and limits", () => {
  it("comes back the same and gives the same verdict", () => {
    const readings = pairs(["149.8m", "150.4m", "150.1m"], MILLIOHM, "0.1m");
    const past = [
      visitOf(job(pairs(["127.9m", "128.1m", "128.0m"], MILLIOHM, "0.1m")), {
        jobNumber: 3,
        at: "2026-01-10T09:00:00.000Z",
      }),
    ];
    const record = job(readings, {
      past,
      limits: { balance: { hub: { limit: 0.04, reason: "short cables" } } },
    });
    expect(accepts(oldBundleSchema, JSON.parse(asOldBundle(record)))).toBe(true);
    const back = readBundle(asOldBundle(record));
    expect(back.kind).toBe("read");
    if (back.kind === "read") expect(assessJob(recordOfBundle(back.job))).toEqual(assessJob(record));
  });
});
