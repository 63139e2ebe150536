import { expect, test } from "vitest";
import { useShop } from "../../tests/shop.ts";
import { judgeByOurRules, judgesByNewerRules } from "./rules.ts";

const shop = useShop();

test("the newest rules that a process was started with judge; an older one is refused, and one at work learns of it", async () => {
  await judgeByOurRules(shop.database, "9");
  await judgeByOurRules(shop.database, "9");
  expect(await judgesByNewerRules(shop.database, "9")).toBe(false);
  // In numbers: 10 is newer than 9.
  await judgeByOurRules(shop.database, "10");
  expect(await judgesByNewerRules(shop.database, "9")).toBe(true);
  await expect(judgeByOurRules(shop.database, "9")).rejects.toThrow(
    /rules of version 10; this one has version 9.+nothing was changed/u,
  );
  expect(await judgesByNewerRules(shop.database, "10")).toBe(false);
});
