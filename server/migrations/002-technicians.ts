import { runAll, type Migration } from "./migration.ts";

const STATEMENTS = [
  `CREATE TABLE technicians (
    id TEXT PRIMARY KEY, initials TEXT NOT NULL UNIQUE, name TEXT NOT NULL)`,
  // Summaries hold more from here on: work each out again at the next look.
  `UPDATE jobs SET summarised = -1`,
];

export const technicians: Migration = {
  name: "002-technicians",
  up: (run) => runAll(run, STATEMENTS),
};
