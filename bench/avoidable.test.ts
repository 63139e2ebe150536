import { describe, expect, it } from "vitest";
import { costOf, labour } from "#core/known";
import { avoidable } from "./avoidable.ts";

const hub = (...ailments: Parameters<typeof avoidable>[0]["ailments"][number][]) =>
  ({ family: "hub", ailments }) as const;

describe("money that nobody had to spend", () => {
  it("is none where all that is needed is done and nothing else", () => {
    expect(avoidable(hub("bearing"), ["bearings"])).toBe(0);
    expect(avoidable(hub("lead", "bearing"), ["phaseWire", "bearings"])).toBe(0);
    expect(avoidable(hub(), [])).toBe(0);
  });

  it("is what was needless", () => {
    expect(avoidable(hub("lead"), ["motor"])).toBeCloseTo(
      costOf("motor", "hub") - costOf("phaseWire", "hub"),
    );
    expect(avoidable(hub(), ["bearings"])).toBeCloseTo(costOf("bearings", "hub"));
  });

  it("is a second round for what was left, and the whole come-back where a hazard or a faulty motor went out", () => {
    const half = avoidable(hub("lead", "bearing"), ["phaseWire"]);
    // A vehicle's come-back is 350 of the example prices; one in four escapes the proof.
    expect(half).toBeCloseTo(labour(45) + 0.25 * 350);
    expect(avoidable(hub("frame"), [])).toBeCloseTo(labour(45) + 350);
    // Done in vain on top.
    expect(avoidable(hub("frame"), ["bearings"])).toBeCloseTo(labour(45) + 350 + costOf("bearings", "hub"));
  });
});
