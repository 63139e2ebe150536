import { lostOn, placeWords, readAt } from "#core/measure/power";
import { type Point, type Way as WayOf } from "#core/families";
import { quantityText, VOLTAGE } from "#core/quantity";
import { useOpenJob } from "../../job/openJob.ts";
import { Mark } from "../../ui/Mark.tsx";

type State = "agrees" | "departs" | "cannotTell" | "toDo";

/** What stands at a point: its voltage in words, whether it carries what it should, and whether anything arrives there. */
function usePoint(point: Point): { readonly state: State; readonly text: string; readonly arrives: boolean } {
  const { record, epoch } = useOpenJob();
  const read = readAt(record, point, epoch);
  if (!read) return { state: "toDo", text: "not read", arrives: false };
  return {
    arrives: !read.lost,
    state: read.departs ? "departs" : read.fed === "there" ? "cannotTell" : "agrees",
    text: read.volts === 0 ? "none" : quantityText(read.volts, VOLTAGE),
  };
}

const TONES: Readonly<Record<State, string>> = {
  agrees: "text-green",
  departs: "text-copper",
  cannotTell: "text-slate",
  toDo: "text-ink-2",
};

function PointOnWay({
  point,
  active,
  onChoose,
}: {
  readonly point: Point;
  readonly active: boolean;
  readonly onChoose: () => void;
}) {
  const { state, text, arrives } = usePoint(point);
  return (
    <li className="relative min-w-0 flex-1 text-center max-sm:text-left">
      <span
        aria-hidden
        className={`absolute right-1/2 top-[3.15rem] -z-10 h-0 w-full border-t-2 max-sm:hidden ${
          arrives ? "border-green" : "border-dashed border-line-strong"
        } [li:first-child>&]:hidden`}
      />
      <button
        type="button"
        aria-current={active ? "step" : undefined}
        aria-label={`${point.name}, ${point.under}: ${active && state === "toDo" ? "now" : text}`}
        onClick={onChoose}
        className={`relative min-h-11 w-full rounded-lg px-1 py-1.5 max-sm:flex max-sm:items-center max-sm:gap-3 max-sm:text-left ${active ? "outline-2 outline-green" : ""}`}
      >
        <strong className={`block text-lg ${TONES[state]} max-sm:w-20 max-sm:shrink-0`}>
          {active && state === "toDo" ? "now" : text}
        </strong>
        <span className="mx-auto my-1 flex size-7 items-center justify-center rounded-full bg-sheet *:size-6 max-sm:mx-0 max-sm:shrink-0">
          <Mark state={state} />
        </span>
        <span className="block leading-tight">
          <span className="block text-sm font-semibold">{point.name}</span>
          <span className="block text-xs text-ink-2">{placeWords(point)}</span>
        </span>
      </button>
    </li>
  );
}

/** Where along the way it is lost, in words; empty while nobody knows. */
function useLost(way: WayOf): string {
  const { record, epoch } = useOpenJob();
  const lost = lostOn(record, way, epoch);
  if (!lost) {
    const read = way.points.map((point) => readAt(record, point, epoch));
    if (!read.every(Boolean)) return "";
    return read.some((one) => one?.departs) ? "It arrives, above its band." : "It arrives.";
  }
  const at = lost.at.name.toLowerCase();
  return lost.after
    ? `Lost between ${lost.after.name.toLowerCase()} and ${at}.`
    : `Missing at ${at}, or before it.`;
}

/** One way from where something is made to where it is needed, with what was read at each point. */
export function Way({
  way,
  active,
  onChoose,
}: {
  readonly way: WayOf;
  readonly active: string;
  readonly onChoose: (slot: string) => void;
}) {
  const lost = useLost(way);
  return (
    <section
      aria-label={way.title}
      style={{ flexGrow: way.points.length }}
      className="min-w-0 basis-0 rounded-xl border border-line bg-sheet px-3 py-2"
    >
      <h3 className="flex flex-wrap justify-between gap-x-4 text-sm font-semibold text-ink-2">
        {way.title}
        <span role="status" className="font-normal">
          {lost}
        </span>
      </h3>
      <ol className="isolate flex max-sm:flex-col">
        {way.points.map((point) => (
          <PointOnWay
            key={point.slot}
            point={point}
            active={point.slot === active}
            onChoose={() => onChoose(point.slot)}
          />
        ))}
      </ol>
    </section>
  );
}
