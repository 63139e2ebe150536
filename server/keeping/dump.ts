import { execFile, spawn } from "node:child_process";
import { createHash } from "node:crypto";
import {
  chmodSync,
  createReadStream,
  existsSync,
  mkdirSync,
  readFileSync,
  renameSync,
  rmSync,
  statSync,
  writeFileSync,
} from "node:fs";
import { basename, dirname, join } from "node:path";
import { createInterface } from "node:readline";
import { pipeline } from "node:stream/promises";
import { promisify } from "node:util";
import { QueryTypes, Transaction, type Sequelize } from "sequelize";
import { isChain } from "../chain/registry.ts";
import type { CopyFirst } from "../database/migrate.ts";
import { elsewhere, NOWHERE } from "../database/postgres/elsewhere.ts";
import { programAt } from "../database/postgres/programs.ts";
import { sumFile, UnfitCopy, type Copy } from "./backup.ts";
import type { CopyMaker } from "./daily.ts";
import { synced } from "./place.ts";
import { TABLE_NAMES, takeYourTime, type Table } from "./tables.ts";

const run = promisify(execFile);

function needed(name: "pg_dump" | "pg_restore"): string {
  const found = programAt(name);
  if (found === null)
    throw new UnfitCopy(
      `There is no ${name} on this computer, which copies of a database are made with (on Debian: apt-get install postgresql-client).`,
    );
  return found;
}

/** How a program is told of a database: the pass-word stands in no list of what runs here. */
function asked(address: string) {
  const url = new URL(address);
  const env = { ...process.env, PGPASSWORD: decodeURIComponent(url.password), PGCONNECT_TIMEOUT: "10" };
  url.password = "";
  return { database: url.href, env };
}

const sumOf = async (file: string) => {
  const hash = createHash("sha256");
  await pipeline(createReadStream(file), hash);
  return hash.digest("hex");
};
/** Lines of tables, by schema and name as public.jobs. */
type Counts = Readonly<Record<string, number>>;

/** Of a table, over all shops that are counted. */
export const countedOf = (counts: Counts, table: Table): number =>
  Object.entries(counts).reduce((sum, [name, n]) => (name.endsWith(`.${table}`) ? sum + n : sum), 0);

/** Lines of every table as they stand in a dump, read to its end: one that is cut short says so. */
async function countsIn(dump: string): Promise<Counts> {
  const child = spawn(needed("pg_restore"), ["--data-only", "--file=-", dump], {
    stdio: ["ignore", "pipe", "pipe"],
  });
  let said = "";
  child.stderr.on("data", (chunk: Buffer) => (said += String(chunk).slice(0, 500)));
  const ended = new Promise<number | null>((resolve) => child.once("close", resolve));
  const counts: Record<string, number> = {};
  let table: string | null = null;
  for await (const line of createInterface({ input: child.stdout, crlfDelay: Infinity })) {
    const begins = /^COPY "?(\w+)"?\."?(\w+)"? \(.*\) FROM stdin;$/u.exec(line);
    if (begins && table === null) {
      table = `${begins[1]!}.${begins[2]!}`;
      counts[table] = 0;
    } else if (line === "\\.") table = null;
    else if (table !== null) counts[table]! += 1;
  }
  if ((await ended) !== 0)
    throw new UnfitCopy(`${basename(dump)} is damaged, or no copy of a database: ${said.trim()}`);
  return counts;
}

/** What is copied of a database: the shop that is asked, or every shop of its chain with the chain's own lists. */
export type CopyOf = "shop" | "all";

/** The places in a database that hold a shop, or a chain's lists. */
const PLACES: Readonly<Record<CopyOf, string>> = {
  shop: "SELECT current_schema() AS schema",
  all: "SELECT schemaname AS schema FROM pg_tables WHERE tablename = 'migrations' ORDER BY 1",
};

/** What a database holds in one moment, and that moment's name. */
async function atOneMoment<T>(
  sequelize: Sequelize,
  of: CopyOf,
  work: (snapshot: string, counts: Counts, places: readonly string[]) => Promise<T>,
): Promise<T> {
  return sequelize.transaction(
    { isolationLevel: Transaction.ISOLATION_LEVELS.REPEATABLE_READ, readOnly: true },
    async (transaction) => {
      await takeYourTime(sequelize, transaction);
      const ask = <Row extends object>(sql: string) =>
        sequelize.query<Row>(sql, { type: QueryTypes.SELECT, transaction });
      const [named] = await ask<{ name: string }>("SELECT pg_export_snapshot() AS name");
      const counts: Record<string, number> = {};
      const places = (await ask<{ schema: string }>(PLACES[of])).map(({ schema }) => schema);
      // One of an earlier version holds fewer.
      const there = await ask<{ name: string }>(
        "SELECT schemaname || '.' || tablename AS name FROM pg_tables",
      );
      const held = new Set(there.map(({ name }) => name));
      for (const place of places)
        for (const table of TABLE_NAMES.filter((one) => held.has(`${place}.${one}`))) {
          const [row] = await ask<{ n: string }>(`SELECT count(*) AS n FROM "${place}".${table}`);
          counts[`${place}.${table}`] = Number(row!.n);
        }
      return work(named!.name, counts, places);
    },
  );
}

/**
 * Looks a dump over: its sum where it carries one, and that it reads to its end.
 * @throws UnfitCopy with what is wrong
 */
export async function lookOverDump(dump: string): Promise<Counts> {
  if (!existsSync(dump)) throw new UnfitCopy(`There is no file ${dump}.`);
  if (existsSync(sumFile(dump))) {
    const [said] = readFileSync(sumFile(dump), "utf8").split(" ");
    if (said !== (await sumOf(dump)))
      throw new UnfitCopy(`${basename(dump)} is not as it was made: its SHA-256 differs.`);
  }
  const counts = await countsIn(dump);
  if (!Object.keys(counts).some((table) => table.endsWith(".jobs")))
    throw new UnfitCopy(`${basename(dump)} holds no shop of this program.`);
  return counts;
}

/** A copy of one shop names nothing beyond it: what it sees of others is made anew where it comes back. */
const aloneWithout = (place: string) => [
  `--schema=${place}`,
  `--exclude-table=${place}.*_elsewhere`,
  `--exclude-table=${place}.models_of_chain`,
];

/** Copies a database while it is worked on: one moment of it, held against what it held then before it gets its name. */
async function dumpDatabase(
  sequelize: Sequelize,
  address: string,
  asks: CopyOf,
  target: string,
): Promise<Omit<Copy, "name">> {
  const part = `${target}.part`;
  mkdirSync(dirname(target), { recursive: true, mode: 0o700 });
  rmSync(part, { force: true });
  const { database, env } = asked(address);
  const program = needed("pg_dump");
  // A shop that lies alone in its database is all of it.
  const of = (await isChain(sequelize)) ? asks : "all";
  const held = await atOneMoment(sequelize, of, async (snapshot, counts, places) => {
    await run(
      program,
      [
        "--format=custom",
        "--no-owner",
        "--no-acl",
        ...(of === "shop" ? places.flatMap(aloneWithout) : []),
        `--snapshot=${snapshot}`,
        `--file=${part}`,
        `--dbname=${database}`,
      ],
      { env },
    ).catch((error: unknown) => {
      const said = (error as { readonly stderr?: string }).stderr ?? String(error);
      throw new UnfitCopy(`The database could not be copied: ${said.trim().split("\n")[0]}`);
    });
    return counts;
  });
  chmodSync(part, 0o600);
  const counts = await countsIn(part);
  for (const [table, lines] of Object.entries(held))
    if (counts[table] !== lines)
      throw new UnfitCopy(
        `The copy holds ${counts[table] ?? 0} of ${lines} lines of ${table}: it is not kept.`,
      );
  synced(part);
  writeFileSync(sumFile(target), `${await sumOf(part)}  ${basename(target)}\n`, { mode: 0o600 });
  renameSync(part, target);
  synced(dirname(target));
  return { bytes: statSync(target).size, jobs: countedOf(held, "jobs"), entries: countedOf(held, "entries") };
}

/** Copies of a database on a server: of a shop in it, or of all that lie there. */
export const databaseCopies = (sequelize: Sequelize, address: string, of: CopyOf): CopyMaker => ({
  ending: ".dump",
  copy: (target) => dumpDatabase(sequelize, address, of, target),
  bytes: async () => {
    const [row] = await sequelize.query<{ n: string }>("SELECT pg_database_size(current_database()) AS n", {
      type: QueryTypes.SELECT,
    });
    return Number(row!.n);
  },
});

/**
 * Copies a shop before a newer program brings it up to date, whatever becomes of that.
 * @throws UnfitCopy where it cannot be copied: it stays as it is then
 */
export const copiedFirst =
  (address: string, folder: string, now: Date): CopyFirst =>
  async (sequelize, before) => {
    const stamp = now.toISOString().replaceAll(":", "-").replace(/\..*$/u, "");
    const [place] = await sequelize.query<{ schema: string }>(PLACES.shop, { type: QueryTypes.SELECT });
    try {
      const name = `before-${before}.${place!.schema}.${stamp}.dump`;
      await dumpDatabase(sequelize, address, "shop", join(folder, name));
    } catch (error) {
      if (!(error instanceof UnfitCopy)) throw error;
      throw new UnfitCopy(
        `${error.message} This database is of an earlier version of this program, which brings it up to date once it is copied; --without-copy does it without. Nothing was changed.`,
      );
    }
  };

/** Where a shop lies that is alone in its database. */
const ALONE = "public";

/** A shop of a chain that came back without it: it lies where one that is alone lies, and sees nothing beyond itself. */
async function standAlone(sequelize: Sequelize, place: string): Promise<void> {
  await sequelize.transaction(async (transaction) => {
    const tell = (sql: string) => sequelize.query(sql, { transaction });
    if (place !== ALONE) {
      await tell(`ALTER EXTENSION pg_trgm SET SCHEMA "${place}"`);
      await tell(`DROP SCHEMA ${ALONE}`);
      await tell(`ALTER SCHEMA "${place}" RENAME TO ${ALONE}`);
    }
    for (const statement of elsewhere(NOWHERE)) await tell(statement);
  });
}

/**
 * Brings a dump into an empty database, all of it or nothing. One of a single shop of a chain is a shop of its own then.
 * @throws UnfitCopy in a sentence where it is not whole, or the database is not empty
 */
export async function restoreDump(dump: string, sequelize: Sequelize, address: string): Promise<Counts> {
  const counts = await lookOverDump(dump);
  const [row] = await sequelize.query<{ n: string }>(
    "SELECT count(*) AS n FROM pg_tables WHERE schemaname NOT IN ('pg_catalog', 'information_schema')",
    { type: QueryTypes.SELECT },
  );
  if (Number(row!.n) > 0)
    throw new UnfitCopy(
      "There is something in this database already. Name an empty one; nothing was changed.",
    );
  const places = [...new Set(Object.keys(counts).map((table) => table.slice(0, table.indexOf("."))))];
  const only = places.length === 1 && (await isShopAlone(dump)) ? places[0]! : null;
  if (only !== null) {
    // What a whole database brings along was left out of it.
    await sequelize.query("CREATE EXTENSION IF NOT EXISTS pg_trgm");
    await sequelize.query(`CREATE SCHEMA IF NOT EXISTS "${only}"`);
  }
  const { database, env } = asked(address);
  await run(
    needed("pg_restore"),
    [
      ...["--single-transaction", "--exit-on-error", "--no-owner", "--no-acl"],
      ...(only === null ? [] : [`--schema=${only}`]),
      ...[`--dbname=${database}`, dump],
    ],
    { env },
  ).catch((error: unknown) => {
    const said = (error as { readonly stderr?: string }).stderr ?? String(error);
    throw new UnfitCopy(
      `The copy could not be brought back: ${said.trim().split("\n")[0]}. Nothing was changed.`,
    );
  });
  if (only !== null) await standAlone(sequelize, only);
  return counts;
}

/** Whether a dump is of one shop without the chain that it is in. */
async function isShopAlone(dump: string): Promise<boolean> {
  const { stdout } = await run(needed("pg_restore"), ["--list", dump], { maxBuffer: 16 * 1024 * 1024 });
  return !/ EXTENSION - pg_trgm/u.test(stdout);
}
