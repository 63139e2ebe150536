import type { Sequelize } from "sequelize";

type Done = (error: Error | null, rows: unknown) => void;

interface Connection {
  all: (sql: string, ...rest: unknown[]) => unknown;
  readonly close: (done: () => void) => void;
}

/** Where Sequelize gets its connections: a transaction asks with an id of its own, everything else without. */
interface Connections {
  readonly connections: Record<string, Connection | undefined>;
  getConnection: (options?: { readonly uuid?: string }) => Promise<Connection>;
  releaseConnection: (connection: Connection) => void;
}

const WRITER = "writer";
const COLUMNS_ASKED = "PRAGMA table_info(";

/** Before every read Sequelize asks how the columns are typed. Once a file is brought up to date that stays. */
function rememberColumns(connection: Connection): Connection {
  const all = connection.all.bind(connection);
  const known = new Map<string, unknown>();
  connection.all = (sql, ...rest) => {
    if (!sql.startsWith(COLUMNS_ASKED)) return all(sql, ...rest);
    const done = rest.at(-1) as Done;
    if (known.has(sql)) return done(null, known.get(sql));
    return all(sql, (error: Error | null, rows: unknown) => {
      if (!error) known.set(sql, rows);
      done(error, rows);
    });
  };
  return connection;
}

/**
 * Two connections stay open for as long as the file does: one reads, one writes. Left alone, Sequelize opens the file for
 * every transaction and reads its whole schema, which costs more than writing a reading does. Only for a file whose
 * schema changes no more, and for one transaction at a time.
 * @returns closes the one that writes, so that the next transaction finds a new one: after a change that was not committed
 */
export function keepConnections(sequelize: Sequelize): () => Promise<void> {
  const manager = sequelize.connectionManager as unknown as Connections;
  const opened = manager.getConnection.bind(manager);
  const kept = new Map<string, Promise<Connection>>();
  manager.getConnection = (options) => {
    const name = options?.uuid === undefined ? "default" : WRITER;
    const known = kept.get(name);
    if (known) return known;
    const opening = opened(name === WRITER ? { uuid: WRITER } : {}).then(rememberColumns);
    kept.set(name, opening);
    opening.catch(() => kept.delete(name));
    return opening;
  };
  manager.releaseConnection = () => undefined;
  return () =>
    new Promise((done) => {
      const writer = manager.connections[WRITER];
      delete manager.connections[WRITER];
      kept.delete(WRITER);
      if (writer) writer.close(done);
      else done();
    });
}
