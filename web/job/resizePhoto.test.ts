import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { PHOTO_LIMITS } from "#contract/photos";
import { fittedSize } from "./resizePhoto.ts";

describe("a photo's size", () => {
  it("fits the limit, keeps its proportions and never grows", () => {
    fc.assert(
      fc.property(fc.integer({ min: 1, max: 9000 }), fc.integer({ min: 1, max: 9000 }), (width, height) => {
        const made = fittedSize(width, height);
        expect(Math.max(made.width, made.height)).toBeLessThanOrEqual(PHOTO_LIMITS.longestSide);
        expect(made.width).toBeLessThanOrEqual(width);
        expect(made.height).toBeLessThanOrEqual(height);
        expect(Math.abs(made.width / width - made.height / height)).toBeLessThanOrEqual(
          1 / Math.min(width, height),
        );
      }),
    );
    expect(fittedSize(4000, 3000)).toEqual({ width: 1600, height: 1200 });
  });
});
