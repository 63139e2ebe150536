import { runAll, type Migration } from "./migration.ts";

const STATEMENTS = [
  `CREATE TABLE photos (
    id TEXT PRIMARY KEY,
    job_id TEXT NOT NULL REFERENCES jobs (id),
    bytes BLOB NOT NULL,
    saved_at TEXT NOT NULL)`,
  `CREATE INDEX photos_by_job ON photos (job_id)`,
];

export const photos: Migration = {
  name: "004-photos",
  up: (run) => runAll(run, STATEMENTS),
};
