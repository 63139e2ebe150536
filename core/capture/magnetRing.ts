import { coverageFactor, median } from "../quantity/index.ts";
import type { Cycles, Motion } from "./cycles.ts";
import { LINES, tell, type CaptureOptions, type Findings } from "./answer.ts";
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

/** Heights over the single magnets scatter by √2 more than those over a pole pair: three times the latter. */
const TIMES_U = 3 / Math.SQRT2;

/** How far below the others a magnet has to lie to be told as low. @param u how far heights of single magnets may be off */
export const leastLow = (u: number): number => Math.max(LEAST_LOW, TIMES_U * u);

/** A recording folded over whole turns. */
interface Turning {
  readonly time: Float64Array;
  readonly carried: readonly { readonly role: string; readonly channel: { readonly values: Float64Array } }[];
  readonly folded: readonly Folded[];
  readonly cycles: Pick<Cycles, "first">;
  readonly motion: Motion;
  readonly span: { readonly from: number; readonly cycles: number };
  readonly count: number;
  readonly frequency: number;
}

/** Height of the voltage around a turn, at the same speed everywhere. */
interface Ring {
  /** By place of the turn; 1 on the whole. */
  readonly heights: readonly number[];
  /** How far the mean over a pole pair may be off. */
  readonly u: number;
  readonly placesAPair: number;
}

/** Places of an electrical cycle at which the height is told where three lines are there. */
const PLACES = 12;

/** By turn and place: how high the voltage stands, from the three lines at the same moment. */
function momentary(
  { carried, folded, cycles, motion, span, count }: Turning,
  polePairs: number,
): Float64Array[] | null {
  const three = LINES.map((line) => carried.findIndex(({ role }) => role === line));
  if (three.includes(-1)) return null;
  const turns = Math.floor(count / polePairs);
  const places = PLACES * polePairs;
  const sums = Array.from({ length: turns }, () => new Float64Array(places));
  const counts = Array.from({ length: turns }, () => new Uint32Array(places));
  const [x, y, z] = three.map((i) => carried[i]!.channel.values) as [
    Float64Array,
    Float64Array,
    Float64Array,
  ];
  const [dx, dy, dz] = three.map((i) => folded[i]!.mean) as [number, number, number];
  for (let i = 0; i < motion.angle.length; i += 1) {
    const cycle = (motion.angle[i]! - span.from) / (2 * Math.PI);
    const turn = Math.floor(cycle / polePairs);
    if (cycle < 0 || turn >= turns) continue;
    const n = cycles.first + i;
    const height = Math.sqrt((x[n]! - dx) ** 2 + (y[n]! - dy) ** 2 + (z[n]! - dz) ** 2) / motion.omega[i]!;
    if (Number.isNaN(height)) continue;
    const place = Math.min(places - 1, Math.floor((cycle - turn * polePairs) * PLACES));
    sums[turn]![place]! += height;
    counts[turn]![place]! += 1;
  }
  if (counts.some((one) => one.some((n) => n === 0))) return null;
  return sums.map((one, turn) => one.map((sum, place) => sum / counts[turn]![place]!));
}

/** By turn and half cycle, from a single line: volt-seconds do not depend on speed. */
function byHalves({ folded, count }: Turning, polePairs: number): Float64Array[] {
  const turns = Math.floor(count / polePairs);
  return Array.from({ length: turns }, (_, turn) =>
    Float64Array.from({ length: 2 * polePairs }, (_, half) =>
      folded.reduce((sum, { halves }) => sum + Math.abs(halves[2 * polePairs * turn + half]!), 0),
    ),
  );
}

function ringFrom(all: Turning, polePairs: number): Ring {
  const exact = momentary(all, polePairs);
  const turns = exact ?? byHalves(all, polePairs);
  const placesAPair = exact ? PLACES : 2;
  const places = placesAPair * polePairs;
  const mean = Float64Array.from(
    { length: places },
    (_, place) => turns.reduce((sum, turn) => sum + turn[place]!, 0) / turns.length,
  );
  // What comes back with every cycle is the shape of the voltage and no magnet's.
  const shape = Float64Array.from({ length: placesAPair }, (_, place) => {
    let sum = 0;
    for (let pair = 0; pair < polePairs; pair += 1) sum += mean[pair * placesAPair + place]!;
    return sum / polePairs;
  });
  const heights = Array.from(mean, (height, place) => height / shape[place % placesAPair]!);
  // How far a pole pair differs from turn to turn.
  const pairs = turns.map((turn) =>
    Array.from({ length: polePairs }, (_, pair) => {
      let sum = 0;
      for (let place = 0; place < placesAPair; place += 1)
        sum += turn[pair * placesAPair + place]! / shape[place]!;
      return sum / placesAPair;
    }),
  );
  let variance = 0;
  for (let pair = 0; pair < polePairs; pair += 1) {
    const middle = pairs.reduce((sum, turn) => sum + turn[pair]!, 0) / pairs.length;
    variance +=
      pairs.reduce((sum, turn) => sum + (turn[pair]! - middle) ** 2, 0) /
      Math.max(1, pairs.length - 1) /
      polePairs;
  }
  const freedom = Math.max(1, polePairs * (pairs.length - 1));
  return { heights, u: coverageFactor(freedom) * Math.sqrt(variance / pairs.length), placesAPair };
}

/** Means over one pole pair, begun at every place of the turn. */
function overAPair({ heights, placesAPair }: Ring): number[] {
  return heights.map((_, from) => {
    let sum = 0;
    for (let k = 0; k < placesAPair; k += 1) sum += heights[(from + k) % heights.length]!;
    return sum / placesAPair;
  });
}

/** Means over each half cycle: a magnet after the other. */
function byMagnet({ heights, placesAPair }: Ring): number[] {
  const each = placesAPair / 2;
  const magnets = Array.from({ length: heights.length / each }, (_, magnet) =>
    heights.slice(magnet * each, (magnet + 1) * each).reduce((sum, one) => sum + one / each, 0),
  );
  const usual = median(magnets);
  return magnets.map((height) => height / usual);
}

/** The part of a ring of heights that goes once up and down in a turn, and what it leaves. */
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
  return { size: Math.hypot(c, s) / mean, left: Math.sqrt(left / n) / mean };
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
  const ring = ringFrom(all, polePairs!);
  const { u, heights, placesAPair } = ring;
  findings.pictures.magnets = { heights: byMagnet(ring), u: u * Math.SQRT2 };
  const pairs = overAPair(ring);
  const swing = swingOf(pairs);
  const usual = median(pairs);
  const [lowest, highest] = [Math.min(...pairs), Math.max(...pairs)];
  const [deepest, rises] = [usual - lowest, highest - usual];
  // A swing goes up as far as it goes down; a weak magnet only goes down.
  if (
    polePairs! >= 3 &&
    swing.size > Math.max(LEAST_SWING, 2 * u) &&
    rises > 0.5 * deepest &&
    swing.left < 0.4 * swing.size
  ) {
    said.push({
      code: "oncePerTurn",
      words: `The voltage swings by ±${(100 * swing.size).toFixed(1)} % once in every turn: the rotor runs out of the middle.`,
    });
    tell(findings, "oncePerTurn", 100 * swing.size, 100 * u, "%");
    const hz = all.frequency / polePairs!;
    tell(findings, "oncePerTurnFrequency", hz, 0.001 * hz, "Hz");
    return;
  }
  if (deepest < Math.max(LEAST_LOW, 3 * u) || rises > 0.5 * deepest || (seen !== null && seen < CANNOT_SEE))
    return;
  const whole = median(heights);
  const against = lowest / whole - 1;
  // How many pole pairs of this depth all that is missing comes to.
  const missing = heights.reduce((sum, height) => sum + Math.max(0, whole - height - u), 0) / placesAPair;
  const low = Math.max(1, Math.round(missing / (whole - lowest)));
  if (low > polePairs! / 2) return;
  said.push({
    code: "weakPolePair",
    words: `${low === 1 ? "One pole pair" : `${low} pole pairs`} of every turn ${low === 1 ? "is" : "are"} low, the lowest by ${(-100 * against).toFixed(1)} %: it turns with the rotor.`,
  });
  tell(findings, "weakPolePairs", low, 0, "");
  tell(findings, "weakPolePairAgainstOthers", 100 * against, 100 * u * Math.SQRT2, "%");
}
