import { Link } from "react-router";
import { decidedText } from "#core/known";
import { asksForWork, proofOf, roadOf, type RoadStage } from "#core/judge";
import { useOpenJob } from "../job/openJob.ts";
import { buttonClass } from "../ui/Button.tsx";
import { dayText } from "../ui/dates.ts";
import { Mark } from "../ui/Mark.tsx";
import { BurnInLog } from "./BurnInLog.tsx";
import { Closing } from "./Closing.tsx";
import { PresentContext } from "./GreenButton.tsx";
import { ReadAgain } from "./ReadAgain.tsx";
import { ReleaseForm } from "./ReleaseForm.tsx";
import { WorkRecord } from "./WorkRecord.tsx";
import { WorkOrder } from "./WorkOrder.tsx";

/** Where the road is, a stage each; any of them can be looked at. */
function Strip({ present }: { readonly present: RoadStage }) {
  const { id, record, closed } = useOpenJob();
  return (
    <nav aria-label="The road back">
      <ol className="flex border-b-2 border-line max-sm:hidden">
        {roadOf(record, closed).map(({ stage, title, state, note }) => (
          <li key={stage} className="min-w-0 flex-1">
            <Link
              to={`/jobs/${id}/${stage}`}
              aria-current={stage === present ? "step" : undefined}
              className={`-mb-0.5 flex min-h-12 items-start gap-2 rounded-t-lg border-b-2 px-2.5 py-2 leading-tight hover:bg-sunk aria-[current=step]:border-ink aria-[current=step]:bg-sheet ${state === "agrees" ? "border-green" : "border-transparent"}`}
            >
              <span className="mt-0.5">
                <Mark state={state} />
              </span>
              <span className="min-w-0">
                <span className={`block ${stage === present ? "font-semibold" : ""}`}>{title}</span>
                <span className="block text-sm text-ink-2">{note}</span>
              </span>
            </Link>
          </li>
        ))}
      </ol>
    </nav>
  );
}

/** The work: what the decision asks for, or what was done, and whether more is needed. */
function Repair() {
  const { record, epoch, closed } = useOpenJob();
  const decision = record.decisions.at(-1)!;
  const proved = epoch > 0 && proofOf(record).answer === "proved";
  const working = asksForWork(record) && !closed;
  return (
    <>
      <div>
        <h2 id="road-title" className="text-xl font-bold">
          {decidedText(decision)}
        </h2>
        <p className="text-ink-2">
          {decision.reason} ({decision.by}
          {decision.waitingFor !== "nothing" &&
            `; waits for ${decision.waitingFor === "parts" ? "parts" : "an answer"}`}
          )
        </p>
      </div>
      <Strip present="repair" />
      {record.repairs.map((repair, i) => (
        <p key={repair.id} className="rounded-xl border border-line bg-sheet px-4 py-3">
          <strong>
            Repair {i + 1}: {repair.plan}.
          </strong>{" "}
          {repair.done} {repair.minutes} min, {repair.by}, {dayText(repair.at)}.
        </p>
      ))}
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
      {!working && epoch === 0 && <p className="text-ink-2">What was decided asks for no work on it.</p>}
    </>
  );
}

/** Before a repair is recorded there is nothing to read again, to run or to release. */
function NotYet() {
  const { id } = useOpenJob();
  return (
    <div>
      <p className="mb-3 text-ink-2">It follows the repair, and none is recorded yet.</p>
      <Link to={`/jobs/${id}/repair`} className={buttonClass("plain")}>
        To the repair
      </Link>
    </div>
  );
}

const TITLES = {
  readAgain: [
    "Read again what departed",
    "A repair is proved when every reading that pointed at it is taken again, with a meter that could see it, and agrees.",
  ],
  letRun: ["Let it run", "What is moved by the repair, and heard, shows only while it turns."],
  release: ["Release it", "How it leaves the bench, and who signs for it."],
} as const;

const BODIES = { readAgain: ReadAgain, letRun: BurnInLog, release: ReleaseForm } as const;

function Stage({ stage }: { readonly stage: keyof typeof TITLES }) {
  const { epoch } = useOpenJob();
  const [title, words] = TITLES[stage];
  const Body = BODIES[stage];
  return (
    <>
      <div>
        <h2 id="road-title" className="text-xl font-bold">
          {title}
        </h2>
        <p className="max-w-3xl text-ink-2">{words}</p>
      </div>
      <Strip present={stage} />
      {epoch === 0 ? <NotYet /> : <Body />}
    </>
  );
}

/** From decision to closed: the repair, its proof by reading and by running, the release, the closing; one stage at a time. */
export default function Road({
  stage,
  isPresent,
}: {
  readonly stage: RoadStage;
  /** The job goes on here: the green button of the stage is what N does. */
  readonly isPresent: boolean;
}) {
  const { id, record, epoch } = useOpenJob();
  if (record.decisions.length === 0)
    return (
      <section aria-labelledby="road-title">
        <h2 id="road-title" className="text-xl font-bold">
          Nothing is decided yet
        </h2>
        <p className="mb-3 text-ink-2">A repair follows a decision, and a job is closed with one.</p>
        <Link to={`/jobs/${id}/decide`} className={buttonClass("main")}>
          To the decision
        </Link>
      </section>
    );
  const hasRoad = epoch > 0 || asksForWork(record);
  return (
    <section aria-labelledby="road-title" className="flex max-w-5xl flex-col gap-4">
      <PresentContext value={isPresent}>
        {stage === "close" ? (
          <Closing strip={hasRoad && <Strip present="close" />} />
        ) : stage === "repair" ? (
          <Repair />
        ) : (
          <Stage stage={stage} />
        )}
      </PresentContext>
      <WorkRecord step={stage} />
    </section>
  );
}
