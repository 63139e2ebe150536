import { standing, type CheckId, type Reading } from "#core/record";
import { formatQuantity, QUANTITIES, quantityText, RESISTANCE, TEMPERATURE } from "#core/quantity";
import { useOpenJob } from "../../jobs/openJob.ts";

/** A reading as its value reads, without the typing. */
export function readingText({ value, typed }: Reading): string {
  if (value.kind === "open") return "OL";
  if (value.kind === "ohms") return Object.values(formatQuantity(value.ohms, RESISTANCE)).join(" ");
  if (value.kind === "celsius") return Object.values(formatQuantity(value.celsius, TEMPERATURE)).join(" ");
  if (value.kind === "quantity") return quantityText(value.value, QUANTITIES[value.quantity]);
  if (value.kind === "choice") return value.choice;
  if (value.kind === "choices") return value.choices.join(", ") || "none";
  if (value.kind === "text") return value.text;
  if (value.kind === "skipped" || value.kind === "withdrawn") return `${value.kind}: ${value.reason}`;
  return typed;
}

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
  const found = standing(record.readings).filter(
    (reading) => reading.check === check && reading.slot === slot && reading.epoch === epoch,
  );
  return (
    <span className="flex flex-wrap gap-x-2 text-sm text-ink-2">
      {found.map((reading) => (
        <button
          key={reading.id}
          type="button"
          disabled={closed}
          title="Correct this reading"
          aria-label={`Correct ${readingText(reading)}`}
          onClick={() => onCorrect(reading)}
          className="rounded decoration-dotted underline-offset-4 enabled:hover:underline"
        >
          {readingText(reading).replace(/\s.*$/u, "")}
        </button>
      ))}
    </span>
  );
}
