import { meanPairOf, peakConstantOf } from "#core/history";
import { RESISTANCE, SPEED_CONSTANT, type QuantityKind } from "#core/quantity";
import { PAIRS, type Measured, type Visit } from "#core/record";

/** A quantity that is followed through visits and held against sisters. */
export interface Followed {
  readonly id: string;
  readonly title: string;
  readonly kind: QuantityKind;
  readonly of: (visit: Visit) => Measured | null;
}

export const FOLLOWED: readonly Followed[] = [
  { id: "pair", title: "Mean pair at 20 °C", kind: RESISTANCE, of: meanPairOf },
  ...PAIRS.map((pair): Followed => ({
    id: pair,
    title: `Pair ${pair[0]}–${pair[1]} at 20 °C`,
    kind: RESISTANCE,
    of: ({ pairs }) => pairs?.[pair] ?? null,
  })),
  { id: "kv", title: "Speed constant, per volt of line peak", kind: SPEED_CONSTANT, of: peakConstantOf },
  {
    id: "insulation",
    title: "Insulation at 40 °C",
    kind: RESISTANCE,
    of: ({ insulation }) => (insulation === null ? null : { value: insulation, expanded: 0 }),
  },
];
