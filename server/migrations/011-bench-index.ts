import { runAll, type Migration } from "./migration.ts";

const STATEMENTS = [
  `DROP INDEX jobs_by_stage`,
  `DROP INDEX jobs_by_stage_and_minutes`,
  // All that the bench narrows, counts and orders by, a hundredth of what the jobs themselves take: looked through whole.
  `CREATE INDEX jobs_on_bench
    ON jobs (number, id, stage, closed_at, owner, last_by, taken_in_by, due, minutes, search)`,
  `CREATE INDEX jobs_open_by_number ON jobs (number) WHERE closed_at IS NULL`,
  `CREATE INDEX jobs_open_by_stage ON jobs (stage, minutes) WHERE closed_at IS NULL`,
  `CREATE INDEX visits_by_version ON visits (version)`,
];

export const benchIndex: Migration = {
  name: "011-bench-index",
  up: (run) => runAll(run, STATEMENTS),
};
