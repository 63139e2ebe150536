import { meanPairOf, peakConstantOf, type ComparedId } from "#core/history";
import { DURATION, IMBALANCE, RESISTANCE, SPEED_CONSTANT, type QuantityKind } from "#core/quantity";
import { PAIRS, type Measured, type Visit } from "#core/record";

/** A quantity that is followed through visits. */
export interface Followed {
  readonly id: string;
  readonly title: string;
  readonly kind: QuantityKind;
  readonly of: (visit: Visit) => Measured | null;
}

/** A quantity that motors of one model are held against each other by. */
export interface ComparedQuantity extends Followed {
  readonly by: ComparedId;
  /** A model states what it should be, and can learn it. */
  readonly stated: boolean;
  /** Where it is read, in words. */
  readonly from: string;
}

const PAIR: ComparedQuantity = {
  id: "pair",
  title: "Mean pair at 20 °C",
  kind: RESISTANCE,
  of: meanPairOf,
  by: "resistance",
  stated: true,
  from: "three pairs",
};
const CONSTANT: ComparedQuantity = {
  id: "kv",
  title: "Speed constant, per volt of line peak",
  kind: SPEED_CONSTANT,
  of: peakConstantOf,
  by: "emf",
  stated: true,
  from: "the spin",
};
const UNEVEN: ComparedQuantity = {
  id: "imbalance",
  title: "Imbalance of the pairs",
  kind: IMBALANCE,
  of: ({ imbalance }) => imbalance ?? null,
  by: "imbalance",
  stated: false,
  from: "three pairs",
};
const DRAG: ComparedQuantity = {
  id: "coastDown",
  title: "Drag: seconds of coast-down",
  kind: DURATION,
  of: ({ coastDown }) => coastDown ?? null,
  by: "coastDown",
  stated: false,
  from: "by hand, with a stop watch",
};

export const COMPARED: readonly ComparedQuantity[] = [PAIR, CONSTANT, UNEVEN, DRAG];

export const FOLLOWED: readonly Followed[] = [
  PAIR,
  ...PAIRS.map((pair): Followed => ({
    id: pair,
    title: `Pair ${pair[0]}–${pair[1]} at 20 °C`,
    kind: RESISTANCE,
    of: ({ pairs }) => pairs?.[pair] ?? null,
  })),
  UNEVEN,
  CONSTANT,
  {
    id: "insulation",
    title: "Insulation at 40 °C",
    kind: RESISTANCE,
    of: ({ insulation }) => (insulation === null ? null : { value: insulation, expanded: 0 }),
  },
  DRAG,
];
