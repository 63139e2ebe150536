import { Sequelize, type Transaction } from "sequelize";
import type { Binding } from "../port.ts";

type Done = (error: Error | null, rows: never[]) => void;

/** A statement that SQLite has read once and runs as often as it is asked. */
interface Prepared {
  readonly all: (bind: Binding, done: Done) => void;
  readonly finalize: (done: () => void) => void;
}

/** A connection as the driver has it. */
interface Connection {
  readonly prepare: (sql: string, done: (error: Error | null) => void) => Prepared;
  close: (done: (error: Error | null) => void) => void;
}

/** Statements that a connection keeps; what is asked beyond them is read anew each time. */
const MOST_KEPT = 200;

const keptIn = new WeakMap<Connection, Map<string, Prepared>>();

/** The statements kept in a connection; a file that is closed lets go of them first. */
function statementsOf(connection: Connection): Map<string, Prepared> {
  const known = keptIn.get(connection);
  if (known) return known;
  const kept = new Map<string, Prepared>();
  keptIn.set(connection, kept);
  const close = connection.close.bind(connection);
  connection.close = (done) => {
    const all = [...kept.values()];
    kept.clear();
    void Promise.all(all.map((one) => new Promise<void>((gone) => one.finalize(gone)))).then(() =>
      close(done),
    );
  };
  return kept;
}

function prepared(connection: Connection, sql: string): Promise<Prepared> {
  return new Promise((resolve, reject) => {
    const made = connection.prepare(sql, (error) => {
      if (error) reject(error);
      else resolve(made);
    });
  });
}

/** Reads through the connection that stays open beside the one that writes. */
const reading = (sequelize: Sequelize): Promise<Connection> =>
  (
    sequelize.connectionManager as unknown as {
      readonly getConnection: (options: object) => Promise<Connection>;
    }
  ).getConnection({});

/** A statement of a file's own; see plainSql. */
export async function askSqlite<Row>(
  from: Transaction | Sequelize,
  sql: string,
  bind: Binding,
): Promise<Row[]> {
  const connection =
    from instanceof Sequelize
      ? await reading(from)
      : (from as unknown as { readonly connection: Connection }).connection;
  const kept = statementsOf(connection);
  const known = kept.get(sql);
  const statement = known ?? (await prepared(connection, sql));
  // Asked twice at once it was read twice: one of them is kept.
  const keeps = known !== undefined || (!kept.has(sql) && kept.size < MOST_KEPT);
  if (keeps) kept.set(sql, statement);
  return new Promise((resolve, reject) => {
    statement.all(bind, (error, rows) => {
      if (!keeps) statement.finalize(() => undefined);
      if (error) reject(error);
      else resolve(rows);
    });
  });
}
