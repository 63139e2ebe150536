import { useState, type FormEvent } from "react";
import { notReleasable, releaseOf, watchWords } from "#core/judge";
import { RELEASE_LABELS, RELEASES, type ReleaseKind } from "#core/record";
import { useOpenJob } from "../job/openJob.ts";
import { OneOf } from "../ui/Choice.tsx";
import { Field, FIELD_CLASS } from "../ui/Field.tsx";
import { Judged } from "../ui/Notice.tsx";
import { dayAndTimeText } from "../ui/dates.ts";
import { GreenButton } from "./GreenButton.tsx";

/** How the motor leaves the bench, and who signs for it. */
export function ReleaseForm() {
  const { record, epoch, closed, add } = useOpenJob();
  const released = releaseOf(record);
  const blocked = notReleasable(record, "use");
  const [as, setAs] = useState<ReleaseKind | null>(null);
  const [words, setWords] = useState<string | null>(null);
  const [problem, setProblem] = useState("");
  const chosen = as ?? (blocked === null ? "use" : null);
  const text = words ?? (chosen === "use" ? watchWords(record) : "");
  const submit = async (event: FormEvent) => {
    event.preventDefault();
    if (chosen === null) return;
    const why = notReleasable(record, chosen);
    if (why !== null) return setProblem(why);
    if (chosen !== "use" && text.trim() === "")
      return setProblem("Say what it may not be used for, or why it is scrap.");
    const outcome = await add("release", {
      epoch,
      as: chosen,
      words: text.trim(),
      at: new Date().toISOString(),
    });
    setProblem(outcome.kind === "refused" ? outcome.sentence : "");
  };
  return (
    <section aria-label="Release" className="flex flex-col gap-3">
      {released && (
        <Judged state={released.as === "use" ? "agrees" : "departs"}>
          <strong>{RELEASE_LABELS[released.as]}.</strong> {released.words} Signed {released.by},{" "}
          {dayAndTimeText(released.at)}.
        </Judged>
      )}
      {!released && !closed && (
        <form onSubmit={(event) => void submit(event)} noValidate className="flex flex-col gap-3">
          {blocked && <p className="text-ink-2">{blocked}</p>}
          <OneOf
            label="It leaves"
            value={chosen ?? ""}
            onChoose={(value) => {
              setAs(value as ReleaseKind);
              setWords(null);
              setProblem("");
            }}
            options={RELEASES.filter((one) => one !== "use" || blocked === null).map((value) => ({
              value,
              words: RELEASE_LABELS[value],
            }))}
          />
          {chosen !== null && (
            <div className="flex flex-wrap items-start gap-3">
              <div className="min-w-64 grow">
                <Field
                  id="release-words"
                  label={
                    chosen === "use"
                      ? "What the customer is to watch"
                      : chosen === "restricted"
                        ? "What it may not be used for"
                        : "Why it is scrap"
                  }
                  problem={problem || undefined}
                >
                  <textarea
                    id="release-words"
                    rows={2}
                    value={text}
                    maxLength={2000}
                    onChange={(event) => {
                      setWords(event.target.value);
                      setProblem("");
                    }}
                    aria-invalid={problem !== ""}
                    aria-describedby="release-words-problem"
                    className={`${FIELD_CLASS} py-2`}
                  />
                </Field>
              </div>
              <GreenButton signs className="mt-7">
                Sign it
              </GreenButton>
            </div>
          )}
        </form>
      )}
    </section>
  );
}
