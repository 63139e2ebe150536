import { Link, useNavigate } from "react-router";
import { lowerFirst } from "#core/check";
import { nextStepOf, proofOf, type Proof } from "#core/judge";
import { checkOf } from "#core/measure";
import { useOpenJob, useStandingVerdict } from "../job/openJob.ts";
import { useHere } from "../job/useHere.ts";
import { Button } from "../ui/Button.tsx";
import { Mark } from "../ui/Mark.tsx";
import { Judged } from "../ui/Notice.tsx";
import { BeforeAfter } from "./BeforeAfter.tsx";
import { GreenButton } from "./GreenButton.tsx";

const ANSWERS: Readonly<
  Record<Proof["answer"], { state: "agrees" | "departs" | "cannotTell"; words: string }>
> = {
  proved: { state: "agrees", words: "Proved: everything that departed was read again and agrees." },
  failed: { state: "departs", words: "Not cured: something still departs, or departs now." },
  open: { state: "cannotTell", words: "Not proved yet: read again what departed." },
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

interface Way {
  readonly words: string;
  readonly minutes: number;
  readonly to: string;
}

/** Where the proof goes on: the reading that is missing, the run, or back to the work where it failed. */
function useWayOn(): Way | null {
  const { record, closed } = useOpenJob();
  const verdict = useStandingVerdict();
  const next = nextStepOf(record, verdict, closed, useHere());
  switch (next.kind) {
    case "check":
      return next.again
        ? { words: next.again.title, minutes: next.again.minutes, to: next.check }
        : { words: "Make it safe, then read again", minutes: checkOf(next.check).minutes, to: next.check };
    case "letRun":
      return { words: "Let it run", minutes: next.minutes, to: "letRun" };
    case "lookAtProof":
      return { words: "Repair it again", minutes: 0, to: "repair" };
    case "release":
      return { words: "Release it", minutes: 0, to: "release" };
    case "close":
      return { words: "Close the job", minutes: 0, to: "close" };
    default:
      return null;
  }
}

/** Each thing that departed, before and after: what agrees again, and what is still to be read, with which meter. */
export function ReadAgain() {
  const { id, record, closed } = useOpenJob();
  const navigate = useNavigate();
  const proof = proofOf(record);
  const on = useWayOn();
  const { state, words } = ANSWERS[proof.answer];
  return (
    <>
      <Judged state={state}>
        <strong>{words}</strong>
      </Judged>
      <BeforeAfter checks={[...new Set(proof.lines.map(({ check }) => check))]} />
      {proof.lines.length > 0 && (
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
                    Repeat: {lowerFirst(checkOf(line.check).title)}
                  </Link>
                )}
                {line.doubt && <span className="block text-sm text-slate">Not yet: {line.doubt}.</span>}
              </span>
            </li>
          ))}
        </ul>
      )}
      {on && !closed && (
        <div className="flex flex-wrap gap-3">
          <GreenButton onClick={() => void navigate(`/jobs/${id}/${on.to}`)}>
            {on.words}
            {on.minutes > 0 && `, ${on.minutes} min`}
          </GreenButton>
          {on.to === "repair" && (
            <Button onClick={() => void navigate(`/jobs/${id}/decide`)}>Decide anew</Button>
          )}
        </div>
      )}
    </>
  );
}
