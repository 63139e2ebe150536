import { describe, expect, it } from "vitest";
import { onPostgres } from "../../tests/postgresShop.ts";
import { useShop } from "../../tests/shop.ts";
import { ownLockOut, sharedLockOut, type LockOut } from "./lockOut.ts";

const MINUTE = 60_000;
const shop = useShop();
const KINDS: readonly (readonly [string, () => LockOut])[] = [
  ["of one process", ownLockOut],
  ...(onPostgres ? [["of all processes", () => sharedLockOut(shop.database)] as const] : []),
];

describe.each(KINDS)("a lock-out %s", (_, made) => {
  it("lets five wrong tries pass and makes the sixth wait until the first is a quarter of an hour old", async () => {
    const locks = made();
    for (let n = 0; n < 5; n += 1) expect(await locks.begin("MO", "a", n * MINUTE)).toBe(0);
    expect(await locks.begin("MO", "a", 5 * MINUTE)).toBe(10 * MINUTE);
    // The pair: nobody keeps somebody out from elsewhere.
    expect(await locks.begin("MO", "b", 5 * MINUTE)).toBe(0);
    expect(await locks.begin("PR", "a", 5 * MINUTE)).toBe(0);
    expect(await locks.begin("MO", "a", 15 * MINUTE + 1)).toBe(0);
  });

  it("counts a hundred guesses at once as a hundred", async () => {
    const locks = made();
    const lefts = await Promise.all(Array.from({ length: 100 }, () => locks.begin("MO", "a", MINUTE)));
    expect(lefts.filter((left) => left === 0)).toHaveLength(5);
  });

  it("forgets a person's wrong tries once they were right", async () => {
    const locks = made();
    for (let n = 0; n < 4; n += 1) await locks.begin("MO", "a", n);
    expect(await locks.begin("MO", "a", 4)).toBe(0);
    await locks.wasRight("MO", "a");
    for (let n = 0; n < 5; n += 1) expect(await locks.begin("MO", "a", 5 + n)).toBe(0);
  });

  it("never makes an address wait from which people sign in rightly, however many", async () => {
    const locks = made();
    for (let n = 0; n < 60; n += 1) {
      expect(await locks.begin("MO", "a", n)).toBe(0);
      await locks.wasRight("MO", "a");
    }
    expect(await locks.begin("PR", "a", MINUTE)).toBe(0);
  });

  it("makes an address wait that tries many names", async () => {
    const locks = made();
    for (let n = 0; n < 30; n += 1) await locks.begin(`P${n}`, "a", 0);
    expect(await locks.begin("MO", "a", MINUTE)).toBe(14 * MINUTE);
    expect(await locks.begin("MO", "b", MINUTE)).toBe(0);
  });
});

describe.runIf(onPostgres)("two processes", () => {
  it("count together", async () => {
    const [one, other] = [sharedLockOut(shop.database), sharedLockOut(shop.database)];
    for (let n = 0; n < 5; n += 1) expect(await (n % 2 ? one : other).begin("MO", "a", n)).toBe(0);
    expect(await one.begin("MO", "a", 6)).toBeGreaterThan(0);
    expect(await other.begin("MO", "a", 6)).toBeGreaterThan(0);
  });
});
