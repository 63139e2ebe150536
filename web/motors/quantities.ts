import { convertSpeedConstant } from "#core/backemf";
import { RESISTANCE, SPEED_CONSTANT, type QuantityKind } from "#core/quantity";
import { PAIRS, type Measured, type Visit } from "#core/record";

/** A quantity that is followed through visits and held against sisters. */
export interface Followed {
  readonly id: string;
  readonly title: string;
  readonly kind: QuantityKind;
  readonly of: (visit: Visit) => Measured | null;
}

function meanPair({ pairs }: Visit): Measured | null {
  if (!pairs) return null;
  const mean = (of: (one: Measured) => number) =>
    PAIRS.reduce((sum, pair) => sum + of(pairs[pair]), 0) / PAIRS.length;
  return { value: mean(({ value }) => value), expanded: mean(({ expanded }) => expanded) };
}

function peakConstant({ constant }: Visit): Measured | null {
  if (!constant) return null;
  const value = convertSpeedConstant(constant.value, constant.convention, "peak");
  return { value, expanded: (constant.expanded * value) / constant.value };
}

export const FOLLOWED: readonly Followed[] = [
  { id: "pair", title: "Mean pair at 20 °C", kind: RESISTANCE, of: meanPair },
  ...PAIRS.map((pair): Followed => ({
    id: pair,
    title: `Pair ${pair[0]}–${pair[1]} at 20 °C`,
    kind: RESISTANCE,
    of: ({ pairs }) => pairs?.[pair] ?? null,
  })),
  { id: "kv", title: "Speed constant, per volt of line peak", kind: SPEED_CONSTANT, of: peakConstant },
  {
    id: "insulation",
    title: "Insulation at 40 °C",
    kind: RESISTANCE,
    of: ({ insulation }) => (insulation === null ? null : { value: insulation, expanded: 0 }),
  },
];
