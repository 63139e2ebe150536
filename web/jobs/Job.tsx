import { lazy, memo, Suspense, useEffect, useMemo, useRef, useState, type ReactNode } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { Link, useNavigate, useParams } from "react-router";
import type { JobStep, JobView } from "#contract/jobs";
import { isRoadStage, keptVerdict, nextStepOf, type NextCheck } from "#core/judge";
import { CHECKS, checkOf, isShut } from "#core/measure";
import type { CheckDefinition } from "#core/check";
import { FAMILY_FACTS } from "#core/families";
import { lapsed } from "#core/measure/safety";
import { sentenceOf, useJobQuery } from "../app/api.ts";
import { WhoIsHere } from "../shell/Person.tsx";
import { useBench } from "../app/store.ts";
import { SkipForm } from "../checks/entry/SkipForm.tsx";
import { CHECK_SCREENS } from "../checks/screens.ts";
import { Button, buttonClass } from "../ui/Button.tsx";
import { focusEntry } from "../ui/focusEntry.ts";
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
import { isChoosing, isTyping } from "../ui/isTyping.ts";
import type { Keys } from "../ui/KeyList.tsx";
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
import { nextPlaceOf, placeOf, stepAt, stepsOf, type Step } from "./steps.ts";
import { UndoLast } from "./UndoLast.tsx";
import { Zones, type PlanFold, type Zone } from "./Zones.tsx";
import { Rail } from "./Rail.tsx";
import { Strip } from "./Strip.tsx";
import { TouchFoot } from "./TouchFoot.tsx";
import { KeysHereContext, type KeysHere } from "../job/keysHere.ts";
import { useTurn } from "../job/drillQueue.ts";
import { hereNow } from "../job/hereNow.ts";
import { useHere } from "../job/useHere.ts";
import { useViewFromHere } from "../job/takenInHere.ts";
import { useHeld } from "../job/usePhone.ts";
import { useOutlook, useVerdict } from "../job/useVerdict.ts";
import { Needs } from "./Needs.tsx";
import { VerdictPanel } from "./VerdictPanel.tsx";

const CallerCard = lazy(() => import("../caller/CallerCard.tsx"));
const Decide = lazy(() => import("../settle/Decide.tsx"));
const Bill = lazy(() => import("../settle/Bill.tsx").then(({ Bill: drawn }) => ({ default: drawn })));
const Road = lazy(() => import("../settle/Road.tsx"));
const ReportPage = lazy(() => import("../settle/ReportPage.tsx"));
const TakenIn = lazy(() => import("./TakenIn.tsx"));

/** The keys of a step, by what its check declares. */
const LAMP_KEYS = [
  [["A", "B", "C"], "lamp changed"],
  [["R"], "other direction"],
] as const;
const RECORDING_KEYS = [
  [["Enter"], "keep"],
  [["←", "→"], "one cycle"],
  [["+", "−"], "zoom"],
  [["M"], "next magnet"],
  [["X"], "leave it"],
] as const;
const READING_KEYS = [
  [["Enter"], "save"],
  [["+"], "read again"],
  [["O"], "open circuit"],
  [["Backspace"], "back"],
] as const;
/** The keys that work at a step: an open circuit only where something can be open. */
function keysOf({ slots }: CheckDefinition, keys: CheckDefinition["keys"]) {
  if (keys === "lamps") return LAMP_KEYS;
  if (keys === "recording") return RECORDING_KEYS;
  if (keys === "choices") return [];
  const canBeOpen = Object.values(slots).some(({ form }) => form.kind === "measured" && form.canBeOpen);
  return READING_KEYS.filter(([[key]]) => canBeOpen || key !== "O");
}
/** At a motor's own plugs its pins can be put right. */
const PINS_KEY = [[["E"], "its pins"]] as const;
const MORE_KEYS = [
  [["J", "a…"], "to the step with that letter in the plan"],
  [["U"], "take the last entry of the step back"],
  [["I"], "how it stands, for a caller"],
  [["F"], "across the bench, in large digits"],
  [["Tab"], "through what can be pressed; Enter or Space presses it"],
] as const;
const SKIP_KEY = [[["S"], "skip"]] as const;
const NEXT_KEY = [[["N"], "next"]] as const;
const JUMP_KEY = [[["J"], "jump"]] as const;
const BENCH_KEY = [[["B"], "bench"]] as const;

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

/** Digits typed while nothing is being typed into belong to the reading. */
function useDigitsToEntry() {
  useEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || !/^[\d.,]$/u.test(event.key)) return;
      if (event.target instanceof HTMLElement && event.target.matches("input, textarea")) return;
      if (isChoosing(event.target)) return;
      focusEntry();
    };
    document.addEventListener("keydown", onKey);
    return () => document.removeEventListener("keydown", onKey);
  }, []);
}

const hasChoice = (group: HTMLElement) => group.querySelector("[aria-checked=true]") !== null;

/**
 * Puts the focus where the step goes on: a choice that is asked for by its place, else its open field, what is
 * open to be chosen, or its title. False while it is not there.
 */
function arrive(asked: readonly string[]): boolean {
  const main = document.querySelector("main");
  const field = main?.querySelector<HTMLElement>("input[data-entry]");
  const groups = [...(main?.querySelectorAll<HTMLElement>("[role=radiogroup][data-slot]") ?? [])];
  const isAsked = ({ dataset: { slot } }: HTMLElement) => slot !== undefined && asked.includes(slot);
  const named = groups.find((group) => isAsked(group) && !hasChoice(group)) ?? groups.find(isAsked);
  const open = groups.find((group) => !hasChoice(group));
  const inGroup = (group: HTMLElement | undefined) => group?.querySelector<HTMLElement>("[role=radio]");
  const title = main?.querySelector<HTMLElement>("h2");
  title?.setAttribute("tabindex", "-1");
  const wanted = inGroup(named) ?? field ?? inGroup(open) ?? title;
  wanted?.focus();
  if (wanted && wanted !== title) mark(wanted.closest<HTMLElement>("[data-slot]") ?? wanted);
  return wanted !== undefined && wanted !== null;
}

const MARKED_MILLISECONDS = 1600;

/** What Next meant is brought into sight and shown for a breath: a finger leaves no ring of focus. */
function mark(what: HTMLElement): void {
  what.scrollIntoView({ block: "nearest" });
  what.dataset["marked"] = "";
  window.setTimeout(() => delete what.dataset["marked"], MARKED_MILLISECONDS);
}

/** Something is typed that is not written down yet. */
const isBegun = () =>
  [...document.querySelectorAll<HTMLInputElement>("main input[data-entry], main textarea")].some(
    ({ value }) => value !== "",
  );

/** Presses the green button of a stage of the road; what is signed by it is only brought under the hand. */
function pressGreen() {
  const green = document.querySelector<HTMLElement>("main [data-go]");
  if (green?.dataset["go"] === "focus") green.focus();
  else green?.click();
}

/** A step that is opened takes the focus, unless something took it since; one that is still fetched is waited for. */
function useArrival(step: string, asked: readonly string[]) {
  const wanted = useRef(asked);
  useEffect(() => {
    wanted.current = asked;
  });
  useEffect(() => {
    const from = document.activeElement;
    // The step took it by itself as it came.
    if (from?.closest("main")) return;
    let tries = 20;
    let timer = 0;
    const look = () => {
      const now = document.activeElement;
      // A field of the step, a dialog over it: whoever took the focus meanwhile keeps it.
      if (now !== document.body && now !== from) return;
      if ((document.querySelector("main h2") && arrive(wanted.current)) || (tries -= 1) === 0) return;
      timer = window.setTimeout(look, 50);
    };
    timer = window.setTimeout(look, 0);
    return () => window.clearTimeout(timer);
  }, [step]);
}

/** J, and then the letter of a step: any step by two keys. Anything else leaves it. */
function useJump(steps: readonly Step[], go: (step: JobStep) => void): boolean {
  const [jumping, setJumping] = useState(false);
  useHotkeys("j", () => setJumping(true), {
    enableOnFormTags: true,
    ignoreEventWhen: isTyping,
    preventDefault: true,
  });
  useEffect(() => {
    if (!jumping) return;
    const onKey = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || event.key === "Shift") return;
      event.preventDefault();
      event.stopPropagation();
      setJumping(false);
      const step = stepAt(steps, event.key);
      if (step) go(step);
    };
    // Before anything else that listens: S, U and the lamps are letters too.
    window.addEventListener("keydown", onKey, { capture: true });
    return () => window.removeEventListener("keydown", onKey, { capture: true });
  });
  return jumping;
}

function Gate() {
  const { id, record, epoch } = useOpenJob();
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
        to={`/jobs/${id}/safety`}
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

function Centre({
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

/** What the step on screen was opened for: it stays what it was while readings land, until it is opened anew. */
function useOpenedFor(key: string, next: NextCheck | null): NextCheck | null {
  const [opened, setOpened] = useState({ key, next });
  if (opened.key === key) return opened.next;
  setOpened({ key, next });
  return next;
}

/** The keys that stand at the foot of a step, and those that work too. */
function keysAt(
  check: CheckDefinition | undefined,
  taking: boolean,
  keysHere: KeysHere,
  skippable: boolean,
): { readonly keys: Keys; readonly more: Keys } {
  const present = taking && check ? (keysHere ?? check.keys) : null;
  return {
    keys: [
      ...(present && check ? keysOf(check, present) : []),
      ...(taking && check?.id === "power" ? PINS_KEY : []),
      ...(skippable ? SKIP_KEY : []),
      ...NEXT_KEY,
      ...JUMP_KEY,
    ],
    // Where lamps are recorded B is a lamp.
    more: [...(present === "lamps" ? [] : BENCH_KEY), ...MORE_KEYS],
  };
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
    if (next !== step) return go(`/jobs/${job.id}/${next}`);
    if (isRoadStage(step)) return pressGreen();
    if (isBegun()) arrive(asked);
    else setOpened((before) => before + 1);
  });
  const onSkipped = useSteady((skipped: boolean) => {
    if (skipped && stillHere()) go(`/jobs/${job.id}/${next}`);
    else setSkipping(false);
  });
  const hotkeys = { enableOnFormTags: true, ignoreEventWhen: isTyping, preventDefault: true } as const;
  useHotkeys("n", goOn, hotkeys);
  useHotkeys("s", () => skippable && skip(), hotkeys);
  useHotkeys("b", () => !lamps && go("/"), hotkeys);
  const [calling, setCalling] = useState(false);
  useHotkeys("i", () => setCalling(true), hotkeys);
  const jumping = useJump(steps, (to) => go(`/jobs/${job.id}/${to}`));
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
          <UndoLast key={step} step={step} />
          <SavedLine />
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
  const { data, error } = useJobQuery(id);
  const fromHere = useViewFromHere(id);
  const view = data ?? fromHere;
  const who = useBench((bench) => bench.who);
  if (error && !view)
    return (
      <Sentence>
        <p role="alert" className="mb-4">
          {sentenceOf(error)}
        </p>
      </Sentence>
    );
  if (!view) return <Sentence>Fetching the job.</Sentence>;
  if (!who)
    return (
      <main className="p-4">
        <WhoIsHere />
      </main>
    );
  return <JudgedJob key={view.id} view={view} step={step} />;
}
