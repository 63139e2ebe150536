import { formatQuantity } from "#core/quantity";
import { useEffect, useRef } from "react";
import { LiveLine } from "../../live/LiveLine.tsx";
import { useHeld } from "../../job/usePhone.ts";
import { Button } from "../../ui/Button.tsx";
import { byTouch } from "./byTouch.ts";
import { offerPad, withdrawPad } from "./pad.ts";
import type { Entry } from "./useEntry.ts";

function understood(entry: Entry): string {
  if (entry.disabled) return "This job is closed.";
  // What is asked stands below, with both ways to take it.
  if (entry.doubt) return "";
  if (!entry.parsed) return entry.effect || entry.present.hint;
  if (entry.parsed.kind === "refused") return entry.parsed.sentence;
  if (entry.parsed.kind === "open") return "= open circuit";
  const { number, unit } = formatQuantity(entry.parsed.value, entry.kind);
  return `= ${number} ${unit}. ${entry.effect}`.trim();
}

/** A value that this motor could hardly read: asked once, with what may have been meant. Enter takes the likelier. */
function Question({ entry: { doubt, enter, takeOther } }: { readonly entry: Entry }) {
  const held = useHeld() !== null;
  if (!doubt) return null;
  const { question, likely, other } = doubt;
  return (
    <div role="alert" className="mt-2 flex flex-wrap items-center gap-2 rounded-lg bg-amber-soft p-2 text-sm">
      <strong>{question}</strong>
      <Button look="main" hotkey={held ? undefined : "Enter"} onClick={enter}>
        {other ? likely.text : `Keep ${likely.text}`}
      </Button>
      {other && (
        <Button hotkey={held ? undefined : "Shift Enter"} onClick={takeOther}>
          {other.text}
        </Button>
      )}
    </div>
  );
}

/** The one field a reading is typed into, with what was understood under it. */
export function EntryField({
  entry,
  big = true,
  standing = "",
}: {
  readonly entry: Entry;
  readonly big?: boolean;
  /** What was read here already; stands in the field until something is typed. */
  readonly standing?: string;
}) {
  const bad = entry.problem !== "";
  const said = entry.problem || understood(entry);
  const held = useHeld() !== null;
  // The keypad at the foot of what is held in the hand types into the one field that is open.
  useEffect(() => offerPad(entry));
  useEffect(() => withdrawPad, []);
  const form = useRef<HTMLFormElement>(null);
  // The keypad takes much of the screen: what is typed into stays in sight above it.
  useEffect(() => {
    const room = held ? form.current?.closest("main") : null;
    if (!room) return;
    const observer = new ResizeObserver(() =>
      (form.current?.closest("li") ?? form.current)?.scrollIntoView({ block: "nearest" }),
    );
    observer.observe(room);
    // So does what its instrument shows under it.
    if (form.current) observer.observe(form.current);
    return () => observer.disconnect();
  }, [held, entry.active]);
  return (
    <form ref={form} {...entry.form} noValidate className="min-w-0">
      <input
        key={entry.active}
        {...entry.input}
        autoFocus
        autoComplete="off"
        inputMode={held ? "none" : "text"}
        aria-label={entry.present.label}
        aria-describedby="understood"
        data-entry
        onPointerDown={entry.wake}
        placeholder={standing}
        className={`block w-full border-b-2 border-green bg-transparent font-semibold placeholder:text-ink-2 aria-invalid:border-red focus-visible:outline-none ${
          big ? "h-10 text-4xl pointer-coarse:h-11" : "h-8 text-xl pointer-coarse:h-11"
        }`}
      />
      <p
        id="understood"
        role={bad ? "alert" : undefined}
        className={`mt-1 text-sm leading-snug ${bad || entry.parsed?.kind === "refused" ? "text-red" : entry.parsed ? "text-green" : "text-ink-2"}`}
      >
        {held ? byTouch(said) : said}
      </p>
      <Question entry={entry} />
      <LiveLine entry={entry} />
      {entry.correcting && (
        <div className="mt-2 flex flex-wrap items-center gap-2 text-sm">
          <span className="text-amber">Correcting {entry.correcting.typed || "OL"}.</span>
          <Button onClick={() => void entry.withdraw("taken back at the bench")}>Take it back</Button>
          <Button look="quiet" onClick={() => entry.move(entry.active)} hotkey="Esc">
            Leave it
          </Button>
        </div>
      )}
    </form>
  );
}
