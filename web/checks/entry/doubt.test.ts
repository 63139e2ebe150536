import { describe, expect, it } from "vitest";
import { RESISTANCE, SPEED } from "#core/quantity";
import { commaDoubt, doubtOf } from "./doubt.ts";

const pair = { least: 0.01, most: 5, kind: RESISTANCE };

describe("a value that is asked about once", () => {
  it("with a comma before three digits may be a decimal or thousands: what fits this motor stands first", () => {
    expect(commaDoubt(pair, "1,200")).toEqual({
      text: "1,200",
      question: "1.2 Ω, or 1.2 kΩ?",
      likely: { value: 1.2, text: "1.2 Ω", typed: "1.200" },
      other: { value: 1200, text: "1.2 kΩ", typed: "1200" },
    });
    expect(commaDoubt({ ...pair, least: 100, most: 9000 }, "1,200")?.likely).toMatchObject({
      value: 1200,
      typed: "1200",
    });
    expect(commaDoubt(pair, "12,500 m")).toMatchObject({ likely: { value: 0.0125 }, other: { value: 12.5 } });
    expect(commaDoubt({ least: 100, most: 20_000, kind: SPEED }, "12,000 rpm")).toMatchObject({
      likely: { value: 12_000, typed: "12000 rpm" },
      other: { value: 12 },
    });
  });

  it.each(["0,162", "1,2", "1,25", "1.200", "12 000", "1,2000", "OL", "cat"])(
    "not %j: it reads in one way",
    (text) => expect(commaDoubt(pair, text)).toBeNull(),
  );

  it("far from what can be read here, with what may have been meant", () => {
    expect(doubtOf(pair, "120.4", 120.4)).toEqual({
      text: "120.4",
      question: "120.4 Ω, or 120.4 mΩ?",
      likely: { value: 0.1204, text: "120.4 mΩ", typed: "120.4 mΩ" },
      other: { value: 120.4, text: "120.4 Ω", typed: "120.4" },
    });
    expect(doubtOf(pair, "0.0012", 0.0012)?.other?.value).toBe(0.012);
    expect(doubtOf(pair, "2", 2)).toBeNull();
    expect(doubtOf(pair, "0", 0)).toBeNull();
  });
});
