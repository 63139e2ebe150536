import { foldCase, type Intake, type Motor } from "#core/record";
import { runAll, type Migration, type MigrationRun, type Statement } from "./migration.ts";

/** A statement of SQLite's own. */
const inSqlite = (sqlite: string): Statement => ({ sqlite, postgres: null });
const inServer = (postgres: string): Statement => ({ sqlite: null, postgres });

const STATEMENTS: readonly Statement[] = [
  // What a job is found by beside its number, motor, owner and serial.
  `ALTER TABLE jobs ADD COLUMN further TEXT NOT NULL DEFAULT ''`,
  // Pieces of three letters, by the number of the job; the words themselves stand in the job.
  inSqlite(
    `CREATE VIRTUAL TABLE job_search USING fts5(words, content='', contentless_delete=1, tokenize='trigram')`,
  ),
  inSqlite(`CREATE TRIGGER jobs_found AFTER INSERT ON jobs BEGIN
    INSERT INTO job_search (rowid, words) VALUES (new.number, new.search || ' ' || new.further);
  END`),
  inSqlite(`CREATE TRIGGER jobs_found_anew AFTER UPDATE OF search, further ON jobs
    WHEN old.search <> new.search OR old.further <> new.further BEGIN
    INSERT OR REPLACE INTO job_search (rowid, words) VALUES (new.number, new.search || ' ' || new.further);
  END`),
  inSqlite(`CREATE TRIGGER jobs_found_no_more AFTER DELETE ON jobs BEGIN
    DELETE FROM job_search WHERE rowid = old.number;
  END`),
  inServer(`CREATE EXTENSION IF NOT EXISTS pg_trgm`),
  inServer(`CREATE INDEX jobs_by_words ON jobs USING gin ((search || ' ' || further) gin_trgm_ops)`),
  // The jobs of a unit, the latest first, and the units themselves, each by its last motor.
  `DROP INDEX jobs_by_motor`,
  `CREATE INDEX jobs_by_motor ON jobs (motor_id, number)`,
  `DROP INDEX motors_by_serial_key`,
  `CREATE INDEX motors_by_serial_key ON motors (serial_key, id)`,
  inSqlite(`CREATE INDEX motors_by_model ON motors (json_extract(body, '$.modelId'), serial_key, id)`),
  inServer(`CREATE INDEX motors_by_model ON motors ((body #>> '{modelId}'), serial_key, id)`),
  `CREATE TABLE units (serial_key TEXT PRIMARY KEY, motor_id TEXT NOT NULL) WITHOUT ROWID`,
  `INSERT INTO units SELECT serial_key, max(id) FROM motors WHERE serial_key <> '' GROUP BY serial_key`,
  `CREATE INDEX units_by_motor ON units (motor_id)`,
  inSqlite(`CREATE TRIGGER motors_in_units AFTER INSERT ON motors WHEN new.serial_key <> '' BEGIN
    INSERT INTO units (serial_key, motor_id) VALUES (new.serial_key, new.id)
      ON CONFLICT (serial_key) DO UPDATE SET motor_id = max(motor_id, excluded.motor_id);
  END`),
  inSqlite(`CREATE TRIGGER motors_in_other_units AFTER UPDATE OF serial_key ON motors
    WHEN old.serial_key <> new.serial_key BEGIN
    DELETE FROM units WHERE serial_key IN (old.serial_key, new.serial_key);
    INSERT INTO units SELECT serial_key, max(id) FROM motors
      WHERE serial_key IN (old.serial_key, new.serial_key) AND serial_key <> '' GROUP BY serial_key;
  END`),
  inServer(`CREATE FUNCTION motors_in_units() RETURNS trigger LANGUAGE plpgsql AS $units$ BEGIN
    IF TG_OP = 'UPDATE' THEN
      IF old.serial_key = new.serial_key THEN RETURN NULL; END IF;
      DELETE FROM units WHERE serial_key IN (old.serial_key, new.serial_key);
      INSERT INTO units SELECT serial_key, max(id) FROM motors
        WHERE serial_key IN (old.serial_key, new.serial_key) AND serial_key <> '' GROUP BY serial_key;
    ELSIF new.serial_key <> '' THEN
      INSERT INTO units (serial_key, motor_id) VALUES (new.serial_key, new.id)
        ON CONFLICT (serial_key) DO UPDATE SET motor_id = greatest(units.motor_id, excluded.motor_id);
    END IF;
    RETURN NULL;
  END $units$`),
  inServer(`CREATE TRIGGER motors_in_units AFTER INSERT OR UPDATE OF serial_key ON motors
    FOR EACH ROW EXECUTE FUNCTION motors_in_units()`),
  // Without the words: they are looked for elsewhere now.
  `DROP INDEX jobs_on_bench`,
  `CREATE INDEX jobs_on_bench ON jobs (number, id, stage, closed_at, owner, last_by, taken_in_by, due, minutes)`,
];

const PAGE = 2000;

interface JobAsStored {
  readonly number: number;
  readonly intake: string;
  readonly search: string;
}

interface Said {
  readonly number: number;
  readonly body: string;
}

/** What its owner wrote and said, and every word left with it: corrected or taken back ones are found too. */
async function furtherOf(run: MigrationRun, after: number, last: number): Promise<Map<number, string[]>> {
  const said = await run.rows<Said>(
    `SELECT jobs.number AS number, entries.body AS body FROM jobs JOIN entries ON entries.job_id = jobs.id
       WHERE jobs.number > ? AND jobs.number <= ? AND entries.kind IN ('note', 'correction')`,
    [after, last],
  );
  const words = new Map<number, string[]>();
  for (const { number, body } of said) {
    const { words: note, changes } = JSON.parse(body) as {
      readonly words?: string;
      readonly changes?: { readonly contact?: string; readonly complaintWords?: string };
    };
    const found = [note, changes?.contact, changes?.complaintWords].filter((one) => one !== undefined);
    words.set(number, [...(words.get(number) ?? []), ...found]);
  }
  return words;
}

async function findAll(run: MigrationRun): Promise<void> {
  const [all] = await run.rows<{ readonly n: number }>("SELECT count(*) AS n FROM jobs");
  let done = 0;
  for (let after = 0; ;) {
    const jobs = await run.rows<JobAsStored>(
      `SELECT number, intake, search FROM jobs WHERE number > ? ORDER BY number LIMIT ${PAGE}`,
      [after],
    );
    if (jobs.length === 0) return;
    const last = jobs.at(-1)!.number;
    const further = await furtherOf(run, after, last);
    for (const { number, intake, search } of jobs) {
      const { contact = "", complaintWords } = JSON.parse(intake) as Intake & { readonly motor: Motor };
      const words = foldCase(
        [contact, contact.replaceAll(/\D/gu, ""), complaintWords, ...(further.get(number) ?? [])]
          .filter(Boolean)
          .join(" "),
      );
      if (words !== "") await run.statement("UPDATE jobs SET further = ? WHERE number = ?", [words, number]);
      else await run.statement("INSERT INTO job_search (rowid, words) VALUES (?, ?)", [number, search]);
    }
    after = last;
    done += jobs.length;
    run.tell(`Writing down what jobs are found by: ${done} of ${all!.n}.`);
  }
}

export const search: Migration = {
  name: "013-search",
  up: async (run) => {
    await runAll(run, STATEMENTS);
    await findAll(run);
  },
};
