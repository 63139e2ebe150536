import { Link } from "react-router";
import type { JobStep } from "#contract/jobs";
import { useOpenJob } from "../job/openJob.ts";
import { Mark } from "../ui/Mark.tsx";
import { letterOf, type Step } from "./steps.ts";

/** The plan of a tablet: a mark a step with its letter; a press goes there. What stands folded in the plan is left to it. */
export function Rail({ steps, present }: { readonly steps: readonly Step[]; readonly present: JobStep }) {
  const { place } = useOpenJob();
  return (
    <nav aria-label="Steps" className="flex flex-col items-center gap-1">
      {steps
        .filter(({ step, folded }) => !folded || step === present)
        .map(({ step, title, state }) => (
          <Link
            key={step}
            to={`${place}/${step}`}
            aria-current={step === present ? "step" : undefined}
            className="relative flex size-11 shrink-0 items-center justify-center rounded-lg aria-[current=step]:bg-green"
          >
            <Mark state={state} onGreen={step === present} />
            <span className="sr-only">{title}</span>
            <span
              aria-hidden
              className={`absolute bottom-0.5 right-1 text-xs ${step === present ? "text-on-green" : "text-ink-2"}`}
            >
              {letterOf(steps, step)}
            </span>
          </Link>
        ))}
    </nav>
  );
}
