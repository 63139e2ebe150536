import { runAll, type Migration } from "./migration.ts";

const STATEMENTS = [
  // How an instrument says what it reads; its key only as a digest.
  `CREATE TABLE instrument_feeds (
     instrument_id TEXT PRIMARY KEY REFERENCES instruments(id),
     body JSON NOT NULL,
     key_digest TEXT
   )`,
];

export const feeds: Migration = { name: "016-feeds", up: (run) => runAll(run, STATEMENTS) };
