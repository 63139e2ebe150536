import { useState } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import type { JobStep } from "#contract/jobs";
import { entriesIn, lastEntryOf } from "../job/lastEntry.ts";
import { useOpenJob } from "../job/openJob.ts";
import { useHere } from "../job/useHere.ts";
import { useReadingText } from "../job/useReadingText.ts";
import { focusSlot } from "../checks/entry/focusSlot.ts";
import { Button } from "../ui/Button.tsx";
import { isTyping } from "../ui/isTyping.ts";

/** Steps in which nothing is entered that a key could take back. */
const NOTHING_ENTERED: readonly JobStep[] = ["takenIn", "close", "report"];

/**
 * Takes back what who is here wrote last in the step, by one key and one button, and brings the focus to its place; the record
 * keeps both. What others wrote, or what is of another day, is taken back in the record alone.
 */
export function useUndoLast(step: JobStep) {
  const { record, epoch, closed, undo } = useOpenJob();
  const here = useHere();
  const textOf = useReadingText();
  const [said, setSaid] = useState("");
  const entries = entriesIn(record, step, epoch, textOf);
  const last = closed ? undefined : lastEntryOf(entries, here);
  const takeBack = async () => {
    if (closed) return setSaid("This job is closed: reopen it first.");
    if (!last)
      return setSaid(
        entries.length > 0
          ? "Not yours, or not of today: the record below takes it back."
          : "Nothing of this step is left to take back.",
      );
    const from = document.activeElement;
    const outcome = await undo(last.id);
    setSaid(outcome.kind === "refused" ? outcome.sentence : `Taken back: ${last.words}.`);
    if (outcome.kind !== "refused" && last.slot !== null) focusSlot(last.slot, from);
  };
  useHotkeys("u", () => void takeBack(), {
    enableOnFormTags: true,
    ignoreEventWhen: isTyping,
    preventDefault: true,
  });
  return { last, said, takeBack, possible: !NOTHING_ENTERED.includes(step) };
}

/** The button of it at the foot of a bench screen. */
export function UndoLast({ step }: { readonly step: JobStep }) {
  const { last, said, takeBack, possible } = useUndoLast(step);
  if (!possible) return null;
  return (
    <span className="flex min-w-0 items-center gap-2">
      <span role="status" className="truncate">
        {said}
      </span>
      <Button
        hotkey="U"
        size="small"
        disabled={!last}
        aria-label={last ? `Undo ${last.words}` : "Undo"}
        onClick={() => void takeBack()}
      >
        <span className="max-w-52 truncate">{last ? `Undo ${last.words}` : "Undo"}</span>
      </Button>
    </span>
  );
}
