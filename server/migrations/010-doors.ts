import { kept } from "./kept.ts";
import { runAll, type Migration } from "./migration.ts";

const STATEMENTS = [
  `ALTER TABLE technicians ADD COLUMN role TEXT NOT NULL DEFAULT 'technician'`,
  // What a pass-phrase is held against: never the phrase itself.
  `CREATE TABLE pass_phrases (
    technician_id TEXT PRIMARY KEY REFERENCES technicians (id),
    salt TEXT NOT NULL,
    hash TEXT NOT NULL,
    at TEXT NOT NULL)`,
  `CREATE TABLE sessions (
    -- SHA-256 of what the device carries: who reads this file signs in nowhere with it
    id TEXT PRIMARY KEY,
    technician_id TEXT NOT NULL REFERENCES technicians (id),
    token TEXT NOT NULL,
    ends_at TEXT NOT NULL)`,
  `CREATE TABLE audit (
    id INTEGER PRIMARY KEY AUTOINCREMENT,
    at TEXT NOT NULL,
    who TEXT NOT NULL,
    what TEXT NOT NULL,
    address TEXT NOT NULL)`,
  ...kept("audit", "audit lines"),
];

export const doors: Migration = {
  name: "010-doors",
  up: (run) => runAll(run, STATEMENTS),
};
