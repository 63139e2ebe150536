import { setTimeout as after } from "node:timers/promises";
import type { Transaction } from "sequelize";
import { expect, test } from "vitest";
import { useShop } from "../../../tests/shop.ts";
import { plainSql } from "../plainSql.ts";

const shop = useShop();

const put = (id: string, transaction: Transaction) =>
  plainSql(transaction, "INSERT INTO settings (id, body) VALUES ($id, '{}')", { $id: id });

/** What another reader of the file sees: nothing of a transaction under way. */
const onDisk = async () =>
  (await shop.database.models.Setting.findAll({ order: [["id", "ASC"]] })).map(({ id }) => id);

test("what fails is undone alone, and those that wait with it stand", async () => {
  const { write } = shop.database;
  const outcomes = await Promise.allSettled([
    write((transaction) => put("a", transaction)),
    write(async (transaction) => {
      await put("b", transaction);
      throw new Error("no b after all");
    }),
    write(async (transaction) => {
      await put("a", transaction);
    }),
    write((transaction) => put("c", transaction)),
  ]);
  expect(outcomes.map(({ status }) => status)).toEqual(["fulfilled", "rejected", "rejected", "fulfilled"]);
  expect(outcomes[1]).toMatchObject({ reason: { message: "no b after all" } });
  expect(outcomes[2]).toMatchObject({ reason: { code: "SQLITE_CONSTRAINT" } });
  expect(await onDisk()).toEqual(["a", "c"]);
});

test("changes are made in the order in which they came, each seeing those before it", async () => {
  const { write } = shop.database;
  const counts = await Promise.all(
    Array.from({ length: 80 }, (_, n) =>
      write(async (transaction) => {
        await after(n % 3);
        await put(`n-${n}`, transaction);
        const [row] = await plainSql<{ n: number }>(transaction, "SELECT count(*) AS n FROM settings", {});
        return row!.n;
      }),
    ),
  );
  expect(counts).toEqual(Array.from({ length: 80 }, (_, n) => n + 1));
});

test("nobody is told before it is on disk", async () => {
  const { write } = shop.database;
  const first = write((transaction) => put("first", transaction)).then(onDisk);
  const slow = write(async (transaction) => {
    await put("slow", transaction);
    await after(50);
    // Made, in the same transaction or the one before, and told of only if a reader sees it too.
    return onDisk();
  });
  expect(await first).toContain("first");
  expect(await slow).not.toContain("slow");
  expect(await onDisk()).toEqual(["first", "slow"]);
});

test("a transaction that is lost refuses all that shared it, and the next is written", async () => {
  const { write } = shop.database;
  // The first goes alone; the three behind it wait together.
  const outcomes = await Promise.allSettled([
    write((transaction) => put("before", transaction)),
    write((transaction) => put("x", transaction)),
    write((transaction) => plainSql(transaction, "ROLLBACK", {})),
    write((transaction) => put("y", transaction)),
  ]);
  expect(outcomes.slice(1).map(({ status }) => status)).toEqual(["rejected", "rejected", "rejected"]);
  await write((transaction) => put("z", transaction));
  expect(await onDisk()).toEqual(["before", "z"]);
});
