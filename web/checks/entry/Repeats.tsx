import { standing, type CheckId, type Reading } from "#core/record";
import { QUANTITIES, quantityText, RESISTANCE, TEMPERATURE } from "#core/quantity";
import { useOpenJob } from "../../jobs/openJob.ts";

/** As many digits as were typed: 1.350 V was read to the millivolt, and 1.35 V says less. */
function withTypedDigits(text: string, typed: string): string {
  const digits = (number: string) =>
    /^\D*0*[.,]?0*([\d.,]*)/u.exec(number)?.[1]?.replace(/\D/gu, "").length ?? 0;
  const [number = "", ...unit] = text.split(" ");
  const wanted = digits(/^[\d.,]+/u.exec(typed.trim())?.[0] ?? "");
  if (wanted <= digits(number) || !/^\d/u.test(number)) return text;
  return [Number(number).toPrecision(wanted), ...unit].join(" ");
}

/** A reading as its value reads, to the digits it was typed with. */
export function readingText({ value, typed }: Reading): string {
  if (value.kind === "open") return "OL";
  if (value.kind === "ohms") return withTypedDigits(quantityText(value.ohms, RESISTANCE), typed);
  if (value.kind === "celsius") return quantityText(value.celsius, TEMPERATURE);
  if (value.kind === "quantity")
    return withTypedDigits(quantityText(value.value, QUANTITIES[value.quantity]), typed);
  if (value.kind === "photo") return typed || "photo";
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
