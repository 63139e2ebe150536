import { standing, type CheckId, type Reading } from "#core/record";
import { useOpenJob } from "../../job/openJob.ts";
import { useReadingText } from "../../job/useReadingText.ts";

/** The readings that stand in a slot, each a way to correct it. */
export function Repeats({
  check,
  slot,
  onCorrect,
}: {
  readonly check: CheckId;
  readonly slot: string;
  readonly onCorrect: (reading: Reading) => void;
}) {
  const { record, epoch, closed } = useOpenJob();
  const textOf = useReadingText();
  const found = standing(record.readings).filter(
    (reading) => reading.check === check && reading.slot === slot && reading.epoch === epoch,
  );
  return (
    <span className="flex flex-wrap gap-x-1.5 text-sm text-ink-2">
      {found.map((reading) => (
        <button
          key={reading.id}
          type="button"
          disabled={closed}
          title="Correct this reading"
          aria-label={`Correct ${textOf(reading)}`}
          onClick={() => onCorrect(reading)}
          className="min-w-8 rounded text-left decoration-dotted underline-offset-4 enabled:hover:underline pointer-coarse:min-h-11 pointer-coarse:min-w-11"
        >
          {textOf(reading).replace(/\s.*$/u, "")}
        </button>
      ))}
    </span>
  );
}
