import { useState } from "react";
import { useLocation, useNavigate } from "react-router";
import { useHealthQuery, useJobsQuery } from "../app/api.ts";
import { useBench } from "../app/store.ts";
import { Button } from "../ui/Button.tsx";
import { isWalkLeft, stopKept, keepStop, WALK_LEFT } from "./walkLeft.ts";

interface Stop {
  readonly words: string;
  /** Where it is looked at: the bench, or a step of the job that serves as the example. */
  readonly to: "bench" | "plan" | "decide" | "repair" | "shop";
}

const STOPS: readonly Stop[] = [
  {
    to: "bench",
    words:
      "This is the bench: jobs by what they wait for, each with its next step and what is thought of it so far. All of it is invented, so try anything.",
  },
  {
    to: "plan",
    words:
      "A job: its plan on the left, the present check in the middle, the standing verdict on the right. A reading costs its digits and Enter; N goes to the next step.",
  },
  {
    to: "decide",
    words:
      "Decide: what can be done, side by side, with cost, time and the risk of being wrong. You decide; your reason is kept.",
  },
  {
    to: "repair",
    words:
      "Repair, read again, run, release, close: the plan with its parts, then the same readings again beside the old ones, a run, and the release that goes into the report.",
  },
  {
    to: "shop",
    words:
      "The shop: your instruments with their accuracy, limits, prices, people. Every uncertainty and every cost comes from here. Now take a motor in: N on the bench.",
  },
];

/** The stop that speaks of what is on screen: there a walk begins. */
function stopAt(pathname: string): number {
  const [, room, , step] = pathname.split("/");
  if (room === "shop") return STOPS.findIndex(({ to }) => to === "shop");
  if (room !== "jobs") return 0;
  const found = STOPS.findIndex(({ to }) => to === step);
  return found < 0 ? STOPS.findIndex(({ to }) => to === "plan") : found;
}

/**
 * A walk through the invented shop for whoever opens it the first time: it begins where one stands, takes a line under the
 * header and covers nothing, and can be left at any stop.
 */
export default function Walk() {
  const navigate = useNavigate();
  const { pathname } = useLocation();
  const [left, setLeft] = useState(isWalkLeft);
  const [stop, setStop] = useState(() => stopKept() ?? stopAt(pathname));
  const who = useBench((bench) => bench.who);
  const { data: health } = useHealthQuery(undefined, { skip: left });
  const { data: jobs } = useJobsQuery({ stage: "open" }, { skip: left || !health?.demo });
  if (left || !health?.demo || !who || !jobs) return null;
  const at = STOPS[stop]!;
  const leave = () => {
    localStorage.setItem(WALK_LEFT, new Date().toISOString());
    setLeft(true);
  };
  const addressOf = ({ to }: Stop): string => {
    if (to === "bench") return "/";
    if (to === "shop") return "/shop";
    const wanted = { plan: "reading", decide: "decision", repair: "proof" } as const;
    const job = jobs.items.find(({ stage }) => stage === wanted[to]) ?? jobs.items[0];
    return job ? `/jobs/${job.id}${to === "plan" ? "" : `/${to}`}` : "/";
  };
  const go = (to: number) => {
    setStop(to);
    keepStop(to);
    void navigate(addressOf(STOPS[to]!));
  };
  const last = stop === STOPS.length - 1;
  return (
    <aside
      aria-label="A walk round"
      className="flex flex-wrap items-center gap-x-5 gap-y-1 border-b-2 border-green bg-green-soft px-5 py-1.5 max-sm:px-3 print:hidden"
    >
      <p aria-live="polite" className="min-w-0 flex-1 basis-96 text-[0.95rem] leading-snug">
        <strong>
          A walk round, {stop + 1} of {STOPS.length}.
        </strong>{" "}
        {at.words}
      </p>
      <div className="flex flex-wrap gap-2">
        {!last && (
          <Button look="main" onClick={() => go(stop + 1)}>
            Go on
          </Button>
        )}
        {stop > 0 && <Button onClick={() => go(stop - 1)}>Back</Button>}
        <Button look={last ? "main" : "quiet"} onClick={leave}>
          {last ? "Done" : "Leave the walk"}
        </Button>
      </div>
    </aside>
  );
}
