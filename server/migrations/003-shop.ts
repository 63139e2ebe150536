import { runAll, type Migration } from "./migration.ts";

const STATEMENTS = [
  `CREATE TABLE models (
    id TEXT PRIMARY KEY, name TEXT NOT NULL UNIQUE, body JSON NOT NULL)`,
  // One row: the shop's own limits and schools.
  `CREATE TABLE settings (
    id TEXT PRIMARY KEY, body JSON NOT NULL)`,
  // A closed job keeps the limits it was judged by; null while it is open.
  `ALTER TABLE jobs ADD COLUMN limits JSON`,
  // Visits of one unit are found by its serial.
  `CREATE INDEX motors_by_serial ON motors (lower(serial))`,
  `CREATE INDEX jobs_by_motor ON jobs (motor_id)`,
  `UPDATE jobs SET summarised = -1 WHERE closed_at IS NULL`,
];

export const shop: Migration = {
  name: "003-shop",
  up: (run) => runAll(run, STATEMENTS),
};
