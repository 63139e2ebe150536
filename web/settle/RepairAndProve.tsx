import { isSentBack } from "#core/record";
import { useEffect, useRef, useState, type FormEvent } from "react";
import { Link } from "react-router";
import { CHECKS } from "#core/measure";
import { decidedText } from "#core/known";
import { proofOf, releaseOf, type Proof } from "#core/judge";
import { useOpenJob } from "../job/openJob.ts";
import { Button, buttonClass } from "../ui/Button.tsx";
import { Field, FIELD_CLASS } from "../ui/Field.tsx";
import { Mark } from "../ui/Mark.tsx";
import { Judged } from "../ui/Notice.tsx";
import { BeforeAfter } from "./BeforeAfter.tsx";
import { BurnInLog } from "./BurnInLog.tsx";
import { ReleaseForm } from "./ReleaseForm.tsx";
import { WorkOrder } from "./WorkOrder.tsx";
import { dayAndTimeText, dayText } from "../ui/dates.ts";

const ANSWERS: Readonly<
  Record<Proof["answer"], { state: "agrees" | "departs" | "cannotTell"; words: string }>
> = {
  proved: { state: "agrees", words: "Proved: everything that departed was read again and agrees." },
  failed: { state: "departs", words: "Not cured: something still departs, or departs now." },
  open: { state: "cannotTell", words: "Not proved yet: repeat what departed." },
  unexplained: {
    state: "cannotTell",
    words:
      "Read again, cause unexplained: it agrees now, and what was done cures nothing that it may have had.",
  },
};
const MARKS = {
  cured: "agrees",
  stillDeparts: "departs",
  notRepeated: "toDo",
  cannotTell: "cannotTell",
} as const;

function ProofOfRepair() {
  const { id, record } = useOpenJob();
  const proof = proofOf(record);
  const { state, words } = ANSWERS[proof.answer];
  return (
    <section aria-labelledby="proof-title" className="flex flex-col gap-3">
      <h3 id="proof-title" tabIndex={-1} className="scroll-mt-4 text-lg font-bold">
        Before and after
      </h3>
      <Judged state={state}>
        <strong>{words}</strong>
      </Judged>
      <ul
        className="overflow-hidden rounded-xl border border-line bg-sheet"
        aria-label="What departed, and its repeat"
      >
        {proof.lines.map((line) => (
          <li
            key={line.variable}
            className="grid grid-cols-[1.5rem_1fr_1fr] items-center gap-3 border-t border-line px-4 py-2 first:border-0"
          >
            <Mark state={MARKS[line.state]} />
            <span className="text-ink-2">{line.before}</span>
            <span>
              {line.after && <span className="block">{line.after}</span>}
              {(line.state === "notRepeated" || line.state === "cannotTell") && (
                <Link to={`/jobs/${id}/${line.check}`} className="font-semibold text-green underline">
                  Repeat: {CHECKS.find((check) => check.id === line.check)?.title.toLowerCase()}
                </Link>
              )}
              {line.doubt && <span className="block text-sm text-slate">{line.doubt}</span>}
            </span>
          </li>
        ))}
      </ul>
      <BeforeAfter />
    </section>
  );
}

function Closing({ proved }: { readonly proved: boolean }) {
  const { id, add, closed, closedAt, record } = useOpenJob();
  const [problem, setProblem] = useState("");
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
    <section aria-labelledby="close-title" className="border-t border-line pt-4">
      <h3 id="close-title" className="text-lg font-bold">
        {closed ? "Closed" : "Close the job"}
      </h3>
      <p className="mb-2 text-ink-2">
        {closed && closedAt
          ? `Closed ${dayAndTimeText(closedAt)} and frozen with its verdict. Reopening adds to it; nothing is changed.`
          : record.repairs.length > 0 && !releaseOf(record)
            ? proved
              ? "It is not released yet. It can be closed all the same; the report says so."
              : "The repair is not proved. It can be closed all the same; the report says so."
            : "Freezes the job with its verdict. It can be reopened with a reason."}
      </p>
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
        <Button type="submit" look={closed ? "plain" : "main"} className="mt-7">
          {closed ? "Open it again" : "Close the job"}
        </Button>
        <Link to={`/jobs/${id}/report`} className={`${buttonClass("plain")} mt-7`}>
          See the report
        </Link>
      </form>
    </section>
  );
}

/** Once a repair is recorded its proof comes in the place of the work: there it goes on, as soon as it is drawn. */
function useGoingOnToProof(epoch: number): void {
  const before = useRef(epoch);
  useEffect(() => {
    if (epoch > before.current) document.getElementById("proof-title")?.focus();
    before.current = epoch;
  }, [epoch]);
}

/** From decision to closed: the work, its proof by reading and by running, the release, the closing. */
export default function RepairAndProve() {
  const { id, record, epoch, closed } = useOpenJob();
  useGoingOnToProof(epoch);
  const decision = record.decisions.at(-1);
  const proved = epoch > 0 && proofOf(record).answer === "proved";
  if (!decision)
    return (
      <section aria-labelledby="repair-title">
        <h2 id="repair-title" className="text-xl font-bold">
          Nothing is decided yet
        </h2>
        <p className="mb-3 text-ink-2">A repair follows a decision, and a job is closed with one.</p>
        <Link to={`/jobs/${id}/decide`} className={buttonClass("main")}>
          To the decision
        </Link>
      </section>
    );
  const working = decision.disposition !== "undecided" && !isSentBack(decision.disposition) && !closed;
  return (
    <section aria-labelledby="repair-title" className="flex max-w-5xl flex-col gap-5">
      <div>
        <h2 id="repair-title" className="text-xl font-bold">
          {decidedText(decision)}
        </h2>
        <p className="text-ink-2">
          {decision.reason} ({decision.by}
          {decision.waitingFor !== "nothing" &&
            `; waits for ${decision.waitingFor === "parts" ? "parts" : "an answer"}`}
          )
        </p>
      </div>
      {record.repairs.map((repair, i) => (
        <p key={repair.id} className="rounded-xl border border-line bg-sheet px-4 py-3">
          <strong>
            Repair {i + 1}: {repair.plan}.
          </strong>{" "}
          {repair.done} {repair.minutes} min, {repair.by}, {dayText(repair.at)}.
        </p>
      ))}
      {epoch > 0 && (
        <>
          <ProofOfRepair />
          <BurnInLog />
          <ReleaseForm />
        </>
      )}
      {working &&
        (epoch === 0 ? (
          <WorkOrder decision={decision} />
        ) : (
          !proved && (
            <details>
              <summary className="cursor-pointer py-2 font-semibold pointer-coarse:py-3">
                Another repair is needed
              </summary>
              <WorkOrder decision={decision} />
            </details>
          )
        ))}
      <Closing proved={proved} />
    </section>
  );
}
