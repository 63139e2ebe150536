import { formatDistanceToNowStrict } from "date-fns";
import { useRef, useState } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { Link, useNavigate } from "react-router";
import { STAGES, type JobLine, type Stage } from "#contract/jobs";
import type { CheckState } from "#core/check";
import { chanceText } from "#core/quantity";
import { sentenceOf, useJobsQuery } from "../app/api.ts";
import { Person } from "../app/Person.tsx";
import { useBench } from "../app/store.ts";
import { buttonClass } from "../ui/Button.tsx";
import { Foot } from "../ui/Foot.tsx";
import { Key } from "../ui/Key.tsx";
import { Logo } from "../ui/Logo.tsx";
import { Mark } from "../ui/Mark.tsx";
import { ImportButton } from "./ImportButton.tsx";
import { clockText, useSecondsLeft } from "./useSecondsLeft.ts";

const GROUPS: Readonly<Record<Stage, string>> = {
  reading: "Waiting for a reading",
  decision: "Waiting for you to decide",
  repair: "Waiting for the repair",
  parts: "Waiting for parts",
  answer: "Waiting for an answer",
  proof: "Being proved",
  closing: "Ready to close",
  closed: "Closed",
};
const KEYS = [
  [["↑", "↓"], "choose"],
  [["Enter"], "go to its next step"],
  [["N"], "take a motor in"],
  [["/"], "find"],
] as const;

const jobName = (number: number) => `J-${String(number).padStart(4, "0")}`;
const linkOf = (job: JobLine) => `/jobs/${job.id}/${job.summary.to}`;

function Line({ job }: { readonly job: JobLine }) {
  const { summary } = job;
  const share = summary.leading?.probability ?? 0;
  return (
    <li className="border-t border-line first:border-0">
      <Link
        to={linkOf(job)}
        data-job
        className="grid min-h-14 grid-cols-[1.9fr_6rem_1.7fr_1.6fr_2.25rem] items-center gap-4 px-4 py-2 hover:bg-green-soft focus-visible:-outline-offset-2 max-md:grid-cols-[1fr_auto] max-md:gap-y-1"
      >
        <span className="min-w-0">
          <span className="block truncate font-semibold">{job.name}</span>
          <span className="block truncate text-sm text-ink-2">
            {jobName(job.number)} {job.owner}
          </span>
        </span>
        <span className="flex gap-1">
          {summary.marks.map((mark, i) => (
            <Mark key={i} state={mark as CheckState} />
          ))}
        </span>
        <span className="min-w-0">
          <span className="block truncate text-[0.95rem]">
            {summary.headline === "Not decided yet" && summary.leading
              ? `Perhaps: ${summary.leading.name.toLowerCase()}`
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
          <span className="block truncate font-semibold">{summary.next}</span>
          <span className="block truncate text-sm text-ink-2">
            {job.stage === "closed" && job.closedAt
              ? `closed ${formatDistanceToNowStrict(new Date(job.closedAt), { addSuffix: true })}`
              : summary.minutes > 0
                ? `${summary.minutes} min`
                : `here for ${formatDistanceToNowStrict(new Date(job.takenInAt))}`}
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

function Clock({ job }: { readonly job: JobLine }) {
  const { clock, to } = job.summary;
  const left = useSecondsLeft(clock?.startedAt ?? null, clock?.minutes ?? 0);
  return (
    <Link to={`/jobs/${job.id}/${to}`} className="mb-3 block rounded-xl border-2 border-amber p-4">
      <span className="block font-semibold">{job.name}</span>
      <strong role="timer" className="block text-4xl">
        {left > 0 ? clockText(left) : "Over"}
      </strong>
      <span className="text-sm text-ink-2">
        {left > 0 ? "Capacitors bleed down. Then measure before you touch." : "Measure before you touch."}
      </span>
    </Link>
  );
}

function Aside({ jobs }: { readonly jobs: readonly JobLine[] }) {
  const clocks = jobs.filter(({ summary, stage }) => summary.clock && stage !== "closed");
  const minutes = jobs
    .filter(({ stage }) => stage !== "closed")
    .reduce((sum, { summary }) => sum + summary.minutes, 0);
  const oldest = jobs
    .filter(({ stage }) => stage !== "closed")
    .toSorted((a, b) => a.takenInAt.localeCompare(b.takenInAt))
    .slice(0, 3);
  return (
    <aside className="border-l border-line bg-sheet p-5 text-sm max-lg:border-l-0 max-lg:border-t">
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
      <h2 className="mb-1 mt-5 font-semibold text-ink-2">Longest here</h2>
      <ul className="space-y-1.5">
        {oldest.map((job) => (
          <li key={job.id}>
            <Link to={linkOf(job)} className="hover:underline">
              {job.name}
            </Link>
            <span className="block text-ink-2">{formatDistanceToNowStrict(new Date(job.takenInAt))}</span>
          </li>
        ))}
      </ul>
      <h2 className="mb-1 mt-5 font-semibold text-ink-2">From another bench</h2>
      <ImportButton />
    </aside>
  );
}

/** Moves the focus over the jobs with the arrow keys; Enter follows the link as always. */
function moveFocus(by: 1 | -1) {
  const links = [...document.querySelectorAll<HTMLAnchorElement>("a[data-job]")];
  const at = links.findIndex((link) => link === document.activeElement);
  links[at < 0 ? 0 : Math.min(links.length - 1, Math.max(0, at + by))]?.focus();
}

/** Home: jobs by what they wait for, each with its next step. */
export function Bench() {
  const navigate = useNavigate();
  const searchField = useRef<HTMLInputElement>(null);
  const [search, setSearch] = useState("");
  const { data, error, isLoading } = useJobsQuery(search);
  const waiting = useBench(({ parcels }) => parcels.length);
  useHotkeys("n", () => void navigate("/take-in"), { preventDefault: true });
  useHotkeys("slash", () => searchField.current?.focus(), { preventDefault: true });
  useHotkeys("down", () => moveFocus(1), { preventDefault: true, enableOnFormTags: ["INPUT"] });
  useHotkeys("up", () => moveFocus(-1), { preventDefault: true });
  useHotkeys("escape", () => setSearch(""), { enableOnFormTags: ["INPUT"] });
  const jobs = data?.items ?? [];
  return (
    <div className="flex min-h-screen flex-col lg:h-screen">
      <header className="flex flex-wrap items-center gap-x-4 gap-y-2 border-b border-line bg-sheet px-5 py-1.5">
        <span className="flex items-center gap-2 font-semibold text-green">
          <Logo /> Green Fable
        </span>
        <label className="relative ml-auto">
          <span className="sr-only">Find a job, motor, serial</span>
          <input
            ref={searchField}
            type="search"
            value={search}
            onChange={(event) => setSearch(event.target.value)}
            placeholder="Find a job, motor, serial"
            className="h-10 w-64 rounded-lg border border-line-strong bg-sunk px-3 pr-9 placeholder:text-ink-2 max-sm:w-full"
          />
          <span className="pointer-events-none absolute right-2 top-2.5 max-sm:hidden">
            <Key>/</Key>
          </span>
        </label>
        <Link to="/take-in" className={buttonClass("main")}>
          Take a motor in <Key onGreen>N</Key>
        </Link>
        <Person />
      </header>
      <div className="grid min-h-0 grow grid-cols-[1fr_250px] max-lg:grid-cols-1">
        <main className="min-w-0 overflow-y-auto p-5">
          <h1 className="mb-3 text-xl font-bold">
            {new Date().toLocaleDateString("en-GB", { weekday: "long" })} at the bench
          </h1>
          {isLoading && <p role="status">Fetching the jobs.</p>}
          {error && (
            <p role="alert" className="mb-3 text-red">
              {sentenceOf(error)}
            </p>
          )}
          {data?.total === 0 && (
            <p>
              {search
                ? `No job matches “${search}”. Part of a name, an owner, a serial or a job number finds it.`
                : "No motor on the bench yet. Press N to take the first one in."}
            </p>
          )}
          {STAGES.map((stage) => ({ stage, jobs: jobs.filter((job) => job.stage === stage) }))
            .filter((group) => group.jobs.length > 0)
            .map((group) => {
              const minutes = group.jobs.reduce((sum, { summary }) => sum + summary.minutes, 0);
              return (
                <section key={group.stage} aria-labelledby={group.stage} className="mb-4">
                  <h2 id={group.stage} className="mb-1.5 font-semibold">
                    {GROUPS[group.stage]}{" "}
                    <span className="text-sm font-normal text-ink-2">
                      {group.jobs.length} {group.jobs.length === 1 ? "motor" : "motors"}
                      {minutes > 0 && `, about ${minutes} minutes`}
                    </span>
                  </h2>
                  <ul className="overflow-hidden rounded-xl border border-line bg-sheet">
                    {group.jobs.map((job) => (
                      <Line key={job.id} job={job} />
                    ))}
                  </ul>
                </section>
              );
            })}
          {data && data.total > jobs.length && (
            <p className="text-sm text-ink-2">
              {jobs.length} of {data.total} jobs shown, newest first. Search finds the others.
            </p>
          )}
        </main>
        <Aside jobs={jobs} />
      </div>
      <Foot keys={KEYS}>
        <span role="status">
          {waiting === 0 ? "All saved" : `${waiting} kept on this device, on the way to the server`}
        </span>
      </Foot>
    </div>
  );
}
