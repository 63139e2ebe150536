import { QueryTypes, Transaction, type Sequelize } from "sequelize";
import { MIGRATIONS } from "../migrations/index.ts";
import { runIn, type Tell } from "../migrations/migration.ts";
import { engineOf } from "./dialect.ts";
import { isDatabaseGone, type Engine } from "./port.ts";

/** A shop's file or database that this program must not touch, in a sentence for the person who started it. */
export class UnfitDatabase extends Error {}

/** Whether the server could not be reached: away, starting, or without a connection left. Another time it may be. */
export const passes = (error: unknown): boolean =>
  isDatabaseGone(error) || (error instanceof UnfitDatabase && isDatabaseGone(error.cause));

const TABLE = `CREATE TABLE IF NOT EXISTS migrations (name VARCHAR(255) UNIQUE PRIMARY KEY)`;
const IS_THERE: Readonly<Record<Engine, string>> = {
  sqlite: "SELECT name FROM sqlite_master WHERE name = 'migrations'",
  postgres:
    "SELECT tablename FROM pg_tables WHERE schemaname = current_schema() AND tablename = 'migrations'",
};

/** Migrations that the file or database says it has had; none where it is new. */
async function executedIn(sequelize: Sequelize): Promise<string[]> {
  const tables = await sequelize.query(IS_THERE[engineOf(sequelize)], { type: QueryTypes.SELECT });
  if (tables.length === 0) return [];
  const rows = await sequelize.query<{ name: string }>("SELECT name FROM migrations ORDER BY name", {
    type: QueryTypes.SELECT,
  });
  return rows.map(({ name }) => name);
}

/** Changes that a file has had and this program does not know: none where it is of this version or an earlier one. */
export async function newerThanThis(sequelize: Sequelize): Promise<string[]> {
  const known = new Set(MIGRATIONS.map(({ name }) => name));
  return (await executedIn(sequelize)).filter((name) => !known.has(name));
}

/** Changes that this program would bring a file. */
export async function pendingIn(sequelize: Sequelize): Promise<string[]> {
  const executed = await executedIn(sequelize);
  return MIGRATIONS.map(({ name }) => name).filter((name) => !executed.includes(name));
}

/**
 * Refuses what a newer program wrote, before anything is written to it.
 * @param place the file or the database, as a person names it
 * @throws UnfitDatabase
 */
export async function refuseNewer(sequelize: Sequelize, place: string): Promise<void> {
  const newer = await newerThanThis(sequelize);
  if (newer.length > 0)
    throw new UnfitDatabase(
      `${place} was written by a newer version of this program (it has ${newer.join(", ")}). Start that version; nothing was changed.`,
    );
}

export interface HowFar {
  /** Last migration to run, for tests of later ones. */
  readonly upTo?: string | undefined;
  /** Hears how far a long one is. */
  readonly tell?: Tell;
  /** Copies what lies in a database before the first migration; a file is copied beside itself. */
  readonly copyFirst?: CopyFirst | undefined;
}

/** @param before the migration that comes first */
export type CopyFirst = (sequelize: Sequelize, before: string) => Promise<void>;

/**
 * Brings a file or a database up to date. Each migration and the record of it are one transaction: a kill or a power cut
 * leaves it before the migration or after it, never between.
 * @param copyBefore copies what is there before the first migration, unless it is new
 * @throws Error naming the migration that failed, with its cause; the file is then as before it
 */
export async function migrate(
  sequelize: Sequelize,
  copyBefore: (migration: string) => Promise<void>,
  { upTo, tell = () => undefined }: HowFar = {},
): Promise<void> {
  await sequelize.query(TABLE);
  const executed = await executedIn(sequelize);
  const last = upTo === undefined ? MIGRATIONS.length : MIGRATIONS.findIndex(({ name }) => name === upTo) + 1;
  const pending = MIGRATIONS.slice(0, last).filter(({ name }) => !executed.includes(name));
  if (pending.length === 0) return;
  if (executed.length > 0) await copyBefore(pending[0]!.name);
  // Fetched where there is something to do: a start mostly finds nothing.
  const { Umzug } = await import("umzug");
  const atOnce = engineOf(sequelize) === "sqlite" ? { type: Transaction.TYPES.IMMEDIATE } : {};
  const umzug = new Umzug({
    migrations: pending.map(({ name, up }) => ({
      name,
      up: async () => {
        try {
          await sequelize.transaction(atOnce, async (transaction) => {
            const run = runIn(sequelize, transaction, tell);
            await up(run);
            await run.statement("INSERT INTO migrations (name) VALUES (?)", [name]);
          });
        } catch (error) {
          throw new Error(`Migration ${name} failed; the file is as it was before it. Report it.`, {
            cause: error,
          });
        }
      },
    })),
    // What was done is written down within each migration's own transaction.
    storage: {
      executed: () => executedIn(sequelize),
      logMigration: () => Promise.resolve(),
      unlogMigration: () => Promise.resolve(),
    },
    logger: undefined,
  });
  await umzug.up();
}
