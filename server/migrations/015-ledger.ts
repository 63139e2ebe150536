import { runAll, type Migration } from "./migration.ts";

const STATEMENTS = [
  // What closed jobs earned, took and waited for was not written down before: the latest are gone through again, in the background.
  `UPDATE jobs SET summarised = -1 WHERE id IN
     (SELECT id FROM jobs WHERE closed_at IS NOT NULL ORDER BY closed_at DESC LIMIT 2000)`,
  // What lies ahead of an open job counts its waits and its readings now: judged anew, in the background.
  `UPDATE grounds SET version = version + 1`,
];

export const ledger: Migration = { name: "015-ledger", up: (run) => runAll(run, STATEMENTS) };
