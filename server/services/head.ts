import type { Transaction } from "sequelize";
import type { Entry, EntryKind } from "#core/record";
import type { JobRow } from "../models/index.ts";
import { plainSql } from "../database/plainSql.ts";

/** A job as far as its journal is written on: what adding a line reads and changes. */
export type JobHead = Pick<
  JobRow,
  | "id"
  | "number"
  | "motorId"
  | "version"
  | "closedAt"
  | "takenInAt"
  | "search"
  | "further"
  | "intake"
  | "carried"
>;

type HeadRow = Omit<JobHead, "intake" | "carried"> & {
  readonly intake: string;
  readonly carried: string | null;
};

/** A job's head as this transaction sees it; null where there is no such job. */
export async function headOf(id: string, transaction: Transaction): Promise<JobHead | null> {
  const [row] = await plainSql<HeadRow>(
    transaction,
    `SELECT id, number, motor_id AS "motorId", version, closed_at AS "closedAt", taken_in_at AS "takenInAt", search, further,
       intake, carried FROM jobs WHERE id = $id`,
    { $id: id },
  );
  if (!row) return null;
  return {
    ...row,
    intake: JSON.parse(row.intake) as object,
    carried: row.carried === null ? null : (JSON.parse(row.carried) as object),
  };
}

/** Writes a line of a job's journal. @returns false where its id or its version is taken: nothing is written then */
export async function addLine(
  jobId: string,
  version: number,
  { kind, body }: Entry,
  savedAt: string,
  transaction: Transaction,
): Promise<boolean> {
  const written = await plainSql(
    transaction,
    `INSERT INTO entries (id, job_id, version, kind, body, by_whom, saved_at)
     VALUES ($id, $jobId, $version, $kind, $body, $by, $savedAt) ON CONFLICT DO NOTHING RETURNING id`,
    {
      $id: body.id,
      $jobId: jobId,
      $version: version,
      $kind: kind,
      $body: JSON.stringify(body),
      $by: body.by,
      $savedAt: savedAt,
    },
  );
  return written.length > 0;
}

/** Kinds after which more of a job is another than its version. */
const CHANGES_MORE: readonly EntryKind[] = [
  "correction",
  "undo",
  "note",
  "closing",
  "callingOff",
  "reopening",
];

/** Writes what a line of a kind changed of its job: of most the version alone, which no list is ordered by. */
export async function moveOn(
  { id, version, closedAt, motorId, search, further }: JobHead,
  kind: EntryKind,
  transaction: Transaction,
): Promise<void> {
  await plainSql(transaction, "UPDATE jobs SET version = $version WHERE id = $id", {
    $id: id,
    $version: version,
  });
  if (CHANGES_MORE.includes(kind))
    await plainSql(
      transaction,
      "UPDATE jobs SET closed_at = $closedAt, motor_id = $motorId, search = $search, further = $further WHERE id = $id",
      { $id: id, $closedAt: closedAt, $motorId: motorId, $search: search, $further: further },
    );
}
