import { createContext, use, useMemo } from "react";
import { uuidv7 } from "uuidv7";
import type { EntryKind, JobView } from "#contract/jobs";
import type { Verdict } from "#core/assess";
import {
  epochOf,
  type CheckId,
  type Decision,
  type JobRecord,
  type Reading,
  type ReadingValue,
  type Repair,
} from "#core/record";
import type { Outcome, Parcel } from "../app/outbox.ts";
import { outbox, useBench } from "../app/store.ts";

/** What a reading carries beside its value. */
export interface ReadingDetails {
  readonly typed?: string;
  readonly instrumentId?: string | null;
  readonly supersedes?: string | null;
}

/** The job on screen: what the server has, what still waits on this device laid over it, and how to add. */
export interface OpenJob {
  readonly id: string;
  readonly number: number;
  readonly record: JobRecord;
  readonly epoch: number;
  readonly closed: boolean;
  readonly takenInAt: string;
  readonly closedAt: string | null;
  readonly savedAt: string;
  readonly waiting: readonly Parcel[];
  readonly verdict: Verdict;
  readonly add: (kind: EntryKind, fields: object) => Promise<Outcome>;
  readonly read: (
    check: CheckId,
    slot: string,
    value: ReadingValue,
    details?: ReadingDetails,
  ) => Promise<Outcome>;
}

export const OpenJobContext = createContext<OpenJob | null>(null);

export function useOpenJob(): OpenJob {
  const job = use(OpenJobContext);
  if (!job) throw new Error("useOpenJob: no job is open here");
  return job;
}

/** Lays entries that wait on this device over what the server sent. */
function withWaiting(view: JobView, waiting: readonly Parcel[]): JobRecord {
  const { record } = view;
  const there = new Set(
    [...record.readings, ...record.decisions, ...record.repairs].map((entry) => entry.id),
  );
  const of = <T>(kind: EntryKind) =>
    waiting.filter((parcel) => parcel.kind === kind && !there.has(parcel.id)).map(({ body }) => body as T);
  const [readings, decisions, repairs] = [
    of<Reading>("reading"),
    of<Decision>("decision"),
    of<Repair>("repair"),
  ];
  if (readings.length + decisions.length + repairs.length === 0) return record;
  return {
    ...record,
    readings: [...record.readings, ...readings],
    decisions: [...record.decisions, ...decisions],
    repairs: [...record.repairs, ...repairs],
  };
}

export type JobParts = Omit<OpenJob, "verdict">;

/** Everything of an open job but its verdict. */
export function useJobParts(view: JobView): JobParts {
  const parcels = useBench((bench) => bench.parcels);
  const by = useBench((bench) => bench.who) ?? "";
  const waiting = useMemo(() => parcels.filter(({ job }) => job === view.id), [parcels, view.id]);
  const record = useMemo(() => withWaiting(view, waiting), [view, waiting]);
  return useMemo(() => {
    const epoch = epochOf(record);
    const add = (kind: EntryKind, fields: object): Promise<Outcome> => {
      const id = uuidv7();
      const body = { id, ...fields, by };
      return outbox.submit({
        id,
        job: view.id,
        kind,
        body,
        version: view.version,
        refused: null,
      });
    };
    return {
      id: view.id,
      number: view.number,
      record,
      epoch,
      closed: view.closedAt !== null,
      takenInAt: view.takenInAt,
      closedAt: view.closedAt,
      savedAt: view.savedAt,
      waiting,
      add,
      read: (check, slot, value, { typed = "", instrumentId = null, supersedes = null } = {}) =>
        add("reading", {
          check,
          slot,
          epoch,
          value,
          typed,
          instrumentId,
          takenAt: new Date().toISOString(),
          supersedes,
        }),
    };
  }, [record, view, waiting, by]);
}
