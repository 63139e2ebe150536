import { useRef, useState } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { Link, useNavigate } from "react-router";
import { STAGES, type JobLine, type Stage } from "#contract/jobs";
import type { CheckState } from "#core/check";
import { sentenceOf, useJobsQuery } from "../app/api.ts";
import { Mark } from "../ui/Mark.tsx";

const GROUPS: Readonly<Record<Stage, string>> = {
  reading: "Waiting for a reading",
  decision: "Waiting for you to decide",
  parts: "Waiting for parts",
  answer: "Waiting for an answer",
  proof: "Being proved",
  closed: "Closed",
};

function Line({ job }: { readonly job: JobLine }) {
  const { summary } = job;
  return (
    <li className="border-t border-line first:border-0">
      <Link
        to={`/jobs/${job.id}`}
        className="grid grid-cols-[2fr_1fr_2fr_1fr] items-center gap-4 px-4 py-2.5 hover:bg-green-soft max-sm:grid-cols-1"
      >
        <span>
          <span className="block font-semibold">{job.name}</span>
          <span className="text-sm text-ink-2">
            J-{String(job.number).padStart(4, "0")} {job.owner}
          </span>
        </span>
        <span className="flex gap-1">
          {summary.marks.map((mark, i) => (
            <Mark key={i} state={mark as CheckState} />
          ))}
        </span>
        <span>
          <span className="block text-sm">{summary.headline}</span>
          {summary.leading && (
            <span className="text-sm text-ink-2">
              {summary.leading.name} {Math.round(summary.leading.probability * 100)} %
            </span>
          )}
        </span>
        <span className="text-sm">
          <span className="block font-semibold">{job.stage === "closed" ? "Done" : summary.next}</span>
          {job.stage === "reading" && summary.minutes > 0 && (
            <span className="text-ink-2">{summary.minutes} min</span>
          )}
        </span>
      </Link>
    </li>
  );
}

/** Home: jobs by what they wait for. */
export function Bench() {
  const navigate = useNavigate();
  const searchField = useRef<HTMLInputElement>(null);
  useHotkeys("n", () => void navigate("/take-in"), { preventDefault: true });
  useHotkeys("slash", () => searchField.current?.focus(), { preventDefault: true });
  const [search, setSearch] = useState("");
  const { data, error, isLoading } = useJobsQuery(search);
  return (
    <main className="mx-auto max-w-6xl p-6">
      <header className="mb-4 flex items-center justify-between gap-4">
        <h1 className="text-xl font-bold">Green Fable, at the bench</h1>
        <label className="ml-auto text-sm">
          <span className="sr-only">Find a job, motor, serial</span>
          <input
            ref={searchField}
            type="search"
            value={search}
            onChange={(event) => setSearch(event.target.value)}
            placeholder="Find a job, motor, serial"
            className="h-11 w-64 rounded-lg border border-line-strong bg-sunk px-3 placeholder:text-ink-2"
          />
        </label>
        <Link
          to="/take-in"
          className="flex min-h-11 items-center gap-2 rounded-lg bg-green px-4 font-semibold text-on-green"
        >
          Take a motor in <kbd className="rounded border px-1.5 text-sm">N</kbd>
        </Link>
      </header>
      {isLoading && <p role="status">Fetching the jobs.</p>}
      {error && <p role="alert">{sentenceOf(error)}</p>}
      {data?.total === 0 && <p>{search ? `No job matches “${search}”.` : "No motor on the bench yet."}</p>}
      {data &&
        STAGES.map((stage) => ({ stage, jobs: data.items.filter((job) => job.stage === stage) }))
          .filter(({ jobs }) => jobs.length > 0)
          .map(({ stage, jobs }) => (
            <section key={stage} aria-labelledby={stage} className="mb-5">
              <h2 id={stage} className="mb-2 font-semibold">
                {GROUPS[stage]}{" "}
                <span className="text-sm font-normal text-ink-2">
                  {jobs.length} {jobs.length === 1 ? "motor" : "motors"}
                </span>
              </h2>
              <ul className="overflow-hidden rounded-xl border border-line bg-sheet">
                {jobs.map((job) => (
                  <Line key={job.id} job={job} />
                ))}
              </ul>
            </section>
          ))}
    </main>
  );
}
