import type { LikelihoodRow, Mask, Together } from "../inference/index.ts";
import { FAULT_IDS, factsOf, type Fault, type FaultId } from "./faults/index.ts";

// What the faults say of themselves, as the engine takes it.

const ofEvery = <T>(said: (fault: Fault, id: FaultId) => readonly T[]): readonly T[] =>
  FAULT_IDS.flatMap((id) => said(factsOf(id), id));

export const ROWS: readonly LikelihoodRow[] = ofEvery(({ shows }, fault) =>
  shows.map((row) => ({ fault, ...row })),
);

export const MASKS: readonly Mask[] = ofEvery(({ hides }, by) =>
  hides.map(({ variable, faults, reason }) => ({ variable, by, hides: faults, reason })),
);

export const TOGETHER: readonly Together[] = ofEvery(({ alike }, fault) =>
  alike.map((one) => ({ ...one, fault })),
);

/** Pairs of faults of which one brings the other along. */
export const COMPANIONS: readonly (readonly [FaultId, FaultId])[] = ofEvery(({ brings }, fault) =>
  brings.map((other) => [fault, other] as const),
);
