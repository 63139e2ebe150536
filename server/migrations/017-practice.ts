import { runAll, type Migration } from "./migration.ts";

const STATEMENTS = [
  // Cases that this shop wrote; those that ship are in the program.
  `CREATE TABLE practice_cases (
     id TEXT PRIMARY KEY,
     body JSON NOT NULL
   )`,
  `CREATE TABLE practice_attempts (
     id TEXT PRIMARY KEY,
     case_id TEXT NOT NULL,
     by_whom TEXT NOT NULL,
     at TEXT NOT NULL,
     line JSON NOT NULL,
     attempt JSON NOT NULL,
     marks JSON NOT NULL
   )`,
  `CREATE INDEX practice_attempts_by ON practice_attempts (by_whom, at)`,
  // Families on which a trainee may decide, repair and release alone.
  `ALTER TABLE technicians ADD COLUMN alone JSON NOT NULL DEFAULT '[]'`,
];

export const practice: Migration = { name: "017-practice", up: (run) => runAll(run, STATEMENTS) };
