import { runAll, type Migration } from "./migration.ts";

/** Closed jobs say from now on what was said and what came of it: they are gone through once more. */
export const outcomes: Migration = {
  name: "007-outcomes",
  up: (run) => runAll(run, [`UPDATE jobs SET summarised = -1 WHERE closed_at IS NOT NULL`]),
};
