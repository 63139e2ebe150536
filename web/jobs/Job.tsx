import { lazy, memo, Suspense, useMemo, useState, type ReactNode } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { Link, useNavigate, useParams } from "react-router";
import type { JobStep, JobView } from "#contract/jobs";
import { isRoadStage, keptVerdict, nextStepOf, type NextCheck } from "#core/judge";
import { CHECKS, isShut } from "#core/measure";
import { FAMILY_FACTS } from "#core/families";
import { sentenceOf, useJobQuery, useSessionQuery } from "../app/api.ts";
import { WhoIsHere } from "../shell/Person.tsx";
import { useBench } from "../app/store.ts";
import { Button } from "../ui/Button.tsx";
import { Foot } from "../ui/Foot.tsx";
import {
  AskedContext,
  DeliveryContext,
  OpenJobContext,
  useJobParts,
  useOpenJob,
  useStandingVerdict,
  VerdictContext,
} from "../job/openJob.ts";
import { isTyping } from "../ui/isTyping.ts";
import { useSteady } from "../ui/useSteady.ts";
import { useStillHere } from "../ui/useStillHere.ts";
import { FoundHere } from "./FoundHere.tsx";
import { headlineOf } from "./headline.ts";
import { JobHeader } from "./JobHeader.tsx";
import { JobSkeleton } from "./JobSkeleton.tsx";
import { Plan } from "./Plan.tsx";
import { SafetyPill } from "./SafetyPill.tsx";
import { RefusedEntries, SavedLine } from "./SavedLine.tsx";
import { NotJudged } from "./NotJudged.tsx";
import { ClosedElsewhere, SinceClosing } from "./SinceClosing.tsx";
import { arrive, isBegun, useArrival, useDigitsToEntry } from "./arrival.ts";
import { Centre } from "./Centre.tsx";
import { keysAt } from "./keysAt.ts";
import { nextPlaceOf, placeOf, stepsOf } from "./steps.ts";
import { useJump } from "./useJump.ts";
import { UndoLast } from "./UndoLast.tsx";
import { Zones, type PlanFold, type Zone } from "./Zones.tsx";
import { Rail } from "./Rail.tsx";
import { Strip } from "./Strip.tsx";
import { TouchFoot } from "./TouchFoot.tsx";
import { KeysHereContext, type KeysHere } from "../job/keysHere.ts";
import { hereNow } from "../job/hereNow.ts";
import { useHere } from "../job/useHere.ts";
import { useViewFromHere } from "../job/takenInHere.ts";
import { useHeld } from "../job/usePhone.ts";
import { useOutlook, useVerdict } from "../job/useVerdict.ts";
import { Needs } from "./Needs.tsx";
import { VerdictPanel } from "./VerdictPanel.tsx";

const CallerCard = lazy(() => import("../caller/CallerCard.tsx"));
const Bill = lazy(() => import("../settle/Bill.tsx").then(({ Bill: drawn }) => ({ default: drawn })));

function Sentence({ children }: { readonly children: ReactNode }) {
  return (
    <main className="mx-auto flex max-w-xl flex-wrap gap-x-4 gap-y-2 p-10">
      <span>{children}</span>
      <Link to="/" className="text-green underline">
        Back to the bench
      </Link>
    </main>
  );
}

/** Presses the green button of a stage of the road; what is signed by it is only brought under the hand. */
function pressGreen() {
  const green = document.querySelector<HTMLElement>("main [data-go]");
  if (green?.dataset["go"] === "focus") green.focus();
  else green?.click();
}

/** What the step on screen was opened for: it stays what it was while readings land, until it is opened anew. */
function useOpenedFor(key: string, next: NextCheck | null): NextCheck | null {
  const [opened, setOpened] = useState({ key, next });
  if (opened.key === key) return opened.next;
  setOpened({ key, next });
  return next;
}

/**
 * Drawn when the job or its verdict changes, and not for what is on its way to the server. Each zone is drawn anew only where
 * what it shows changed.
 */
const OpenedJob = memo(function OpenedJob({
  step,
  trouble,
  ...fold
}: PlanFold & { readonly step: JobStep; readonly trouble: ReactNode }) {
  const job = useOpenJob();
  const verdict = useStandingVerdict();
  const navigate = useNavigate();
  const [skipping, setSkipping] = useState(false);
  const stillHere = useStillHere();
  const { record, closed, epoch } = job;
  const { motor } = record;
  const here = useHere();
  const steps = stepsOf(record, verdict, closed, here);
  const nextStep = nextStepOf(record, verdict, closed, here);
  const next = placeOf(nextStep, record);
  /** What is read next: what proves the repair, else what the verdict asks for. */
  const nextCheck = (nextStep.kind === "check" && nextStep.again) || verdict.next;
  const outlook = useOutlook(record, verdict, FAMILY_FACTS[motor.family].ownElectronics && !closed);
  const check = CHECKS.find(({ id }) => id === step);
  const applies = check !== undefined && check.notApplicable(motor) === null;
  const skippable = applies && step !== "safety" && !closed;
  const taking = applies && !closed && !isShut(record, check.id, epoch, here);
  const [keysHere, sayKeys] = useState<KeysHere>(null);
  const inParts = keysHere !== null;
  const lamps = taking && (keysHere ?? check.keys) === "lamps";
  const [zone, setZone] = useState<Zone>("step");
  const held = useHeld();
  const skip = () => {
    setZone("step");
    setSkipping(true);
  };
  const [opened, setOpened] = useState(0);
  const openedFor = useOpenedFor(`${step} ${epoch} ${opened}`, nextCheck);
  /** What the verdict asks for in this step, by its places. */
  const asked = nextCheck?.check === step ? nextCheck.slots : [];
  const go = (to: string) => {
    setSkipping(false);
    setZone("step");
    void navigate(to);
  };
  /** To the next step; where this is it, to what is asked for in it: the screen opens there anew, unless something is typed. */
  const goOn = useSteady(() => {
    if (next !== step) return go(`${job.place}/${next}`);
    if (isRoadStage(step)) return pressGreen();
    if (isBegun()) arrive(asked);
    else setOpened((before) => before + 1);
  });
  const onSkipped = useSteady((skipped: boolean) => {
    if (skipped && stillHere()) go(`${job.place}/${next}`);
    else setSkipping(false);
  });
  const hotkeys = { enableOnFormTags: true, ignoreEventWhen: isTyping, preventDefault: true } as const;
  useHotkeys("n", goOn, hotkeys);
  useHotkeys("s", () => skippable && skip(), hotkeys);
  useHotkeys("b", () => !lamps && go("/"), hotkeys);
  const [calling, setCalling] = useState(false);
  useHotkeys("i", () => setCalling(true), hotkeys);
  const jumping = useJump(steps, (to) => go(`${job.place}/${to}`));
  useDigitsToEntry();
  useArrival(`${step} ${opened}`, asked);
  const onRoad = isRoadStage(step);
  const nextTitle = steps.find((candidate) => candidate.step === next)?.title ?? "";
  const headline = headlineOf(job, verdict);
  const beforeRepair = !closed && epoch === 0;
  const header = useMemo(
    () => (
      <JobHeader number={job.number} motor={motor}>
        <SafetyPill check={check} />
      </JobHeader>
    ),
    [job.number, motor, check],
  );
  const centre = useMemo(
    () => (
      <AskedContext value={openedFor}>
        <KeysHereContext value={sayKeys}>
          <Centre
            step={step}
            isNext={next === step}
            opened={opened}
            skipping={skipping && skippable}
            onSkipped={onSkipped}
          />
        </KeysHereContext>
      </AskedContext>
    ),
    [openedFor, step, next, opened, skipping, skippable, onSkipped],
  );
  const safeFirst = next === "safety" && verdict.next !== null && verdict.next.check !== "safety";
  const goes =
    step === "readAgain" ? null : next !== step ? nextTitle : inParts && asked.length > 0 ? "Go to it" : null;
  const panel = useMemo(
    () => (
      <VerdictPanel
        verdict={verdict}
        headline={headline}
        stands={nextStep.kind}
        outlook={outlook}
        needs={beforeRepair && <Needs verdict={verdict} job={job.id} />}
      >
        {safeFirst && <p className="mb-2 text-sm">Before it, make the motor safe.</p>}
        {goes !== null && (
          <Button look={next === step ? "plain" : "main"} hotkey="N" onClick={goOn}>
            {goes}
          </Button>
        )}
        {onRoad && (
          <Suspense fallback={null}>
            <Bill />
          </Suspense>
        )}
        {!closed && (
          <div className="mt-4">
            <FoundHere modelId={motor.modelId ?? null} family={motor.family} />
          </div>
        )}
      </VerdictPanel>
    ),
    [
      verdict,
      headline,
      nextStep.kind,
      outlook,
      beforeRepair,
      job.id,
      safeFirst,
      goes,
      next,
      step,
      goOn,
      closed,
      motor,
      onRoad,
    ],
  );
  const foot = useMemo(
    () => (
      <Foot {...keysAt(check, taking, keysHere, skippable)}>
        <span className="flex flex-wrap items-center gap-x-4 gap-y-1">
          <SavedLine />
          {/* At the end, where it stays under the hand while the words beside it change. */}
          <UndoLast key={step} step={step} />
        </span>
      </Foot>
    ),
    [check, taking, keysHere, skippable, step],
  );
  return (
    <div className="flex min-h-screen flex-col max-sm:h-dvh lg:h-screen pointer-coarse:h-dvh print:h-auto">
      {header}
      <RefusedEntries />
      {trouble}
      <SinceClosing />
      <ClosedElsewhere />
      <Strip
        steps={steps}
        present={step}
        open={zone === "plan"}
        onOpen={() => setZone(zone === "plan" ? "step" : "plan")}
      />
      <Zones
        zone={zone}
        onZone={setZone}
        wide={check === undefined && !onRoad}
        {...fold}
        rail={<Rail steps={steps} present={step} />}
        plan={<Plan steps={steps} present={step} jumping={jumping} onCaller={() => setCalling(true)} />}
        centre={centre}
        verdict={panel}
      />
      {calling && (
        <Suspense fallback={null}>
          <CallerCard id={job.id} onClose={() => setCalling(false)} />
        </Suspense>
      )}
      {held ? (
        <TouchFoot
          key={step}
          held={held}
          step={step}
          next={next === step ? null : nextTitle}
          asked={next === nextCheck?.check ? nextCheck.title : null}
          onNext={goOn}
          onSkip={skippable ? skip : null}
          planOpen={zone === "plan"}
          onPlan={() => setZone(zone === "plan" ? "step" : "plan")}
          verdictOpen={zone === "verdict"}
          onVerdict={() => setZone(zone === "verdict" ? "step" : "verdict")}
        />
      ) : (
        foot
      )}
    </div>
  );
});

function JudgedJob({ view, step }: { readonly view: JobView; readonly step: string | undefined }) {
  const { parts, delivery } = useJobParts(view);
  const who = useBench((bench) => bench.who);
  const { verdict, failed, again } = useVerdict(
    parts.record,
    parts.closed && parts.closing ? keptVerdict(parts.closing.verdict) : null,
  );
  const [first, setFirst] = useState<JobStep | null>(null);
  const [planOpen, onPlanOpen] = useState(false);
  const fold = { planOpen, onPlanOpen };
  const trouble = failed && <NotJudged earlier={verdict !== null} onAgain={again} />;
  if (!verdict)
    return (
      <>
        {trouble}
        <JobSkeleton number={parts.number} motor={parts.record.motor} {...fold} />
      </>
    );
  const { record, closed, closing } = parts;
  const known = stepsOf(record, verdict, closed).find((candidate) => candidate.step === step)?.step;
  // Opened without a step: the next one then, and no jumping away from it while readings land.
  const opening = first ?? nextPlaceOf(record, verdict, closed, hereNow(who, closing?.at ?? null));
  if (!first) setFirst(opening);
  return (
    <OpenJobContext value={parts}>
      <VerdictContext value={verdict}>
        <DeliveryContext value={delivery}>
          <OpenedJob step={known ?? opening} trouble={trouble} {...fold} />
        </DeliveryContext>
      </VerdictContext>
    </OpenJobContext>
  );
}

/** One job: the plan, the present step, the standing verdict. */
export function Job() {
  const { id = "", step } = useParams();
  // Of this job alone: while another is fetched, what is typed is never written into the one before.
  const { currentData: data, error } = useJobQuery(id);
  const fromHere = useViewFromHere(id);
  const view = data ?? fromHere;
  const who = useBench((bench) => bench.who);
  const looksIn = useSessionQuery().data?.person?.looksIn ?? false;
  if (error && !view)
    return (
      <Sentence>
        <p role="alert" className="mb-4">
          {sentenceOf(error)}
        </p>
      </Sentence>
    );
  if (!view) return <Sentence>Fetching the job.</Sentence>;
  if (!who && !looksIn)
    return (
      <main className="p-4">
        <WhoIsHere />
      </main>
    );
  return <JudgedJob key={view.id} view={view} step={step} />;
}
