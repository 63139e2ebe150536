import { memo, useState, type ReactNode } from "react";
import { Link } from "react-router";
import type { JobStep } from "#contract/jobs";
import { Button } from "../ui/Button.tsx";
import { focusEntry } from "../ui/focusEntry.ts";
import { Mark } from "../ui/Mark.tsx";
import { Unbroken } from "../ui/Unbroken.tsx";
import { useOpenJob } from "../job/openJob.ts";
import { LastNote } from "./Notes.tsx";
import { letterOf, type Step } from "./steps.ts";

/** A line of the plan; drawn anew where something of it changed. */
const PlanLine = memo(function PlanLine({
  to,
  letter,
  present,
  jumping,
  title,
  state,
  note,
}: Step & {
  readonly to: string;
  readonly letter: string;
  readonly present: boolean;
  readonly jumping: boolean;
}) {
  return (
    <li>
      <Link
        to={to}
        onClick={present ? focusEntry : undefined}
        aria-current={present ? "step" : undefined}
        className="flex min-h-8 items-center gap-2 rounded-lg px-1.5 hover:bg-sunk aria-[current=step]:bg-green aria-[current=step]:font-semibold aria-[current=step]:text-on-green max-lg:min-h-11"
      >
        <span
          aria-hidden
          className={`w-4 shrink-0 text-center text-xs max-lg:hidden ${jumping ? "rounded bg-amber-soft font-bold text-ink" : present ? "" : "text-ink-2"}`}
        >
          {letter}
        </span>
        <Mark state={state} onGreen={present} />
        <span className={`shrink-0 ${state === "departs" && !present ? "font-semibold text-copper" : ""}`}>
          {title}
        </span>
        <span
          className={`ml-auto min-w-0 py-0.5 text-right text-sm leading-tight ${present ? "" : "text-ink-2"}`}
        >
          <Unbroken>{note}</Unbroken>
        </span>
      </Link>
    </li>
  );
});

/** A stage that stands folded, unless what it holds is on screen or is being jumped to. */
function Folded({
  title,
  open,
  children,
}: {
  readonly title: string;
  readonly open: boolean;
  readonly children: ReactNode;
}) {
  const [asked, setAsked] = useState(false);
  return (
    <details
      className="mb-4"
      open={open || asked}
      onToggle={({ currentTarget }) => !open && setAsked(currentTarget.open)}
    >
      <summary className="mb-1 min-h-8 cursor-pointer py-1 text-sm font-semibold text-ink-2 max-lg:min-h-11 max-lg:py-2.5">
        {title}
      </summary>
      {children}
    </details>
  );
}

/** The plan: checks by stage, their state as a shape, what they said, and why one was skipped. */
export function Plan({
  steps,
  present,
  jumping = false,
  onCaller,
}: {
  readonly steps: readonly Step[];
  readonly present: JobStep;
  /** The letters are live: the next one goes to its step. */
  readonly jumping?: boolean;
  /** Opens the card for somebody who rings; a key does it where there are keys. */
  readonly onCaller?: () => void;
}) {
  const { place, epoch } = useOpenJob();
  const stages = [...new Set(steps.map(({ stage }) => stage))];
  return (
    <nav aria-label="Plan" className="text-[0.95rem]">
      <LastNote />
      {epoch > 0 && (
        <p className="mb-3 rounded-lg bg-sunk px-3 py-2 text-sm">
          After repair {epoch}: what is read now proves it.
        </p>
      )}
      {stages.map((stage) => {
        const lines = steps.filter((step) => step.stage === stage);
        const list = (
          <ul>
            {lines.map((step) => (
              <PlanLine
                key={step.step}
                to={`${place}/${step.step}`}
                letter={letterOf(steps, step.step)}
                present={step.step === present}
                jumping={jumping}
                {...step}
              />
            ))}
          </ul>
        );
        return lines.some(({ folded }) => folded) ? (
          <Folded
            key={stage}
            title={`${stage}, ${lines.length}`}
            open={jumping || lines.some(({ step }) => step === present)}
          >
            {list}
          </Folded>
        ) : (
          <div key={stage} className="mb-2 max-lg:mb-4">
            <p className="text-sm font-semibold text-ink-2 max-lg:mb-1">{stage}</p>
            {list}
          </div>
        );
      })}
      {onCaller && (
        <div className="hidden pointer-coarse:block">
          <Button onClick={onCaller}>How it stands, for a caller</Button>
        </div>
      )}
    </nav>
  );
}
