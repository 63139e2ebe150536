import { Link } from "react-router";
import { lazy, Suspense } from "react";
import type { JobLine } from "#contract/jobs";
import type { PartToOrder } from "#core/schedule";
import { useAsideQuery } from "../app/api.ts";
import { ageText } from "../ui/ageText.ts";
import { MarkLegend } from "../ui/Mark.tsx";
import { useHereAtBench } from "../job/hereNow.ts";
import { linkOf } from "./nextOf.ts";
import { ImportButton } from "./ImportButton.tsx";
import { clockText, useSecondsLeft } from "../job/useSecondsLeft.ts";

// Below what is looked at first.
const ToOrder = lazy(() => import("./ToOrder.tsx"));
const ThisWeek = lazy(() => import("./ThisWeek.tsx"));

/** What goes on, and what is to be done when it is over. */
function clockWords({ summary: { to } }: JobLine, left: number): string {
  if (to === "letRun") return left > 0 ? "It runs after its repair." : "It has run long enough: stop it.";
  return left > 0 ? "Capacitors bleed down. Then measure before you touch." : "Measure before you touch.";
}

function Clock({ job }: { readonly job: JobLine }) {
  const { clock, to } = job.summary;
  const left = useSecondsLeft(clock?.startedAt ?? null, clock?.minutes ?? 0);
  return (
    <Link to={`/jobs/${job.id}/${to}`} className="mb-3 block rounded-xl border-2 border-amber p-4">
      <span className="block font-semibold">{job.name}</span>
      <strong role="timer" className="block text-4xl">
        {left > 0 ? clockText(left) : "Over"}
      </strong>
      <span className="text-sm text-ink-2">{clockWords(job, left)}</span>
    </Link>
  );
}

/** What runs while nobody looks: clocks first. */
export function BenchAside({
  parts,
  currency,
}: {
  readonly parts: readonly PartToOrder[];
  readonly currency: string;
}) {
  const here = useHereAtBench();
  const { data } = useAsideQuery();
  const minutes = data?.minutes ?? 0;
  const clocks = data?.clocks ?? [];
  return (
    <aside className="overflow-y-auto border-l border-line bg-sheet p-5 text-sm max-lg:border-l-0 max-lg:border-t">
      <h2 className="mb-2 font-semibold text-ink-2">Clocks</h2>
      {clocks.length === 0 && <p className="mb-3 text-ink-2">None running.</p>}
      {clocks.map((job) => (
        <Clock key={job.id} job={job} />
      ))}
      <h2 className="mb-1 mt-5 font-semibold text-ink-2">Next steps of everything open</h2>
      <p className="text-2xl font-semibold">
        {Math.floor(minutes / 60) > 0 && `${Math.floor(minutes / 60)} h `}
        {minutes % 60} min
      </p>
      {parts.length > 0 && (
        <Suspense fallback={null}>
          <ToOrder parts={parts} currency={currency} />
        </Suspense>
      )}
      <Suspense fallback={null}>
        <ThisWeek />
      </Suspense>
      <h2 className="mb-1 mt-5 font-semibold text-ink-2">Longest here</h2>
      <ul className="space-y-1.5">
        {data?.longest.map((job) => (
          <li key={job.id}>
            <Link to={linkOf(job, here)} className="hover:underline">
              {job.name}
            </Link>
            <span className="block text-ink-2">{ageText(job.takenInAt)}</span>
          </li>
        ))}
      </ul>
      <h2 className="mb-1 mt-5 font-semibold text-ink-2">From another bench</h2>
      <ImportButton />
      <MarkLegend />
    </aside>
  );
}
