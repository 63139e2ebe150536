import { existsSync, renameSync, rmSync } from "node:fs";
import { QueryTypes, Transaction, type Sequelize } from "sequelize";
import { MIGRATIONS } from "../migrations/index.ts";
import { runIn, type Tell } from "../migrations/migration.ts";

/** A shop's file that this program must not touch, in a sentence for the person who started it. */
export class UnfitDatabase extends Error {}

const TABLE = `CREATE TABLE IF NOT EXISTS migrations (name VARCHAR(255) UNIQUE PRIMARY KEY)`;

/** Migrations that the file says it has had; none where it is new. */
async function executedIn(sequelize: Sequelize): Promise<string[]> {
  const tables = await sequelize.query("SELECT name FROM sqlite_master WHERE name = 'migrations'", {
    type: QueryTypes.SELECT,
  });
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

/** Refuses a file of a newer program before anything is written to it. @throws UnfitDatabase */
export async function refuseNewer(sequelize: Sequelize, file: string): Promise<void> {
  const newer = await newerThanThis(sequelize);
  if (newer.length > 0)
    throw new UnfitDatabase(
      `${file} was written by a newer version of this program (it has ${newer.join(", ")}). Start that version; nothing was changed.`,
    );
}

/** A dated copy of the whole file beside it, made by SQLite itself; only complete ones carry the name. */
async function copyBefore(sequelize: Sequelize, file: string, migration: string, now: Date): Promise<void> {
  const stamp = now.toISOString().replaceAll(":", "-").replace(/\..*$/u, "");
  const target = `${file}.before-${migration}.${stamp}`;
  const part = `${target}.part`;
  rmSync(part, { force: true });
  await sequelize.query("VACUUM INTO ?", { replacements: [part] });
  if (!existsSync(target)) renameSync(part, target);
  else rmSync(part);
}

export interface HowFar {
  /** Last migration to run, for tests of later ones. */
  readonly upTo?: string | undefined;
  /** Hears how far a long one is. */
  readonly tell?: Tell;
}

/**
 * Brings a file up to date. Each migration and the record of it are one transaction: a kill or a power cut leaves the
 * file before it or after it, never between. Before the first one a dated copy is made, unless the file is new.
 * @throws Error naming the migration that failed, with its cause; the file is then as before it
 */
export async function migrate(
  sequelize: Sequelize,
  file: string,
  now: Date,
  { upTo, tell = () => undefined }: HowFar = {},
): Promise<void> {
  await sequelize.query(TABLE);
  const executed = await executedIn(sequelize);
  const last = upTo === undefined ? MIGRATIONS.length : MIGRATIONS.findIndex(({ name }) => name === upTo) + 1;
  const pending = MIGRATIONS.slice(0, last).filter(({ name }) => !executed.includes(name));
  if (pending.length === 0) return;
  if (executed.length > 0) await copyBefore(sequelize, file, pending[0]!.name, now);
  // Fetched where there is something to do: a start mostly finds nothing.
  const { Umzug } = await import("umzug");
  const umzug = new Umzug({
    migrations: pending.map(({ name, up }) => ({
      name,
      up: async () => {
        try {
          await sequelize.transaction({ type: Transaction.TYPES.IMMEDIATE }, async (transaction) => {
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
