import { existsSync, mkdtempSync, rmSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { QueryTypes, Sequelize } from "sequelize";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { NOW } from "../../tests/entries.ts";
import { useChain } from "../../tests/chain.ts";
import { databaseLike, dropDatabase, emptyDatabase, onPostgres } from "../../tests/postgresShop.ts";
import { openDatabase, type Database } from "../database/database.ts";
import { databaseCopies, countedOf, restoreDump } from "../keeping/dump.ts";
import { moveIn, moveOut } from "../keeping/moveShop.ts";
import { heldIn, TABLE_NAMES } from "../keeping/tables.ts";
import { visitsElsewhere } from "../services/elsewhere.ts";
import { inShop, intoHome, shopsIn, takeIn } from "./founding.ts";

describe.runIf(onPostgres)("what is kept of a chain", () => {
  const chain = useChain();
  let folder = "";
  let empty = "";
  let played = "";
  beforeEach(async () => {
    folder = mkdtempSync(join(tmpdir(), "green-fable-"));
    empty = await emptyDatabase();
    played = await databaseLike("played");
  });
  afterEach(async () => {
    for (const address of [empty, played]) await dropDatabase(address);
    rmSync(folder, { recursive: true, force: true });
  });

  const heldBy = async ({ sequelize }: Database) => {
    const held: Record<string, unknown> = {};
    for (const table of TABLE_NAMES) held[table] = await heldIn(sequelize, table);
    return held;
  };
  const linesBy = async ({ sequelize }: Database) => {
    const lines: Record<string, number> = {};
    for (const table of TABLE_NAMES) lines[table] = (await heldIn(sequelize, table)).lines;
    return lines;
  };
  /** All but the settings, which a process at work adds to. */
  const asMoved = ({ settings: _, ...held }: Record<string, unknown>) => held;
  const quay = () => inShop(chain.address, "quay", NOW, heldBy);
  const home = (address: string) => intoHome(address, NOW)(heldBy);
  /** A shop that was played in joins the chain. */
  async function quayMovesIn(): Promise<void> {
    const file = join(folder, "quay.sqlite");
    await intoHome(played, NOW)((from) => moveOut(from, file, NOW));
    const asked = { id: "quay", title: "Quay side", homeTitle: "" };
    const moved = await moveIn(file, (moves) => takeIn(chain.address, asked, NOW, moves), NOW);
    expect(moved).toMatchObject(await intoHome(played, NOW)(linesBy));
    // The process that is at work puts it to work at once; a shop without a clock is given this computer's.
    await chain.process.chain.look();
  }
  const restored = async (dump: string) => {
    const sequelize = new Sequelize(empty, { dialect: "postgres", logging: false });
    return restoreDump(dump, sequelize, empty).finally(() => sequelize.close());
  };

  it("a shop moves in with every line, and out again alone: nobody is locked in", async () => {
    await quayMovesIn();
    expect(asMoved(await quay())).toEqual(asMoved(await home(played)));
    const file = join(folder, "out.sqlite");
    const moved = await inShop(chain.address, "quay", NOW, (from) => moveOut(from, file, NOW));
    expect(moved.jobs).toBeGreaterThan(20);
    const alone = await openDatabase(file, NOW);
    expect(await heldBy(alone)).toEqual(await quay());
    await alone.close();
    // A second one of the same name is refused, and the first stays as it is.
    const before = await quay();
    await expect(quayMovesIn()).rejects.toThrow();
    expect(await quay()).toEqual(before);
  });

  it("a copy of one shop holds that shop alone, and is a shop of its own where it comes back", async () => {
    await quayMovesIn();
    const dump = join(folder, "quay.dump");
    const made = await inShop(chain.address, "quay", NOW, ({ sequelize }) =>
      databaseCopies(sequelize, chain.address, "shop").copy(dump),
    );
    const counts = await restored(dump);
    expect(countedOf(counts, "jobs")).toBe(made.jobs);
    expect(Object.keys(counts).every((table) => table.startsWith("shop_quay."))).toBe(true);
    expect(await shopsIn(empty, NOW)).toBeNull();
    expect(await home(empty)).toEqual(await quay());
    await intoHome(
      empty,
      NOW,
    )(async ({ sequelize }) => {
      expect(await visitsElsewhere(sequelize, ["tf-0022"])).toEqual(new Map([["tf-0022", []]]));
      const schemas = await sequelize.query<{ name: string }>(
        "SELECT DISTINCT schemaname AS name FROM pg_tables WHERE schemaname NOT IN ('pg_catalog', 'information_schema')",
        { type: QueryTypes.SELECT },
      );
      expect(schemas).toEqual([{ name: "public" }]);
    });
    // It may be the first of another chain.
    await takeIn(empty, { id: "pier", title: "Pier", homeTitle: "Quay side" }, NOW, () => Promise.resolve());
    expect((await shopsIn(empty, NOW))!.map(({ title }) => title)).toEqual(["Quay side", "Pier"]);
  });

  it("a copy of the first shop alone is no copy of the others", async () => {
    await quayMovesIn();
    const dump = join(folder, "home.dump");
    await intoHome(
      chain.address,
      NOW,
    )(({ sequelize }) => databaseCopies(sequelize, chain.address, "shop").copy(dump));
    const counts = await restored(dump);
    expect([...new Set(Object.keys(counts).map((table) => table.split(".")[0]))]).toEqual(["public"]);
    expect(await home(empty)).toEqual(await home(chain.address));
    expect(await shopsIn(empty, NOW)).toBeNull();
  });

  it("a copy of the whole chain comes back as the chain that it was", async () => {
    await quayMovesIn();
    const dump = join(folder, "all.dump");
    await intoHome(
      chain.address,
      NOW,
    )(({ sequelize }) => databaseCopies(sequelize, chain.address, "all").copy(dump));
    await restored(dump);
    expect(await shopsIn(empty, NOW)).toEqual(await shopsIn(chain.address, NOW));
    expect(await inShop(empty, "quay", NOW, heldBy)).toEqual(await quay());
    await inShop(empty, "north", NOW, async ({ sequelize }) => {
      const found = await visitsElsewhere(sequelize, ["tf-0022"]);
      expect(found.get("tf-0022")!.map(({ shop }) => shop)).toContain("Quay side");
    });
    await expect(restored(dump)).rejects.toThrow(/something in this database already/u);
  });

  it("a move that ends early lets nobody into the shop, and can be made again", async () => {
    const file = join(folder, "none.sqlite");
    const asked = { id: "quay", title: "Quay side", homeTitle: "" };
    await expect(moveIn(file, (moves) => takeIn(chain.address, asked, NOW, moves), NOW)).rejects.toThrow(
      /no file/u,
    );
    expect(existsSync(file)).toBe(false);
    const cut = () => Promise.reject(new Error("cut"));
    await expect(takeIn(chain.address, asked, NOW, cut)).rejects.toThrow("cut");
    await expect(inShop(chain.address, "quay", NOW, heldBy)).rejects.toThrow(/no shop quay/u);
    await quayMovesIn();
    expect(asMoved(await quay())).toEqual(asMoved(await home(played)));
  });
});
