import { createHash, type Hash } from "node:crypto";
import { QueryTypes, type Sequelize, type Transaction } from "sequelize";
import { engineOf } from "../database/dialect.ts";

/** Every table of a shop with what its lines are known by, each after those that it names. */
const TABLES = {
  technicians: ["id"],
  pass_phrases: ["technician_id"],
  sessions: ["id"],
  instruments: ["id"],
  instrument_feeds: ["instrument_id"],
  models: ["id"],
  settings: ["id"],
  motors: ["id"],
  motor_versions: ["id"],
  jobs: ["id"],
  entries: ["id"],
  closed_records: ["id"],
  verdict_snapshots: ["id"],
  visits: ["job_id"],
  unread_entries: ["entry_id"],
  files: ["sha256"],
  job_files: ["job_id", "name"],
  day_places: ["job_id"],
  audit: ["id"],
  wrong_tries: ["hour", "address"],
  grounds: ["version"],
  practice_cases: ["id"],
  practice_attempts: ["id"],
} as const;
export type Table = keyof typeof TABLES;
export const TABLE_NAMES = Object.keys(TABLES) as readonly Table[];

/** A line of a table by its columns; JSON as the text that it is. */
export type Line = Readonly<Record<string, unknown>>;

/** Lines read or written at once; files are large, and come one by one. */
const AT_ONCE = 500;
const sizeOf = (table: Table) => (table === "files" ? 1 : AT_ONCE);

/** A column that is written, and not worked out by the engine. */
interface Column {
  readonly name: string;
  readonly isJson: boolean;
  readonly isTrueOrFalse: boolean;
}

const COLUMNS = {
  sqlite: `SELECT name, type FROM pragma_table_xinfo($table) WHERE hidden = 0 ORDER BY name`,
  // What the engine counts by itself stays its own.
  postgres: `SELECT column_name AS name, data_type AS type FROM information_schema.columns
    WHERE table_schema = current_schema() AND table_name = $table AND is_generated = 'NEVER'
      AND coalesce(identity_generation, '') <> 'ALWAYS' ORDER BY column_name COLLATE "C"`,
} as const;

export async function columnsOf(
  sequelize: Sequelize,
  table: Table,
  transaction: Transaction | null = null,
): Promise<readonly Column[]> {
  const rows = await sequelize.query<{ readonly name: string; readonly type: string }>(
    COLUMNS[engineOf(sequelize)],
    { bind: { table }, type: QueryTypes.SELECT, transaction },
  );
  return rows.map(({ name, type }) => ({
    name,
    isJson: type.toLowerCase() === "json",
    isTrueOrFalse: type === "boolean",
  }));
}

/** Long work within one change: between two of its statements much may be read. */
export async function takeYourTime(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  if (engineOf(sequelize) === "postgres")
    await sequelize.query("SET LOCAL idle_in_transaction_session_timeout = 0", { transaction });
}

const quoted = (name: string) => `"${name}"`;

/** Lines of a table in the order of what they are known by, page by page. */
export async function* linesOf(
  sequelize: Sequelize,
  table: Table,
  columns: readonly Column[],
  transaction: Transaction | null = null,
): AsyncGenerator<readonly Line[]> {
  const key = TABLES[table];
  const isServer = engineOf(sequelize) === "postgres";
  const wanted = columns.map(({ name, isJson }) =>
    isServer && isJson ? `${quoted(name)}::text AS ${quoted(name)}` : quoted(name),
  );
  const keys = key.map(quoted).join(", ");
  const places = key.map((_, n) => `$${n + 1}`).join(", ");
  let after: readonly unknown[] | null = null;
  for (;;) {
    const lines: readonly Line[] = await sequelize.query<Line>(
      `SELECT ${wanted.join(", ")} FROM ${table} ${after ? `WHERE (${keys}) > (${places})` : ""}
         ORDER BY ${keys} LIMIT ${sizeOf(table)}`,
      { ...(after && { bind: [...after] }), type: QueryTypes.SELECT, transaction, raw: true },
    );
    if (lines.length === 0) return;
    yield lines;
    after = key.map((name) => lines.at(-1)![name]);
  }
}

/** Writes lines into a table as they are. */
export async function writeLines(
  sequelize: Sequelize,
  table: Table,
  columns: readonly Column[],
  lines: readonly Line[],
  transaction: Transaction,
): Promise<void> {
  const names = columns.map(({ name }) => quoted(name)).join(", ");
  const written = (line: Line) =>
    columns.map(({ name, isTrueOrFalse }) => (isTrueOrFalse ? Boolean(line[name]) : line[name]));
  const most = Math.max(1, Math.floor(900 / columns.length));
  for (let from = 0; from < lines.length; from += most) {
    const some = lines.slice(from, from + most).map(written);
    const rows = some.map(
      (line, n) => `(${line.map((_, column) => `$${n * columns.length + column + 1}`).join(", ")})`,
    );
    await sequelize.query(`INSERT INTO ${table} (${names}) VALUES ${rows.join(", ")}`, {
      bind: some.flat(),
      transaction,
    });
  }
}

/** One value as both engines agree on it: yes and no are 1 and 0, a number is a number. */
function into(hash: Hash, value: unknown): void {
  if (Buffer.isBuffer(value)) hash.update(`b${value.length}:`).update(value);
  else if (value === null || value === undefined) hash.update("n");
  else {
    const text = typeof value === "boolean" ? String(Number(value)) : String(value);
    hash.update(`t${Buffer.byteLength(text)}:${text}`);
  }
}

/** What a table holds: how many lines, and the SHA-256 of all of them. */
export interface Held {
  readonly lines: number;
  readonly sha256: string;
}

/** Reads a whole table to say what it holds: the same in both engines where the lines are the same. */
export async function heldIn(
  sequelize: Sequelize,
  table: Table,
  transaction: Transaction | null = null,
): Promise<Held> {
  const columns = await columnsOf(sequelize, table, transaction);
  const hash = createHash("sha256");
  for (const { name } of columns) hash.update(`${name},`);
  let count = 0;
  for await (const lines of linesOf(sequelize, table, columns, transaction))
    for (const line of lines) {
      count += 1;
      for (const { name } of columns) into(hash, line[name]);
    }
  return { lines: count, sha256: hash.digest("hex") };
}
