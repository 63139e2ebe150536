import { kept } from "./kept.ts";
import { runAll, type Migration } from "./migration.ts";

const STATEMENTS = [
  `CREATE TABLE instruments (
    id TEXT PRIMARY KEY, body JSON NOT NULL)`,
  `CREATE TABLE motors (
    id TEXT PRIMARY KEY, name TEXT NOT NULL, owner TEXT NOT NULL, serial TEXT NOT NULL, body JSON NOT NULL)`,
  `CREATE TABLE jobs (
    id TEXT PRIMARY KEY,
    number INTEGER NOT NULL UNIQUE,
    motor_id TEXT NOT NULL REFERENCES motors (id),
    complaint TEXT NOT NULL,
    complaint_words TEXT NOT NULL,
    events JSON NOT NULL,
    version INTEGER NOT NULL,
    -- the version that stage and summary speak of; −1 before the first
    summarised INTEGER NOT NULL,
    stage TEXT NOT NULL,
    summary JSON NOT NULL,
    search TEXT NOT NULL,
    taken_in_at TEXT NOT NULL,
    closed_at TEXT)`,
  {
    sqlite: `CREATE INDEX jobs_unsummarised ON jobs (id) WHERE summarised <> version`,
    // PostgreSQL takes two columns to differ mostly, and would read all jobs to find the few in which they do.
    postgres: `ALTER TABLE jobs ADD COLUMN unsummarised BOOLEAN GENERATED ALWAYS AS (summarised <> version) STORED`,
  },
  { sqlite: null, postgres: `CREATE INDEX jobs_unsummarised ON jobs (number) WHERE unsummarised` },
  `CREATE INDEX jobs_by_stage ON jobs (stage, number)`,
  // One append-only journal holds readings, decisions, repairs, closings and reopenings, in order.
  `CREATE TABLE entries (
    id TEXT PRIMARY KEY,
    job_id TEXT NOT NULL REFERENCES jobs (id),
    version INTEGER NOT NULL,
    kind TEXT NOT NULL,
    body JSON NOT NULL,
    by_whom TEXT NOT NULL,
    saved_at TEXT NOT NULL,
    UNIQUE (job_id, version))`,
  // The order in which lines came, which SQLite counts by itself.
  { sqlite: null, postgres: `ALTER TABLE entries ADD COLUMN place BIGINT GENERATED ALWAYS AS IDENTITY` },
  `CREATE TABLE verdict_snapshots (
    id TEXT PRIMARY KEY,
    job_id TEXT NOT NULL REFERENCES jobs (id),
    rules TEXT NOT NULL, body JSON NOT NULL, at TEXT NOT NULL)`,
  // Nothing in the journal is ever changed or taken away, whatever a later program tries.
  ...kept("entries", "entries"),
];

export const firstTables: Migration = {
  name: "001-first-tables",
  up: (run) => runAll(run, STATEMENTS),
};
