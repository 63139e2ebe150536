import { STAGES, type JobFilter, type Stage } from "#contract/jobs";

/** What the bench is narrowed to, as it stands in its address: Back and a reload keep it. */
export interface BenchFilter {
  readonly q: string;
  readonly owner: string;
  readonly mine: boolean;
  readonly waiting: Stage | "";
  readonly overdue: boolean;
  /** The days ahead, and not the order of this one. */
  readonly week: boolean;
}

export function filterOf(parameters: URLSearchParams): BenchFilter {
  const waiting = parameters.get("waiting");
  return {
    q: parameters.get("q") ?? "",
    owner: parameters.get("owner") ?? "",
    mine: parameters.has("mine"),
    waiting: STAGES.find((stage) => stage === waiting) ?? "",
    overdue: parameters.has("overdue"),
    week: parameters.has("week"),
  };
}

/** The address with one thing of it changed. */
export function withFilter(parameters: URLSearchParams, change: Partial<BenchFilter>): URLSearchParams {
  const next = { ...filterOf(parameters), ...change };
  return new URLSearchParams({
    ...(next.q && { q: next.q }),
    ...(next.owner && { owner: next.owner }),
    ...(next.mine && { mine: "" }),
    ...(next.waiting && { waiting: next.waiting }),
    ...(next.overdue && { overdue: "" }),
    ...(next.week && { week: "" }),
  });
}

/** Nothing narrows it but whose it is: the day is shown, in its order. */
export const isDay = ({ q, owner, waiting, overdue }: BenchFilter) =>
  q === "" && owner === "" && waiting === "" && !overdue;

export const isNarrowed = ({ q, owner, mine, waiting, overdue }: BenchFilter) =>
  q !== "" || owner !== "" || mine || waiting !== "" || overdue;

/**
 * As the server is asked.
 * @param stage the open jobs or the closed ones; null where the filter's own stage is neither
 * @param today as 2026-03-02, by this device's calendar
 */
export function asked(
  { q, owner, mine, waiting, overdue }: Omit<BenchFilter, "week">,
  stage: "open" | "closed",
  who: string | null,
  today: string,
): JobFilter | null {
  if (waiting !== "" && (waiting === "closed") !== (stage === "closed")) return null;
  // What is closed is overdue no more.
  if (overdue && stage === "closed") return null;
  return {
    stage: waiting === "" ? stage : waiting,
    ...(q && { q }),
    ...(owner && { owner }),
    ...(mine && who !== null && { mine: who }),
    ...(overdue && { dueBefore: today }),
  };
}
