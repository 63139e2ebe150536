import type { Dialect } from "../database/port.ts";
import { POSTGRES } from "../database/postgres/dialect.ts";
import { inPostgres } from "../database/postgres/inPostgres.ts";
import { SQLITE } from "../database/sqlite/dialect.ts";
import { runAll, type Migration, type Statement } from "./migration.ts";

/** What the bench filters and adds up by, read out of a job's own summary: nothing is written twice. */
const columns = ({ text, number }: Dialect) =>
  [
    ["owner", "TEXT", `coalesce(${text("summary", "owner")}, ${text("intake", "motor", "owner")})`],
    ["last_by", "TEXT", text("summary", "by")],
    ["taken_in_by", "TEXT", text("intake", "by")],
    ["due", "TEXT", text("summary", "due")],
    ["minutes", "INTEGER", number("summary", "minutes")],
    ["clock_since", "TEXT", text("summary", "clock", "startedAt")],
  ] as const;

const STATEMENTS: readonly Statement[] = [
  ...columns(SQLITE).map(([name, type, from]) => ({
    sqlite: `ALTER TABLE jobs ADD COLUMN ${name} ${type} GENERATED ALWAYS AS (${from}) VIRTUAL`,
    postgres: null,
  })),
  ...columns(POSTGRES).map(([name, type, from]) => ({
    sqlite: null,
    // Minutes have a fraction; PostgreSQL takes a type at its word.
    postgres: `ALTER TABLE jobs ADD COLUMN ${name} ${type === "TEXT" ? inPostgres(type) : "DOUBLE PRECISION"}
      GENERATED ALWAYS AS (${from}) STORED`,
  })),
  `CREATE INDEX jobs_by_stage_and_minutes ON jobs (stage, minutes)`,
  `CREATE INDEX jobs_open ON jobs (taken_in_at) WHERE closed_at IS NULL`,
  `CREATE INDEX jobs_clocks ON jobs (clock_since) WHERE clock_since IS NOT NULL`,
];

export const benchColumns: Migration = {
  name: "008-bench-columns",
  up: (run) => runAll(run, STATEMENTS),
};
