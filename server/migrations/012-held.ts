import { jobName, serialKey, foldCase, type Motor } from "#core/record";
import { runAll, type Migration, type MigrationRun } from "./migration.ts";

const STATEMENTS = [
  // Tries by nobody who is known, one line an hour and address: they push nothing out of who did what.
  `CREATE TABLE wrong_tries (
    hour TEXT NOT NULL,
    address TEXT NOT NULL,
    count INTEGER NOT NULL,
    initials JSON NOT NULL,
    PRIMARY KEY (hour, address))`,
  // What a serial is compared by, letters folded as Unicode does; SQLite's own folding knows ASCII alone.
  `ALTER TABLE motors ADD COLUMN serial_key TEXT NOT NULL DEFAULT ''`,
  `DROP INDEX motors_by_serial`,
  `CREATE INDEX motors_by_serial_key ON motors (serial_key)`,
  // The file that a closing came in with; null for one of this shop.
  `ALTER TABLE closed_records ADD COLUMN origin JSON`,
  // The state of limits and instruments that an open job was last judged by: a change of them is one number, whatever
  // the jobs.
  `CREATE TABLE grounds (version INTEGER NOT NULL)`,
  `INSERT INTO grounds (version) VALUES (0)`,
  `ALTER TABLE jobs ADD COLUMN grounds INTEGER NOT NULL DEFAULT 0`,
  `CREATE INDEX jobs_open_by_grounds ON jobs (grounds) WHERE closed_at IS NULL`,
  // Wrong tries of the last quarter of an hour, by all processes together.
  {
    sqlite: null,
    postgres: `CREATE UNLOGGED TABLE counted_tries (whose TEXT COLLATE "C" NOT NULL, at DOUBLE PRECISION NOT NULL)`,
  },
  { sqlite: null, postgres: `CREATE INDEX counted_tries_of ON counted_tries (whose, at)` },
  // Which process judges a job just now, and until when the others leave it alone; nothing of it outlives a crash.
  {
    sqlite: null,
    postgres: `CREATE UNLOGGED TABLE being_judged (
      job_id TEXT COLLATE "C" PRIMARY KEY,
      by_whom TEXT NOT NULL,
      until TIMESTAMPTZ NOT NULL)`,
  },
  // Jobs whose verdict could not be worked out.
  {
    sqlite: `CREATE INDEX jobs_unjudged ON jobs (id) WHERE json_extract(summary, '$.unjudged') IS NOT NULL`,
    postgres: `CREATE INDEX jobs_unjudged ON jobs (id) WHERE (summary #>> '{unjudged}') IS NOT NULL`,
  },
  // What a copy of this file is held against: a line in the copy, written when it is made.
  `CREATE TABLE seal (sha256 TEXT NOT NULL)`,
];

const PAGE = 500;

interface MotorAsStored {
  readonly id: string;
  readonly serial: string;
}

interface JobAsStored {
  readonly id: string;
  readonly number: number;
  readonly motor: string;
}

/** Rows of a table in pages by their id, so that a large shop is not read at once. */
async function* paged<Row extends { readonly id: string }>(run: MigrationRun, sql: string) {
  for (let after = ""; ;) {
    const rows = await run.rows<Row>(`${sql} > ? ORDER BY 1 LIMIT ${PAGE}`, [after]);
    yield* rows;
    if (rows.length < PAGE) return;
    after = rows.at(-1)!.id;
  }
}

async function fold(run: MigrationRun): Promise<void> {
  for await (const { id, serial } of paged<MotorAsStored>(run, "SELECT id, serial FROM motors WHERE id"))
    await run.statement("UPDATE motors SET serial_key = ? WHERE id = ?", [serialKey(serial), id]);
  const jobs = paged<JobAsStored>(
    run,
    `SELECT jobs.id AS id, number, motors.body AS motor
       FROM jobs JOIN motors ON motors.id = jobs.motor_id WHERE jobs.id`,
  );
  for await (const { id, number, motor } of jobs) {
    const { name, owner, serial } = JSON.parse(motor) as Motor;
    await run.statement("UPDATE jobs SET search = ? WHERE id = ?", [
      foldCase(`${jobName(number)} ${name} ${owner} ${serial}`),
      id,
    ]);
  }
}

export const held: Migration = {
  name: "012-held",
  up: async (run) => {
    await runAll(run, STATEMENTS);
    await fold(run);
  },
};
