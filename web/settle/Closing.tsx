import { useState, type FormEvent, type ReactNode } from "react";
import { Link } from "react-router";
import { decidedText } from "#core/known";
import { proofOf, releaseOf } from "#core/judge";
import { useOpenJob } from "../job/openJob.ts";
import { Button, buttonClass } from "../ui/Button.tsx";
import { dayAndTimeText } from "../ui/dates.ts";
import { Field, FIELD_CLASS } from "../ui/Field.tsx";
import { GreenButton } from "./GreenButton.tsx";

/** What closing does, and what of the road is missing then. */
function useClosingWords(): string {
  const { closed, closedAt, record } = useOpenJob();
  if (closed)
    return closedAt
      ? `Closed ${dayAndTimeText(closedAt)} and frozen with its verdict. Reopening adds to it; nothing is changed.`
      : "";
  if (record.repairs.length === 0 || releaseOf(record))
    return "Freezes the job with its verdict. It can be reopened with a reason.";
  return proofOf(record).answer === "proved"
    ? "It is not released yet. It can be closed all the same; the report says so."
    : "The repair is not proved. It can be closed all the same; the report says so.";
}

/** The end of a job: closed with its verdict, or opened again with a reason. */
export function Closing({ strip }: { readonly strip: ReactNode }) {
  const { id, add, closed, record } = useOpenJob();
  const [problem, setProblem] = useState("");
  const words = useClosingWords();
  const decision = record.decisions.at(-1);
  const turn = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = event.currentTarget;
    const reason = String(new FormData(form).get("turn-reason")).trim();
    if (closed && reason === "") return setProblem("Say why it is opened again.");
    const outcome = await add(closed ? "reopening" : "closing", { reason, at: new Date().toISOString() });
    setProblem(outcome.kind === "refused" ? outcome.sentence : "");
    if (outcome.kind !== "refused") form.reset();
  };
  return (
    <>
      <div>
        <h2 id="road-title" className="text-xl font-bold">
          {closed ? "Closed" : "Close the job"}
        </h2>
        {decision && (
          <p className="text-ink-2">
            {decidedText(decision)}. {decision.reason} ({decision.by})
          </p>
        )}
      </div>
      {strip}
      <p className="text-ink-2">{words}</p>
      <form onSubmit={(event) => void turn(event)} noValidate className="flex flex-wrap items-start gap-3">
        <div className="min-w-64 grow">
          <Field
            id="turn-reason"
            label={closed ? "Why it is opened again" : "Last words, if any"}
            problem={problem || undefined}
          >
            <input
              id="turn-reason"
              name="turn-reason"
              autoComplete="off"
              maxLength={2000}
              aria-invalid={problem !== ""}
              aria-describedby="turn-reason-problem"
              className={FIELD_CLASS}
            />
          </Field>
        </div>
        {closed ? (
          <Button type="submit" className="mt-7">
            Open it again
          </Button>
        ) : (
          <GreenButton signs className="mt-7">
            Close the job
          </GreenButton>
        )}
        <Link to={`/jobs/${id}/report`} className={`${buttonClass("plain")} mt-7`}>
          See the report
        </Link>
      </form>
    </>
  );
}
