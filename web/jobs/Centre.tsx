import { lazy } from "react";
import { Link } from "react-router";
import type { JobStep } from "#contract/jobs";
import { isRoadStage } from "#core/judge";
import { checkOf, isShut } from "#core/measure";
import { lapsed } from "#core/measure/safety";
import { SkipForm } from "../checks/entry/SkipForm.tsx";
import { CHECK_SCREENS } from "../checks/screens.ts";
import { useTurn } from "../job/drillQueue.ts";
import { useOpenJob } from "../job/openJob.ts";
import { useHere } from "../job/useHere.ts";
import { buttonClass } from "../ui/Button.tsx";

const Decide = lazy(() => import("../settle/Decide.tsx"));
const Road = lazy(() => import("../settle/Road.tsx"));
const ReportPage = lazy(() => import("../settle/ReportPage.tsx"));
const TakenIn = lazy(() => import("./TakenIn.tsx"));

function Gate() {
  const { place, record, epoch } = useOpenJob();
  const why = lapsed(record, epoch, useHere());
  return (
    <section aria-labelledby="gate" className="max-w-xl rounded-xl border-2 border-red bg-sheet p-6">
      <h2 id="gate" className="text-xl font-bold text-red">
        Make it safe first
      </h2>
      <p className="mb-4 mt-1">
        {why ?? "A meter or a hand is put on the motor here. Go through the cautions once; then this opens."}
      </p>
      <Link
        to={`${place}/safety`}
        className="inline-flex min-h-11 items-center rounded-lg bg-green px-4 font-semibold text-on-green"
      >
        To the cautions
      </Link>
    </section>
  );
}

/** A motor of a queue that is made safe first has its way back to the drill. */
function ToTheDrill() {
  const { id } = useOpenJob();
  const turn = useTurn(id);
  if (!turn) return null;
  return (
    <p className="mb-3 flex max-w-3xl flex-wrap items-center gap-x-4 rounded-xl border border-line bg-sheet px-4 py-2">
      <strong className="grow">
        Motor {turn.place} of {turn.of} on this drill: made safe first, then spun.
      </strong>
      <Link to={`/jobs/${id}/backemf`} className={buttonClass("plain")}>
        To the drill
      </Link>
    </p>
  );
}

/** The present step of a job. */
export function Centre({
  step,
  isNext,
  opened,
  skipping,
  onSkipped,
}: {
  readonly step: JobStep;
  /** The job goes on here: what is green in it is what N does. */
  readonly isNext: boolean;
  /** How often its screen was opened anew. */
  readonly opened: number;
  readonly skipping: boolean;
  readonly onSkipped: (skipped: boolean) => void;
}) {
  const job = useOpenJob();
  const { record, epoch } = job;
  const here = useHere();
  if (step === "decide") return <Decide />;
  if (isRoadStage(step)) return <Road stage={step} isPresent={isNext} />;
  if (step === "report") return <ReportPage />;
  if (step === "takenIn") return <TakenIn />;
  const check = checkOf(step);
  const reason = check.notApplicable(record.motor);
  if (reason)
    return (
      <section aria-labelledby="check-title">
        <h2 id="check-title" className="text-xl font-bold">
          Not applicable
        </h2>
        <p>{reason}</p>
      </section>
    );
  const Screen = CHECK_SCREENS[step];
  return (
    <>
      {(step === "safety" || isShut(job.record, check.id, job.epoch, here)) && <ToTheDrill />}
      {skipping && <SkipForm key={step} check={step} onDone={onSkipped} />}
      {!job.closed && isShut(job.record, check.id, job.epoch, here) ? (
        <Gate />
      ) : (
        <Screen key={`${step}-${epoch}-${opened}`} />
      )}
    </>
  );
}
