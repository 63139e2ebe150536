import { existsSync, readdirSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { pino } from "pino";
import { Sequelize } from "sequelize";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { NOW, useShop } from "../../tests/shop.ts";
import { dropDatabase, emptyDatabase, onPostgres } from "../../tests/postgresShop.ts";
import { openDatabase } from "../database/database.ts";
import { pendingIn } from "../database/migrate.ts";
import { copyKeeper } from "./daily.ts";
import { copiedFirst, databaseCopies, lookOverDump, restoreDump } from "./dump.ts";
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

  it("is made before a newer program brings one of an earlier version up to date, and is that version", async () => {
    const folder = join(shop.folder, "before");
    const copyFirst = copiedFirst(empty, folder, NOW);
    await (await openDatabase(empty, NOW, { upTo: "015-ledger", copyFirst })).close();
    expect(existsSync(folder)).toBe(false);
    const old = await openDatabase(empty, NOW, { upTo: "015-ledger" });
    await old.sequelize.query("INSERT INTO technicians (id, initials, name) VALUES ('a', 'MO', 'Maud')");
    await old.close();
    await (await openDatabase(empty, NOW, { copyFirst })).close();
    await (await openDatabase(empty, NOW, { copyFirst })).close();
    const copies = readdirSync(folder).filter((name) => name.endsWith(".dump"));
    expect(copies).toEqual(["before-016-feeds.public.2026-03-02T10-00-00.dump"]);
    const counts = await lookOverDump(join(folder, copies[0]!));
    expect(counts["public.technicians"]).toBe(1);
    expect(counts).not.toHaveProperty(["public.practice_cases"]);
  });

  it("that cannot be made leaves one of an earlier version as it is, unless somebody says so", async () => {
    const wrong = empty.replace("fable:", "nobody:");
    await (await openDatabase(empty, NOW, { upTo: "015-ledger" })).close();
    const copyFirst = copiedFirst(wrong, join(shop.folder, "before"), NOW);
    await expect(openDatabase(empty, NOW, { copyFirst })).rejects.toThrow(
      /could not be copied.+--without-copy does it without\. Nothing was changed\.$/u,
    );
    const there = new Sequelize(empty, { dialect: "postgres", logging: false });
    const pending = await pendingIn(there).finally(() => there.close());
    expect(pending).toContain("016-feeds");
    await (await openDatabase(empty, NOW)).close();
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
