import { useEffect, useState } from "react";
import { FormProvider, useForm, useWatch } from "react-hook-form";
import { burnInSchema } from "#contract/workSchemas";
import { runProofOf } from "#core/judge";
import { temperatureText, type Minutes } from "#core/quantity";
import {
  CONSEQUENCE_LABELS,
  LOAD_LABELS,
  LOADS,
  SOUNDS,
  type Load,
  type RunStart,
  type Sound,
} from "#core/record";
import { useOpenJob } from "../job/openJob.ts";
import { clockText } from "../job/useSecondsLeft.ts";
import { useSecondsSince } from "../job/useSecondsSince.ts";
import { Button } from "../ui/Button.tsx";
import { OneOf } from "../ui/Choice.tsx";
import { FormField } from "../ui/FormField.tsx";
import { celsiusIn, numberIn, problemsOf, resolverOf } from "../ui/formProblems.ts";
import { Caution, Judged } from "../ui/Notice.tsx";
import { dayAndTimeText, timeText } from "../ui/dates.ts";
import { GreenButton } from "./GreenButton.tsx";

interface RunFields {
  readonly minutes: string;
  readonly celsius: string;
  readonly sound: Sound | "";
  readonly note: string;
}

const SOUND_WORDS: Readonly<Record<Sound, string>> = { even: "Even", rough: "Rough, or it stopped" };
const SOUND_LABELS: Readonly<Record<Sound, string>> = { even: "even", rough: "rough, or it stopped" };
const LOAD_WORDS: Readonly<Record<Load, string>> = {
  free: "Nothing",
  light: "A light load",
  working: "Its working load",
};
const MARKS = { made: "agrees", rough: "departs", toDo: "cannotTell" } as const;
/** A clock beyond this many times what is asked was forgotten: then the minutes are asked. */
const FORGOTTEN_FROM = 2;
const RunField = FormField<RunFields>;

const read = ({ minutes, celsius, ...others }: RunFields) => ({
  ...others,
  minutes: numberIn(minutes) ?? NaN,
  celsius: celsiusIn(celsius),
});
const resolver = resolverOf<RunFields>((fields) => ({
  ...problemsOf(burnInSchema, read(fields)),
  ...(fields.sound === "" && { sound: "Say how it ran." }),
}));

/** What a run was: how long, how it sounded, how warm it became. */
function WriteRun({
  load,
  start,
  minutes,
  forgotten,
  onDone,
}: {
  readonly load: Load;
  readonly start: RunStart | null;
  readonly minutes: Minutes | null;
  readonly forgotten: boolean;
  readonly onDone: () => void;
}) {
  const { epoch, add } = useOpenJob();
  const form = useForm<RunFields>({
    defaultValues: { minutes: minutes === null ? "" : String(minutes), celsius: "", sound: "", note: "" },
    resolver,
  });
  const sound = useWatch({ control: form.control, name: "sound" });
  const submit = async (fields: RunFields) => {
    const said = read(fields);
    const outcome = await add("burnIn", {
      epoch,
      ...said,
      sound: said.sound as Sound,
      load,
      ...(start && { start: start.id }),
      at: new Date().toISOString(),
    });
    if (outcome.kind === "refused") form.setError("minutes", { message: outcome.sentence });
    else onDone();
  };
  const problem = form.formState.errors.sound?.message;
  return (
    <FormProvider {...form}>
      <form
        noValidate
        aria-label="A run"
        onSubmit={(event) => void form.handleSubmit(submit)(event)}
        className="mt-3 flex flex-col gap-3"
      >
        {forgotten && (
          <p className="text-copper">
            The clock went on far longer than was asked. Say how long it really ran.
          </p>
        )}
        <div>
          <OneOf
            label="It sounded"
            value={sound}
            onChoose={(value) => {
              form.setValue("sound", value as Sound);
              form.clearErrors("sound");
            }}
            options={SOUNDS.map((value) => ({ value, words: SOUND_WORDS[value] }))}
          />
          {problem && (
            <p role="alert" className="mt-1 text-sm text-red">
              {problem}
            </p>
          )}
        </div>
        <div className="grid grid-cols-[7rem_11rem_1fr] items-start gap-3 max-sm:grid-cols-2">
          <RunField name="minutes" label="Minutes" inputMode="decimal" />
          <RunField name="celsius" label="Winding at the end" placeholder="34 °C" />
          <div className="max-sm:col-span-2">
            <RunField name="note" label="Noticed" maxLength={2000} />
          </div>
        </div>
        <div className="flex flex-wrap gap-3">
          <GreenButton>Write it down</GreenButton>
          {start === null && <Button onClick={onDone}>Not now</Button>}
        </div>
      </form>
    </FormProvider>
  );
}

/** When the clock of a run was stopped, in its seconds: kept on this device until the run is written down. */
function useStopped(run: string | null) {
  const key = `green-fable.stopped.${run}`;
  const [stopped, setStopped] = useState(() => {
    const kept = run === null ? null : localStorage.getItem(key);
    return kept === null ? null : Number(kept);
  });
  const keep = (seconds: number | null) => {
    if (seconds === null) localStorage.removeItem(key);
    else localStorage.setItem(key, String(seconds));
    setStopped(seconds);
  };
  return [stopped, keep] as const;
}

/** A run by its clock: started with what is on the shaft, warned of when it is over, stopped, and written down. */
function Clock({ asked, left }: { readonly asked: Minutes; readonly left: Minutes }) {
  const { record, epoch, add, undo } = useOpenJob();
  const { running } = runProofOf(record);
  const seconds = useSecondsSince(running?.at ?? null);
  const [load, setLoad] = useState<Load | "">("");
  const [stopped, setStopped] = useStopped(running?.id ?? null);
  const [byHand, setByHand] = useState(false);
  const [said, setSaid] = useState("");
  const over = running !== null && seconds >= left * 60;
  const start = async () => {
    if (load === "") return setSaid("Say what is on the shaft.");
    // Before it is answered: what is stopped meanwhile stays stopped.
    setStopped(null);
    const outcome = await add("runStart", { epoch, load, at: new Date().toISOString() });
    setSaid(outcome.kind === "refused" ? outcome.sentence : "");
  };
  const never = async () => {
    if (!running) return;
    setStopped(null);
    const outcome = await undo(running.id);
    setSaid(outcome.kind === "refused" ? outcome.sentence : "");
  };
  if (byHand && load !== "")
    return (
      <WriteRun load={load} start={null} minutes={null} forgotten={false} onDone={() => setByHand(false)} />
    );
  if (running && stopped !== null) {
    const forgotten = stopped > left * 60 * FORGOTTEN_FROM;
    return (
      <WriteRun
        load={running.load}
        start={running}
        minutes={forgotten ? null : Math.max(1, Math.floor(stopped / 60))}
        forgotten={forgotten}
        onDone={() => setStopped(null)}
      />
    );
  }
  if (running)
    return (
      <div className="mt-3 flex flex-wrap items-center gap-x-6 gap-y-3">
        <p role="timer" aria-label="It has run" className="text-5xl font-bold tabular-nums">
          {clockText(seconds)}
        </p>
        <p className="min-w-48 grow text-ink-2">
          of {left} min, {LOAD_LABELS[running.load]}, since {timeText(running.at)} ({running.by})
          {over && (
            <strong role="status" className="block text-copper">
              Its {asked} minutes are over. Stop it.
            </strong>
          )}
        </p>
        <GreenButton onClick={() => setStopped(seconds)}>Stop it</GreenButton>
        <Button onClick={() => void never()}>It never ran</Button>
      </div>
    );
  return (
    <div className="mt-3 flex flex-col gap-3">
      <div>
        <OneOf
          label="On the shaft"
          value={load}
          onChoose={(value) => {
            setLoad(value as Load);
            setSaid("");
          }}
          options={LOADS.map((value) => ({ value, words: LOAD_WORDS[value] }))}
        />
        {said && (
          <p role="alert" className="mt-1 text-sm text-red">
            {said}
          </p>
        )}
      </div>
      <div className="flex flex-wrap gap-3">
        <GreenButton onClick={() => void start()}>Start the clock, {left} min</GreenButton>
        <Button
          onClick={() => {
            if (load === "") setSaid("Say what is on the shaft.");
            else setByHand(true);
          }}
        >
          It ran already
        </Button>
      </div>
    </div>
  );
}

/** What was open is announced by the page's title too: a clock runs while somebody looks elsewhere. */
function useTitleWhile(words: string | null) {
  useEffect(() => {
    if (words === null) return;
    const before = document.title;
    document.title = words;
    return () => {
      document.title = before;
    };
  }, [words]);
}

/** What a motor did when it ran after its repair, and how long it is still to run. */
export function BurnInLog() {
  const { record, closed } = useOpenJob();
  const { asked, made, runs, running, state } = runProofOf(record);
  const left = Math.max(1, asked - made);
  const words = {
    made: `It ran evenly for ${made} ${made === 1 ? "minute" : "minutes"}; ${asked} are asked.`,
    rough: "It ran rough. Find out why before it goes back.",
    toDo:
      made === 0
        ? `It is to run evenly for ${asked} minutes.`
        : `${asked - made} of ${asked} minutes are still to run.`,
  }[state];
  useTitleWhile(running ? `Running, ${record.motor.name}` : null);
  return (
    <>
      <Judged state={MARKS[state]}>
        <strong>{words}</strong> The longer, the more a failure hurts: here it would mean{" "}
        {CONSEQUENCE_LABELS[record.motor.consequence]}.
      </Judged>
      {runs.length > 0 && (
        <ul aria-label="Runs after this repair" className="rounded-xl border border-line bg-sheet px-4 py-1">
          {runs.map(({ id, minutes, load, celsius, sound, note, by, at }) => (
            <li key={id} className="flex flex-wrap gap-x-4 border-t border-line py-1.5 first:border-0">
              <strong className="w-20">{minutes} min</strong>
              <span className="grow">
                {LOAD_LABELS[load]}, {SOUND_LABELS[sound]}
                {celsius !== null && `, ${temperatureText(celsius, record.limits)} at the end`}
                {note && `; ${note}`}
              </span>
              <span className="text-sm text-ink-2">
                {by}, {dayAndTimeText(at)}
              </span>
            </li>
          ))}
        </ul>
      )}
      {!closed && (
        <section aria-label="The run" className="rounded-xl border border-line bg-sheet p-4">
          <Caution>
            Fix it so that it cannot jump, keep fingers, sleeves and hair away, and stand out of the plane of
            what turns. Use electronics that may be lost, with a fuse, and never leave it alone.
          </Caution>
          {state === "made" && !running ? (
            <details className="mt-2">
              <summary className="min-h-11 cursor-pointer py-2.5 text-ink-2">It runs once more</summary>
              <Clock asked={asked} left={asked} />
            </details>
          ) : (
            <Clock asked={asked} left={left} />
          )}
        </section>
      )}
    </>
  );
}
