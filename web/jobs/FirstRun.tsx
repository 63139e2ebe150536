import { Link } from "react-router";
import { useInstrumentsQuery, useLimitsQuery } from "../app/api.ts";
import { useBench } from "../app/store.ts";
import { buttonClass } from "../ui/Button.tsx";
import { Key } from "../ui/Key.tsx";
import { Mark } from "../ui/Mark.tsx";

/** An empty shop: what it is told once, each a way to where it is told, and the first motor. */
export default function FirstRun() {
  const who = useBench((bench) => bench.who);
  const { data: limits } = useLimitsQuery();
  const { data: instruments = [] } = useInstrumentsQuery();
  const checked = instruments.some(({ lastChecked }) => lastChecked);
  const lines = [
    [
      "Who works here",
      who ? `${who} is here` : "initials and name; every reading carries them",
      "/shop/people",
      who !== null,
    ],
    [
      "The shop's name",
      limits?.letterhead?.name || "it heads every report",
      "/shop/prices",
      Boolean(limits?.letterhead?.name),
    ],
    [
      "Its currency and prices",
      limits?.prices?.currency || "costs are weighed in it",
      "/shop/prices",
      Boolean(limits?.prices?.currency),
    ],
    [
      "When it is open",
      limits?.hours ? "said" : "what is ready when is reckoned by it",
      "/shop/limits",
      limits?.hours !== undefined,
    ],
    [
      "Its meters",
      checked
        ? "said, with their own checks"
        : `${instruments.length} to start from: keep what you have, with its accuracy`,
      "/shop/instruments",
      checked,
    ],
  ] as const;
  return (
    <section aria-labelledby="first-run" className="max-w-2xl rounded-xl border border-line bg-sheet p-5">
      <h3 id="first-run" className="text-lg font-bold">
        No motor is here yet
      </h3>
      <p className="mb-3 text-ink-2">
        Five things are said once, in any order; a motor can be taken in before any of them.
      </p>
      <ul>
        {lines.map(([title, words, to, said]) => (
          <li key={title} className="border-t border-line">
            <Link to={to} className="flex min-h-12 items-center gap-3 px-1 hover:bg-sunk">
              <Mark state={said ? "agrees" : "toDo"} />
              <strong className="shrink-0">{title}</strong>
              <span className="min-w-0 text-ink-2">{words}</span>
            </Link>
          </li>
        ))}
      </ul>
      <Link to="/take-in" className={`mt-4 ${buttonClass("main")}`}>
        Take the first motor in <Key onGreen>N</Key>
      </Link>
    </section>
  );
}
