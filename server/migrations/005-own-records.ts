import { type Verdict } from "#core/judge";
import { CHECKS, misread } from "#core/measure";
import { closedRecordOf, type ClosedRecord } from "#core/closing";
import { visitOf } from "#core/history";
import type { JobRecord, Motor, Reading, Turning, UnreadNote, Visit } from "#core/record";
import { kept } from "./kept.ts";
import { runAll, type Migration, type MigrationRun } from "./migration.ts";

const STATEMENTS = [
  // The take-in as it was written: what a job is read from, with the entries after it.
  `ALTER TABLE jobs ADD COLUMN intake JSON`,
  // What an imported job brought along to be judged by; null for one of this shop.
  `ALTER TABLE jobs ADD COLUMN carried JSON`,
  // A closed job is its own record: everything it was judged by, the whole verdict, the report, what it measured.
  `CREATE TABLE closed_records (
    id TEXT PRIMARY KEY,
    job_id TEXT NOT NULL REFERENCES jobs (id),
    at TEXT NOT NULL,
    rules TEXT NOT NULL,
    body JSON NOT NULL)`,
  `CREATE INDEX closed_records_by_job ON closed_records (job_id, at)`,
  ...kept("closed_records", "closed records"),
  // What was known of a motor from when on, with who wrote it and why.
  `CREATE TABLE motor_versions (
    id INTEGER PRIMARY KEY AUTOINCREMENT,
    motor_id TEXT NOT NULL REFERENCES motors (id),
    body JSON NOT NULL,
    by_whom TEXT NOT NULL,
    reason TEXT NOT NULL,
    at TEXT NOT NULL)`,
  `CREATE INDEX motor_versions_by_motor ON motor_versions (motor_id, id)`,
  // What each visit measured, written down when it changes.
  `CREATE TABLE visits (
    job_id TEXT PRIMARY KEY REFERENCES jobs (id),
    version INTEGER NOT NULL,
    body JSON NOT NULL)`,
  // Lines that this program cannot read: kept, reported, judged by nobody.
  `CREATE TABLE unread_entries (
    entry_id TEXT PRIMARY KEY REFERENCES entries (id),
    job_id TEXT NOT NULL REFERENCES jobs (id),
    why TEXT NOT NULL)`,
];

interface JobAsStored {
  readonly id: string;
  readonly number: number;
  readonly motor: string;
  readonly motor_id: string;
  readonly complaint: string;
  readonly complaint_words: string;
  readonly events: string;
  readonly taken_in_at: string;
  readonly closed_at: string | null;
  readonly limits: string | null;
}

const CHECK_OF = new Map(
  CHECKS.flatMap(({ id, variables }) => variables.map((one) => [one.id, id] as const)),
);

/** A verdict as earlier rules wrote it, with each finding's check beside it. */
function withChecks(text: string): Verdict {
  const verdict = JSON.parse(text) as Verdict;
  const findings = verdict.findings.map((finding) => ({
    ...finding,
    check: CHECK_OF.get(finding.variable) ?? "setup",
  }));
  return { ...verdict, findings };
}

/** A job as it stands in the older tables, and what of it nobody can read. */
async function recordOf(
  run: MigrationRun,
  job: JobAsStored,
  past: readonly Visit[],
): Promise<{ record: JobRecord; unread: readonly UnreadNote[]; closing: EntryAsStored | undefined }> {
  const entries = await run.rows<EntryAsStored>(
    "SELECT id, kind, body, by_whom FROM entries WHERE job_id = ? ORDER BY version",
    [job.id],
  );
  const of = <T>(kind: string) =>
    entries.filter((entry) => entry.kind === kind).map(({ body }) => JSON.parse(body) as T);
  const judged = of<Reading>("reading").map((reading) => ({ reading, why: misread(reading) }));
  const unread = judged.flatMap(({ reading, why }) => (why === null ? [] : [{ reading, why }]));
  const instruments = (await run.rows<{ body: string }>("SELECT body FROM instruments ORDER BY id")).map(
    ({ body }) => JSON.parse(body) as JobRecord["instruments"][number],
  );
  return {
    unread,
    closing: entries.findLast(({ kind }) => kind === "closing"),
    record: {
      motor: JSON.parse(job.motor) as Motor,
      complaint: job.complaint as JobRecord["complaint"],
      complaintWords: job.complaint_words,
      events: JSON.parse(job.events) as JobRecord["events"],
      readings: judged.flatMap(({ reading, why }) => (why === null ? [reading] : [])),
      decisions: of("decision"),
      repairs: of("repair"),
      instruments,
      ...(past.length > 0 && { past }),
      ...(job.limits !== null && { limits: JSON.parse(job.limits) as NonNullable<JobRecord["limits"]> }),
      ...(unread.length > 0 && { unread }),
    },
  };
}

interface EntryAsStored {
  readonly id: string;
  readonly kind: string;
  readonly body: string;
  readonly by_whom: string;
}

async function closeFor(
  run: MigrationRun,
  job: JobAsStored,
  record: JobRecord,
  closing: EntryAsStored | undefined,
): Promise<void> {
  if (job.closed_at === null || !closing) return;
  const [snapshot] = await run.rows<{ rules: string; body: string }>(
    "SELECT rules, body FROM verdict_snapshots WHERE job_id = ? ORDER BY at DESC LIMIT 1",
    [job.id],
  );
  if (!snapshot) return;
  const body: ClosedRecord = {
    ...closedRecordOf(
      record,
      { number: job.number, takenInAt: job.taken_in_at },
      "closing",
      JSON.parse(closing.body) as Turning,
      job.closed_at,
    ),
    // The verdict is the one that was given then.
    verdict: withChecks(snapshot.body),
  };
  await run.statement(`INSERT INTO closed_records (id, job_id, at, rules, body) VALUES (?, ?, ?, ?, ?)`, [
    closing.id,
    job.id,
    job.closed_at,
    snapshot.rules,
    JSON.stringify(body),
  ]);
}

/** Each job gets its take-in, each closed one its own record, each motor its first version, each odd line its note. */
async function fillFromOlder(run: MigrationRun): Promise<void> {
  const jobs = await run.rows<JobAsStored>(
    `SELECT jobs.*, motors.body AS motor FROM jobs JOIN motors ON motors.id = jobs.motor_id ORDER BY number`,
  );
  const visits = new Map<string, Visit[]>();
  const versioned = new Set<string>();
  for (const job of jobs) {
    const motor = JSON.parse(job.motor) as Motor;
    const serial = motor.serial.trim().toLowerCase();
    const past = serial === "" ? [] : (visits.get(serial) ?? []);
    const { record, unread, closing } = await recordOf(run, job, past);
    visits.set(serial, [...past, visitOf(record, { jobNumber: job.number, at: job.taken_in_at })]);
    const { complaint, complaintWords, events } = record;
    await run.statement(`UPDATE jobs SET intake = ? WHERE id = ?`, [
      JSON.stringify({ motor, complaint, complaintWords, events, takenInAt: job.taken_in_at }),
      job.id,
    ]);
    await closeFor(run, job, record, closing);
    for (const { reading, why } of unread)
      await run.statement(`INSERT INTO unread_entries (entry_id, job_id, why) VALUES (?, ?, ?)`, [
        reading.id,
        job.id,
        why,
      ]);
    if (versioned.has(job.motor_id)) continue;
    versioned.add(job.motor_id);
    await run.statement(
      `INSERT INTO motor_versions (motor_id, body, by_whom, reason, at) VALUES (?, ?, '', 'as first taken in', ?)`,
      [job.motor_id, job.motor, job.taken_in_at],
    );
  }
}

export const ownRecords: Migration = {
  name: "005-own-records",
  up: async (run) => {
    await runAll(run, STATEMENTS);
    await fillFromOlder(run);
    await run.statement(`UPDATE jobs SET summarised = -1`);
  },
};
