import { createContext, use, useLayoutEffect, useMemo, useRef, useState } from "react";
import { uuidv7 } from "uuidv7";
import type { FileType } from "#contract/files";
import type { JobView } from "#contract/jobs";
import { readView } from "#contract/view";
import { sinceClosing, type ClosedRecord } from "#core/closing";
import type { NextCheck, Verdict } from "#core/judge";
import { handsOff } from "#core/measure";
import {
  epochOf,
  type CheckId,
  type Correction,
  type Entry,
  type EntryBody,
  type EntryKind,
  type Intake,
  type JobRecord,
  type Latched,
  type Note,
  type Pressing,
  type ReadingValue,
  type Told,
} from "#core/record";
import { isEntry, type Outcome, type Parcel } from "../app/outbox.ts";
import { outbox, useBench } from "../app/store.ts";
import { hereNow } from "./hereNow.ts";
import { sharing } from "./sharing.ts";

/** What a reading carries beside its value. */
interface ReadingDetails {
  readonly typed?: string;
  readonly instrumentId?: string | null;
  readonly supersedes?: string | null;
  readonly latched?: Latched | undefined;
}

/** What of an entry a screen says; id and person are added. */
export type EntryFields<Kind extends EntryKind> = Omit<EntryBody<Kind>, "id" | "by">;

/**
 * The job on screen: what the server has, what still waits on this device laid over it, and how to add. Where each entry is on
 * its way stands apart, see {@link Delivery}: whoever shows the job is not drawn again for it.
 */
export interface OpenJob {
  readonly id: string;
  /** Where its steps are on the page, as /jobs/ID. */
  readonly place: string;
  readonly number: number;
  readonly record: JobRecord;
  readonly epoch: number;
  readonly closed: boolean;
  readonly intake: Intake;
  readonly corrections: readonly Correction[];
  /** Words left for whoever takes over, the latest last. */
  readonly notes: readonly Note[];
  /** How the owner is reached; empty where nobody said. */
  readonly contact: string;
  /** What the customer was told, the latest last. */
  readonly told: readonly Told[];
  /** The day it is promised for, as 2026-03-02; null where nobody promised. */
  readonly promised: string | null;
  /** How much it presses; null where nobody said. */
  readonly pressing: Pressing | null;
  /** Ids of entries that were taken back. */
  readonly undone: ReadonlySet<string>;
  readonly takenInAt: string;
  readonly closedAt: string | null;
  /** The last closing: what stands while the job is closed, and what a reopened one is held against. */
  readonly closing: ClosedRecord | null;
  /** The last closing, where it came in with a file: another shop's word. */
  readonly elsewhere: JobView["elsewhere"];
  readonly add: <Kind extends EntryKind>(kind: Kind, fields: EntryFields<Kind>) => Promise<Outcome>;
  readonly read: (
    check: CheckId,
    slot: string,
    value: ReadingValue,
    details?: ReadingDetails,
  ) => Promise<Outcome>;
  /** Takes one entry back; it stays in the record. */
  readonly undo: (entry: string) => Promise<Outcome>;
  /** Keeps the bytes of a file with the job, under their name. */
  readonly keepFile: (name: string, bytes: ArrayBuffer, type: FileType) => Promise<Outcome>;
}

/** What of the job is on its way, and when the server last had something new. */
export interface Delivery {
  readonly savedAt: string;
  readonly waiting: readonly Parcel[];
}

export const OpenJobContext = createContext<OpenJob | null>(null);
export const VerdictContext = createContext<Verdict | null>(null);
/** What the verdict asked for when the present step was opened; what it asks for later changes nothing of the step. */
export const AskedContext = createContext<NextCheck | null>(null);
export const DeliveryContext = createContext<Delivery | null>(null);

export function useDelivery(): Delivery {
  const delivery = use(DeliveryContext);
  if (!delivery) throw new Error("useDelivery: no job is open here");
  return delivery;
}

export function useOpenJob(): OpenJob {
  const job = use(OpenJobContext);
  if (!job) throw new Error("useOpenJob: no job is open here");
  return job;
}

/** The verdict on the open job, which follows the record by a breath: whoever needs the record alone is not drawn again for it. */
export function useStandingVerdict(): Verdict {
  const verdict = use(VerdictContext);
  if (!verdict) throw new Error("useStandingVerdict: no job is open here");
  return verdict;
}

export const useAskedFor = (): NextCheck | null => use(AskedContext);

/** Where a job lies on the page, and who takes what is added to it. */
interface Where {
  readonly place: string;
  readonly submit: (parcel: Parcel) => Promise<Outcome>;
}

/** An open job, and what of it is on its way. */
export function useJobParts(
  view: JobView,
  { place, submit }: Where = { place: `/jobs/${view.id}`, submit: outbox.submit },
): { readonly parts: OpenJob; readonly delivery: Delivery } {
  const parcels = useBench((bench) => bench.parcels);
  const by = useBench((bench) => bench.who) ?? "";
  const waiting = useMemo(() => parcels.filter(({ job }) => job === view.id), [parcels, view.id]);
  const [share] = useState(sharing);
  const read = useMemo(
    () =>
      share(
        readView(
          view,
          waiting.filter(isEntry).map(({ kind, body }) => ({ kind, body }) as Entry),
        ),
      ),
    [share, view, waiting],
  );
  // The version that an entry names is the one on screen when it is written.
  const version = useRef(view.version);
  useLayoutEffect(() => {
    version.current = view.version;
  }, [view.version]);
  const { id, number, closedAt, closing, elsewhere = null, intake, takenInAt, savedAt } = view;
  const parts = useMemo((): OpenJob => {
    const { record, corrections, notes, told, contact, promised, pressing, undone } = read;
    const epoch = epochOf(record);
    const now = () => new Date().toISOString();
    const add: OpenJob["add"] = (kind, fields) => {
      const entry = uuidv7();
      const body = { id: entry, ...fields, by };
      return submit({ id: entry, job: id, kind, body, version: version.current, refused: null });
    };
    return {
      ...{
        id,
        place,
        number,
        record,
        epoch,
        closed: closedAt !== null,
        intake,
        corrections,
        notes,
        contact,
        told,
        promised,
        pressing,
        undone,
      },
      ...{ takenInAt, closedAt, closing, elsewhere, add },
      read: (check, slot, value, { typed = "", instrumentId = null, supersedes = null, latched } = {}) =>
        handsOff(record, check, slot, epoch, hereNow(by, closing?.at ?? null))
          ? Promise.resolve({ kind: "refused", sentence: "This is done by hand: make it safe first." })
          : add("reading", {
              ...{ check, slot, epoch, value, typed, instrumentId, takenAt: now(), supersedes },
              ...(latched && { latched }),
            }),
      undo: (of) => add("undo", { of, at: now() }),
      keepFile: (name, bytes, type) =>
        submit({
          id: uuidv7(),
          job: id,
          kind: "file",
          body: { id: name },
          bytes,
          type,
          version: version.current,
          refused: null,
        }),
    };
  }, [read, id, place, submit, number, closedAt, closing, elsewhere, intake, takenInAt, by]);
  const delivery = useMemo(() => ({ savedAt, waiting }), [savedAt, waiting]);
  return { parts, delivery };
}

/** What is different from when the job was last closed; empty while it is closed or never was. */
export function useSinceClosing(): readonly string[] {
  const { closing, closed, record } = useOpenJob();
  const verdict = useStandingVerdict();
  return useMemo(
    () => (closing && !closed ? sinceClosing(closing, record, verdict) : []),
    [closing, closed, record, verdict],
  );
}
