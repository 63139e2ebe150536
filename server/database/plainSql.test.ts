import { expect, test } from "vitest";
import { useShop } from "../../tests/shop.ts";
import { onPostgres } from "../../tests/postgresShop.ts";
import { plainSql } from "./plainSql.ts";

const shop = useShop();
const COUNT = "SELECT count(*) AS n FROM settings WHERE id = $id";
const PUT = "INSERT INTO settings (id, body) VALUES ($id, '{}')";

const ask = (sql: string, bind: Record<string, string>) =>
  shop.database.write((transaction) => plainSql<{ n: number }>(transaction, sql, bind));

test("a statement asked again is bound anew, at once with itself too", async () => {
  await ask(PUT, { $id: "a" });
  expect(await ask(COUNT, { $id: "a" })).toEqual([{ n: 1 }]);
  expect(await ask(COUNT, { $id: "b" })).toEqual([{ n: 0 }]);
  const both = await shop.database.write((transaction) =>
    Promise.all(
      ["a", "b", "a"].map(($id) => plainSql<{ n: number }>(transaction, `${COUNT} OR false`, { $id })),
    ),
  );
  expect(both.flat().map(({ n }) => n)).toEqual([1, 0, 1]);
});

test("what failed is asked again as if it had not", async () => {
  await ask(PUT, { $id: "a" });
  await expect(ask(PUT, { $id: "a" })).rejects.toMatchObject({
    code: onPostgres ? "23505" : "SQLITE_CONSTRAINT",
  });
  await ask(PUT, { $id: "b" });
  await expect(ask("SELECT 1 FROM nowhere", {})).rejects.toThrow(/no such table|does not exist/u);
  expect(await ask(COUNT, { $id: "b" })).toEqual([{ n: 1 }]);
});

test("more statements than are kept are answered as well, and a file lets go of all of them", async () => {
  for (let n = 0; n < 260; n += 1) expect(await ask(`SELECT ${n} AS n`, {})).toEqual([{ n }]);
  await ask(PUT, { $id: "a" });
  // A statement that nobody lets go of keeps a file from being closed.
  await shop.close();
  await shop.open();
  expect(await ask(COUNT, { $id: "a" })).toEqual([{ n: 1 }]);
});

// A table changes as it is brought up to date: then every process of a server begins anew.
test.skipIf(onPostgres)("a table that changes is read as it is", async () => {
  expect(await ask("SELECT * FROM settings WHERE id = $id", { $id: "a" })).toEqual([]);
  await ask("ALTER TABLE settings ADD COLUMN more TEXT", {});
  await ask(PUT, { $id: "a" });
  expect(await ask("SELECT * FROM settings WHERE id = $id", { $id: "a" })).toMatchObject([{ more: null }]);
});
