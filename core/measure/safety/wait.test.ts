import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { waitFor } from "./index.ts";

describe("the wait for capacitors", () => {
  it("is five minutes, and longer where the bleeder needs it: RC·ln(V/30)", () => {
    expect(waitFor(null)).toBe(5);
    // 1000 µF over 470 kΩ from 340 V: 470 s × ln(340/30) = 1141 s.
    expect(waitFor({ farads: 1e-3, ohms: 470_000, volts: 340 })).toBe(20);
    expect(waitFor({ farads: 1e-4, ohms: 100_000, volts: 340 })).toBe(5);
    expect(waitFor({ farads: 1, ohms: 1e6, volts: 12 })).toBe(5);
    expect(() => waitFor({ farads: 0, ohms: 1, volts: 1 })).toThrow(RangeError);
    const some = fc.double({ min: 1e-5, max: 1e-2, noNaN: true });
    fc.assert(
      fc.property(some, some, (a, b) => {
        const [less, more] = [Math.min(a, b), Math.max(a, b)];
        const at = (farads: number) => waitFor({ farads, ohms: 2e5, volts: 340 });
        expect(at(more)).toBeGreaterThanOrEqual(at(less));
        expect(at(less)).toBeGreaterThanOrEqual(5);
      }),
    );
  });
});
