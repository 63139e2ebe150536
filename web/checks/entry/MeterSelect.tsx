import { shopDay } from "../../ui/dates.ts";
import { Select } from "../../ui/Select.tsx";
import { canMeasure, checkDue, type Ability, type Instrument } from "#core/quantity";

/** Which meter of the shop the readings are taken with: those that can. */
export function MeterSelect({
  instruments,
  what = "ohms",
  or = what,
  label = "read with",
  value,
  disabled,
  onChoose,
}: {
  readonly instruments: readonly Instrument[];
  readonly what?: Ability;
  /** What an instrument may read in its place. */
  readonly or?: Ability;
  readonly label?: string;
  readonly value: string;
  readonly disabled: boolean;
  readonly onChoose: (id: string) => void;
}) {
  const chosen = instruments.find(({ id }) => id === value);
  const due = chosen && checkDue(chosen, shopDay());
  return (
    <span className="text-sm text-ink-2">
      {label}{" "}
      <Select
        look="line"
        label={label}
        value={value}
        disabled={disabled}
        onChoose={onChoose}
        options={instruments
          .filter((instrument) => canMeasure(instrument, what) || canMeasure(instrument, or))
          .map(({ id, name }) => [id, name] as const)}
      />
      {due?.late && <span className="text-copper"> its own check is overdue</span>}
    </span>
  );
}
