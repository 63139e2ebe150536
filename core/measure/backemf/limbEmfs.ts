import type { Volts } from "../../quantity/index.ts";
import type { ByPair, ByPhase } from "../../record/index.ts";

export type LimbEmfs =
  | {
      readonly kind: "solved";
      /** All limbs the same way round. */
      readonly forward: ByPhase<Volts>;
      /**
       * The other root: one limb reversed, as after a rewind. The spin alone cannot tell them apart. Null
       * where the three lines are equal: there is no single other solution then.
       */
      readonly reversed: ByPhase<Volts> | null;
    }
  /** Three values that no triangle has: one was misread, or the speed changed between them. */
  | { readonly kind: "inconsistent" };

/** Below this share of the mean square the second root is rounding. */
const DEGENERATE = 1e-9;

/**
 * Line values of a star's limb EMFs 120° apart: Vab² = Ea² + Eb² + Ea·Eb and cyclic. V, at least 0.
 * @example linesOfLimbs({ A: 1, B: 1, C: 0 }) // { AB: 1.732, BC: 1, CA: 1 }
 */
export function linesOfLimbs({ A, B, C }: ByPhase<Volts>): ByPair<Volts> {
  const line = (one: Volts, other: Volts) => Math.sqrt(one * one + other * other + one * other);
  return { AB: line(A, B), BC: line(B, C), CA: line(C, A) };
}

/**
 * Limb EMFs of a star from its three line voltages; a delta hides them. With S = (Vab² + Vbc² + Vca²)/2, K the
 * area of the triangle of the three values (Heron) and L = √(S ± 2√3·K): Ea = (L² + Vab² + Vca² − 2Vbc²)/(3L)
 * and cyclic. Source: the law of cosines for phasors 120° apart.
 * @param lines V at one speed, each above 0
 * @throws RangeError for a voltage that is not above 0
 * @example lines 1.6462, 1.7349, 1.8193 give limbs 1, 0.9, 1.1
 */
export function limbEmfsOf(lines: ByPair<Volts>): LimbEmfs {
  for (const [pair, volts] of Object.entries(lines))
    if (!(volts > 0)) throw new RangeError(`limbEmfsOf: ${pair} must be above 0 V, got ${volts}`);
  const [ab, bc, ca] = [lines.AB ** 2, lines.BC ** 2, lines.CA ** 2];
  const sixteenAreas = 2 * (ab * bc + bc * ca + ca * ab) - (ab * ab + bc * bc + ca * ca);
  // A flat triangle is one exactly reversed or missing limb; rounding may put it a hair below.
  if (sixteenAreas < -1e-9 * (ab + bc + ca) ** 2) return { kind: "inconsistent" };
  const area = Math.sqrt(Math.max(0, sixteenAreas)) / 4;
  const half = (ab + bc + ca) / 2;
  const lengthSquared = (sign: 1 | -1) => half + sign * 2 * Math.sqrt(3) * area;
  const root = (sign: 1 | -1): ByPhase<Volts> => {
    const L = Math.sqrt(lengthSquared(sign));
    const limb = (near: number, alsoNear: number, opposite: number) =>
      (L * L + near + alsoNear - 2 * opposite) / (3 * L);
    return { A: limb(ab, ca, bc), B: limb(ab, bc, ca), C: limb(bc, ca, ab) };
  };
  return {
    kind: "solved",
    forward: root(1),
    reversed: lengthSquared(-1) > DEGENERATE * half ? root(-1) : null,
  };
}
