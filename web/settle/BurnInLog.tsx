import { FormProvider, useForm } from "react-hook-form";
import { burnInSchema } from "#contract/workSchemas";
import { runProofOf } from "#core/judge";
import { temperatureText } from "#core/quantity";
import { CONSEQUENCE_LABELS, LOAD_LABELS, LOADS, SOUNDS, type Load, type Sound } from "#core/record";
import { useOpenJob } from "../job/openJob.ts";
import { Button } from "../ui/Button.tsx";
import { FormField } from "../ui/FormField.tsx";
import { celsiusIn, numberIn, problemsOf, resolverOf } from "../ui/formProblems.ts";
import { Mark } from "../ui/Mark.tsx";
import { Caution } from "../ui/Notice.tsx";
import { dayAndTimeText } from "../ui/dates.ts";

interface RunFields {
  readonly minutes: string;
  readonly load: Load;
  readonly celsius: string;
  readonly sound: Sound;
  readonly note: string;
}

const read = ({ minutes, celsius, ...others }: RunFields) => ({
  ...others,
  minutes: numberIn(minutes) ?? NaN,
  celsius: celsiusIn(celsius),
});
const resolver = resolverOf<RunFields>((fields) => problemsOf(burnInSchema, read(fields)));
const RunField = FormField<RunFields>;
const SOUND_LABELS: Readonly<Record<Sound, string>> = { even: "even", rough: "rough, or it stopped" };
const EMPTY: RunFields = { minutes: "", load: "free", celsius: "", sound: "even", note: "" };
const MARKS = { made: "agrees", rough: "departs", toDo: "toDo" } as const;

/** What a motor did when it ran after its repair, and how long it is still to run. */
export function BurnInLog() {
  const { record, epoch, closed, add } = useOpenJob();
  const form = useForm<RunFields>({ defaultValues: EMPTY, resolver });
  const { asked, made, runs, state } = runProofOf(record);
  const words = {
    made: `It ran evenly for ${made} minutes; ${asked} are asked.`,
    rough: "It ran rough. Find out why before it goes back.",
    toDo:
      made === 0
        ? `It is to run evenly for ${asked} minutes.`
        : `${asked - made} of ${asked} minutes are still to run.`,
  }[state];
  const submit = async (fields: RunFields) => {
    const outcome = await add("burnIn", { epoch, ...read(fields), at: new Date().toISOString() });
    if (outcome.kind === "refused") form.setError("minutes", { message: outcome.sentence });
    else form.reset(EMPTY);
  };
  return (
    <section aria-labelledby="run-title" className="rounded-xl border border-line bg-sheet p-4">
      <h3 id="run-title" className="flex items-center gap-2 text-lg font-bold">
        <Mark state={MARKS[state]} /> Run it
      </h3>
      <p className="text-ink-2">
        {words} The longer, the more a failure hurts: here it would mean{" "}
        {CONSEQUENCE_LABELS[record.motor.consequence]}.
      </p>
      {runs.length > 0 && (
        <ul aria-label="Runs after this repair" className="my-2">
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
        <>
          <Caution>
            Fix it so that it cannot jump, keep fingers, sleeves and hair away, and stand out of the plane of
            what turns. Use electronics that may be lost, with a fuse, and never leave it alone.
          </Caution>
          <FormProvider {...form}>
            <form
              noValidate
              aria-label="A run"
              onSubmit={(event) => void form.handleSubmit(submit)(event)}
              className="mt-3 grid grid-cols-[6rem_15rem_9rem_12rem_1fr_auto] items-start gap-3 max-lg:grid-cols-2"
            >
              <RunField name="minutes" label="Minutes" inputMode="decimal" />
              <div className="max-sm:order-first max-sm:col-span-2">
                <RunField name="load" label="Ran" options={LOADS.map((one) => [one, LOAD_LABELS[one]])} />
              </div>
              <RunField name="celsius" label="Winding at the end" placeholder="34 °C" />
              <RunField name="sound" label="Sound" options={SOUNDS.map((one) => [one, SOUND_LABELS[one]])} />
              <RunField name="note" label="Noticed" maxLength={2000} />
              <Button type="submit" className="mt-7">
                Write it down
              </Button>
            </form>
          </FormProvider>
        </>
      )}
    </section>
  );
}
