import { describe, expect, it } from "vitest";
import { INSTRUMENT_TEMPLATES } from "#core/quantity";
import { fieldsOf as limitFieldsOf, readLimits } from "./limitFields.ts";
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
  it.each([
    [{ ...fields, name: " " }, /Name the instrument/u],
    [withFirst({ fullScale: "0" }), /Resistance, range 1: full scale/u],
    [withFirst({ resolution: "500" }), /cannot exceed/u],
    [withFirst({ percent: "a lot" }), /percent of reading/u],
    [{ ...fields, ranged: { ranges: [], acVolts: [], dcVolts: [], dcAmperes: [] } }, /must read something/u],
    [
      {
        ...fields,
        counted: { ...fields.counted, frequency: { resolution: "0.1", percent: "", digits: "1" } },
      },
      /Frequency: give one count/u,
    ],
    [{ ...fields, bandLeast: "500", bandMost: "40" }, /most/u],
  ])("says what is wrong and where (%#)", (wrong, sentence) => {
    const result = readInstrument(wrong, INSTRUMENT_TEMPLATES[0]!, ID);
    expect(result.kind === "problem" && result.sentence).toMatch(sentence);
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
    expect(problems(typed("4", ""))).toEqual(["hub.reason"]);
    expect(problems(typed("four", "because"))).toEqual(["hub.percent"]);
    expect(problems(typed("80", "because"))).toEqual(["hub.percent"]);
    expect(problems(readLimits({ ...empty, deadHall: "one" }))).toEqual(["deadHallReason"]);
  });
});
