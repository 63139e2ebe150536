import type { ReactNode } from "react";
import type { JobLine, JobList, Stage } from "#contract/jobs";
import { BenchLine } from "./BenchLine.tsx";
import { GROUPS } from "./groups.ts";

const countText = ({ motors, minutes }: NonNullable<JobList["totals"][Stage]>) =>
  `${motors} ${motors === 1 ? "motor" : "motors"}${minutes > 0 ? `, about ${minutes} ${minutes === 1 ? "minute" : "minutes"}` : ""}`;

/** Jobs that wait for the same, with how many there are in all and how long they take. */
export function BenchGroup({
  stage,
  jobs,
  total,
  children,
}: {
  readonly stage: Stage;
  readonly jobs: readonly JobLine[];
  /** Over all that match, not only over those shown. */
  readonly total: JobList["totals"][Stage];
  /** Beside the heading. */
  readonly children?: ReactNode;
}) {
  return (
    <section aria-labelledby={stage} className="mb-4">
      <h2 id={stage} className="mb-1.5 flex flex-wrap items-center gap-x-2 font-semibold">
        {GROUPS[stage]}
        {total && <span className="text-sm font-normal text-ink-2">{countText(total)}</span>}
        {children}
      </h2>
      {jobs.length > 0 && (
        <ul className="overflow-hidden rounded-xl border border-line bg-sheet">
          {jobs.map((job) => (
            <BenchLine key={job.id} job={job} />
          ))}
        </ul>
      )}
    </section>
  );
}
