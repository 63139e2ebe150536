import { describe, expect, it } from "vitest";
import { aReading, JOB, NOW, useShop } from "../../tests/shop.ts";
import { plainSql } from "../database/plainSql.ts";
import { addLine } from "./head.ts";
import { rememberedLines } from "./outcomes.ts";

const shop = useShop();
const later = (hours: number) => new Date(NOW.getTime() + hours * 3_600_000);
const change = (sql: string) =>
  shop.database.write(async (transaction) => {
    await plainSql(transaction, sql, {});
  });

describe("what became of closed jobs", () => {
  it("is counted once a day while nothing of it changed", async () => {
    await shop.takeIn();
    await shop.services.judging.idle();
    const lines = rememberedLines(shop.database.models);
    const first = await lines(NOW);
    expect(await lines(later(1))).toBe(first);
    expect(await lines(later(24))).not.toBe(first);
  });

  it.each([
    [
      "a line was written in any journal",
      () =>
        shop.database.write((transaction) =>
          addLine(
            JOB,
            1,
            { kind: "reading", body: aReading(5) } as never,
            "2026-03-02T09:16:00.000Z",
            transaction,
          ),
        ),
    ],
    ["a visit was judged anew", () => change("UPDATE visits SET version = version + 1")],
    ["a job was taken in", () => change("UPDATE jobs SET number = number + 1")],
  ])("is counted anew once %s", async (_, happens) => {
    await shop.takeIn();
    await shop.services.judging.idle();
    const lines = rememberedLines(shop.database.models);
    const first = await lines(NOW);
    expect(await lines(NOW)).toBe(first);
    await happens();
    expect(await lines(NOW)).not.toBe(first);
  });

  it("is counted in a shop where nobody has taken anything in", async () => {
    const lines = rememberedLines(shop.database.models);
    expect(await lines(NOW)).toEqual([]);
  });
});
