import { runAll, type Migration } from "./migration.ts";

const STATEMENTS = [
  // A place of the day that a person gave to a job, counted from 0 among their own; it holds until the job is closed.
  `CREATE TABLE day_places (
    job_id TEXT NOT NULL PRIMARY KEY REFERENCES jobs (id) ON DELETE CASCADE,
    place INTEGER NOT NULL)`,
  `CREATE INDEX entries_told ON entries (job_id, version) WHERE kind = 'told'`,
  `CREATE INDEX jobs_closed_at ON jobs (closed_at) WHERE closed_at IS NOT NULL`,
  // What lies ahead of an open job was not worked out before: every open job is judged anew, in the background.
  `UPDATE grounds SET version = version + 1`,
];

export const day: Migration = { name: "014-day", up: (run) => runAll(run, STATEMENTS) };
