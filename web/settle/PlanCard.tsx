import { useState, type ChangeEvent } from "react";
import { fileHere } from "../app/place.ts";
import type { RepairStep, RepairPlan } from "#core/known";
import { workshopOf } from "#core/record";
import { useKeepPhoto } from "../job/useKeepPhoto.ts";
import { useOpenJob } from "../job/openJob.ts";
import { Button } from "../ui/Button.tsx";
import { timeText } from "../ui/dates.ts";
import { GreenButton } from "./GreenButton.tsx";

interface StepProps {
  readonly plan: RepairPlan;
  readonly step: RepairStep;
  /** It is the one to do now: its button is the green one. */
  readonly isPresent: boolean;
}

/** A step to tick; where it asks for a photo, the photo ticks it. */
function StepLine({ plan, step, isPresent }: StepProps) {
  const { id: job, record, epoch, closed, add, undo } = useOpenJob();
  const keepPhoto = useKeepPhoto();
  const [said, setSaid] = useState("");
  const done = workshopOf(record).done.filter(
    (line) => line.epoch === epoch && line.plan === plan.title && line.step === step.words,
  );
  const write = async (photos: readonly string[]) => {
    const outcome = await add("work", {
      epoch,
      plan: plan.title,
      step: step.words,
      photos,
      at: new Date().toISOString(),
    });
    setSaid(outcome.kind === "refused" ? outcome.sentence : "");
  };
  const tick = async (on: boolean) => {
    if (on) return write([]);
    for (const { id } of done) {
      const outcome = await undo(id);
      if (outcome.kind === "refused") return setSaid(outcome.sentence);
    }
  };
  const photograph = async (event: ChangeEvent<HTMLInputElement>) => {
    const [file] = event.target.files ?? [];
    event.target.value = "";
    if (!file) return;
    const kept = await keepPhoto(file);
    if ("problem" in kept) setSaid(kept.problem);
    else await write([kept.name]);
  };
  const photos = done.flatMap((line) => line.photos);
  const last = done.at(-1);
  return (
    <li className="border-t border-line first:border-0">
      <div className="flex min-h-11 flex-wrap items-center gap-x-3 gap-y-1 py-1">
        <label className="flex min-h-11 min-w-64 grow cursor-pointer items-center gap-3">
          <input
            type="checkbox"
            checked={done.length > 0}
            disabled={closed}
            onChange={(event) => void tick(event.target.checked)}
            className="size-5 shrink-0"
          />
          <span className={done.length > 0 ? "text-ink-2" : ""}>{step.words}</span>
        </label>
        {photos.map((photo, i) => (
          <a key={photo} href={fileHere(job, photo)} target="_blank" rel="noreferrer">
            <img
              src={fileHere(job, photo)}
              alt={`Photo ${i + 1} of: ${step.words}`}
              className="h-11 w-16 rounded border border-line object-cover"
            />
          </a>
        ))}
        {step.photo && !closed && (
          <label
            className={`flex min-h-11 cursor-pointer items-center rounded-lg border px-3 text-sm font-semibold focus-within:outline-2 ${isPresent ? "border-green text-green" : "border-line-strong"} hover:bg-sunk`}
          >
            {photos.length > 0 ? "Another photo" : "Photo"}
            <span className="sr-only"> of: {step.words}</span>
            <input
              type="file"
              accept="image/*"
              onChange={(event) => void photograph(event)}
              className="sr-only"
            />
          </label>
        )}
        {isPresent && !closed && (
          <GreenButton size="small" onClick={() => void write([])}>
            {step.photo ? "Done, without a photo" : "Done"}
          </GreenButton>
        )}
        {!isPresent && (
          <span className="w-24 text-right text-sm text-ink-2 max-sm:w-auto">
            {last ? `${last.by}, ${timeText(last.at)}` : step.photo ? "photo first" : ""}
          </span>
        )}
      </div>
      {said && (
        <p role="alert" className="pb-1 text-sm text-red">
          {said}
        </p>
      )}
    </li>
  );
}

/** One plan: its steps to tick, what it takes, and whether it is really the one. */
export function PlanCard({
  plan,
  isPresent,
  onOff,
}: {
  readonly plan: RepairPlan;
  /** It is worked on now: of several the first that is not done. */
  readonly isPresent: boolean;
  /** Takes the plan off the work; null where it is the only one. */
  readonly onOff: (() => void) | null;
}) {
  const { record, epoch } = useOpenJob();
  const done = new Set(
    workshopOf(record).done.flatMap((line) =>
      line.epoch === epoch && line.plan === plan.title ? [line.step] : [],
    ),
  );
  const count = plan.steps.filter(({ words }) => done.has(words)).length;
  const now = isPresent ? plan.steps.find(({ words }) => !done.has(words)) : undefined;
  return (
    <section aria-label={plan.title} className="rounded-xl border border-line bg-sheet p-4">
      <div className="mb-1 flex flex-wrap items-baseline gap-x-4">
        <h3 className="text-lg font-bold">{plan.title}</h3>
        <span className="grow text-sm text-ink-2">
          about {plan.minutes} min hands on; {count} of {plan.steps.length} steps done
        </span>
        {onOff && (
          <Button look="quiet" size="small" className="max-sm:px-0!" onClick={onOff}>
            Leave it out
          </Button>
        )}
      </div>
      <ol>
        {plan.steps.map((step) => (
          <StepLine key={step.words} plan={plan} step={step} isPresent={step === now} />
        ))}
      </ol>
      <p className="mt-2 border-t border-line pt-2 text-sm text-ink-2">
        <strong className="text-ink">Tools:</strong> {plan.tools.join(", ")}.{" "}
        <strong className="text-ink">Consumables:</strong> {plan.consumables.join(", ")}.
      </p>
    </section>
  );
}
