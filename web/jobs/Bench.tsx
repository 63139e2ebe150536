import { useLayoutEffect, useRef, useState } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { Link, useNavigate } from "react-router";
import { STAGES, type Stage } from "#contract/jobs";
import { sentenceOf, useJobsQuery } from "../app/api.ts";
import { Person } from "../app/Person.tsx";
import { useBench } from "../app/store.ts";
import { buttonClass } from "../ui/Button.tsx";
import { Foot } from "../ui/Foot.tsx";
import { Key } from "../ui/Key.tsx";
import { Logo } from "../ui/Logo.tsx";
import { BenchAside } from "./BenchAside.tsx";
import { BenchLine } from "./BenchLine.tsx";

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
const LOOK_AGAIN = 700;
const KEYS = [
  [["↑", "↓"], "choose"],
  [["Enter"], "go to its next step"],
  [["N"], "take a motor in"],
  [["/"], "find"],
] as const;

/** Moves the focus over the jobs with the arrow keys; Enter follows the link as always. */
function moveFocus(by: 1 | -1) {
  const links = [...document.querySelectorAll<HTMLAnchorElement>("a[data-job]")];
  const at = links.findIndex((link) => link === document.activeElement);
  links[at < 0 ? 0 : Math.min(links.length - 1, Math.max(0, at + by))]?.focus();
}

/** How far the bench was scrolled when it was left: there it opens again. */
const left = { at: 0 };

/** Home: jobs by what they wait for, each with its next step. */
export function Bench() {
  const navigate = useNavigate();
  const searchField = useRef<HTMLInputElement>(null);
  const [search, setSearch] = useState("");
  const [polling, setPolling] = useState(0);
  const { data, error, isLoading } = useJobsQuery(search, { pollingInterval: polling });
  const judging = data?.judging ?? { left: 0, of: 0 };
  // While jobs are judged anew in the background the bench looks again by itself.
  const wanted = judging.left > 0 ? LOOK_AGAIN : 0;
  if (wanted !== polling) setPolling(wanted);
  const waiting = useBench(({ parcels }) => parcels.length);
  useHotkeys("n", () => void navigate("/take-in"), { preventDefault: true });
  useHotkeys("slash", () => searchField.current?.focus(), { preventDefault: true });
  useHotkeys("down", () => moveFocus(1), { preventDefault: true, enableOnFormTags: ["INPUT"] });
  useHotkeys("up", () => moveFocus(-1), { preventDefault: true });
  useHotkeys("escape", () => setSearch(""), { enableOnFormTags: ["INPUT"] });
  const jobs = data?.items ?? [];
  const list = useRef<HTMLElement>(null);
  const there = data !== undefined;
  useLayoutEffect(() => {
    if (there && list.current) list.current.scrollTop = left.at;
  }, [there]);
  return (
    <div className="flex min-h-screen flex-col lg:h-screen">
      <header className="flex flex-wrap items-center gap-x-4 gap-y-2 border-b border-line bg-sheet px-5 py-1.5">
        <span className="flex items-center gap-2 font-semibold text-green">
          <Logo /> Green Fable
        </span>
        <nav aria-label="Rooms" className="flex gap-1">
          <span
            aria-current="page"
            className="flex min-h-11 items-center rounded-lg bg-sunk px-3 font-semibold"
          >
            Bench
          </span>
          <Link to="/motors" className="flex min-h-11 items-center rounded-lg px-3 hover:bg-sunk">
            Motors
          </Link>
          <Link to="/workings" className="flex min-h-11 items-center rounded-lg px-3 hover:bg-sunk">
            Workings
          </Link>
          <Link to="/shop" className="flex min-h-11 items-center rounded-lg px-3 hover:bg-sunk">
            Shop
          </Link>
        </nav>
        <label className="relative ml-auto">
          <span className="sr-only">Find a job, motor, serial</span>
          <input
            ref={searchField}
            type="search"
            value={search}
            onChange={(event) => setSearch(event.target.value)}
            // Enter opens what was found first.
            onKeyDown={(event) => {
              const [first] = jobs;
              if (event.key === "Enter" && search !== "" && first) void navigate(`/jobs/${first.id}`);
            }}
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
        <main
          ref={list}
          onScroll={({ currentTarget }) => (left.at = currentTarget.scrollTop)}
          className="min-w-0 overflow-y-auto p-5"
        >
          <h1 className="mb-3 text-xl font-bold">
            {new Date().toLocaleDateString("en-GB", { weekday: "long" })} at the bench
          </h1>
          {judging.left > 1 && (
            <p role="status" className="mb-3 flex items-center gap-3 text-sm text-ink-2">
              <progress
                value={judging.of - judging.left}
                max={judging.of}
                className="accent-[var(--green)]"
              />
              Weighing {judging.left} of {judging.of} jobs anew; what stands below is from before.
            </p>
          )}
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
                      <BenchLine key={job.id} job={job} />
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
        <BenchAside jobs={jobs} />
      </div>
      <Foot keys={KEYS}>
        <span role="status">
          {waiting === 0 ? "All saved" : `${waiting} kept on this device, on the way to the server`}
        </span>
      </Foot>
    </div>
  );
}
