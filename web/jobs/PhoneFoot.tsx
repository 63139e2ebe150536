import { useEffect, useState } from "react";
import type { JobStep } from "#contract/jobs";
import { isSound } from "#core/judge";
import { lowerFirst } from "#core/check";
import { chanceText } from "#core/quantity";
import { Keypad } from "../checks/entry/Keypad.tsx";
import { usePad } from "../checks/entry/pad.ts";
import { useDelivery, useOpenJob, useStandingVerdict } from "../job/openJob.ts";
import { Button } from "../ui/Button.tsx";
import { Mark } from "../ui/Mark.tsx";
import { headlineOf } from "./headline.ts";
import { useUndoLast } from "./UndoLast.tsx";

const GROUNDS = { cannotTell: "bg-sheet", agrees: "bg-green-soft", departs: "bg-copper-soft" } as const;

/** What stands so far in one line, which opens its reasons. */
function VerdictLine({
  asked,
  open,
  onOpen,
}: {
  readonly asked: string | null;
  readonly open: boolean;
  readonly onOpen: () => void;
}) {
  const job = useOpenJob();
  const verdict = useStandingVerdict();
  const headline = headlineOf(job, verdict);
  const [leading] = verdict.faults;
  const state = !verdict.decided ? "cannotTell" : verdict.cleared || isSound(verdict) ? "agrees" : "departs";
  return (
    <button
      type="button"
      aria-expanded={open}
      aria-label={`Verdict: ${headline}`}
      onClick={onOpen}
      className={`flex min-h-11 w-full items-center gap-3 rounded-xl px-3 py-1 text-left text-sm leading-tight ${GROUNDS[state]}`}
    >
      <Mark state={state} />
      <span className="min-w-0 grow">
        <strong>{headline}.</strong>{" "}
        {!verdict.decided && leading && leading.probability > 0.3
          ? `${leading.name}, ${chanceText(leading.probability)}. `
          : ""}
        {asked && `Next: ${lowerFirst(asked)}.`}
      </span>
    </button>
  );
}

/** Whether a field of words is open, for which the system's own keyboard comes: the keypad then makes room. */
function useWordsOpen(): boolean {
  const [open, setOpen] = useState(false);
  useEffect(() => {
    const look = () => {
      const field = document.activeElement;
      const typed = field instanceof HTMLInputElement || field instanceof HTMLTextAreaElement;
      setOpen(typed && field.dataset["entry"] === undefined);
    };
    document.addEventListener("focusin", look);
    document.addEventListener("focusout", look);
    return () => {
      document.removeEventListener("focusin", look);
      document.removeEventListener("focusout", look);
    };
  }, []);
  return open;
}

/** What is always in reach of one thumb: the verdict in a line, undo, skip, next, and the keypad where a reading is typed. */
export function PhoneFoot({
  step,
  next,
  asked,
  onNext,
  onSkip,
  verdictOpen,
  onVerdict,
}: {
  readonly step: JobStep;
  /** Title of the next step; null where this one is it: then it leads to what is open here. */
  readonly next: string | null;
  /** What the verdict asks to be read; null where no reading comes next. */
  readonly asked: string | null;
  readonly onNext: () => void;
  /** Null where the step cannot be skipped. */
  readonly onSkip: (() => void) | null;
  readonly verdictOpen: boolean;
  readonly onVerdict: () => void;
}) {
  const pad = usePad();
  const words = useWordsOpen();
  const { last, said, takeBack, possible } = useUndoLast(step);
  const { waiting } = useDelivery();
  return (
    <footer className="flex flex-col gap-2 border-t border-line bg-sunk p-2.5 print:hidden">
      <VerdictLine asked={asked} open={verdictOpen} onOpen={onVerdict} />
      {(said || waiting.length > 0) && (
        <p role="status" className="px-1 text-sm text-ink-2">
          {said}
          {waiting.length > 0 && " Kept on this device, on the way to the server."}
        </p>
      )}
      <div className="flex gap-2">
        {possible && (
          <Button
            className="min-h-12"
            disabled={!last}
            aria-label={last ? `Undo ${last.words}` : "Undo"}
            onClick={() => void takeBack()}
          >
            Undo
          </Button>
        )}
        {onSkip && (
          <Button className="min-h-12" onClick={onSkip}>
            Skip
          </Button>
        )}
        <Button className="min-h-12 min-w-0 grow" look={next === null ? "plain" : "main"} onClick={onNext}>
          <span className="truncate">Next: {lowerFirst(next ?? (asked || "finish this"))}</span>
        </Button>
      </div>
      {pad && !verdictOpen && !words && <Keypad entry={pad} />}
    </footer>
  );
}
