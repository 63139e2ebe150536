import { Sequelize } from "sequelize";
import { defineModels } from "../../models/index.ts";
import type { Database, Others } from "../port.ts";
import { migrate, refuseNewer, UnfitDatabase, type HowFar } from "../migrate.ts";
import { othersOn } from "./bus.ts";
import { sharedWrites } from "./writes.ts";

/** One process brings a database up to date; the others wait for it. */
const BEING_BROUGHT_UP = 0x67_66_75_70;
/** Connections of one process to a shop; to each of a chain they are fewer, since one server counts them all. */
const MOST_CONNECTIONS = 12;
const MOST_IN_CHAIN = 6;
/** A server that does not answer within so long is not there, ms. */
const ANSWERS = 10_000;

/** A process that says nothing for so long in the midst of a change is given up, ms. */
const STANDS_STILL = 30_000;

/** An address without the pass-word that it may hold, for a person. */
function shownAddress(address: string): string {
  const url = new URL(address);
  return `${url.hostname}${url.port && `:${url.port}`}${url.pathname}`;
}

/** What the server says of why it lets nobody in, by its code. */
function whyNot(error: unknown, address: string): string | null {
  const { original } = error as { readonly original?: { readonly code?: string; readonly message?: string } };
  const where = shownAddress(address);
  switch (original?.code) {
    case "28P01":
    case "28000":
      return `The database server at ${where} does not let this user in: look at the user and the pass-word in DATABASE_URL.`;
    case "3D000":
      return `There is no database at ${where}. Make it first (createdb); nothing was changed.`;
    case "42501":
      return `This user may not make tables in ${where}. Give it the right to, or make it the database's owner.`;
    case "53300":
      return `The database server at ${where} has no connection left. Raise its max_connections, or end a program that holds some.`;
    case "57P03":
      return `The database server at ${where} is still starting. Try again in a moment.`;
    default:
      return /^Sequelize(?:Connection|Host|AccessDenied|InvalidConnection)/u.test((error as Error).name)
        ? `There is no database server at ${where} that answers (${original?.message ?? (error as Error).message}). Nothing was changed.`
        : null;
  }
}

/** Tables of somebody else are no place for a shop. */
async function refuseForeign(sequelize: Sequelize, address: string): Promise<void> {
  const [rows] = await sequelize.query(
    `SELECT tablename AS name FROM pg_tables WHERE schemaname = current_schema() ORDER BY 1`,
  );
  const tables = (rows as { readonly name: string }[]).map(({ name }) => name);
  if (tables.length > 0 && !tables.includes("migrations"))
    throw new UnfitDatabase(
      `${shownAddress(address)} holds tables that are not of this program (${tables.slice(0, 3).join(", ")}). Give it a database of its own; nothing was changed.`,
    );
}

/** Where a shop of a chain lies in its database. */
export interface Premises {
  readonly schema: string;
  /** From 1 on; 0 is the shop that was there first, or alone. */
  readonly number: number;
  /** Where the first shop lies: what the database itself was given for all lies there too. */
  readonly home: string;
  /** How the process hears the others; each shop has it to itself. */
  readonly others: Others;
}

/** What each connection is told first. @param path the schemas that names are looked for in; null as the server has it */
const begin = (path: readonly string[] | null) =>
  // Whatever the server's own settings say: who is told that it is saved finds it after a power cut, and a process that
  // stands still in the midst of a change holds the others up no longer than this.
  [
    "SET synchronous_commit = on",
    "SET standard_conforming_strings = on",
    "SET TIME ZONE 'UTC'",
    `SET idle_in_transaction_session_timeout = ${STANDS_STILL}`,
    ...(path ? [`SET search_path TO ${path.map((schema) => `"${schema}"`).join(", ")}`] : []),
  ].join("; ");

function connect(address: string, path: readonly string[] | null): Sequelize {
  const sequelize = new Sequelize(address, {
    dialect: "postgres",
    logging: false,
    pool: { max: path ? MOST_IN_CHAIN : MOST_CONNECTIONS, min: 0, idle: 10_000, acquire: 60_000 },
    dialectOptions: { connectionTimeoutMillis: ANSWERS, keepAlive: true },
  });
  sequelize.addHook("afterConnect", async (connection) => {
    await (connection as { query: (sql: string) => Promise<unknown> }).query(begin(path));
  });
  return sequelize;
}

/** Brings a shop up to date; the other processes wait for it. */
async function bringUp(sequelize: Sequelize, address: string, howFar: HowFar): Promise<void> {
  await refuseNewer(sequelize, shownAddress(address));
  await refuseForeign(sequelize, address);
  await sequelize.transaction(async (transaction) => {
    await sequelize.query(`SELECT pg_advisory_xact_lock(${BEING_BROUGHT_UP})`, { transaction });
    await migrate(
      sequelize,
      async (migration) => {
        // A copy of a large shop takes its time.
        await sequelize.query("SET LOCAL idle_in_transaction_session_timeout = 0", { transaction });
        await howFar.copyFirst?.(sequelize, migration);
      },
      howFar,
    );
  });
}

/** @throws UnfitDatabase in a sentence, where a person can do something about it */
async function orWhyNot<T>(address: string, sequelize: Sequelize, work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (error) {
    await sequelize.close();
    const why = whyNot(error, address);
    if (why !== null) throw new UnfitDatabase(why, { cause: error });
    throw error;
  }
}

function opened(sequelize: Sequelize, number: number, others: Others): Database {
  const { write, writeTo, idle } = sharedWrites(sequelize, number);
  return {
    sequelize,
    models: defineModels(sequelize),
    write,
    writeTo,
    others,
    close: async () => {
      await others.close();
      await idle();
      await sequelize.close();
    },
  };
}

/**
 * Opens a shop's database on a PostgreSQL server and brings it up to date; several processes may. What was acknowledged is on
 * the server's disk.
 * @throws UnfitDatabase in a sentence where it does not answer, lets nobody in, or holds something else
 */
export async function openServer(address: string, howFar: HowFar): Promise<Database> {
  const sequelize = connect(address, null);
  await orWhyNot(address, sequelize, () => bringUp(sequelize, address, howFar));
  const others = othersOn(address);
  await others.ready();
  return opened(sequelize, 0, others);
}

/**
 * Opens a shop of a chain, which sees its own tables alone, and brings it up to date.
 * @throws UnfitDatabase in a sentence
 */
export async function openPremises(
  address: string,
  { schema, number, home, others }: Premises,
  howFar: HowFar = {},
): Promise<Database> {
  // What indexes are made of was given to the database once, with the first shop.
  const wide = connect(address, [schema, home]);
  await orWhyNot(address, wide, () => bringUp(wide, address, howFar));
  await wide.close();
  return opened(connect(address, [schema]), number, others);
}
