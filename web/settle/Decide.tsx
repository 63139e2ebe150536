import { useId, useState, type FormEvent } from "react";
import { useNavigate } from "react-router";
import { nextSuspects, plansFor } from "#core/decision";
import { chanceText } from "#core/quantity";
import { DECIDED_FROM } from "#core/assess";
import {
  CONSEQUENCE_LABELS,
  DISPOSITION_LABELS,
  DISPOSITIONS,
  WAITING_FOR,
  type Disposition,
  type WaitingFor,
} from "#core/record";
import { DISPOSITION_IN_PLAIN_WORDS } from "#core/report";
import { decisionSchema } from "#contract/jobSchemas";
import { useOpenJob } from "../job/openJob.ts";
import { Button } from "../ui/Button.tsx";
import { OneOf } from "../ui/Choice.tsx";
import { Field, FIELD_CLASS } from "../ui/Field.tsx";
import { Caution, Judged } from "../ui/Notice.tsx";

const WAITING_WORDS: Readonly<Record<WaitingFor, string>> = {
  nothing: "Nothing, go on",
  parts: "Parts",
  answer: "An answer from the owner",
};

/** What a person chooses, with the reason; what the evidence says stands beside it. */
export default function Decide() {
  const { id, record, verdict, closed, add } = useOpenJob();
  const navigate = useNavigate();
  const last = record.decisions.at(-1);
  const leading = DISPOSITIONS.reduce((best, one) =>
    verdict.remedies[one] > verdict.remedies[best] ? one : best,
  );
  const [chosen, setChosen] = useState<Disposition>(last?.disposition ?? verdict.decided ?? leading);
  const [waiting, setWaiting] = useState<WaitingFor>(last?.waitingFor ?? "nothing");
  const [reason, setReason] = useState("");
  const [problem, setProblem] = useState("");
  const group = useId();
  const faults = verdict.faults.map(({ fault }) => fault);
  const suspects = nextSuspects(record, verdict);
  const evidence = verdict.findings
    .filter(({ departs }) => departs)
    .map(({ sentence }) => sentence)
    .join(". ");

  const submit = async (event: FormEvent) => {
    event.preventDefault();
    const fields = {
      disposition: chosen,
      reason: reason.trim(),
      waitingFor: waiting,
      at: new Date().toISOString(),
    };
    const { error } = decisionSchema.extract("reason").validate(fields.reason);
    if (error) return setProblem(error.message);
    const outcome = await add("decision", fields);
    if (outcome.kind === "refused") return setProblem(outcome.sentence);
    await navigate(`/jobs/${id}/${chosen === "undecided" ? "decide" : "repair"}`);
    setReason("");
    setProblem("");
  };

  return (
    <section aria-labelledby="decide-title" className="max-w-5xl">
      <h2 id="decide-title" className="text-xl font-bold">
        {verdict.decided
          ? `${verdict.headline}: ${chanceText(verdict.remedies[verdict.decided])}`
          : verdict.headline}
      </h2>
      <p className="mb-2 line-clamp-2 text-[0.95rem] leading-snug text-ink-2">
        {verdict.findings.map(({ sentence }) => sentence).join(". ") || "Nothing has been read yet"}.
      </p>
      {suspects.length > 0 && (
        <p className="mb-2 text-[0.95rem] leading-snug">
          <strong>Look next at:</strong> {suspects.join("; ")}.
        </p>
      )}
      <form onSubmit={(event) => void submit(event)} noValidate className="flex flex-col gap-3">
        <fieldset disabled={closed}>
          <legend className="sr-only">What you could do</legend>
          <div className="grid grid-cols-[2rem_1.2fr_6rem_7rem_2fr] items-center gap-x-3 px-4 pb-1 text-sm text-ink-2 max-md:hidden">
            <span />
            <span>What you could do</span>
            <span>Fits by</span>
            <span>Work</span>
            <span>Mind</span>
          </div>
          <div className="overflow-hidden rounded-xl border border-line bg-sheet">
            {DISPOSITIONS.map((disposition) => {
              const plan =
                disposition === "undecided"
                  ? undefined
                  : plansFor(disposition, faults, record.limits?.deadHall?.choice)[0];
              return (
                <label
                  key={disposition}
                  className="grid min-h-11 cursor-pointer grid-cols-[2rem_1.2fr_6rem_7rem_2fr] items-center gap-x-3 border-t border-line px-4 py-1 first:border-0 has-checked:bg-green-soft max-md:grid-cols-[2rem_1fr_4rem]"
                >
                  <input
                    type="radio"
                    name={group}
                    value={disposition}
                    checked={chosen === disposition}
                    onChange={() => setChosen(disposition)}
                    className="size-5 accent-[var(--green)]"
                  />
                  <span className="font-semibold">{DISPOSITION_LABELS[disposition]}</span>
                  <span className="text-xl font-semibold">{chanceText(verdict.remedies[disposition])}</span>
                  <span className="max-md:hidden">{plan ? `${plan.minutes} min` : "none"}</span>
                  <span className="text-sm text-ink-2 max-md:hidden">
                    {plan?.title ?? DISPOSITION_IN_PLAIN_WORDS[disposition]}
                  </span>
                </label>
              );
            })}
          </div>
        </fieldset>
        <Judged state={verdict.decided ? (verdict.decided === chosen ? "agrees" : "departs") : "cannotTell"}>
          {verdict.decided ? (
            <>
              <strong>
                {verdict.decided === chosen
                  ? "The evidence agrees."
                  : `The evidence says otherwise: ${DISPOSITION_LABELS[verdict.decided].toLowerCase()}.`}
              </strong>{" "}
              {verdict.reason}
            </>
          ) : (
            <>
              <strong>Not decided by the evidence.</strong> {verdict.reason} You may still choose, with your
              reason; below {DECIDED_FROM * 100} % it would be wrong more than once in ten.
            </>
          )}
        </Judged>
        {!closed && (
          <>
            <Field id="reason" label="Reason" problem={problem || undefined}>
              <textarea
                id="reason"
                rows={2}
                value={reason}
                maxLength={2000}
                onChange={(event) => {
                  setReason(event.target.value);
                  setProblem("");
                }}
                aria-invalid={problem !== ""}
                aria-describedby="reason-problem"
                className={`${FIELD_CLASS} py-2`}
              />
            </Field>
            <div className="flex flex-wrap items-end gap-6">
              <OneOf
                label="It then waits for"
                value={waiting}
                onChoose={(value) => setWaiting(value as WaitingFor)}
                options={WAITING_FOR.map((value) => ({ value, words: WAITING_WORDS[value] }))}
              />
              {evidence && (
                <Button onClick={() => setReason(`${evidence}.`)}>Take the findings as the reason</Button>
              )}
              <Button type="submit" look="main">
                Decide: {DISPOSITION_LABELS[chosen].toLowerCase()}
              </Button>
            </div>
          </>
        )}
        <Caution>
          A failure in use would mean {CONSEQUENCE_LABELS[record.motor.consequence]}. Weigh that before money:
          what may hurt somebody is not sent back in doubt.
        </Caution>
      </form>
      {record.decisions.length > 0 && (
        <ul aria-label="Decided so far" className="mt-5 text-sm text-ink-2">
          {record.decisions.map((decision) => (
            <li key={decision.id}>
              {new Date(decision.at).toLocaleString("en-GB", { dateStyle: "medium", timeStyle: "short" })},{" "}
              {decision.by}: <strong className="text-ink">{DISPOSITION_LABELS[decision.disposition]}</strong>.{" "}
              {decision.reason}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
