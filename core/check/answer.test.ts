import { describe, expect, it } from "vitest";
import { frameOpen, HUB, lookedAndTurned, SHOP } from "../../tests/jobs.ts";
import type { Sitting } from "../record/index.ts";
import { remembered, type Kept } from "./answer.ts";

const BASE: Sitting = { motor: HUB, instruments: SHOP, readings: [] };

/** Work that counts how often it is done. */
function counter() {
  const kept: Kept<number> = new Map();
  let done = 0;
  const seen: Sitting[] = [];
  const at = (sitting: Sitting, epoch = 0) =>
    remembered(kept, ["mechanical"], sitting, epoch, (own) => {
      seen.push(own);
      return (done += 1);
    });
  return { at, seen, kept };
}

describe("what a check works out is kept", () => {
  it("while its own readings stay the same, whatever else is written down", () => {
    const { at } = counter();
    expect(at({ ...BASE, readings: lookedAndTurned() })).toBe(1);
    const readings = lookedAndTurned();
    expect(at({ ...BASE, readings })).toBe(2);
    expect(at({ ...BASE, readings: [...readings, ...frameOpen()] })).toBe(2);
    expect(at({ ...BASE, readings: structuredClone(readings) })).toBe(2);
  });

  it("and is worked out anew with another reading, motor, meter, limit, past or epoch", () => {
    const { at } = counter();
    const results = [
      at(BASE),
      at({ ...BASE, readings: lookedAndTurned() }),
      at({ ...BASE, motor: { ...HUB, polePairs: 14 } }),
      at({ ...BASE, instruments: SHOP.slice(1) }),
      at({ ...BASE, limits: { spin: { limit: 0.01, reason: "strict" } } }),
      at({ ...BASE, past: [] }),
      at(BASE, 1),
    ];
    expect(results).toEqual([1, 2, 3, 4, 5, 6, 7]);
    expect(at(BASE)).toBe(1);
  });

  it("and sees nothing else of the job: what it saw is all it depends on", () => {
    const { at, seen } = counter();
    at({ ...BASE, readings: [...frameOpen(), ...lookedAndTurned()] });
    expect(new Set(seen[0]!.readings.map(({ check }) => check))).toEqual(new Set(["mechanical"]));
  });

  it("of so many jobs only: the oldest goes first", () => {
    const { at, kept } = counter();
    for (let n = 1; n <= 260; n++) at({ ...BASE, motor: { ...HUB, polePairs: n } });
    expect(kept.size).toBe(200);
    expect(at({ ...BASE, motor: { ...HUB, polePairs: 260 } })).toBe(260);
    expect(at({ ...BASE, motor: { ...HUB, polePairs: 1 } })).toBe(261);
  });
});
