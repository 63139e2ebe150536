import type { DragEvent, ReactNode } from "react";
import { Link } from "react-router";
import type { JobLine, Ready } from "#contract/jobs";
import { lowerFirst } from "#core/check";
import { chanceText } from "#core/quantity";
import { jobName, type Pressing } from "#core/record";
import { useHereAtBench } from "../job/hereNow.ts";
import { dueText } from "../ui/dueText.ts";
import { dayWord, readyText, tenthsText } from "../ui/readyText.ts";
import { upperFirst } from "#core/check";
import { Warning } from "../ui/Warning.tsx";
import { nextOf } from "./nextOf.ts";

/** How much it presses, in a word or two; nothing where it can wait. */
const PRESSES: Readonly<Record<Pressing, string>> = { waits: "", soon: "soon", standsStill: "stands still" };

/** What is thought of it, in a few words. */
function thought({ summary: { headline, leading } }: JobLine): string {
  if (!leading) return headline;
  return `${lowerFirst(leading.name)} ${chanceText(leading.probability)}`;
}

/** When it is ready and what was promised, and whether the promise holds. */
function When({
  job,
  ready,
  kept,
}: {
  readonly job: JobLine;
  readonly ready: Ready | null;
  readonly kept: number | null;
}) {
  const { promised, pressing } = job.summary;
  const now = new Date();
  const risky = kept !== null && kept < 0.5;
  return (
    <span className="min-w-0 text-[0.95rem] max-sm:col-start-2 max-sm:flex max-sm:items-baseline max-sm:gap-2 max-sm:text-sm">
      <span className="block truncate font-semibold max-sm:shrink-0">
        {ready ? upperFirst(readyText(ready.at, now)) : "nobody can tell"}
      </span>
      <span className={`block truncate text-sm ${risky ? "font-semibold text-copper" : "text-ink-2"}`}>
        {[
          promised === undefined
            ? ready && tenthsText(ready.chance)
            : `promised ${dayWord(promised, now)}${kept !== null ? `, ${tenthsText(kept)}` : ""}`,
          pressing && PRESSES[pressing],
        ]
          .filter(Boolean)
          .join(" · ")}
      </span>
    </span>
  );
}

/** One motor of the day: its place, what it is, its next step, when it is ready. */
export function DayLine({
  job,
  person,
  number,
  minutes,
  ready,
  kept = null,
  moving,
  onDrop,
  onCaller,
}: {
  readonly job: JobLine;
  readonly person: string;
  /** Its place in the day; left out where it has none. */
  readonly number?: number;
  readonly minutes: number;
  readonly ready: Ready | null;
  readonly kept?: number | null;
  /** What moves it in the day; left out where it has no place there. */
  readonly moving?: ReactNode;
  /** Another row was dropped here, by the id of its job. */
  readonly onDrop?: (job: string) => void;
  /** Opens the card for somebody who rings. */
  readonly onCaller: (job: string) => void;
}) {
  const { summary } = job;
  const here = useHereAtBench();
  const next = nextOf(job, here);
  const due = summary.due === undefined ? null : dueText(summary.due, new Date());
  const dragging = onDrop && {
    draggable: true,
    onDragStart: (event: DragEvent) => event.dataTransfer.setData("text/plain", job.id),
    onDragOver: (event: DragEvent) => event.preventDefault(),
    onDrop: (event: DragEvent) => {
      event.preventDefault();
      onDrop(event.dataTransfer.getData("text/plain"));
    },
  };
  return (
    <li className="group relative flex items-stretch border-t border-line first:border-0" {...dragging}>
      <Link
        to={`/jobs/${job.id}/${next.to}`}
        data-job={job.id}
        className="grid min-h-14 min-w-0 grow grid-cols-[2rem_1.3fr_1.3fr_1.3fr_4rem_2.25rem] items-center gap-4 px-4 py-2 hover:bg-green-soft focus-visible:-outline-offset-2 max-lg:grid-cols-[1.5rem_1.3fr_1.3fr_1fr] max-sm:grid-cols-[1.25rem_minmax(0,1fr)] max-sm:gap-x-3 max-sm:gap-y-0.5 max-sm:px-3"
      >
        <span className="text-center text-ink-2">{number}</span>
        <span className="min-w-0">
          <span className="block truncate font-semibold">{job.name}</span>
          <span className="block truncate text-sm text-ink-2">
            {summary.unjudged && <strong className="text-copper">Not judged. </strong>}
            {thought(job)}
          </span>
        </span>
        <span className="min-w-0 text-[0.95rem] max-sm:col-start-2 max-sm:flex max-sm:items-baseline max-sm:gap-2 max-sm:text-sm">
          <span className="block truncate font-semibold max-sm:shrink-0">{next.next}</span>
          {/* What is to be made safe is never cut: the owner gives way. */}
          <span className="flex min-w-0 items-center gap-2 text-sm">
            <span className={`truncate ${due?.late ? "font-semibold text-copper" : "text-ink-2"}`}>
              {due ? due.words : `${jobName(job.number)} ${job.owner}`}
            </span>
            {next.safeFirst && (
              <strong className="inline-flex shrink-0 items-center gap-1 text-amber">
                <Warning /> make safe first
              </strong>
            )}
          </span>
        </span>
        <When job={job} ready={ready} kept={kept} />
        <span className="text-right text-sm text-ink-2 max-lg:hidden">{minutes > 0 && `${minutes} min`}</span>
        <span className="flex size-9 items-center justify-center rounded-full bg-sunk text-xs font-bold text-ink-2 max-lg:hidden">
          {person}
        </span>
      </Link>
      <button
        type="button"
        aria-label={`How it stands: ${job.name}`}
        title="How it stands, for a caller"
        onClick={() => onCaller(job.id)}
        className="hidden w-11 shrink-0 items-center justify-center text-ink-2 hover:text-ink pointer-coarse:flex"
      >
        <span
          aria-hidden
          className="flex size-6 items-center justify-center rounded-full border border-line-strong font-serif text-sm"
        >
          i
        </span>
      </button>
      {moving}
    </li>
  );
}
