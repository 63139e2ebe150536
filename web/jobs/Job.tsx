import { useMemo } from "react";
import { Link, useParams } from "react-router";
import { assessJob } from "#core/assess";
import { COMPLAINT_LABELS, CONNECTION_LABELS, FAMILY_FACTS } from "#core/record";
import { sentenceOf, useJobQuery } from "../app/api.ts";
import { PairsEntry } from "../checks/winding/PairsEntry.tsx";
import { Mark } from "../ui/Mark.tsx";
import { VerdictPanel } from "./VerdictPanel.tsx";

/** One job: the plan, the present check, the standing verdict. */
export function Job() {
  const { id = "" } = useParams();
  const { data: job, error } = useJobQuery(id);
  const verdict = useMemo(() => (job ? assessJob(job.record) : null), [job]);
  if (error)
    return (
      <main className="p-6">
        <p role="alert">{sentenceOf(error)}</p>
        <Link to="/" className="underline">
          Back to the bench
        </Link>
      </main>
    );
  if (!job || !verdict)
    return (
      <main className="p-6">
        <p role="status">Fetching the job.</p>
      </main>
    );
  const { motor, complaint } = job.record;
  const facts = FAMILY_FACTS[motor.family];
  return (
    <div className="flex min-h-screen flex-col">
      <header className="flex flex-wrap items-baseline gap-4 border-b border-line bg-sheet px-5 py-3">
        <Link to="/" className="font-semibold text-green">
          Green Fable
        </Link>
        <h1 className="text-lg font-bold">{motor.name}</h1>
        <span className="text-sm text-ink-2">
          J-{String(job.number).padStart(4, "0")} · {facts.label}, {CONNECTION_LABELS[motor.connection]} ·{" "}
          {motor.owner}
        </span>
      </header>
      <div className="grid grow grid-cols-[230px_1fr_320px] max-lg:grid-cols-1">
        <nav aria-label="Plan" className="border-r border-line p-5 text-sm max-lg:border-r-0">
          <p className="mb-2">
            Complaint: <strong>{COMPLAINT_LABELS[complaint]}</strong>
          </p>
          <ol className="space-y-2">
            {verdict.plan.map((step) => (
              <li key={step.check} className="flex items-center gap-2">
                <Mark state={step.state} />
                {step.title}
                <span className="ml-auto text-ink-2">{step.minutes} min</span>
              </li>
            ))}
          </ol>
        </nav>
        <main className="p-6">
          {facts.windingsReachable ? <PairsEntry job={job} /> : <p>{facts.unreachableReason}</p>}
        </main>
        <VerdictPanel verdict={verdict} />
      </div>
      <footer className="border-t border-line px-5 py-2 text-right text-sm text-ink-2" role="status">
        Saved {new Date(job.savedAt).toLocaleTimeString("en-GB")}, on disk
      </footer>
    </div>
  );
}
