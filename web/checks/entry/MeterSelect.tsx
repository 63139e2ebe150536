import type { Instrument } from "#core/quantity";

/** Which meter of the shop the readings are taken with. */
export function MeterSelect({
  instruments,
  value,
  disabled,
  onChoose,
}: {
  readonly instruments: readonly Instrument[];
  readonly value: string;
  readonly disabled: boolean;
  readonly onChoose: (id: string) => void;
}) {
  return (
    <label className="text-sm text-ink-2">
      read with{" "}
      <select
        value={value}
        disabled={disabled}
        onChange={(event) => onChoose(event.target.value)}
        className="rounded border-b border-line-strong bg-transparent py-1 text-ink"
      >
        {instruments.map(({ id, name }) => (
          <option key={id} value={id}>
            {name}
          </option>
        ))}
      </select>
    </label>
  );
}
