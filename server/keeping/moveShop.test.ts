import { mkdtempSync, readFileSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { QueryTypes, type Sequelize } from "sequelize";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { NOW, useShop } from "../../tests/shop.ts";
import { dropDatabase, emptyDatabase, onPostgres } from "../../tests/postgresShop.ts";
import { intoHome } from "../chain/founding.ts";
import { openDatabase } from "../database/database.ts";
import { services } from "../services/index.ts";
import { moveIn, moveOut } from "./moveShop.ts";
import { heldIn, TABLE_NAMES } from "./tables.ts";

const NAMES = {
  sqlite: "SELECT name FROM sqlite_master WHERE type = 'table'",
  postgres: "SELECT tablename AS name FROM pg_tables WHERE schemaname = current_schema()",
};
/** Kept by the engine out of the others, or of the file itself. */
const OF_THE_ENGINE = /^(?:job_search|sqlite_|migrations$|seal$|units$|being_judged$|counted_tries$)/u;

async function tablesIn(sequelize: Sequelize): Promise<string[]> {
  const rows = await sequelize.query<{ name: string }>(NAMES[onPostgres ? "postgres" : "sqlite"], {
    type: QueryTypes.SELECT,
  });
  return rows.map(({ name }) => name).filter((name) => !OF_THE_ENGINE.test(name));
}

describe("the tables that move", () => {
  const shop = useShop();
  it("are all there are", async () => {
    expect((await tablesIn(shop.database.sequelize)).toSorted()).toEqual([...TABLE_NAMES].toSorted());
  });
});

describe.runIf(onPostgres)("a shop that moves", () => {
  const shop = useShop();
  let folder = "";
  let address = "";
  beforeEach(async () => {
    folder = mkdtempSync(join(tmpdir(), "green-fable-"));
    address = await emptyDatabase();
  });
  afterEach(async () => {
    await dropDatabase(address);
    rmSync(folder, { recursive: true, force: true });
  });

  const out = (from: string, file: string) => intoHome(from, NOW)((there) => moveOut(there, file, NOW));
  const into = (file: string, to: string) => moveIn(file, intoHome(to, NOW), NOW);

  const allOf = async (place: string) => {
    const database = await openDatabase(place, NOW);
    const held = Object.fromEntries(
      await Promise.all(
        TABLE_NAMES.map(async (table) => [table, await heldIn(database.sequelize, table)] as const),
      ),
    );
    const { jobs } = services(database, () => NOW);
    const lines = (await jobs.list({}, 1, 500)).items;
    const views = await Promise.all(lines.map(({ id }) => jobs.view(id)));
    const found = (await jobs.list({ q: "cargo" })).items.map(({ number }) => number);
    await database.close();
    return { held, lines, views, found };
  };

  it("there and back is the same shop, line by line and on every screen", async () => {
    await shop.becomeDemo();
    await shop.doors.audit("MO", "changed a model", "127.0.0.1");
    const [first, second] = [join(folder, "first.sqlite"), join(folder, "second.sqlite")];
    await shop.services.judging.idle();
    const gone = await out(shop.address!, first);
    const bytes = readFileSync(first);
    expect(await into(first, address)).toEqual(gone);
    expect(readFileSync(first).equals(bytes)).toBe(true);
    expect(await out(address, second)).toEqual(gone);
    expect(gone.jobs).toBeGreaterThan(20);
    expect(gone.entries).toBeGreaterThan(500);
    const [here, there, back] = [await allOf(shop.address!), await allOf(address), await allOf(second)];
    expect(there).toEqual(here);
    expect(back).toEqual(here);
    expect(here.found.length).toBeGreaterThan(0);
    // Its numbers go on after those that moved in.
    const moved = await openDatabase(address, NOW);
    await moved.models.Audit.create({ at: "a", who: "b", what: "c", address: "d" });
    expect(await moved.models.Audit.count()).toBe(2);
    await moved.close();
  });

  it("into a place that is not empty is refused, and nothing there is changed", async () => {
    const file = join(folder, "first.sqlite");
    await shop.takeIn();
    await shop.services.judging.idle();
    await out(shop.address!, file);
    await expect(into(file, shop.address!)).rejects.toThrow(/something in instruments already/u);
    await expect(out(shop.address!, file)).rejects.toThrow(/Name a new file/u);
    expect((await shop.services.jobs.list()).total).toBe(1);
  });

  it("with a line that cannot be written there leaves the place empty", async () => {
    const file = join(folder, "first.sqlite");
    await shop.takeIn();
    await out(shop.address!, file);
    const broken = await openDatabase(file, NOW);
    await broken.sequelize.query("UPDATE instruments SET body = 'no JSON'");
    await broken.sequelize.query("PRAGMA wal_checkpoint(TRUNCATE)");
    await broken.close();
    await expect(into(file, address)).rejects.toThrow();
    const there = await openDatabase(address, NOW);
    expect(await there.models.Job.count()).toBe(0);
    expect(await there.models.Instrument.count()).toBe(0);
    await there.close();
  });
});
