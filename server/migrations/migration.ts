import { QueryTypes, type Sequelize, type Transaction } from "sequelize";
import { engineOf } from "../database/dialect.ts";
import type { Engine } from "../database/port.ts";
import { inPostgres } from "../database/postgres/inPostgres.ts";

/** A statement that both engines read; or one for each of them, null where there is nothing to do. */
export type Statement = string | Readonly<Record<Engine, string | null>>;

/** What a migration may do: statements and queries, all in its own transaction. */
export interface MigrationRun {
  readonly engine: Engine;
  readonly statement: (sql: string, values?: readonly unknown[]) => Promise<void>;
  readonly rows: <Row extends object>(sql: string, values?: readonly unknown[]) => Promise<Row[]>;
  /** Tells whoever waits how far it is. */
  readonly tell: Tell;
}

export type Tell = (sentence: string) => void;

export interface Migration {
  readonly name: string;
  readonly up: (run: MigrationRun) => Promise<void>;
}

/** Ties a run to one transaction. */
export function runIn(sequelize: Sequelize, transaction: Transaction, tell: Tell): MigrationRun {
  const within = (values: readonly unknown[]) =>
    values.length === 0 ? { transaction } : { transaction, replacements: [...values] };
  return {
    engine: engineOf(sequelize),
    tell,
    statement: async (sql, values = []) => {
      await sequelize.query(sql, within(values));
    },
    rows: async <Row extends object>(sql: string, values: readonly unknown[] = []) =>
      (await sequelize.query(sql, { ...within(values), type: QueryTypes.SELECT })) as Row[],
  };
}

/** What SQLite says of a statement whose work is there already. */
const DONE_ALREADY = /already exists|duplicate column name/u;

/**
 * Statements one after the other. An earlier program ran them apart and could be stopped between them: what is there
 * already is taken as done, so that such a file opens again.
 */
export async function runAll(run: MigrationRun, statements: readonly Statement[]): Promise<void> {
  for (const statement of statements)
    try {
      const sql =
        typeof statement !== "string"
          ? statement[run.engine]
          : run.engine === "postgres"
            ? inPostgres(statement)
            : statement;
      if (sql !== null) await run.statement(sql);
    } catch (error) {
      if (!(error instanceof Error && DONE_ALREADY.test(error.message))) throw error;
    }
}
