import { PAIRS } from "#core/record";
import type { Finding } from "#core/check";
import { ChooseOne } from "../entry/ChooseOne.tsx";
import type { useChoose } from "../entry/useChoose.ts";

/** Pairs that may float: whether a low-impedance load makes their volts collapse. */
export function Suspects({
  fits,
  by,
}: {
  readonly fits: Finding | null;
  readonly by: ReturnType<typeof useChoose>;
}) {
  if (!fits || !((fits.likelihood["twoFloating"] ?? 0) >= 1 || (fits.likelihood["allFloating"] ?? 0) >= 1))
    return null;
  const pairs = PAIRS.filter((pair) => !fits.place || pair.includes(fits.place.phase));
  return (
    <div className="flex flex-wrap gap-x-6 gap-y-2">
      {pairs.map((pair) => (
        <ChooseOne key={pair} check="backemf" slot={`${pair}.burden`} by={by} />
      ))}
    </div>
  );
}
