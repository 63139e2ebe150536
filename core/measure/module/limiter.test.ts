import { describe, expect, it } from "vitest";
import type { Reading } from "#core/record";
import { choice, HUB, job, reading } from "../../../tests/jobs.ts";
import { limiterOf, moduleCheck } from "./index.ts";

const ECM = { ...HUB, family: "ecm", connection: "unknown" } as const;

describe("the inrush limiter", () => {
  const ohms = (slot: string, value: number) =>
    reading({ check: "module", slot, value: { kind: "ohms", ohms: value } });
  const open = reading({ check: "module", slot: "limiter", value: { kind: "open" } });
  const found = (...readings: readonly Reading[]) =>
    moduleCheck
      .answer(job(readings, { motor: ECM }), 0)
      .findings.map(({ likelihood, sentence }) => [Object.keys(likelihood)[0], sentence]);

  it("is open above twice what is marked on it, and whole below", () => {
    const state = (measuredOhms: number) =>
      limiterOf(job([ohms("limiter", measuredOhms), ohms("limiterMarked", 10)]), 0)?.state;
    expect(state(9)).toBe("whole");
    expect(state(20)).toBe("whole");
    expect(state(20.1)).toBe("open");
    expect(limiterOf(job([]), 0)).toBeNull();
  });

  it("and the look into the module are one finding: the meter is believed over the eye", () => {
    expect(found(open)).toEqual([
      ["limiterOpen", "The inrush limiter is open; not yet read what lies behind it"],
    ]);
    expect(found(open, choice("module", "moduleLook", "clean"))).toHaveLength(1);
    expect(found(open, choice("module", "moduleLook", "burnt"))[0]![0]).toBe("burnt");
    const whole = [ohms("limiter", 9), ohms("limiterMarked", 10)];
    expect(found(...whole, choice("module", "moduleLook", "limiterOpen"))).toEqual([
      ["clean", "Nothing burnt in the module. The inrush limiter reads 9 Ω, marked 10 Ω: whole"],
    ]);
    expect(found(...whole)).toEqual([]);
  });

  it("alone is a repair, blown by a short behind it is a sign of one; until that was read it may be either", () => {
    const look = (...more: readonly Reading[]) =>
      moduleCheck.answer(job([open, ...more], { motor: ECM }), 0).findings[0]!.likelihood;
    expect(look()).toEqual({ limiterOpen: 1, limiterBlown: 1 });
    expect(look(choice("module", "behindLimiter", "whole"))).toEqual({ limiterOpen: 1 });
    expect(look(choice("module", "behindLimiter", "shorted"))).toEqual({ limiterBlown: 1 });
    const asked = (...more: readonly Reading[]) =>
      moduleCheck.answer(job(more, { motor: ECM }), 0).steps.some(({ name }) => name === "behindLimiter");
    expect([asked(), asked(open), asked(open, choice("module", "behindLimiter", "whole"))]).toEqual([
      false,
      true,
      false,
    ]);
  });
});
