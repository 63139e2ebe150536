import { Sequelize, type Transaction } from "sequelize";
import { DatabaseGone, type Binding } from "../port.ts";

/** A connection as the driver has it. */
interface Connection {
  readonly query: (asked: {
    readonly name: string;
    readonly text: string;
    readonly values: readonly unknown[];
    readonly types: { readonly getTypeParser: (type: number, format?: string) => (text: string) => unknown };
  }) => Promise<{ readonly rows: unknown[] }>;
}
interface Connections {
  readonly getConnection: (options: { readonly type: string }) => Promise<Connection>;
  readonly releaseConnection: (connection: Connection) => void;
}

/** A statement as the server reads it once on each connection: places in the order of their numbers. */
interface Named {
  readonly name: string;
  readonly text: string;
  readonly bound: readonly string[];
}

const named = new Map<string, Named>();

/** What is bound by name is bound by number there: $id, $job and $id again are $1, $2 and $1. */
function namedFor(sql: string): Named {
  const known = named.get(sql);
  if (known) return known;
  const bound: string[] = [];
  const text = sql.replaceAll(/\$[a-z]\w*/giu, (name) => {
    if (!bound.includes(name)) bound.push(name);
    return `$${bound.indexOf(name) + 1}`;
  });
  const made = { name: `plain ${named.size}`, text, bound };
  named.set(sql, made);
  return made;
}

/** Types by the numbers that PostgreSQL gives them: whole ones of eight bytes, and of four and two, broken ones, yes and no. */
const READERS = new Map<number, (text: string) => unknown>([
  ...[20, 21, 23, 26, 700, 701].map((type) => [type, Number] as const),
  [16, (text: string) => text === "t"],
]);
/** JSON and everything else comes as the text that it is. */
const types = { getTypeParser: (type: number) => READERS.get(type) ?? ((text: string) => text) };

/** The server ended the connection, or was gone: what it refuses comes with a severity. */
const isGone = (error: unknown) => error instanceof Error && !("severity" in error);

async function ask(connection: Connection, asked: Parameters<Connection["query"]>[0]): Promise<unknown[]> {
  try {
    return (await connection.query(asked)).rows;
  } catch (error) {
    throw isGone(error) ? new DatabaseGone(error) : error;
  }
}

/** A statement of a database on PostgreSQL; see plainSql. */
export async function askPostgres<Row>(
  from: Transaction | Sequelize,
  sql: string,
  bind: Binding,
): Promise<Row[]> {
  const { name, text, bound } = namedFor(sql);
  const asked = { name, text, types, values: bound.map((one) => bind[one]) };
  if (!(from instanceof Sequelize)) {
    const { connection } = from as unknown as { readonly connection: Connection };
    return (await ask(connection, asked)) as Row[];
  }
  const manager = from.connectionManager as unknown as Connections;
  const connection = await manager.getConnection({ type: "read" });
  try {
    return (await ask(connection, asked)) as Row[];
  } finally {
    manager.releaseConnection(connection);
  }
}
