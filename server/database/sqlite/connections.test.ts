import { existsSync, mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { expect, test, vi } from "vitest";
import { NOW, useShop } from "../../../tests/shop.ts";
import { openDatabase } from "../database.ts";
import { plainSql } from "../plainSql.ts";

const shop = useShop();

/** What a connection of sqlite3 lets be watched. */
interface Watched {
  on: (event: "trace", told: (sql: string) => void) => void;
}
/** What Sequelize keeps to itself and we reach into: a new version that moves any of it fails here first. */
interface Doors {
  readonly connections: Record<string, unknown>;
  readonly getConnection: (options?: object) => Promise<unknown>;
  readonly releaseConnection: (connection: unknown) => void;
}
const doors = () => shop.database.sequelize.connectionManager as unknown as Doors;

const TOLD = "SELECT 'all told'";
/** The statements that the reading connection runs meanwhile; it tells of each a moment after it, so the last is waited for. */
async function statementsOf(work: () => Promise<unknown>): Promise<string[]> {
  const connection = (await doors().getConnection()) as Watched;
  const statements: string[] = [];
  connection.on("trace", (sql) => statements.push(sql));
  await work();
  await shop.database.sequelize.query(TOLD);
  await vi.waitFor(() => expect(statements).toContain(TOLD));
  return statements;
}

const write = (id: string) =>
  shop.database.write((transaction) =>
    plainSql(transaction, "INSERT INTO settings (id, body) VALUES ($id, '{}')", { $id: id }),
  );

test("one connection reads and one writes, for as long as the file is open", async () => {
  const reading = await doors().getConnection();
  await write("a");
  const writing = doors().connections["writer"];
  expect(writing).toBeDefined();
  expect(writing).not.toBe(reading);
  await write("b");
  await shop.database.models.Setting.findAll();
  expect(doors().connections["writer"]).toBe(writing);
  expect(await doors().getConnection()).toBe(reading);
  // Let go of, they stay open.
  doors().releaseConnection(reading);
  expect(await shop.database.models.Setting.count()).toBe(2);
});

test("the one that reads is closed after the one that writes: at once, each leaves it to the other to finish the file", async () => {
  const folder = mkdtempSync(join(tmpdir(), "green-fable-"));
  const file = join(folder, "shop.sqlite");
  const database = await openDatabase(file, NOW);
  await database.write((transaction) =>
    plainSql(transaction, "INSERT INTO settings (id, body) VALUES ('a', '{}')", {}),
  );
  const closed: string[] = [];
  const { connections } = database.sequelize.connectionManager as unknown as {
    readonly connections: Record<string, { close: (done: (error: Error | null) => void) => void }>;
  };
  for (const name of ["default", "writer"]) {
    const connection = connections[name]!;
    const close = connection.close.bind(connection);
    connection.close = (done) => {
      closed.push(`${name} begins`);
      close((error) => {
        closed.push(`${name} ends`);
        done(error);
      });
    };
  }
  await database.close();
  expect(closed).toEqual(["writer begins", "writer ends", "default begins", "default ends"]);
  expect(existsSync(`${file}-wal`)).toBe(false);
  rmSync(folder, { recursive: true });
});

test("how the columns are typed is asked of the file once, however often is read", async () => {
  const read = () => shop.database.models.Setting.findAll();
  const statements = await statementsOf(async () => {
    for (let i = 0; i < 5; i += 1) await read();
  });
  expect(statements.filter((sql) => /FROM `settings`/u.test(sql))).toHaveLength(5);
  expect(statements.filter((sql) => sql.startsWith("PRAGMA table_info")).length).toBeLessThanOrEqual(1);
});
