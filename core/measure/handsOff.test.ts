import { describe, expect, it } from "vitest";
import { choice, HUB, job, madeSafe, measured } from "../../tests/jobs.ts";
import { handsOff, isShut } from "./index.ts";

const ECM = { ...HUB, family: "ecm" as const };
const TRACTION = { ...HUB, family: "traction" as const };
const LIVE = measured("power", "mains", "volts", 240);

describe("hands and meters", () => {
  it("stay off until it was made safe: looking and turning as well as ohms", () => {
    for (const check of ["mechanical", "winding", "frame", "module"] as const) {
      expect(isShut(job([], { motor: ECM }), check, 0)).toBe(true);
      expect(isShut(job(madeSafe("ecm"), { motor: ECM }), check, 0)).toBe(false);
    }
  });

  it("stay off again after the last live reading, whatever was read since", () => {
    const motor = ECM;
    const live = job([...madeSafe("ecm"), LIVE], { motor });
    expect(isShut(live, "mechanical", 0)).toBe(true);
    expect(handsOff(live, "air", "airPath", 0)).toBe(true);
    expect(handsOff(live, "setup", "again", 0)).toBe(true);
    // What is read with power on, and what stands on paper, is not.
    expect(handsOff(live, "air", "staticPressure", 0)).toBe(false);
    expect(handsOff(live, "air", "staticMost", 0)).toBe(false);
    const again = job([...madeSafe("ecm"), LIVE, ...madeSafe("ecm")], { motor });
    expect(isShut(again, "mechanical", 0)).toBe(false);
    expect(handsOff(again, "air", "airPath", 0)).toBe(false);
  });

  it("stay off what the check itself has powered where that can hurt, not where it cannot", () => {
    const ran = choice("run", "runGood", "runs");
    expect(handsOff(job([...madeSafe("traction"), ran], { motor: TRACTION }), "run", "A.plus", 0)).toBe(true);
    expect(handsOff(job([...madeSafe("hub"), ran]), "run", "A.plus", 0)).toBe(false);
    expect(handsOff(job([...madeSafe("hub"), ran]), "feed", "rubbing", 0)).toBe(true);
    const blown = job([...madeSafe("ecm"), measured("air", "flashes", "count", 4)], { motor: ECM });
    expect(handsOff(blown, "air", "airPath", 0)).toBe(true);
  });
});
