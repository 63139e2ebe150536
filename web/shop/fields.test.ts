import { describe, expect, it } from "vitest";
import { INSTRUMENT_TEMPLATES } from "#core/quantity";
import { fieldsOf as limitFieldsOf, readLimits } from "./limitFields.ts";
import { fieldsOf as priceFieldsOf, PRICED, readPrices } from "./priceFields.ts";
import { fieldsOf, readInstrument } from "./instrumentFields.ts";

const ID = "01980000-0000-7000-8000-000000000777";

describe("an instrument's form", () => {
  it("gives back every template as it was", () => {
    for (const template of INSTRUMENT_TEMPLATES) {
      const result = readInstrument(fieldsOf(template), template, ID);
      expect(result.kind, template.name).toBe("instrument");
      if (result.kind === "instrument")
        expect(
          JSON.stringify(
            result.instrument.ranges.map(({ fullScale, ofReading, digits }) => [
              fullScale,
              ofReading,
              digits,
            ]),
          ),
        ).toBe(
          JSON.stringify(
            template.ranges.map(({ fullScale, ofReading, digits }) => [fullScale, ofReading, digits]),
          ),
        );
    }
  });
  const fields = fieldsOf(INSTRUMENT_TEMPLATES[0]!);
  const first = fields.ranged.ranges[0]!;
  const withFirst = (part: Partial<typeof first>) => ({
    ...fields,
    ranged: { ...fields.ranged, ranges: [{ ...first, ...part }] },
  });
  const problemsOf = (wrong: typeof fields) => {
    const result = readInstrument(wrong, INSTRUMENT_TEMPLATES[0]!, ID);
    return result.kind === "problems" ? result.problems : {};
  };
  const counter = { resolution: "0.1", percent: "", digits: "1" };
  it.each([
    [{ ...fields, name: " " }, "name", /Name the instrument/u],
    [withFirst({ fullScale: "0" }), "ranged.ranges.0.fullScale", /above zero/u],
    [withFirst({ resolution: "500000" }), "ranged.ranges.0.resolution", /cannot exceed/u],
    [withFirst({ percent: "a lot" }), "ranged.ranges.0.percent", /0 to 100/u],
    [withFirst({ percent: "101" }), "ranged.ranges.0.percent", /0 to 100/u],
    [withFirst({ digits: "-1" }), "ranged.ranges.0.digits", /at least 0/u],
    [
      { ...fields, ranged: { ranges: [], acVolts: [], dcVolts: [], dcAmperes: [] } },
      "root",
      /must read something/u,
    ],
    [
      { ...fields, counted: { ...fields.counted, frequency: counter } },
      "counted.frequency.percent",
      /all three/u,
    ],
    [{ ...fields, leadResistance: "short" }, "leadResistance", /at least 0/u],
    [{ ...fields, contactScatter: "" }, "contactScatter", /at least 0/u],
    [{ ...fields, bandLeast: "500", bandMost: "40" }, "bandMost", /most|band/u],
  ])("says what is wrong at its field (%#)", (wrong, field, sentence) => {
    const problems = problemsOf(wrong);
    expect(Object.keys(problems)).toEqual([field]);
    expect(problems[field]).toMatch(sentence);
  });
  it("says everything that is wrong at once", () => {
    expect(Object.keys(problemsOf({ ...withFirst({ fullScale: "", digits: "two" }), name: "" }))).toEqual([
      "ranged.ranges.0.fullScale",
      "ranged.ranges.0.digits",
      "name",
    ]);
  });
});

describe("the limits form", () => {
  const empty = limitFieldsOf({});
  it("keeps the usual where nothing is typed, and gives back what was kept", () => {
    expect(readLimits(empty)).toEqual({ kind: "limits", limits: {} });
    const kept = {
      balance: { hub: { limit: 0.04, reason: "our cables are short" } },
      deadHall: { choice: "all" as const, reason: "it is open anyway" },
    };
    expect(readLimits(limitFieldsOf(kept))).toEqual({ kind: "limits", limits: kept });
  });
  it("wants a reason with each, and a limit that can be one, at the field", () => {
    const typed = (percent: string, reason: string) =>
      readLimits({ ...empty, limits: { ...empty.limits, hub: { percent, reason } } });
    const problems = (result: ReturnType<typeof readLimits>) =>
      result.kind === "problems" ? Object.keys(result.problems) : [];
    expect(problems(typed("4", ""))).toEqual(["limits.hub.reason"]);
    expect(problems(typed("four", "because"))).toEqual(["limits.hub.percent"]);
    expect(problems(typed("80", "because"))).toEqual(["limits.hub.percent"]);
    expect(problems(readLimits({ ...empty, deadHall: "one" }))).toEqual(["deadHallReason"]);
  });
});

describe("the prices form", () => {
  const empty = priceFieldsOf({});
  const problems = (result: ReturnType<typeof readPrices>) =>
    result.kind === "problems" ? Object.keys(result.problems) : [];
  it("keeps the examples where nothing is typed, and gives back what was kept", () => {
    expect(readPrices(empty)).toEqual({ kind: "prices", prices: {} });
    const kept = {
      prices: {
        currency: "EUR",
        hourly: 62.5,
        trip: 0,
        warranty: 6,
        motors: { hub: { price: 189, days: 10 } },
        parts: { bearings: { price: 14, days: 0 } },
      },
      letterhead: { name: "The shed", line: "" },
    };
    expect(readPrices(priceFieldsOf(kept))).toEqual({ kind: "prices", prices: kept });
  });
  it("takes a decimal comma, and the usual days where only a price is given", () => {
    const { hub } = empty.motors;
    const read = readPrices({
      ...empty,
      hourly: "62,5",
      motors: { ...empty.motors, hub: { ...hub!, price: "150" } },
    });
    const days = Number(PRICED.find(({ key }) => key === "hub")!.usual.days);
    expect(read).toEqual({
      kind: "prices",
      prices: { prices: { hourly: 62.5, motors: { hub: { price: 150, days } } } },
    });
  });
  it("says what is wrong at its field", () => {
    const part = (price: string, days: string) =>
      problems(readPrices({ ...empty, parts: { ...empty.parts, rotor: { price, days, supplier: "" } } }));
    expect(part("dear", "")).toEqual(["parts.rotor.price"]);
    expect(part("-3", "")).toEqual(["parts.rotor.price"]);
    expect(part("3", "1.5")).toEqual(["parts.rotor.days"]);
    expect(part("", "2")).toEqual(["parts.rotor.price"]);
    const from = (price: string, supplier: string) =>
      readPrices({ ...empty, parts: { ...empty.parts, rotor: { price, days: "", supplier } } });
    expect(problems(from("", "Lockside Bearings"))).toEqual(["parts.rotor.price"]);
    expect(problems(from("9", "x".repeat(61)))).toEqual(["parts.rotor.supplier"]);
    expect(from("9", " Lockside Bearings ")).toMatchObject({
      prices: { prices: { parts: { rotor: { price: 9, supplier: "Lockside Bearings" } } } },
    });
    expect(problems(readPrices({ ...empty, hourly: "much" }))).toEqual(["hourly"]);
    expect(problems(readPrices({ ...empty, currency: "guilders" }))).toEqual(["currency"]);
    expect(problems(readPrices({ ...empty, line: "by the gate" }))).toEqual(["name"]);
  });
});

describe("the hours of a shop", () => {
  const read = (part: object) => readLimits({ ...limitFieldsOf({}), ...part });
  it("are said by the days alone too, and by nothing where they are as usual", () => {
    expect(read({})).toEqual({ kind: "limits", limits: {} });
    expect(read({ days: ["1", "2", "6"] })).toEqual({
      kind: "limits",
      limits: { hours: { opens: "08:00", closes: "17:00", days: [1, 2, 6] } },
    });
    expect(read({ opens: "10:00" })).toMatchObject({
      limits: { hours: { opens: "10:00", closes: "17:00" } },
    });
  });

  it.each([
    [{ opens: "8 o'clock" }, "opens"],
    [{ opens: "12:00", closes: "09:00" }, "closes"],
    [{ days: [] }, "days"],
  ])("of %j are refused at %s", (part, field) =>
    expect(read(part)).toMatchObject({
      kind: "problems",
      problems: { [field]: expect.any(String) as string },
    }),
  );
});
