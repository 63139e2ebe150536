import type { Hertz, Ratio, Rpm } from "../../quantity/index.ts";

function wantPolePairs(where: string, polePairs: number): void {
  if (!(Number.isInteger(polePairs) && polePairs >= 1))
    throw new RangeError(`${where}: polePairs must be a whole number of at least 1, got ${polePairs}`);
}

function wantAbove(where: string, name: string, value: number, unit: string): void {
  if (!(value > 0) || !Number.isFinite(value))
    throw new RangeError(`${where}: ${name} must be above 0 ${unit}, got ${value}`);
}

/**
 * Mechanical speed of a spun motor: n = 60·f/p. Source: synchronous speed, 120·f/poles.
 * @param frequency electrical, Hz, above 0
 * @param polePairs whole, at least 1
 * @throws RangeError outside
 * @example speedOf(42.19, 2) // 1265.7 rpm, a drill at work
 */
export function speedOf(frequency: Hertz, polePairs: number): Rpm {
  wantAbove("speedOf", "frequency", frequency, "Hz");
  wantPolePairs("speedOf", polePairs);
  return (60 * frequency) / polePairs;
}

/**
 * Electrical frequency at a speed: f = n·p/60. See {@link speedOf}.
 * @example frequencyAt(1200, 7) // 140
 */
export function frequencyAt(speed: Rpm, polePairs: number): Hertz {
  wantAbove("frequencyAt", "speed", speed, "rpm");
  wantPolePairs("frequencyAt", polePairs);
  return (speed * polePairs) / 60;
}

export type PolePairsFound =
  | { readonly kind: "found"; readonly polePairs: number; readonly exact: number }
  /** No whole number, or several, lie within what the readings allow. */
  | { readonly kind: "unclear"; readonly candidates: readonly number[]; readonly exact: number };

/**
 * Pole pairs from frequency and an independently known speed: p = 60·f/n, a whole number or a mistake; it is
 * exact or wrong by an integer, never fuzzy.
 * @param frequency Hz, above 0
 * @param speed rpm, above 0
 * @param doubt relative uncertainty of p from both readings together, above 0
 * @throws RangeError outside
 * @example polePairsFrom(141.2, 1210, 0.02) // { kind: "found", polePairs: 7, exact: 7.002 }
 */
export function polePairsFrom(frequency: Hertz, speed: Rpm, doubt: Ratio): PolePairsFound {
  wantAbove("polePairsFrom", "frequency", frequency, "Hz");
  wantAbove("polePairsFrom", "speed", speed, "rpm");
  wantAbove("polePairsFrom", "doubt", doubt, "(a share)");
  const exact = (60 * frequency) / speed;
  const [least, most] = [Math.ceil(exact * (1 - doubt)), Math.floor(exact * (1 + doubt))];
  const candidates = Array.from({ length: Math.max(0, most - least + 1) }, (_, i) => least + i).filter(
    (p) => p >= 1,
  );
  const [only] = candidates;
  return candidates.length === 1 && only !== undefined
    ? { kind: "found", polePairs: only, exact }
    : { kind: "unclear", candidates, exact };
}
