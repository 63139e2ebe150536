import { skipToken } from "@reduxjs/toolkit/query/react";
import { lazy, Suspense, useEffect, useLayoutEffect, useRef, useState } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { Link, useNavigate, useSearchParams } from "react-router";
import { SEARCH_LIMITS, STAGES } from "#contract/jobs";
import { sentenceOf, useAsideQuery, useDayQuery, useJobsQuery } from "../app/api.ts";
import { useBench } from "../app/store.ts";
import { usePhone } from "../job/usePhone.ts";
import { Header } from "../shell/Header.tsx";
import { Button, buttonClass } from "../ui/Button.tsx";
import { clockTime, shopDay, weekdayText } from "../ui/dates.ts";
import { Foot } from "../ui/Foot.tsx";
import { Key } from "../ui/Key.tsx";
import { BenchAside } from "./BenchAside.tsx";
import { useTakenInHere } from "../job/takenInHere.ts";
import { DayList, dayWords } from "./DayList.tsx";
import { asked, filterOf, isDay, isNarrowed, withFilter, type BenchFilter } from "./benchFilter.ts";
import { useSteady } from "../ui/useSteady.ts";
import { isChoosing } from "../ui/isTyping.ts";
import { BenchFilters } from "./BenchFilters.tsx";

// For who narrows the jobs, or looks at closed ones: fetched while the day is looked at.
const BenchGroup = lazy(async () => ({ default: (await import("./BenchGroup.tsx")).BenchGroup }));
// For a shop that has no motor yet, and for whoever rings.
const FirstRun = lazy(() => import("./FirstRun.tsx"));
const WeekList = lazy(() => import("./WeekList.tsx"));
const CallerCard = lazy(() => import("../caller/CallerCard.tsx"));

const LOOK_AGAIN = 700;
const KEYS = [
  [["↑", "↓"], "choose"],
  [["Enter"], "go to its next step"],
  [["I"], "how it stands, for a caller"],
  [["N"], "take a motor in"],
  [["/"], "find"],
] as const;

/** Why not everything that was looked for stands here. */
const PARTLY = {
  newest: `One or two letters are looked for in the newest ${SEARCH_LIMITS.newest} jobs; a third letter looks through all of them.`,
  most: `More than ${SEARCH_LIMITS.most} jobs match; the newest of them are counted here. Type on.`,
} as const;

/** Moves the focus over the jobs with the arrow keys; Enter follows the link as always. */
function moveFocus(by: 1 | -1) {
  const links = [...document.querySelectorAll<HTMLAnchorElement>("a[data-job]")];
  const at = links.findIndex((link) => link === document.activeElement);
  links[at < 0 ? 0 : Math.min(links.length - 1, Math.max(0, at + by))]?.focus();
}

/** The job that has the focus, or the first that stands there. */
const jobInHand = (): string | null =>
  (document.activeElement?.closest("[data-job]") ?? document.querySelector("a[data-job]"))?.getAttribute(
    "data-job",
  ) ?? null;

/** In a list of choices letters and arrows choose. */
const NOT_CHOOSING = {
  preventDefault: true,
  ignoreEventWhen: ({ target }: KeyboardEvent) => isChoosing(target),
} as const;

/** How far the bench was scrolled when it was left: there it opens again. */
const left = { at: 0 };

/** Shown at first, added by each press, and at most. */
const PAGE = 50;
const MOST = 500;

/** Home: jobs by what they wait for, each with its next step. */
export function Bench() {
  const navigate = useNavigate();
  const searchField = useRef<HTMLInputElement>(null);
  const [parameters, setParameters] = useSearchParams();
  // What is typed stands in the field at once; the address follows.
  const [q, setQ] = useState(() => filterOf(parameters).q);
  const filter = { ...filterOf(parameters), q };
  const change = (one: Partial<BenchFilter>) => {
    if (one.q !== undefined) setQ(one.q);
    setParameters(withFilter(parameters, { q, ...one }), { replace: true });
  };
  const [polling, setPolling] = useState(0);
  const [size, setSize] = useState(PAGE);
  const [unfolded, setUnfolded] = useState(false);
  const who = useBench((bench) => bench.who);
  const waiting = useBench(({ parcels }) => parcels.length);
  const openAsked = asked(filter, "open", who, shopDay());
  const closedAsked = asked(filter, "closed", who, shopDay());
  // Searched for, or waited for, it is wanted; else the closed ones stay folded and only count.
  const closedShown = unfolded || isNarrowed(filter);
  const inOrder = isDay(filter);
  const dayAsked = filter.mine && who !== null ? { mine: who } : {};
  const day = useDayQuery(inOrder ? dayAsked : skipToken, { pollingInterval: polling });
  const open = useJobsQuery(openAsked && !inOrder ? { ...openAsked, size } : skipToken, {
    pollingInterval: polling,
  });
  const closed = useJobsQuery(closedAsked ? { ...closedAsked, size: closedShown ? size : 1 } : skipToken);
  const { data: beside, refetch: lookBeside } = useAsideQuery();
  const { data, error, isLoading } = inOrder ? day : openAsked ? open : closed;
  const judging = data?.judging ?? { left: 0, of: 0 };
  // While jobs are judged anew in the background the bench looks again by itself.
  const wanted = judging.left > 0 ? LOOK_AGAIN : 0;
  if (wanted !== polling) setPolling(wanted);
  const partly = open.data?.partly ?? closed.data?.partly;
  const judgedNow = judging.left;
  // What stands beside changes as jobs are judged.
  useEffect(() => {
    void lookBeside();
  }, [judgedNow, lookBeside]);
  useHotkeys("n", () => void navigate("/take-in"), NOT_CHOOSING);
  /** The job whose card is open. */
  const [caller, setCaller] = useState<string | null>(null);
  useHotkeys("i", () => setCaller(jobInHand()), NOT_CHOOSING);
  useHotkeys("/", () => searchField.current?.focus(), { useKey: true, preventDefault: true });
  useHotkeys("down", () => moveFocus(1), { ...NOT_CHOOSING, enableOnFormTags: ["INPUT"] });
  useHotkeys("up", () => moveFocus(-1), NOT_CHOOSING);
  useHotkeys("escape", () => change({ q: "" }), { enableOnFormTags: ["INPUT"] });
  const finding = parameters.has("find");
  useEffect(() => {
    if (finding) searchField.current?.focus();
  }, [finding]);
  const openJobs = openAsked && !inOrder ? (open.data?.items ?? []) : [];
  const closedJobs = closedAsked && closedShown ? (closed.data?.items ?? []) : [];
  const dayTotal = (day.data?.rows.length ?? 0) + (day.data?.waiting.length ?? 0);
  const openTotal = inOrder ? dayTotal : openAsked ? (open.data?.total ?? 0) : 0;
  const closedTotal = closedAsked ? (closed.data?.total ?? 0) : 0;
  const more = (!inOrder && openTotal > openJobs.length) || (closedShown && closedTotal > closedJobs.length);
  const takenInHere = useTakenInHere();
  // Enter opens what is found first, for what is typed and not for what was typed before it.
  const opening = useRef(false);
  const settled = !open.isFetching && !closed.isFetching;
  const first = settled ? ([...openJobs, ...closedJobs][0]?.id ?? null) : null;
  const openFirst = useSteady(() => {
    if (!opening.current || !settled) return;
    opening.current = false;
    if (first !== null) void navigate(`/jobs/${first}`);
  });
  useEffect(openFirst, [openFirst, settled, first]);
  const list = useRef<HTMLElement>(null);
  const phone = usePhone();
  const there = data !== undefined;
  useLayoutEffect(() => {
    if (there && list.current) list.current.scrollTop = left.at;
  }, [there]);
  const search = (
    <label className="relative max-sm:min-w-0 max-sm:grow max-sm:basis-0">
      <span className="sr-only">Find a job, motor, owner, serial, telephone or word</span>
      <input
        ref={searchField}
        type="search"
        value={filter.q}
        onChange={(event) => {
          opening.current = false;
          change({ q: event.target.value });
        }}
        onKeyDown={(event) => {
          if (event.key !== "Enter" || filter.q === "") return;
          opening.current = true;
          openFirst();
        }}
        placeholder={phone ? "Find a job" : "Job, owner, telephone"}
        className="h-10 w-64 rounded-lg border border-line-strong bg-sunk px-3 pr-9 placeholder:text-ink-2 max-sm:h-11 max-sm:w-full"
      />
      <span className="pointer-events-none absolute right-2 top-2.5 max-sm:hidden">
        <Key>/</Key>
      </span>
    </label>
  );
  return (
    <div className="flex min-h-screen flex-col lg:h-screen">
      <Header title="Bench" named find={!phone && search}>
        <Link to="/take-in" className={buttonClass("main")}>
          <span className="max-lg:hidden">Take a motor in</span>
          <span className="lg:hidden">Take in</span>
          <span className="max-sm:hidden">
            <Key onGreen>N</Key>
          </span>
        </Link>
      </Header>
      <div className="grid min-h-0 grow grid-cols-[1fr_250px] max-lg:grid-cols-1 lg:grid-rows-[minmax(0,1fr)]">
        <main
          ref={list}
          onScroll={({ currentTarget }) => (left.at = currentTarget.scrollTop)}
          className="min-w-0 overflow-y-auto p-5 max-sm:p-3.5"
        >
          <div className="mb-1 flex flex-wrap items-start justify-between gap-x-6">
            <h2 className="mb-3 min-w-0 text-xl font-bold max-sm:mb-1.5 max-sm:flex max-sm:items-baseline max-sm:text-lg">
              <span className="whitespace-nowrap">
                {weekdayText(new Date().toISOString())} {inOrder && clockTime(new Date().toISOString())}
              </span>
              <span className="max-sm:sr-only"> at the bench</span>
              {inOrder && day.data && dayTotal > 0 && (
                <span className="ml-3 text-base font-normal text-ink-2 max-sm:ml-2 max-sm:truncate max-sm:text-sm">
                  {dayWords(day.data)}
                </span>
              )}
            </h2>
            <BenchFilters
              filter={filter}
              owners={beside?.owners ?? []}
              onChange={change}
              search={phone && search}
            />
          </div>
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
          {partly && (
            <p role="status" className="mb-3 text-sm text-ink-2">
              {PARTLY[partly]}
            </p>
          )}
          {error && (
            <p role="alert" className="mb-3 text-red">
              {sentenceOf(error)}
            </p>
          )}
          {there && openTotal + closedTotal === 0 && !isNarrowed(filter) && filter.q === "" && (
            <Suspense fallback={null}>
              <FirstRun />
            </Suspense>
          )}
          {there && openTotal + closedTotal === 0 && (isNarrowed(filter) || filter.q !== "") && (
            <p>
              {filter.q
                ? `No job matches “${filter.q}”. Part of a name, an owner, a serial, a telephone or a word that was left finds it.`
                : "No job is like that. Show everything to see the others."}
            </p>
          )}
          {takenInHere.length > 0 && (
            <p role="status" className="mb-3 rounded-xl border border-line bg-amber-soft px-4 py-2">
              <strong>Taken in on this device, on the way to the server: </strong>
              {takenInHere.map(({ id, intake }) => (
                <Link key={id} to={`/jobs/${id}`} className="mr-3 underline underline-offset-2">
                  {intake.motor.name}
                </Link>
              ))}
            </p>
          )}
          {inOrder && day.data && !filter.week && <DayList day={day.data} onCaller={setCaller} />}
          {inOrder && day.data && filter.week && (
            <Suspense fallback={null}>
              <WeekList day={day.data} />
            </Suspense>
          )}
          <Suspense fallback={null}>
            {STAGES.filter((stage) => stage !== "closed")
              .map((stage) => ({ stage, jobs: openJobs.filter((job) => job.stage === stage) }))
              .filter(({ jobs }) => jobs.length > 0)
              .map(({ stage, jobs }) => (
                <BenchGroup key={stage} stage={stage} jobs={jobs} total={open.data?.totals[stage]} />
              ))}
            {closedTotal > 0 && (
              <BenchGroup stage="closed" jobs={closedJobs} total={closed.data?.totals.closed}>
                {!isNarrowed(filter) && (
                  <Button look="quiet" aria-expanded={unfolded} onClick={() => setUnfolded(!unfolded)}>
                    {unfolded ? "Fold" : "Show"}
                  </Button>
                )}
              </BenchGroup>
            )}
          </Suspense>
          {more && (
            <Button onClick={() => setSize(Math.min(MOST, size + PAGE))} disabled={size >= MOST}>
              {size >= MOST ? `The newest ${MOST} are shown; search finds the others` : "Show more"}
            </Button>
          )}
        </main>
        <BenchAside parts={inOrder ? (day.data?.parts ?? []) : []} currency={day.data?.currency ?? ""} />
      </div>
      {caller !== null && (
        <Suspense fallback={null}>
          <CallerCard id={caller} onClose={() => setCaller(null)} />
        </Suspense>
      )}
      <Foot keys={KEYS}>
        <span role="status">
          {waiting === 0 ? "All saved" : `${waiting} kept on this device, on the way to the server`}
        </span>
      </Foot>
    </div>
  );
}
