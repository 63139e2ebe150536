import type { JobStep } from "#contract/jobs";
import type { Step } from "./steps.ts";

const TONES = {
  agrees: "bg-green",
  departs: "bg-copper",
  inProgress: "bg-amber",
  cannotTell: "bg-slate",
  skipped: "bg-line-strong",
  toDo: "bg-line",
} as const;

/** How far the plan is, a segment a step; pressed, it opens the plan. */
export function Strip({
  steps,
  present,
  open,
  onOpen,
}: {
  readonly steps: readonly Step[];
  readonly present: JobStep;
  readonly open: boolean;
  readonly onOpen: () => void;
}) {
  const at = steps.findIndex(({ step }) => step === present) + 1;
  return (
    <button
      type="button"
      aria-expanded={open}
      aria-label={`Plan: step ${at} of ${steps.length}`}
      onClick={onOpen}
      className="flex min-h-11 items-center gap-1 border-b border-line bg-sheet px-3 sm:hidden print:hidden"
    >
      {steps.map(({ step, state }) => (
        <span key={step} className={`h-2 grow rounded-full ${step === present ? "bg-ink" : TONES[state]}`} />
      ))}
      <span className="ml-2 shrink-0 text-sm font-semibold text-ink-2">
        {at} of {steps.length}
      </span>
    </button>
  );
}
