import { useMemo, useState, type ReactNode } from "react";
import { uuidv7 } from "uuidv7";
import type { JobView } from "#contract/jobs";
import { readView } from "#contract/view";
import { assessJob, type Verdict } from "#core/judge";
import { epochOf, type Entry, type JobRecord, type Reading } from "#core/record";
import {
  AskedContext,
  DeliveryContext,
  OpenJobContext,
  VerdictContext,
  type OpenJob,
} from "../web/job/openJob.ts";
import { INTAKE, JOB } from "./entries.ts";
import { SHOP } from "./jobs.ts";
import { onPage, type OnPage } from "./onPage.tsx";

export interface Opened extends OnPage {
  /** What the screen wrote, in its order. */
  readonly written: Entry[];
}

export interface Opening extends Partial<Pick<JobView, "closedAt" | "closing" | "elsewhere" | "version">> {
  readonly entries?: readonly Entry[];
  readonly intake?: Partial<JobView["intake"]>;
  readonly limits?: JobRecord["limits"];
  /** A verdict of the test's own, where what led to it does not matter. */
  readonly verdict?: (judged: Verdict) => Verdict;
  /** Why nothing is taken; everything is, where it is left out. */
  readonly refusing?: string;
  /** Milliseconds until what was written is answered for; at once where it is left out. */
  readonly answersAfter?: number;
}

export const entriesOf = (readings: readonly Reading[]): Entry[] =>
  readings.map((body) => ({ kind: "reading", body }));

const viewOf = ({ entries = [], intake, limits, ...others }: Opening): JobView => ({
  id: JOB,
  number: 14,
  version: entries.length + 1,
  takenInAt: INTAKE.takenInAt,
  savedAt: INTAKE.takenInAt,
  closedAt: null,
  closing: null,
  elsewhere: null,
  intake: { ...INTAKE, ...intake },
  entries,
  grounds: { instruments: SHOP, ...(limits && { limits }) },
  ...others,
});

function Bench({ opening, written, children }: BenchProps) {
  const [entries, setEntries] = useState(opening.entries ?? []);
  const { verdict: changed = (judged: Verdict) => judged, refusing, answersAfter } = opening;
  const view = useMemo(() => viewOf({ ...opening, entries }), [opening, entries]);
  const read = useMemo(() => readView(view), [view]);
  const verdict = useMemo(() => changed(assessJob(read.record)), [changed, read]);
  const job = useMemo((): OpenJob => {
    const epoch = epochOf(read.record);
    const add: OpenJob["add"] = (kind, fields) => {
      if (refusing !== undefined) return Promise.resolve({ kind: "refused", sentence: refusing });
      const entry = { kind, body: { id: uuidv7(), ...fields, by: "MO" } } as unknown as Entry;
      written.push(entry);
      setEntries((before) => [...before, entry]);
      // As the real one: told once it is kept, which is after the screen has it.
      return new Promise((resolve) => setTimeout(() => resolve({ kind: "saved" }), answersAfter));
    };
    const at = "2026-03-02T12:00:00.000Z";
    return {
      ...view,
      ...read,
      place: `/jobs/${view.id}`,
      epoch,
      closed: view.closedAt !== null,
      add,
      read: (check, slot, value, { typed = "", instrumentId = null, supersedes = null, latched } = {}) =>
        add("reading", {
          ...{ check, slot, epoch, value, typed, instrumentId, takenAt: at, supersedes },
          ...(latched && { latched }),
        }),
      undo: (of) => add("undo", { of, at }),
      keepFile: () => Promise.resolve({ kind: "saved" }),
    };
  }, [view, read, written, refusing, answersAfter]);
  return (
    <OpenJobContext value={job}>
      <VerdictContext value={verdict}>
        <AskedContext value={verdict.next}>
          <DeliveryContext value={{ savedAt: view.savedAt, waiting: [] }}>{children}</DeliveryContext>
        </AskedContext>
      </VerdictContext>
    </OpenJobContext>
  );
}
interface BenchProps {
  readonly opening: Opening;
  readonly written: Entry[];
  readonly children: ReactNode;
}

/** Draws a part of an open job that keeps what is written in memory, as the server's journal would. */
export function openBench(screen: ReactNode, opening: Opening = {}): Opened {
  const written: Entry[] = [];
  const page = onPage(
    <Bench opening={opening} written={written}>
      {screen}
    </Bench>,
    `/jobs/${JOB}/here`,
  );
  return { ...page, written };
}
