import { QueryTypes } from "sequelize";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { INTAKE, JOB, NOW, aReading, useShop, uuid } from "../../../tests/shop.ts";
import { dropDatabase, emptyDatabase, onPostgres } from "../../../tests/postgresShop.ts";
import { MIGRATIONS } from "../../migrations/index.ts";
import { services } from "../../services/index.ts";
import { openDatabase, type Database } from "../database.ts";
import { passes, UnfitDatabase } from "../migrate.ts";
import { plainSql } from "../plainSql.ts";
import { DatabaseGone, isDatabaseGone } from "../port.ts";

describe.runIf(onPostgres)("a database on a server", () => {
  const shop = useShop();
  let empty = "";
  let opened: Database[] = [];
  beforeEach(async () => {
    empty = await emptyDatabase();
  });
  afterEach(async () => {
    for (const one of opened) await one.close();
    opened = [];
    await dropDatabase(empty);
  });
  const open = async (address: string, upTo?: string) => {
    const database = await openDatabase(address, NOW, { upTo });
    opened.push(database);
    return database;
  };
  const at = (changes: Partial<Record<"password" | "port" | "pathname" | "username", string>>) =>
    Object.assign(new URL(empty), changes).href;

  it.each([
    ["a wrong pass-word", () => at({ password: "wrong" }), /does not let this user in/u],
    ["nobody there", () => at({ port: "1" }), /no database server at 127\.0\.0\.1:1.* that answers/u],
    ["no such database", () => at({ pathname: "/nowhere" }), /no database at .+\/nowhere.+createdb/u],
  ])("with %s is refused in a sentence that tells no pass-word", async (_, address, sentence) => {
    const refused = await openDatabase(address(), NOW).catch((error: unknown) => error as Error);
    expect(refused).toBeInstanceOf(UnfitDatabase);
    expect((refused as Error).message).toMatch(sentence);
    expect((refused as Error).message).not.toContain(new URL(empty).password);
  });

  it("that cannot be reached may be another time, and one that is not ours stays so", async () => {
    const why = (address: string) => openDatabase(address, NOW).catch((error: unknown) => error);
    expect(passes(await why(at({ port: "1" })))).toBe(true);
    const database = await open(empty);
    await database.sequelize.query("INSERT INTO migrations (name) VALUES ('099-hovercraft')");
    expect(passes(await why(empty))).toBe(false);
  });

  it("that holds somebody else's tables is refused, and left as it is", async () => {
    const database = await open(empty);
    await database.sequelize.query("DROP TABLE migrations");
    await expect(openDatabase(empty, NOW)).rejects.toThrow(/holds tables that are not of this program/u);
  });

  it("of a newer program is refused with what it has", async () => {
    const database = await open(empty);
    await database.sequelize.query("INSERT INTO migrations (name) VALUES ('099-hovercraft')");
    await expect(openDatabase(empty, NOW)).rejects.toThrow(
      /newer version of this program \(it has 099-hovercraft\)/u,
    );
  });

  it.each(MIGRATIONS.slice(11, -1).map(({ name }) => name))(
    "of the release of %s is brought up to date",
    async (name) => {
      await (await openDatabase(empty, NOW, { upTo: name })).close();
      const database = await open(empty);
      const shopThere = services(database, () => NOW);
      await shopThere.jobs.takeIn(JOB, INTAKE);
      await shopThere.judging.idle();
      expect((await shopThere.jobs.list({ q: "cargo" })).total).toBe(1);
    },
  );

  it("is brought up to date once, by however many processes start", async () => {
    await Promise.all([open(empty), open(empty), open(empty)]);
    const names = await opened[0]!.sequelize.query<{ name: string }>(
      "SELECT name FROM migrations ORDER BY name",
      {
        type: QueryTypes.SELECT,
      },
    );
    expect(names.map(({ name }) => name)).toEqual(MIGRATIONS.map(({ name }) => name));
  });

  it("keeps journal, closed records and audit as they were written, whatever a program tries", async () => {
    await shop.takeIn();
    await shop.put("readings", aReading(1), 0).expect(201);
    await shop.doors.audit("MO", "changed a model", "127.0.0.1");
    for (const [sql, sentence] of [
      ["UPDATE entries SET kind = 'other'", /entries are never changed/u],
      ["DELETE FROM entries", /entries are never deleted/u],
      ["TRUNCATE entries CASCADE", /are never deleted/u],
      ["UPDATE audit SET who = 'XX'", /audit lines are never changed/u],
      ["DELETE FROM audit", /audit lines are never deleted/u],
    ] as const)
      await expect(shop.database.sequelize.query(sql)).rejects.toThrow(sentence);
    expect(await shop.database.models.Entry.count()).toBe(1);
  });

  it("gives up a process that stands still in the midst of a change, so that the others go on", async () => {
    const [row] = await plainSql<{ idle_in_transaction_session_timeout: string }>(
      shop.database.sequelize,
      "SHOW idle_in_transaction_session_timeout",
      {},
    );
    expect(row!.idle_in_transaction_session_timeout).toBe("30s");
    const standsStill = shop.database.write(async (transaction) => {
      await plainSql(transaction, "SET LOCAL idle_in_transaction_session_timeout = 200", {});
      await new Promise((resolve) => setTimeout(resolve, 1500));
      return plainSql(transaction, "SELECT 1 AS one", {});
    });
    const other = await open(shop.address!);
    const goesOn = other.write((transaction) => plainSql(transaction, "SELECT 1 AS one", {}));
    expect(await goesOn).toEqual([{ one: 1 }]);
    await expect(standsStill).rejects.toThrow();
  });

  it("that ends a connection is said to be gone, and answers again over another one", async () => {
    await shop.takeIn();
    const ended = await shop.database
      .write(async (transaction) => {
        await plainSql(transaction, "SELECT pg_terminate_backend(pg_backend_pid())", {}).catch(
          () => undefined,
        );
        return plainSql(transaction, "SELECT 1", {});
      })
      .catch((error: unknown) => error);
    expect(ended).toBeInstanceOf(DatabaseGone);
    expect(isDatabaseGone(ended)).toBe(true);
    expect(isDatabaseGone(new Error("another fault"))).toBe(false);
    await shop.put("readings", aReading(1), 0).expect(201);
  });

  it("writes one entry of two that come at once with one version, through whichever process", async () => {
    await shop.takeIn();
    const { jobs } = services(await open(shop.address!), () => NOW);
    const append = (to: typeof jobs, n: number) =>
      to.append(JOB, { kind: "reading", body: aReading(n) as never }, 0).then(
        () => "written",
        (error: unknown) => (error as { readonly status?: number }).status,
      );
    const said = await Promise.all(
      [1, 2, 3, 4, 5, 6].map((n) => append(n % 2 ? jobs : shop.services.jobs, n)),
    );
    expect(said.toSorted()).toEqual([412, 412, 412, 412, 412, "written"]);
    // The same one twice at once is there once, and both are told that it is.
    const twins = await Promise.all(
      [jobs, shop.services.jobs].map((to) =>
        to.append(JOB, { kind: "reading", body: aReading(9) as never }, 1),
      ),
    );
    expect(twins.map(({ created }) => created).toSorted()).toEqual([false, true]);
    expect((await shop.view()).entries).toHaveLength(2);
  });

  it("gives motors that are taken in at once through two processes a number each", async () => {
    const { jobs } = services(await open(shop.address!), () => NOW);
    const taken = await Promise.all(
      Array.from({ length: 10 }, (_, n) =>
        (n % 2 ? jobs : shop.services.jobs).takeIn(uuid(100 + n), {
          ...INTAKE,
          motor: { ...INTAKE.motor, id: uuid(200 + n), serial: "" },
        }),
      ),
    );
    expect(taken.map(({ view }) => view.number).toSorted((a, b) => a - b)).toEqual([
      1, 2, 3, 4, 5, 6, 7, 8, 9, 10,
    ]);
  });
});
