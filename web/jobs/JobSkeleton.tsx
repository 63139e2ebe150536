import { CHECKS } from "#core/measure";
import type { Motor } from "#core/record";
import { JobHeader } from "./JobHeader.tsx";
import { Zones, type PlanFold } from "./Zones.tsx";

/** A job while it is first weighed: its name and its plan at once, the rest where it will stand. */
export function JobSkeleton({
  number,
  motor,
  ...fold
}: PlanFold & { readonly number: number; readonly motor: Motor }) {
  const checks = CHECKS.filter((check) => check.notApplicable(motor) === null);
  const stages = [...new Set(checks.map(({ stage }) => stage))];
  return (
    <div className="flex min-h-screen flex-col lg:h-screen pointer-coarse:h-dvh">
      <JobHeader number={number} motor={motor} />
      <Zones
        zone="step"
        onZone={() => undefined}
        wide={false}
        rail={null}
        {...fold}
        plan={
          <div aria-hidden className="text-[0.95rem] text-ink-2">
            {stages.map((stage) => (
              <div key={stage} className="mb-4">
                <p className="mb-1 text-sm font-semibold">{stage}</p>
                {checks
                  .filter((check) => check.stage === stage)
                  .map(({ id, title }) => (
                    <p key={id} className="flex min-h-8 items-center pl-8">
                      {title}
                    </p>
                  ))}
              </div>
            ))}
          </div>
        }
        centre={
          <div aria-hidden className="flex flex-col gap-4">
            <span className="h-7 w-56 rounded bg-sunk" />
            <span className="h-5 w-full max-w-xl rounded bg-sunk" />
            <span className="h-64 w-full rounded-xl bg-sunk" />
          </div>
        }
        verdict={
          <div className="p-5">
            <p className="mb-1 text-sm font-semibold text-ink-2">Standing verdict</p>
            <p role="status" className="text-xl font-bold">
              Weighing what is known
            </p>
          </div>
        }
      />
    </div>
  );
}
