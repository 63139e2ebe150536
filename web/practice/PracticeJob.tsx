import { Suspense, useCallback, useMemo, useState } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { Link, useNavigate } from "react-router";
import type { JobStep, JobView } from "#contract/jobs";
import { ENTRY_SCHEMAS } from "#contract/jobSchemas";
import { CHECKS, isShut, misread } from "#core/measure";
import { FAMILY_FACTS } from "#core/families";
import type { Entry, Reading } from "#core/record";
import { intakeOf, kit } from "#bench/caseFile";
import type { Outcome, Parcel } from "../app/outbox.ts";
import { Centre } from "../jobs/Centre.tsx";
import { useArrival, useDigitsToEntry } from "../jobs/arrival.ts";
import { keysAt } from "../jobs/keysAt.ts";
import { Plan } from "../jobs/Plan.tsx";
import { stepsOf } from "../jobs/steps.ts";
import { useJump } from "../jobs/useJump.ts";
import { Keypad } from "../checks/entry/Keypad.tsx";
import { usePad } from "../checks/entry/pad.ts";
import { KeysHereContext, type KeysHere } from "../job/keysHere.ts";
import {
  AskedContext,
  DeliveryContext,
  OpenJobContext,
  useJobParts,
  useOpenJob,
  useStandingVerdict,
  VerdictContext,
} from "../job/openJob.ts";
import { useHeld } from "../job/usePhone.ts";
import { useHere } from "../job/useHere.ts";
import { useVerdict } from "../job/useVerdict.ts";
import { Header } from "../shell/Header.tsx";
import { Button } from "../ui/Button.tsx";
import { Foot } from "../ui/Foot.tsx";
import { isTyping } from "../ui/isTyping.ts";
import { BenchStrip } from "./BenchStrip.tsx";
import { BenchView } from "./BenchView.tsx";
import { Debriefing } from "./Debriefing.tsx";
import { DecideCase } from "./DecideCase.tsx";
import { changeRunning, runningNow, type Running } from "./running.ts";
import { sessionOf, type Session } from "./session.ts";
import { Word } from "./Word.tsx";

/** The steps of a practised job that are no check. */
const OWN_STEPS = ["bench", "decide", "debrief"] as const;
type OwnStep = (typeof OWN_STEPS)[number];

const refused = (sentence: string): Promise<Outcome> => Promise.resolve({ kind: "refused", sentence });

/**
 * Takes an entry of a practised job: by the same rules as the server would, and kept on this device alone. Nothing of it is sent to
 * a job.
 */
function take({ kind, body }: Parcel): Promise<Outcome> {
  if (kind !== "reading" && kind !== "undo")
    return refused("In practice nothing but readings is written: say your word at the end.");
  const { error } = ENTRY_SCHEMAS[kind].validate(body, { convert: false });
  if (error) return refused(error.message);
  const why = kind === "reading" ? misread(body as Reading) : null;
  if (why !== null) return refused(why);
  if (runningNow()?.decided) return refused("You have decided: nothing more is read.");
  changeRunning(({ entries }) => ({ entries: [...entries, { kind, body } as Entry] }));
  return Promise.resolve({ kind: "saved" });
}

/** The job of a try, as a job of the shop would be seen. */
const viewOf = ({ id, file, entries, startedAt }: Running): JobView => ({
  ...{ id, number: 0, version: entries.length, takenInAt: startedAt, closedAt: null, savedAt: startedAt },
  ...{ intake: intakeOf(file, startedAt), entries, closing: null, elsewhere: null },
  grounds: { instruments: kit() },
});

/** Nobody is told here what comes next. */
const withoutNext = ({ keys, more }: ReturnType<typeof keysAt>) => ({
  keys: keys.filter(([[name]]) => name !== "N"),
  more,
});

function PadHere() {
  const pad = usePad();
  return pad && !pad.atRest ? <Keypad entry={pad} /> : null;
}

/** Nobody skips here: what is not read is not read. */
const NOTHING_SKIPPED = () => undefined;

/** A check of the real job beside the bench that its fields are filled from. */
function CheckBeside({ step, running, session }: { step: JobStep; running: Running; session: Session }) {
  useDigitsToEntry();
  useArrival(step, []);
  return (
    <>
      <BenchStrip running={running} session={session} />
      <AskedContext value={null}>
        <Suspense fallback={<p role="status">Fetching this step.</p>}>
          <Centre step={step} isNext={false} opened={0} skipping={false} onSkipped={NOTHING_SKIPPED} />
        </Suspense>
      </AskedContext>
    </>
  );
}

function Opened({ running, step }: { readonly running: Running; readonly step: JobStep | OwnStep }) {
  const job = useOpenJob();
  const verdict = useStandingVerdict();
  const navigate = useNavigate();
  const here = useHere();
  const held = useHeld();
  const session = sessionOf(running);
  const { record, epoch, place } = job;
  const steps = useMemo(
    () =>
      stepsOf(record, verdict, false, here).filter(
        (one) => one.step === "safety" || CHECKS.some(({ id }) => id === one.step),
      ),
    [record, verdict, here],
  );
  const check = CHECKS.find(({ id }) => id === step);
  const taking =
    check !== undefined &&
    check.notApplicable(record.motor) === null &&
    !isShut(record, check.id, epoch, here);
  const [keysHere, sayKeys] = useState<KeysHere>(null);
  const [zone, setZone] = useState<"step" | "plan" | "word">("step");
  const go = (to: string) => {
    setZone("step");
    void navigate(`${place}/${to}`);
  };
  const jumping = useJump(steps, go, check !== undefined);
  const onBench = step === "bench" || step === "debrief";
  const toJob = () => go(record.readings.at(-1)?.check ?? "safety");
  const keys = { enableOnFormTags: true, ignoreEventWhen: isTyping, preventDefault: true } as const;
  useHotkeys("j", toJob, { ...keys, enabled: onBench });
  // Where lamps are recorded B is a lamp.
  const lamps = taking && (keysHere ?? check.keys) === "lamps";
  useHotkeys("b", () => go("bench"), { ...keys, enabled: !onBench && !lamps });
  const { file } = running;
  const header = (
    <Header
      title={`“${file.said}”`}
      facts={`${FAMILY_FACTS[file.family].label}, ${file.about}, ${file.grade}`}
      find={null}
    >
      <span className="rounded-full border-2 border-amber px-3 py-1 text-sm font-semibold text-amber max-sm:text-xs">
        Simulated<span className="max-md:hidden">: nothing here is real</span>
      </span>
    </Header>
  );
  // What is true is told to who has said their word, whatever address is asked for.
  if (running.decided)
    return (
      <div className="flex min-h-screen flex-col">
        {header}
        <main className="grow p-5 max-sm:p-3">
          <Debriefing running={running} />
        </main>
      </div>
    );
  const centre =
    step === "bench" || step === "debrief" ? (
      <BenchView running={running} session={session} />
    ) : step === "decide" ? (
      <DecideCase running={running} />
    ) : (
      <KeysHereContext value={sayKeys}>
        <CheckBeside key={step} step={step as JobStep} running={running} session={session} />
      </KeysHereContext>
    );
  const hidden = (name: typeof zone) => (zone === name ? "" : "max-lg:hidden");
  const columns = check ? "lg:grid-cols-[16.5rem_minmax(0,1fr)_18rem]" : "lg:grid-cols-[minmax(0,1fr)_20rem]";
  return (
    <div className="flex h-dvh flex-col">
      {header}
      <div className={`grid min-h-0 grow ${columns}`}>
        {check && (
          <div className={`overflow-y-auto border-r border-line p-3 ${hidden("plan")}`}>
            <div
              onClick={(event) =>
                event.target instanceof Element && event.target.closest("a") && setZone("step")
              }
            >
              <Plan steps={steps} present={step as JobStep} jumping={jumping} />
            </div>
          </div>
        )}
        <main className={`min-w-0 overflow-y-auto p-4 max-sm:p-3 ${hidden("step")}`}>{centre}</main>
        <div tabIndex={0} className={`overflow-y-auto border-l border-line bg-sheet ${hidden("word")}`}>
          <Word running={running} session={session} onDecide={() => go("decide")} />
        </div>
      </div>
      {/* Where a window is narrow one of them is seen at a time. */}
      <nav aria-label="Parts of practice" className="flex gap-2 border-t border-line bg-sunk p-2 lg:hidden">
        <Button
          className="grow"
          look={onBench && zone === "step" ? "main" : "plain"}
          onClick={() => go("bench")}
        >
          Bench
        </Button>
        <Button
          className="grow"
          look={!onBench && zone === "step" ? "main" : "plain"}
          onClick={() => (check ? setZone("step") : toJob())}
        >
          Job
        </Button>
        {check && (
          <Button className="grow" look={zone === "plan" ? "main" : "plain"} onClick={() => setZone("plan")}>
            Plan
          </Button>
        )}
        <Button className="grow" look={zone === "word" ? "main" : "plain"} onClick={() => setZone("word")}>
          Your word
        </Button>
      </nav>
      {held && taking && zone === "step" && (
        <div className="border-t border-line bg-sunk p-2 empty:hidden">
          <PadHere />
        </div>
      )}
      {!held && (
        <Foot
          {...(check
            ? withoutNext(keysAt(check, taking, keysHere, false))
            : !onBench
              ? {
                  keys: [
                    [["Tab"], "next"],
                    [["B"], "to the bench"],
                  ],
                }
              : {
                  keys: [
                    [["1", "…", "8"], "take a tool"],
                    [["Tab"], "next point"],
                    [["R"], "red here"],
                    [["K"], "black here"],
                    [["Enter"], "write it"],
                    [["J"], "to the job"],
                  ],
                  more: [
                    [["T"], "tips together"],
                    [["L"], "lift the probes"],
                    [["+"], "press harder"],
                    [["V"], "show the verdict"],
                    [["D"], "I have decided"],
                  ],
                })}
        >
          <span className="flex gap-4">
            {check && (
              <Link to={`${place}/bench`} className="underline underline-offset-2">
                To the bench
              </Link>
            )}
            seed {file.seed}
          </span>
        </Foot>
      )}
    </div>
  );
}

/** A case as it is practised: the drawn bench, the real job beside it, one's word, and the debrief. */
export function PracticeJob({
  running,
  step,
}: {
  readonly running: Running;
  readonly step: string | undefined;
}) {
  const place = `/practice/${running.file.id}`;
  const view = useMemo(() => viewOf(running), [running]);
  const submit = useCallback((parcel: Parcel) => take(parcel), []);
  const where = useMemo(() => ({ place, submit }), [place, submit]);
  const { parts, delivery } = useJobParts(view, where);
  const { verdict, failed, again } = useVerdict(parts.record, null);
  const known = OWN_STEPS.find((one) => one === step) ?? CHECKS.find(({ id }) => id === step)?.id ?? "bench";
  if (!verdict)
    return (
      <main className="p-6">
        {failed ? (
          <>
            <p role="alert">The job cannot be judged on this device.</p>{" "}
            <Button onClick={again}>Try again</Button>
          </>
        ) : (
          <p role="status">Laying it on the bench.</p>
        )}
      </main>
    );
  return (
    <OpenJobContext value={parts}>
      <VerdictContext value={verdict}>
        <DeliveryContext value={delivery}>
          <Opened running={running} step={known} />
        </DeliveryContext>
      </VerdictContext>
    </OpenJobContext>
  );
}
