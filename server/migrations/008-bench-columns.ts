import { runAll, type Migration } from "./migration.ts";

/** What the bench filters and adds up by, read out of a job's own summary: nothing is written twice. */
const COLUMNS = [
  ["owner", "TEXT", "coalesce(json_extract(summary, '$.owner'), json_extract(intake, '$.motor.owner'))"],
  ["last_by", "TEXT", "json_extract(summary, '$.by')"],
  ["taken_in_by", "TEXT", "json_extract(intake, '$.by')"],
  ["due", "TEXT", "json_extract(summary, '$.due')"],
  ["minutes", "INTEGER", "json_extract(summary, '$.minutes')"],
  ["clock_since", "TEXT", "json_extract(summary, '$.clock.startedAt')"],
] as const;

const STATEMENTS = [
  ...COLUMNS.map(
    ([name, type, from]) =>
      `ALTER TABLE jobs ADD COLUMN ${name} ${type} GENERATED ALWAYS AS (${from}) VIRTUAL`,
  ),
  `CREATE INDEX jobs_by_stage_and_minutes ON jobs (stage, minutes)`,
  `CREATE INDEX jobs_open ON jobs (taken_in_at) WHERE closed_at IS NULL`,
  `CREATE INDEX jobs_clocks ON jobs (clock_since) WHERE clock_since IS NOT NULL`,
];

export const benchColumns: Migration = {
  name: "008-bench-columns",
  up: (run) => runAll(run, STATEMENTS),
};
