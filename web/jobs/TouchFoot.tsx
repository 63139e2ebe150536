import { useEffect, useState } from "react";
import type { JobStep } from "#contract/jobs";
import { isSound } from "#core/judge";
import { lowerFirst } from "#core/check";
import { Keypad } from "../checks/entry/Keypad.tsx";
import { usePad } from "../checks/entry/pad.ts";
import { useDelivery, useOpenJob, useStandingVerdict } from "../job/openJob.ts";
import { Button } from "../ui/Button.tsx";
import { Mark } from "../ui/Mark.tsx";
import { headlineOf } from "./headline.ts";
import { SavedLine } from "./SavedLine.tsx";
import { useUndoLast } from "./UndoLast.tsx";

const GROUNDS = { cannotTell: "bg-sheet", agrees: "bg-green-soft", departs: "bg-copper-soft" } as const;

/** What stands so far, which opens its reasons: the verdict in its one form. */
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
  const state = !verdict.decided ? "cannotTell" : verdict.cleared || isSound(verdict) ? "agrees" : "departs";
  const ofVerdict = headline === verdict.headline;
  return (
    <button
      type="button"
      aria-expanded={open}
      aria-label={`Verdict: ${headline}`}
      onClick={onOpen}
      className={`flex min-h-11 w-full items-center gap-3 rounded-xl px-3 py-1 text-left text-sm leading-tight ${GROUNDS[state]}`}
    >
      <Mark state={state} />
      <span className="line-clamp-2 min-w-0 grow">
        {/* What is not decided says what is likeliest instead of that it is not decided. */}
        {(verdict.decided || !ofVerdict) && <strong>{headline}.</strong>} {ofVerdict && verdict.reason}{" "}
        {asked && <span className="text-ink-2 sm:hidden">Next: {lowerFirst(asked)}.</span>}
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

/**
 * What is always in reach of a thumb: the verdict in a line, undo, skip, next, and the keypad where a reading is typed. On a
 * tablet they stand beside the keypad, and a jump opens the whole plan.
 */
export function TouchFoot({
  held,
  step,
  next,
  asked,
  onNext,
  onSkip,
  planOpen,
  onPlan,
  verdictOpen,
  onVerdict,
}: {
  readonly held: "phone" | "tablet";
  readonly step: JobStep;
  /** Title of the next step; null where this one is it: then it leads to what is open here. */
  readonly next: string | null;
  /** What the verdict asks to be read; null where no reading comes next. */
  readonly asked: string | null;
  readonly onNext: () => void;
  /** Null where the step cannot be skipped. */
  readonly onSkip: (() => void) | null;
  readonly planOpen: boolean;
  readonly onPlan: () => void;
  readonly verdictOpen: boolean;
  readonly onVerdict: () => void;
}) {
  const pad = usePad();
  const words = useWordsOpen();
  const { last, said, takeBack, possible } = useUndoLast(step);
  const { waiting } = useDelivery();
  const tablet = held === "tablet";
  const typing = pad !== null && !pad.atRest && !verdictOpen && !planOpen && !words;
  // Beside a keypad they stand one above the other, each as high as a key of it.
  const beside = tablet && typing;
  const keyClass = beside ? "min-h-[54px] w-full" : tablet ? "min-h-[54px]" : "min-h-12";
  return (
    <footer className="flex flex-col gap-2 border-t border-line bg-sunk p-2.5 sm:p-4 print:hidden">
      <div className={tablet ? "lg:hidden" : ""}>
        <VerdictLine asked={asked} open={verdictOpen} onOpen={onVerdict} />
      </div>
      {tablet ? (
        <p className="flex justify-between gap-4 px-1 text-sm text-ink-2">
          <span role="status">{said}</span>
          <SavedLine />
        </p>
      ) : (
        (said || waiting.length > 0) && (
          <p role="status" className="px-1 text-sm text-ink-2">
            {said}
            {waiting.length > 0 && " Kept on this device, on the way to the server."}
          </p>
        )
      )}
      <div className={beside ? "grid grid-cols-[13rem_1fr] gap-3" : "flex flex-col gap-2"}>
        <div className={beside ? "flex flex-col gap-2" : "flex gap-2"}>
          {possible && (
            <Button
              className={keyClass}
              disabled={!last}
              aria-label={last ? `Undo ${last.words}` : "Undo"}
              onClick={() => void takeBack()}
            >
              <span className={tablet ? "line-clamp-2 leading-tight" : ""}>
                {tablet && last ? `Undo ${last.words}` : "Undo"}
              </span>
            </Button>
          )}
          {onSkip && (
            <Button className={keyClass} onClick={onSkip}>
              {tablet ? "Skip, why" : "Skip"}
            </Button>
          )}
          {tablet && (
            <Button className={keyClass} aria-expanded={planOpen} onClick={onPlan}>
              Jump
            </Button>
          )}
          <Button
            className={`${keyClass} min-w-0 grow leading-tight`}
            look={next === null ? "plain" : "main"}
            onClick={onNext}
          >
            Next: {lowerFirst(next ?? (asked || "finish this"))}
          </Button>
        </div>
        {typing && <Keypad entry={pad} />}
      </div>
    </footer>
  );
}
