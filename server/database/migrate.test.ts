import { copyFileSync, existsSync, mkdtempSync, readdirSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { QueryTypes, Sequelize } from "sequelize";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { readView } from "#contract/view";
import { makeOldShop, OLD, RELEASED } from "../../tests/oldShops.ts";
import { INTAKE, NOW } from "../../tests/shop.ts";
import { openDatabase, type Database } from "./database.ts";
import { MIGRATIONS } from "../migrations/index.ts";
import { runIn } from "../migrations/migration.ts";
import { UnfitDatabase } from "./migrate.ts";
import { services } from "../services/index.ts";

let folder: string;
let file: string;
beforeEach(() => {
  folder = mkdtempSync(join(tmpdir(), "green-fable-"));
  file = join(folder, "shop.sqlite");
});
afterEach(() => rmSync(folder, { recursive: true, force: true }));

const raw = (storage: string) => new Sequelize({ dialect: "sqlite", storage, logging: false });
const namesIn = async (sequelize: Sequelize) =>
  (
    await sequelize.query<{ name: string }>("SELECT name FROM migrations ORDER BY name", {
      type: QueryTypes.SELECT,
    })
  ).map(({ name }) => name);

async function everythingIn(database: Database, upTo: string) {
  const shop = services(database, () => NOW);
  shop.judging.wake();
  await shop.judging.idle();
  const open = await shop.jobs.view(OLD.open);
  const { record } = readView(open);
  expect(record.readings.map(({ typed }) => typed)).toEqual(["128m", "OL"]);
  expect(record.unread).toMatchObject([
    { reading: { id: OLD.unknown.id }, why: expect.stringContaining("“lots” is no choice") },
  ]);
  expect(open.entries).toHaveLength(3);
  const closed = await shop.jobs.view(OLD.closed);
  expect(closed.closedAt).toBe("2026-02-01T10:00:00.000Z");
  // The verdict that was given then, to the digit.
  expect(closed.closing?.verdict.faults[0]?.probability).toBe(0.756);
  expect(closed.closing?.verdict).toMatchObject({
    rules: "2",
    findings: [{ check: "winding", variable: "pairs" }],
  });
  expect(closed.closing?.record.motor.name).toBe("Cargo trike 4, rear hub");
  if (RELEASED.indexOf(upTo) >= RELEASED.indexOf("004-photos"))
    expect(Buffer.compare((await shop.files.get(OLD.open, OLD.photo)).bytes, OLD.picture)).toBe(0);
  if (RELEASED.indexOf(upTo) >= RELEASED.indexOf("003-shop"))
    expect(await shop.shop.limits()).toEqual({ spin: { limit: 0.04, reason: "old drill" } });
  if (RELEASED.indexOf(upTo) >= RELEASED.indexOf("002-technicians"))
    expect(await shop.people.technicians()).toMatchObject([{ initials: "MO" }]);
  const { items } = await shop.jobs.list();
  expect(items.map(({ number, stage }) => [number, stage])).toEqual([
    [2, "closed"],
    [1, "reading"],
  ]);
  expect(items[0]!.summary.headline).toBe("Star joint open");
  // Every job of before is found by what it was found by, and by what its owner said.
  const found = async (q: string) => (await shop.jobs.list({ q })).items.map(({ number }) => number);
  expect(await found("trike 4, rear")).toEqual([2]);
  expect(await found(INTAKE.complaintWords)).toEqual([2, 1]);
}

describe("a shop of an earlier release", () => {
  it.each(RELEASED)("that had %s opens with everything in it", async (upTo) => {
    await makeOldShop(file, upTo);
    const database = await openDatabase(file, NOW);
    await everythingIn(database, upTo);
    await database.close();
  });

  it("is copied beside itself before it is changed, and the copy opens too", async () => {
    await makeOldShop(file, "004-photos");
    await (await openDatabase(file, NOW)).close();
    const [copy] = readdirSync(folder).filter((name) => name.includes(".before-"));
    expect(copy).toBe("shop.sqlite.before-005-own-records.2026-03-02T10-00-00");
    const back = raw(join(folder, copy!));
    expect(await namesIn(back)).toEqual(RELEASED);
    await back.close();
    const other = join(folder, "restored.sqlite");
    copyFileSync(join(folder, copy!), other);
    const database = await openDatabase(other, NOW);
    await everythingIn(database, "004-photos");
    await database.close();
  });

  it("reports the lines that nobody can read any more", async () => {
    await makeOldShop(file, "001-first-tables");
    const database = await openDatabase(file, NOW);
    expect(await database.models.UnreadEntry.findAll({ raw: true })).toMatchObject([
      { entryId: OLD.unknown.id, jobId: OLD.open },
    ]);
    await database.close();
  });

  it("whose update was cut off between two statements by an earlier program opens all the same", async () => {
    await makeOldShop(file, "002-technicians");
    const half = raw(file);
    // As the third migration left it when the power went: some statements done, none recorded.
    await half.query(
      "CREATE TABLE models (id TEXT PRIMARY KEY, name TEXT NOT NULL UNIQUE, body JSON NOT NULL)",
    );
    await half.query("CREATE TABLE settings (id TEXT PRIMARY KEY, body JSON NOT NULL)");
    await half.query("ALTER TABLE jobs ADD COLUMN limits JSON");
    await half.close();
    const database = await openDatabase(file, NOW);
    await everythingIn(database, "002-technicians");
    await database.close();
  });
});

describe("a new shop", () => {
  it("is made whole, without a copy of nothing, and opens again on its own work", async () => {
    await (await openDatabase(file, NOW)).close();
    await (await openDatabase(file, NOW)).close();
    expect(readdirSync(folder).filter((name) => name.includes(".before-"))).toEqual([]);
    const sequelize = raw(file);
    expect(await namesIn(sequelize)).toEqual(MIGRATIONS.map(({ name }) => name));
    await sequelize.close();
  });
});

describe("a migration", () => {
  it.each(MIGRATIONS.map(({ name }) => name))(
    "%s that fails leaves the file as it was before it",
    async (name) => {
      const at = MIGRATIONS.findIndex((one) => one.name === name);
      const before = MIGRATIONS[at - 1]?.name;
      if (before) await makeOldShop(file, RELEASED[Math.min(at - 1, RELEASED.length - 1)]!);
      const sequelize = raw(file);
      const tables = async () =>
        sequelize.query("SELECT type, name, sql FROM sqlite_master ORDER BY name", {
          type: QueryTypes.SELECT,
        });
      const then = await tables();
      await expect(
        sequelize.transaction(async (transaction) => {
          const run = runIn(sequelize, transaction, () => undefined);
          let statements = 0;
          const failing = {
            ...run,
            statement: async (sql: string, values?: readonly unknown[]) => {
              await run.statement(sql, values);
              statements += 1;
              if (statements === 2) throw new Error("the power went");
            },
          };
          for (const one of MIGRATIONS.slice(Math.min(at, RELEASED.length), at)) await one.up(run);
          await MIGRATIONS[at]!.up(failing);
          throw new Error("the power went");
        }),
      ).rejects.toThrow("the power went");
      expect(await tables()).toEqual(then);
      await sequelize.close();
    },
  );
});

describe("a file of a newer program", () => {
  it("is refused with a sentence, and not a byte of it is changed", async () => {
    await (await openDatabase(file, NOW)).close();
    const sequelize = raw(file);
    await sequelize.query("INSERT INTO migrations (name) VALUES ('099-hovercraft')");
    await sequelize.query("PRAGMA wal_checkpoint(TRUNCATE)");
    await sequelize.close();
    const bytes = readFileSync(file);
    await expect(openDatabase(file, NOW)).rejects.toThrow(UnfitDatabase);
    await expect(openDatabase(file, NOW)).rejects.toThrow(
      /newer version of this program \(it has 099-hovercraft\)/u,
    );
    expect(Buffer.compare(readFileSync(file), bytes)).toBe(0);
    expect(existsSync(`${file}-wal`)).toBe(false);
  });
});
