import { existsSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { pino } from "pino";
import { Sequelize } from "sequelize";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { NOW, useShop } from "../../tests/shop.ts";
import { dropDatabase, emptyDatabase, onPostgres } from "../../tests/postgresShop.ts";
import { openDatabase } from "../database/database.ts";
import { copyKeeper } from "./daily.ts";
import { databaseCopies, lookOverDump, restoreDump } from "./dump.ts";
import { heldIn, TABLE_NAMES } from "./tables.ts";

describe.runIf(onPostgres)("the copy of a database", () => {
  const shop = useShop();
  let empty = "";
  beforeEach(async () => {
    empty = await emptyDatabase();
  });
  afterEach(() => dropDatabase(empty));
  const keeperOf = () =>
    copyKeeper({
      maker: databaseCopies(shop.database.sequelize, shop.address!, "shop"),
      folder: join(shop.folder, "copies"),
      keep: 2,
      clock: () => shop.now,
      log: pino({ level: "silent" }),
    });
  const heldAt = async (address: string) => {
    const database = await openDatabase(address, NOW);
    const held = [];
    for (const table of TABLE_NAMES) held.push(await heldIn(database.sequelize, table));
    await database.close();
    return held;
  };
  const restored = async (dump: string) => {
    const sequelize = new Sequelize(empty, { dialect: "postgres", logging: false });
    return restoreDump(dump, sequelize, empty).finally(() => sequelize.close());
  };

  it("is made once a day, held against what was there, and brought back whole", async () => {
    await shop.becomeDemo();
    const keeper = keeperOf();
    await keeper.daily();
    await keeper.daily();
    expect(keeper.list()).toEqual(["green-fable-2026-03-02.dump"]);
    expect(keeper.last()).toMatchObject({ problem: null });
    expect(keeper.of).toBe("database");
    const dump = join(keeper.folder, keeper.list()[0]!);
    expect((await lookOverDump(dump))["public.jobs"]).toBe(await shop.database.models.Job.count());
    await restored(dump);
    expect(await heldAt(empty)).toEqual(await heldAt(shop.address!));
    await expect(restored(dump)).rejects.toThrow(/something in this database already/u);
  });

  it("that was changed, cut short or is another file is refused, and the database stays empty", async () => {
    await shop.takeIn();
    const keeper = keeperOf();
    const { name } = await keeper.now();
    const dump = join(keeper.folder, name);
    const bytes = readFileSync(dump);
    const changed = Buffer.from(bytes);
    changed[changed.length - 40]! ^= 1;
    writeFileSync(dump, changed);
    await expect(restored(dump)).rejects.toThrow(/SHA-256 differs/u);
    const cut = join(shop.folder, "cut.dump");
    writeFileSync(cut, bytes.subarray(0, bytes.length / 2));
    await expect(restored(cut)).rejects.toThrow(/damaged, or no copy of a database/u);
    writeFileSync(cut, "these are the cat's whiskers");
    await expect(restored(cut)).rejects.toThrow(/damaged, or no copy of a database/u);
    await expect(lookOverDump(join(shop.folder, "nowhere"))).rejects.toThrow(/There is no file/u);
    const sequelize = new Sequelize(empty, { dialect: "postgres", logging: false });
    expect(await sequelize.getQueryInterface().showAllTables()).toEqual([]);
    await sequelize.close();
  });

  it("says what is wrong where it cannot be made, and nothing half-made carries its name", async () => {
    const keeper = copyKeeper({
      maker: databaseCopies(shop.database.sequelize, shop.address!.replace("fable:", "nobody:"), "shop"),
      folder: join(shop.folder, "copies"),
      keep: 2,
      clock: () => shop.now,
      log: pino({ level: "silent" }),
    });
    await keeper.daily();
    expect(keeper.last()!.problem).toMatch(/could not be copied/u);
    expect(keeper.list()).toEqual([]);
    expect(existsSync(join(keeper.folder, "green-fable-2026-03-02.dump"))).toBe(false);
  });
});
