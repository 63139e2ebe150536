import { describe, expect, it } from "vitest";
import { RESISTANCE } from "#core/quantity";
import { doubtOf } from "./doubt.ts";

const pair = { least: 0.01, most: 5, kind: RESISTANCE };

describe("a value that is asked about once", () => {
  it("with a comma before three digits may be a decimal or thousands", () => {
    expect(doubtOf(pair, "1,200", 1.2)?.instead).toEqual({ value: 1200, text: "1.2 kΩ" });
    expect(doubtOf(pair, "12,500 m", 0.0125)?.instead?.value).toBe(12.5);
    // These can be read in one way only.
    for (const [text, value] of [
      ["0,162", 0.162],
      ["1,2", 1.2],
      ["1,25", 1.25],
      ["1.200", 1.2],
    ] as const)
      expect(doubtOf(pair, text, value), text).toBeNull();
  });
});
