import { keptInPostgres } from "../database/postgres/inPostgres.ts";
import type { Statement } from "./migration.ts";

/** The triggers of SQLite had names of their own in each table. */
const NAMES: Readonly<Record<string, readonly [deleted: string, changed: string]>> = {
  entries: ["entries_are_kept", "entries_stand"],
  closed_records: ["closed_records_are_kept", "closed_records_stand"],
  audit: ["audit_is_kept", "audit_stands"],
};

/**
 * Nothing in this table is ever changed or taken away, whatever a later program tries.
 * @param lines what they are called when somebody does
 */
export function kept(table: keyof typeof NAMES & string, lines: string): readonly Statement[] {
  const [deleted, changed] = NAMES[table]!;
  return [
    {
      sqlite: `CREATE TRIGGER ${deleted} BEFORE DELETE ON ${table}
    BEGIN SELECT RAISE (ABORT, '${lines} are never deleted'); END`,
      postgres: null,
    },
    {
      sqlite: `CREATE TRIGGER ${changed} BEFORE UPDATE ON ${table}
    BEGIN SELECT RAISE (ABORT, '${lines} are never changed'); END`,
      postgres: null,
    },
    ...keptInPostgres(table, lines).map((postgres) => ({ sqlite: null, postgres })),
  ];
}
