import { Link } from "react-router";
import { useState } from "react";
import type { JobLine, PartToOrder } from "#contract/jobs";
import { useAsideQuery } from "../app/api.ts";
import { chanceText } from "#core/quantity";
import { ageText } from "../ui/ageText.ts";
import { Button } from "../ui/Button.tsx";
import { MarkLegend } from "../ui/Mark.tsx";
import { useHereAtBench } from "../job/hereNow.ts";
import { linkOf } from "./BenchLine.tsx";
import { ImportButton } from "./ImportButton.tsx";
import { clockText, useSecondsLeft } from "../job/useSecondsLeft.ts";

/** What goes on, and what is to be done when it is over. */
function clockWords({ summary: { to } }: JobLine, left: number): string {
  if (to === "letRun") return left > 0 ? "It runs after its repair." : "It has run long enough: stop it.";
  return left > 0 ? "Capacitors bleed down. Then measure before you touch." : "Measure before you touch.";
}

/** Parts to order over all jobs, ready to copy. */
function ToOrder({ parts, currency }: { readonly parts: readonly PartToOrder[]; readonly currency: string }) {
  const [copied, setCopied] = useState(false);
  if (parts.length === 0) return null;
  const line = ({ what, by, price, jobs }: PartToOrder) =>
    [`${jobs.length} × ${what}`, by, price === null ? "" : `${price.toFixed(2)} ${currency}`.trim()]
      .filter(Boolean)
      .join(", ");
  const copy = async () => {
    const text = parts
      .map((part) => `${line(part)} (${part.jobs.map(({ name }) => name).join("; ")})`)
      .join("\n");
    await navigator.clipboard.writeText(text);
    setCopied(true);
  };
  return (
    <section aria-labelledby="to-order">
      <h2 id="to-order" className="mb-1 mt-5 font-semibold text-ink-2">
        To order
      </h2>
      <ul className="space-y-1.5">
        {parts.map((part) => {
          const unsure = part.jobs.filter(({ chance }) => chance < 1);
          return (
            <li key={part.what}>
              {part.what}, <strong>{part.jobs.length}</strong>
              <span className="block text-ink-2">
                {part.jobs.map(({ name }) => name).join("; ")}
                {unsure.length > 0 &&
                  `. ${unsure.length === part.jobs.length ? "Not decided yet" : `${unsure.length} of them not decided yet`}: ${unsure.map(({ chance }) => chanceText(chance)).join(", ")}`}
              </span>
            </li>
          );
        })}
      </ul>
      <Button look="quiet" size="small" className="px-0!" onClick={() => void copy()}>
        {copied ? "Copied" : "Copy the list"}
      </Button>
    </section>
  );
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
      <ToOrder parts={parts} currency={currency} />
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
