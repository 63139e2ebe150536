import { describe, expect, it } from "vitest";
import { lockOut } from "./lockOut.ts";

const MINUTE = 60_000;

describe("lockOut", () => {
  it("lets five wrong tries pass and makes the sixth wait until the first is a quarter of an hour old", () => {
    const locks = lockOut();
    for (let n = 0; n < 5; n += 1) {
      expect(locks.left("MO", "a", n * MINUTE)).toBe(0);
      locks.wasWrong("MO", "a", n * MINUTE);
    }
    expect(locks.left("MO", "a", 5 * MINUTE)).toBe(10 * MINUTE);
    // The pair: nobody keeps somebody out from elsewhere.
    expect(locks.left("MO", "b", 5 * MINUTE)).toBe(0);
    expect(locks.left("PR", "a", 5 * MINUTE)).toBe(0);
    expect(locks.left("MO", "a", 15 * MINUTE + 1)).toBe(0);
  });

  it("forgets a person's wrong tries once they were right", () => {
    const locks = lockOut();
    for (let n = 0; n < 4; n += 1) locks.wasWrong("MO", "a", 0);
    locks.wasRight("MO", "a");
    for (let n = 0; n < 4; n += 1) locks.wasWrong("MO", "a", 1);
    expect(locks.left("MO", "a", 2)).toBe(0);
  });

  it("never makes an address wait from which people sign in rightly, however many", () => {
    const locks = lockOut();
    for (let n = 0; n < 60; n += 1) {
      locks.wasWrong("MO", "a", n);
      locks.wasRight("MO", "a");
    }
    expect(locks.left("PR", "a", MINUTE)).toBe(0);
  });

  it("makes an address wait that tries many names", () => {
    const locks = lockOut();
    for (let n = 0; n < 30; n += 1) locks.wasWrong(`P${n}`, "a", 0);
    expect(locks.left("MO", "a", MINUTE)).toBe(14 * MINUTE);
    expect(locks.left("MO", "b", MINUTE)).toBe(0);
  });
});
