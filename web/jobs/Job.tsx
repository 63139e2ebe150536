import { lazy, useEffect, useMemo, useRef, useState, type ReactNode } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { Link, useNavigate, useParams } from "react-router";
import type { JobStep, JobView } from "#contract/jobs";
import { CHECKS, checkOf, keptVerdict } from "#core/assess";
import type { CheckDefinition } from "#core/check";
import { CONNECTION_LABELS, FAMILY_FACTS, type CheckId } from "#core/record";
import { madeSafeAt } from "#core/safety";
import { sentenceOf, useJobQuery } from "../app/api.ts";
import { Person, WhoIsHere } from "../app/Person.tsx";
import { useBench } from "../app/store.ts";
import { SkipForm } from "../checks/entry/SkipForm.tsx";
import { CHECK_SCREENS } from "../checks/screens.ts";
import { Button } from "../ui/Button.tsx";
import { focusEntry } from "../ui/focusEntry.ts";
import { Foot } from "../ui/Foot.tsx";
import { Logo } from "../ui/Logo.tsx";
import { OpenJobContext, useJobParts, useOpenJob } from "../job/openJob.ts";
import { isTyping } from "../ui/isTyping.ts";
import { FoundHere } from "./FoundHere.tsx";
import { Plan } from "./Plan.tsx";
import { SafetyPill } from "./SafetyPill.tsx";
import { RefusedEntries, SavedLine } from "./SavedLine.tsx";
import { SinceClosing } from "./SinceClosing.tsx";
import { nextPlaceOf, stepsOf } from "./steps.ts";
import { UndoLast } from "./UndoLast.tsx";
import { Zones } from "./Zones.tsx";
import { useOutlook, useVerdict } from "../job/useVerdict.ts";
import { VerdictPanel } from "./VerdictPanel.tsx";

const Decide = lazy(() => import("../settle/Decide.tsx"));
const RepairAndProve = lazy(() => import("../settle/RepairAndProve.tsx"));
const ReportPage = lazy(() => import("../settle/ReportPage.tsx"));
const TakenIn = lazy(() => import("./TakenIn.tsx"));

/** The keys of a step, by what its check declares. */
const LAMP_KEYS = [
  [["A", "B", "C"], "lamp changed"],
  [["R"], "other direction"],
] as const;
const READING_KEYS = [
  [["Enter"], "save"],
  [["+"], "read again"],
  [["O"], "open circuit"],
  [["Backspace"], "back"],
] as const;
/** The keys that work at a step: an open circuit only where something can be open. */
function keysOf({ keys, slots }: CheckDefinition) {
  if (keys === "lamps") return LAMP_KEYS;
  if (keys === "choices") return [];
  const canBeOpen = Object.values(slots).some(({ form }) => form.kind === "measured" && form.canBeOpen);
  return READING_KEYS.filter(([[key]]) => canBeOpen || key !== "O");
}
/** At a motor's own plugs its pins can be put right. */
const PINS_KEY = [[["E"], "its pins"]] as const;
const SKIP_KEY = [[["S"], "skip"]] as const;
const NEXT_KEY = [[["N"], "next"]] as const;
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
      if (event.target instanceof HTMLElement && event.target.matches("input, textarea, select")) return;
      focusEntry();
    };
    document.addEventListener("keydown", onKey);
    return () => document.removeEventListener("keydown", onKey);
  }, []);
}

function Gate({ check }: { readonly check: CheckId }) {
  const { id } = useOpenJob();
  return (
    <section aria-labelledby="gate" className="max-w-xl rounded-xl border-2 border-red bg-sheet p-6">
      <h2 id="gate" className="text-xl font-bold text-red">
        Make it safe first
      </h2>
      <p className="mb-4 mt-1">
        {checkOf(check).title} puts a meter on the motor. Go through the cautions once; then this opens.
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

function Centre({
  step,
  skipping,
  onSkipped,
}: {
  readonly step: JobStep;
  readonly skipping: boolean;
  readonly onSkipped: (skipped: boolean) => void;
}) {
  const { record, epoch, closed } = useOpenJob();
  if (step === "decide") return <Decide />;
  if (step === "repair") return <RepairAndProve />;
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
  if (check.gated && !closed && !madeSafeAt(record, epoch)) return <Gate check={step} />;
  return (
    <>
      {skipping && <SkipForm check={step} onDone={onSkipped} />}
      <Screen key={`${step}-${epoch}`} />
    </>
  );
}

function OpenedJob({ step }: { readonly step: JobStep }) {
  const job = useOpenJob();
  const navigate = useNavigate();
  const [skipping, setSkipping] = useState(false);
  /** Where the person is now: what was written down a moment ago does not carry them off from there. */
  const here = useRef(step);
  useEffect(() => {
    here.current = step;
  }, [step]);
  const { motor } = job.record;
  const steps = stepsOf(job.record, job.verdict, job.closed);
  const next = nextPlaceOf(job.record, job.verdict, job.closed);
  const outlook = useOutlook(job, FAMILY_FACTS[motor.family].ownElectronics && !job.closed);
  const check = CHECKS.find(({ id }) => id === step);
  const skippable = check !== undefined && step !== "safety" && !job.closed;
  // Where lamps are recorded B is a lamp.
  const lamps = check?.keys === "lamps";
  const go = (to: string) => {
    setSkipping(false);
    void navigate(to);
  };
  const hotkeys = { enableOnFormTags: true, ignoreEventWhen: isTyping, preventDefault: true } as const;
  useHotkeys("n", () => go(`/jobs/${job.id}/${next}`), hotkeys);
  useHotkeys("s", () => skippable && setSkipping(true), hotkeys);
  useHotkeys("b", () => !lamps && go("/"), hotkeys);
  useDigitsToEntry();
  const nextTitle = steps.find((candidate) => candidate.step === next)?.title ?? "";
  return (
    <div className="flex min-h-screen flex-col lg:h-screen print:h-auto">
      <header className="flex flex-wrap items-center gap-x-5 gap-y-1 border-b border-line bg-sheet px-5 py-1.5 print:hidden">
        <Link
          to="/"
          className="flex items-center gap-2 border-r border-line pr-5 font-semibold text-green max-sm:pr-2"
        >
          <Logo /> <span className="max-md:sr-only">Green Fable</span>
        </Link>
        <h1 className="text-lg font-bold">{motor.name}</h1>
        <span className="text-sm text-ink-2 max-sm:hidden">J-{String(job.number).padStart(4, "0")}</span>
        <span className="text-sm text-ink-2 max-lg:hidden">
          {FAMILY_FACTS[motor.family].label}
          {motor.connection !== "unknown" && `, ${CONNECTION_LABELS[motor.connection]}`}
          {motor.polePairs && `, ${motor.polePairs} pole pairs`}
        </span>
        <span className="text-sm text-ink-2 max-xl:hidden">{motor.owner}</span>
        <SafetyPill live={check?.live ?? false} />
        <Person />
      </header>
      <RefusedEntries />
      <SinceClosing />
      <Zones
        wide={check === undefined}
        plan={<Plan steps={steps} present={step} />}
        centre={
          <Centre
            step={step}
            skipping={skipping && skippable}
            onSkipped={(skipped) =>
              skipped && here.current === step ? go(`/jobs/${job.id}/${next}`) : setSkipping(false)
            }
          />
        }
        verdict={
          <VerdictPanel verdict={job.verdict} outlook={outlook}>
            {next !== step && (
              <Button look="main" hotkey="N" onClick={() => go(`/jobs/${job.id}/${next}`)}>
                {nextTitle}
              </Button>
            )}
            {!job.closed && (
              <div className="mt-4">
                <FoundHere modelId={motor.modelId ?? null} family={motor.family} />
              </div>
            )}
          </VerdictPanel>
        }
      />
      <Foot
        keys={[
          ...(check ? keysOf(check) : []),
          ...(check?.id === "power" && !job.closed ? PINS_KEY : []),
          ...(skippable ? SKIP_KEY : []),
          ...NEXT_KEY,
          ...(lamps ? [] : BENCH_KEY),
        ]}
      >
        <span className="flex flex-wrap items-center gap-x-4 gap-y-1">
          <UndoLast key={step} step={step} />
          <SavedLine />
        </span>
      </Foot>
    </div>
  );
}

function JudgedJob({ view, step }: { readonly view: JobView; readonly step: string | undefined }) {
  const parts = useJobParts(view);
  const verdict = useVerdict(
    parts.record,
    parts.closed && parts.closing ? keptVerdict(parts.closing.verdict) : null,
  );
  const open = useMemo(() => (verdict ? { ...parts, verdict } : null), [parts, verdict]);
  const [first, setFirst] = useState<JobStep | null>(null);
  if (!open) return <Sentence>Weighing what is known.</Sentence>;
  const known = stepsOf(open.record, open.verdict, open.closed).find(
    (candidate) => candidate.step === step,
  )?.step;
  // Opened without a step: the next one then, and no jumping away from it while readings land.
  const opening = first ?? nextPlaceOf(open.record, open.verdict, open.closed);
  if (!first) setFirst(opening);
  return (
    <OpenJobContext value={open}>
      <OpenedJob step={known ?? opening} />
    </OpenJobContext>
  );
}

/** One job: the plan, the present step, the standing verdict. */
export function Job() {
  const { id = "", step } = useParams();
  const { data: view, error } = useJobQuery(id);
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
