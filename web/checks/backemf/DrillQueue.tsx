import { useHotkeys } from "react-hotkeys-hook";
import { useNavigate } from "react-router";
import { quantityText, SPEED } from "#core/quantity";
import { useOpenJob } from "../../job/openJob.ts";
import { endQueue, useTurn } from "../../job/drillQueue.ts";
import { Button } from "../../ui/Button.tsx";
import { isTyping } from "../../ui/isTyping.ts";

/** Several motors on one drill: whose turn it is, the set-up taken over by one press, and the way to the next. */
export function DrillQueue({
  done,
  onSetUp,
}: {
  /** This motor is spun, and the next one may go on. */
  readonly done: boolean;
  /** Takes the set-up of the motor before; null where this one has its own already. */
  readonly onSetUp: (() => void) | null;
}) {
  const { id } = useOpenJob();
  const turn = useTurn(id);
  const navigate = useNavigate();
  const next = turn?.next ?? null;
  const goOn = () => next && void navigate(`/jobs/${next.job}/backemf`);
  useHotkeys("q", goOn, { enableOnFormTags: true, ignoreEventWhen: isTyping, preventDefault: true });
  if (!turn) return null;
  const { setUp } = turn;
  return (
    <section
      aria-label="On one drill"
      className="mb-3 flex max-w-3xl flex-wrap items-center gap-x-4 gap-y-2 rounded-xl border border-line bg-sheet px-4 py-2"
    >
      <p className="grow">
        <strong>
          Motor {turn.place} of {turn.of} on this drill.
        </strong>{" "}
        {done ? "It is spun." : "One drill, one meter, one after the other."}
      </p>
      {setUp && onSetUp && (
        <Button look="main" onClick={onSetUp}>
          Same set-up: {quantityText(setUp.plannedSpeed.rpm, SPEED)}, same meter
        </Button>
      )}
      {next && (
        <Button look={done ? "main" : "plain"} hotkey="Q" onClick={goOn}>
          Next on the drill: {next.name}
        </Button>
      )}
      <Button look="quiet" onClick={endQueue}>
        End the queue
      </Button>
    </section>
  );
}
