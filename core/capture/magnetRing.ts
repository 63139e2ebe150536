import { coverageFactor } from "../quantity/index.ts";
import { tell, type CaptureOptions, type Findings } from "./answer.ts";
import type { Folded } from "./folded.ts";
import { visibility } from "./windingView.ts";

/** Turns that tell what comes back with each of them. */
const LEAST_TURNS = 2;
/** A pole pair lower than the others by less than this is no finding. */
const LEAST_LOW = 0.01;
/** A swing once per turn below this is no finding. */
const LEAST_SWING = 0.01;
/** A winding that shows less of a weak magnet than this cannot see it. */
const CANNOT_SEE = 0.003;

interface Turning {
  readonly count: number;
  readonly frequency: number;
  readonly folded: readonly Folded[];
}

/** Height of each pole pair against the mean of a turn, and how far each may be off. */
function heightsOf({ folded, count }: Turning, polePairs: number) {
  const turns = Math.floor(count / polePairs);
  const heights = Array.from({ length: polePairs }, (_, pair) => {
    const byTurn = Array.from({ length: turns }, (_, turn) => {
      const cycle = turn * polePairs + pair;
      // Every signal sees the same magnets: the mean over them.
      return (
        folded.reduce((sum, { halves }) => {
          const whole = halves.reduce((all, half) => all + Math.abs(half), 0) / (halves.length / 2);
          return sum + (Math.abs(halves[2 * cycle]!) + Math.abs(halves[2 * cycle + 1]!)) / whole;
        }, 0) / folded.length
      );
    });
    const mean = byTurn.reduce((sum, one) => sum + one, 0) / turns;
    const variance = byTurn.reduce((sum, one) => sum + (one - mean) ** 2, 0) / Math.max(1, turns - 1);
    return { mean, variance };
  });
  const variance = heights.reduce((sum, one) => sum + one.variance, 0) / polePairs;
  const freedom = Math.max(1, polePairs * (turns - 1));
  return {
    heights: heights.map(({ mean }) => mean),
    u: coverageFactor(freedom) * Math.sqrt(variance / turns),
    turns,
  };
}

/** The part of a ring of heights that goes once up and down in a turn. */
function swingOf(heights: readonly number[]): { readonly size: number; readonly left: number } {
  const n = heights.length;
  const mean = heights.reduce((sum, one) => sum + one, 0) / n;
  let [c, s] = [0, 0];
  heights.forEach((height, k) => {
    c += ((height - mean) * Math.cos((2 * Math.PI * k) / n) * 2) / n;
    s += ((height - mean) * Math.sin((2 * Math.PI * k) / n) * 2) / n;
  });
  const left = heights.reduce(
    (sum, height, k) =>
      sum + (height - mean - c * Math.cos((2 * Math.PI * k) / n) - s * Math.sin((2 * Math.PI * k) / n)) ** 2,
    0,
  );
  return { size: Math.hypot(c, s), left: Math.sqrt(left / n) };
}

/**
 * Reads the magnets one by one: the volt-seconds of each half cycle do not depend on speed, and what comes back with every
 * turn belongs to the rotor. Says where the winding cannot see it.
 */
export function ringOf(findings: Findings, all: Turning, { polePairs, slots }: CaptureOptions): void {
  const { said } = findings;
  const seen = slots === null ? null : visibility(slots, polePairs!);
  if (seen !== null && seen < CANNOT_SEE)
    said.push({
      code: "cannotSeeMagnets",
      words: `With ${slots!} slots and ${2 * polePairs!} poles every pole pair has the same coils over it: a single weak magnet does not show in the voltage.`,
    });
  if (polePairs! < 2 || all.count < LEAST_TURNS * polePairs!) return;
  const { heights, u } = heightsOf(all, polePairs!);
  const swing = swingOf(heights);
  const sorted = heights.toSorted((a, b) => a - b);
  const usual = sorted[Math.ceil(sorted.length / 2)]!;
  const low = heights.filter(
    (height) => usual - height > Math.max(LEAST_LOW, 2 * u, 0.35 * (usual - sorted[0]!)),
  );
  const deepest = usual - sorted[0]!;
  // A swing goes up as far as it goes down; a weak magnet only goes down.
  const rises = sorted.at(-1)! - usual;
  const goesRound = swing.size > Math.max(LEAST_SWING, 2 * u) && polePairs! >= 3;
  const isSwing = goesRound && rises > 0.5 * deepest && swing.left < 0.5 * swing.size;
  if (isSwing) {
    said.push({
      code: "oncePerTurn",
      words: `The voltage swings by ±${(100 * swing.size).toFixed(1)} % once in every turn: the rotor runs out of the middle.`,
    });
    tell(findings, "oncePerTurn", 100 * swing.size, 100 * u, "%");
    tell(
      findings,
      "oncePerTurnFrequency",
      all.frequency / polePairs!,
      0.001 * (all.frequency / polePairs!),
      "Hz",
    );
    return;
  }
  if (
    deepest > Math.max(LEAST_LOW, 3 * u) &&
    rises < 0.5 * deepest &&
    low.length > 0 &&
    low.length < polePairs! / 2 + 0.5 &&
    (seen === null || seen >= CANNOT_SEE)
  ) {
    const others = heights.filter((height) => !low.includes(height));
    const mean = others.reduce((sum, one) => sum + one, 0) / others.length;
    const against = sorted[0]! / mean - 1;
    said.push({
      code: "weakPolePair",
      words: `${low.length === 1 ? "One pole pair" : `${low.length} pole pairs`} of every turn ${low.length === 1 ? "is" : "are"} low, the lowest by ${(-100 * against).toFixed(1)} %: it turns with the rotor.`,
    });
    tell(findings, "weakPolePairs", low.length, 0, "");
    tell(findings, "weakPolePairAgainstOthers", 100 * against, 100 * u * Math.SQRT2, "%");
  }
}
