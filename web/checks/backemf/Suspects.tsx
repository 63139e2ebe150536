import { PAIRS, pairName } from "#core/record";
import type { Finding } from "#core/evidence";
import { OneOf } from "../../ui/Choice.tsx";

const OPTIONS = [
  { value: "collapses", words: "Collapses" },
  { value: "stands", words: "Stands" },
];

/** Pairs that may float: whether a low-impedance load makes their volts collapse. */
export function Suspects({
  fits,
  chosen,
  onChoose,
  disabled,
}: {
  readonly fits: Finding | null;
  readonly chosen: (slot: string) => string;
  readonly onChoose: (slot: string) => (choice: string) => void;
  readonly disabled: boolean;
}) {
  if (!fits || !/float/u.test(fits.sentence)) return null;
  const pairs = PAIRS.filter((pair) => !fits.place || pair.includes(fits.place.phase));
  return (
    <div className="flex flex-wrap gap-x-6 gap-y-2">
      {pairs.map((pair) => (
        <OneOf
          key={pair}
          label={`${pairName(pair)} with a 10 kΩ load`}
          value={chosen(`${pair}.burden`)}
          onChoose={onChoose(`${pair}.burden`)}
          options={OPTIONS}
          disabled={disabled}
        />
      ))}
    </div>
  );
}
