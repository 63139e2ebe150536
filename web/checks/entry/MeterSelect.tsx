import { shopDay } from "../../ui/dates.ts";
import { canMeasure, checkDue, type Instrument } from "#core/quantity";

/** Which meter of the shop the readings are taken with: those that can. */
export function MeterSelect({
  instruments,
  what = "ohms",
  label = "read with",
  value,
  disabled,
  onChoose,
}: {
  readonly instruments: readonly Instrument[];
  readonly what?: Parameters<typeof canMeasure>[1];
  readonly label?: string;
  readonly value: string;
  readonly disabled: boolean;
  readonly onChoose: (id: string) => void;
}) {
  const chosen = instruments.find(({ id }) => id === value);
  const due = chosen && checkDue(chosen, shopDay());
  return (
    <label className="text-sm text-ink-2">
      {label}{" "}
      <select
        value={value}
        disabled={disabled}
        onChange={(event) => onChoose(event.target.value)}
        className="rounded border-b border-line-strong bg-transparent py-1 text-ink"
      >
        {instruments
          .filter((instrument) => canMeasure(instrument, what))
          .map(({ id, name }) => (
            <option key={id} value={id}>
              {name}
            </option>
          ))}
      </select>
      {due?.late && <span className="text-copper"> its own check is overdue</span>}
    </label>
  );
}
