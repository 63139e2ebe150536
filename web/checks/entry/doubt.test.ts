import { describe, expect, it } from "vitest";
import { RESISTANCE, SPEED } from "#core/quantity";
import { commaDoubt, doubtOf } from "./doubt.ts";

const pair = { least: 0.01, most: 5, kind: RESISTANCE };

describe("a value that is asked about once", () => {
  it("with a comma before three digits may be a decimal or thousands: what fits this motor stands first", () => {
    expect(commaDoubt(pair, "1,200")).toEqual({
      text: "1,200",
      value: 1.2,
      typed: "1.200",
      instead: { value: 1200, text: "1.2 kΩ", typed: "1200" },
    });
    expect(commaDoubt({ ...pair, least: 100, most: 9000 }, "1,200")).toMatchObject({
      value: 1200,
      typed: "1200",
    });
    expect(commaDoubt(pair, "12,500 m")).toMatchObject({ value: 0.0125, instead: { value: 12.5 } });
    expect(commaDoubt({ least: 100, most: 20_000, kind: SPEED }, "12,000 rpm")).toMatchObject({
      value: 12_000,
      typed: "12000 rpm",
      instead: { value: 12 },
    });
  });

  it.each(["0,162", "1,2", "1,25", "1.200", "12 000", "1,2000", "OL", "cat"])(
    "not %j: it reads in one way",
    (text) => expect(commaDoubt(pair, text)).toBeNull(),
  );

  it("far from what can be read here, with what may have been meant", () => {
    expect(doubtOf(pair, "120.4", 120.4)?.instead).toEqual({
      value: 0.1204,
      text: "120.4 mΩ",
      typed: "120.4 mΩ",
    });
    expect(doubtOf(pair, "0.0012", 0.0012)?.instead?.value).toBe(0.012);
    expect(doubtOf(pair, "2", 2)).toBeNull();
    expect(doubtOf(pair, "0", 0)).toBeNull();
  });
});
