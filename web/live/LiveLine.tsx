import { useEffect } from "react";
import { LIVE_FUNCTIONS, type Look, type Seen } from "#core/live";
import { quantityText } from "#core/quantity";
import { doubtOf } from "../checks/entry/doubt.ts";
import type { Entry } from "../checks/entry/useEntry.ts";
import type { Feed } from "#contract/feed";
import { speaksFromHere } from "./heard.ts";
import { useFeedsQuery } from "../app/api.ts";
import { useHeld } from "../job/usePhone.ts";
import { Button } from "../ui/Button.tsx";
import { deviceChoice } from "../ui/deviceChoice.ts";
import { noteTakenNow, speaksNow, useSeen, meanwhile, type LivePlace, type SeenHere } from "./useSeen.ts";

/** Whether this device takes a value by itself once it is at rest. */
const BY_ITSELF = deviceChoice("by-itself");

const STAYS = "taken: move the probes on";

/** What a display does, in words. */
function lookWords(seen: Extract<Seen, { kind: "shown" }>): string {
  const { look } = seen;
  switch (look.kind) {
    case "settled":
      return `at rest, mean of ${look.rest.count}`;
    case "wanders":
      return "wanders: nothing is touched, or it floats";
    case "open":
      return "overload: nothing is touched, or open";
    case "moves":
      return "moving";
    default:
      return "coming to rest";
  }
}

/** Why a display is not taken, to whoever asks for it. */
const WHY_NOT: Readonly<Record<Exclude<Look["kind"], "settled">, string>> = {
  tooFew: "It is still coming to rest: a moment more.",
  moves: "It still moves: hold the probes still, or type what it shows.",
  wanders: "It wanders: nothing is touched, or it floats.",
  open: "It shows an overload: nothing is touched, or the circuit is open.",
};

function textOf(seen: Exclude<Seen, { kind: "nothing" }>): string {
  const { value, reads } = seen.display;
  if (value === null) return "OL";
  if (seen.kind === "shown" && seen.look.kind === "settled") {
    const { rest } = seen.look;
    // As many digits as the display has.
    return quantityText(rest.mean, LIVE_FUNCTIONS[reads].kind, 2 * seen.noise.resolution);
  }
  return quantityText(value, LIVE_FUNCTIONS[reads].kind);
}

/** How old a display is: nobody reads tenths of a second. */
const agoText = (seconds: number) => (seconds < 1 ? "now" : `${Math.round(seconds)} s ago`);

/** What it does and what takes it, for whoever looks. */
function wordsOf(
  { seen, silent, takeable, stays, askedFor, now }: SeenHere,
  name: string,
  asked: string | null,
): string {
  // One meter reads one thing at a time.
  if (askedFor !== null)
    return `Another bench has ${name} read ${LIVE_FUNCTIONS[askedFor].words} just now: it reads for one at a time.`;
  if (seen.kind === "nothing") return stays ? STAYS : (silent ?? `Nothing heard of ${name} yet.`);
  if (seen.kind === "stale") return `${Math.round(seen.seconds)} s ago. ${silent ?? "Nothing since."}`;
  if (seen.kind === "wrong") return seen.sentence;
  if (stays) return STAYS;
  const looks = `${lookWords(seen)} · ${agoText(now - seen.display.at)}`;
  return [looks, takeable && asked].filter(Boolean).join(". ");
}

function Line({
  entry,
  live,
  second,
  far,
}: {
  readonly far: boolean;
  readonly entry: Entry;
  readonly live: LivePlace;
  readonly second: LivePlace | null;
}) {
  const here = useSeen(live, second);
  const byItself = BY_ITSELF.use();
  const held = useHeld() !== null;
  const { seen, takeable, stays, arrived, shared } = here;
  const { name } = live.instrument;
  const other = takeable && second ? meanwhile(second, takeable) : null;
  // A second instrument that says nothing is not waited for.
  const waits = takeable !== null && second !== null && other === null && speaksNow(second);
  const offer = waits ? null : takeable;
  // What this motor could hardly read is taken by a person alone.
  const odd = offer && doubtOf(entry.present, String(offer.value), offer.value);
  const asked = waits
    ? `${second.instrument.name} is not at rest yet`
    : odd
      ? `Far from what this motor reads: ${held ? "Save" : "Enter"} takes it all the same`
      : byItself && shared
        ? `Another bench looks at it too: ${held ? "Save" : "Enter"} takes it`
        : byItself && !arrived
          ? `It was touched before this place was opened: ${held ? "Save" : "Enter"} takes it`
          : null;
  const words = wordsOf(here, name, asked);
  const { offerShown } = entry;
  useEffect(() => {
    offerShown({
      why: seen.kind === "shown" && seen.look.kind !== "settled" ? WHY_NOT[seen.look.kind] : words,
      stays,
      shown: offer && { ...offer, second: other },
      taken: () => {
        noteTakenNow(live, offer!);
        if (second && other) noteTakenNow(second, other);
      },
    });
    return () => offerShown(null);
  });
  const takes = byItself && arrived && !shared && offer !== null && !odd && entry.takesByItself;
  useEffect(() => {
    // What nobody looks at takes nothing by itself.
    if (takes && document.visibilityState === "visible") entry.takeShown();
  });
  const grey = seen.kind !== "shown";
  return (
    <div
      role="group"
      aria-label={`${name}, live`}
      className="mt-1 flex flex-wrap items-center gap-x-3 gap-y-1 rounded-lg bg-sunk px-2 py-1"
    >
      {seen.kind !== "nothing" && (
        <output
          className={`font-semibold ${far ? "text-7xl max-sm:text-5xl" : "text-2xl"} ${grey ? "text-ink-2" : takeable ? "text-green" : ""}`}
        >
          {textOf(seen)}
        </output>
      )}
      <span
        className={`min-w-0 leading-snug ${far ? "text-2xl" : "text-sm"} ${seen.kind === "wrong" || odd ? "text-amber" : "text-ink-2"}`}
      >
        {words}
      </span>
      <span className="ml-auto flex items-center gap-2 whitespace-nowrap">
        <Button
          size="small"
          disabled={!offer || entry.disabled}
          hotkey={held ? undefined : "Space"}
          onClick={() => entry.takeShown()}
        >
          Take it
        </Button>
        <Button
          size="small"
          look={byItself ? "main" : "plain"}
          aria-pressed={byItself}
          title="Takes a value once it is at rest, and the next once the probes have moved on"
          onClick={() => BY_ITSELF.set(!byItself)}
        >
          By itself
        </Button>
      </span>
    </div>
  );
}

/** A bridge on this device's own port has to be chosen by a person first. */
function Plug({
  instrument,
  baud,
  name,
}: {
  readonly instrument: string;
  readonly baud: number;
  readonly name: string;
}) {
  const connect = async () => {
    const { connectSerial } = await import("./serial.ts");
    await connectSerial(instrument, baud);
  };
  return (
    <Button size="small" className="mt-1" onClick={() => void connect()}>
      Connect {name}
    </Button>
  );
}

/** An instrument that this page speaks for needs no other line. */
const FROM_HERE: Feed = { kind: "http" };

/** What the instrument of this field shows just now, where it speaks. */
export function LiveLine({ entry, far = false }: { readonly entry: Entry; readonly far?: boolean }) {
  const { data: feeds = [] } = useFeedsQuery();
  const { live, liveSecond } = entry;
  const feedOf = (place: LivePlace | null): Feed | undefined =>
    place && speaksFromHere(place.instrument.id)
      ? FROM_HERE
      : feeds.find(({ instrument }) => instrument === place?.instrument.id)?.feed;
  const feed = feedOf(live);
  if (!live || !feed || entry.disabled) return null;
  return (
    <>
      <Line
        key={`${entry.active} ${live.instrument.id} ${live.place.reads}`}
        entry={entry}
        live={live}
        far={far}
        second={feedOf(liveSecond) ? liveSecond : null}
      />
      {feed.kind === "serial" && (
        <Plug instrument={live.instrument.id} baud={feed.baud} name={live.instrument.name} />
      )}
    </>
  );
}
