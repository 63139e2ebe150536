import type { Truth } from "./outcome.ts";

/** What was said with about the same certainty, and the share of it that came true. */
export interface Band {
  readonly from: number;
  readonly to: number;
  readonly n: number;
  readonly came: number;
  /** Mean of what was said. */
  readonly said: number;
  /** Share that came true, with the interval that holds the true share 19 times in 20. */
  readonly share: number;
  readonly least: number;
  readonly most: number;
}

const EDGES = [0, 0.8, 0.9, 0.95, 0.99, 1] as const;
/** Two-sided 5 % point of the normal law. */
const Z = 1.959964;

/**
 * Wilson's score interval of a share: came of n, 95 %. Source: NIST/SEMATECH e-Handbook, 7.2.4.1.
 * @throws RangeError unless n is at least 1 and came between 0 and n
 * @example wilson(8, 10) // { least: 0.490, most: 0.943 }
 */
export function wilson(came: number, n: number): { readonly least: number; readonly most: number } {
  if (!(n >= 1 && came >= 0 && came <= n))
    throw new RangeError(`wilson: came must lie between 0 and n, n at least 1; got ${came} of ${n}`);
  const p = came / n;
  const spread = 1 + Z ** 2 / n;
  const middle = (p + Z ** 2 / (2 * n)) / spread;
  const half = (Z / spread) * Math.sqrt((p * (1 - p)) / n + Z ** 2 / (4 * n * n));
  return { least: Math.max(0, middle - half), most: Math.min(1, middle + half) };
}

/** Certainty against truth, by bands; bands with nothing in them are left out. */
export function calibrationOf(
  said: readonly { readonly probability: number; readonly truth: Truth }[],
): readonly Band[] {
  return EDGES.slice(1).flatMap((to, i): Band[] => {
    const from = EDGES[i]!;
    const known = said.filter(
      ({ probability, truth }) => truth !== "open" && probability >= from && (probability < to || to === 1),
    );
    if (known.length === 0) return [];
    const n = known.length;
    const came = known.filter(({ truth }) => truth === "true").length;
    const mean = known.reduce((sum, { probability }) => sum + probability, 0) / n;
    return [{ from, to, n, came, said: mean, share: came / n, ...wilson(came, n) }];
  });
}
