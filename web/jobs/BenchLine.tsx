import { Link } from "react-router";
import type { JobLine } from "#contract/jobs";
import { lowerFirst, type CheckState } from "#core/check";
import { chanceText } from "#core/quantity";
import { DISPOSITION_LABELS, jobName } from "#core/record";
import { useHereAtBench } from "../job/hereNow.ts";
import { ageText } from "../ui/ageText.ts";
import { dueText } from "../ui/dueText.ts";
import { Mark } from "../ui/Mark.tsx";
import { Warning } from "../ui/Warning.tsx";
import { linkOf, nextOf } from "./nextOf.ts";

/** One job on the bench: what it is, how far it is, what is thought, what comes next. */
export function BenchLine({ job }: { readonly job: JobLine }) {
  const { summary } = job;
  const here = useHereAtBench();
  const next = nextOf(job, here);
  const due = summary.due === undefined ? null : dueText(summary.due, new Date());
  const share = summary.leading?.probability ?? 0;
  return (
    <li className="border-t border-line first:border-0">
      <Link
        to={linkOf(job, here)}
        data-job={job.id}
        className="grid min-h-14 grid-cols-[1.8fr_12.25rem_1.7fr_1.2fr_2.25rem] items-center gap-4 px-4 py-2 hover:bg-green-soft focus-visible:-outline-offset-2 max-lg:grid-cols-[1.4fr_1.3fr_1fr_2.25rem] max-lg:gap-y-1.5 max-md:grid-cols-[minmax(0,1fr)_minmax(0,9.5rem)] max-md:gap-x-3"
      >
        <span className="min-w-0 max-md:col-span-full">
          <span className="block truncate font-semibold">{job.name}</span>
          <span className="block truncate text-sm text-ink-2">
            {jobName(job.number)} {job.owner}
          </span>
        </span>
        <span className="flex gap-1 max-lg:order-last max-lg:col-span-full">
          {summary.marks.map((mark, i) => (
            <Mark key={i} state={mark as CheckState} />
          ))}
        </span>
        <span className="min-w-0">
          <span className="block truncate text-[0.95rem] max-lg:whitespace-normal">
            {summary.unjudged && <strong className="text-copper">Not judged. </strong>}
            {summary.headline === "Not decided yet" && summary.leading
              ? `Likely: ${lowerFirst(summary.leading.name)}`
              : summary.headline}
          </span>
          {summary.leading && (
            <span
              className="mt-1 flex items-center gap-2"
              aria-label={`${summary.leading.name} ${chanceText(share)}`}
              role="img"
            >
              <span className="h-1.5 grow rounded bg-sunk">
                <span className="block h-1.5 rounded bg-ink" style={{ width: `${share * 100}%` }} />
              </span>
              <span className="w-12 shrink-0 text-right text-sm text-ink-2" aria-hidden>
                {chanceText(share)}
              </span>
            </span>
          )}
        </span>
        <span className="min-w-0 text-[0.95rem]">
          <span className="block truncate font-semibold">
            {job.stage === "closed" && summary.disposition
              ? DISPOSITION_LABELS[summary.disposition]
              : next.next}
          </span>
          <span
            className={`block truncate text-sm max-lg:whitespace-normal ${due?.late ? "font-semibold text-copper" : "text-ink-2"}`}
          >
            {job.stage === "closed" && job.closedAt
              ? `closed ${ageText(job.closedAt)} ago`
              : due
                ? due.words
                : next.minutes > 0
                  ? `${next.minutes} min`
                  : `here for ${ageText(job.takenInAt)}`}
            {next.safeFirst && (
              <strong className="ml-2 inline-flex items-center gap-1 text-amber">
                <Warning /> make safe first
              </strong>
            )}
          </span>
        </span>
        {summary.by && (
          <span className="flex size-9 items-center justify-center rounded-full bg-sunk text-xs font-bold text-ink-2 max-md:hidden">
            {summary.by}
          </span>
        )}
      </Link>
    </li>
  );
}
