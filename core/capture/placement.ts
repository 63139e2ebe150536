import { coverageFactor } from "../quantity/index.ts";
import { wrapDegrees } from "./angles.ts";
import { SENSORS, tell, type Figure, type Findings, type Sensor } from "./answer.ts";
import type { Edge } from "./edges.ts";

/** Placement within this is fine, degrees. */
export const FINE = 5;
/** Whole cycles of which placement is told. */
const LEAST_CYCLES = 3;

const turned = (degrees: number) => ((degrees % 360) + 360) % 360;

/** A change by its sensor and its way: every cycle has each of the six once. */
export const nameOf = ({ sensor, rises }: Pick<Edge, "sensor" | "rises">) => `${sensor}${rises ? "+" : "-"}`;

/** Where each change stands in an electrical cycle, degrees from A's rise on, forward. */
interface Placement {
  readonly degrees: ReadonlyMap<string, number>;
  readonly u: number;
  /** Electrical cycles that it was told from. */
  readonly cycles: number;
}

/**
 * Places of the six changes of a cycle under one smooth motion. What comes back with every cycle is the sensors' own: each
 * change is held against the mean of the six about it, which no placement moves.
 * @param way 1 forward, −1 backward
 */
export function placementOf(edges: readonly Edge[], way: 1 | -1, polePairs: number | null): Placement | null {
  const cycle = edges.slice(0, 6).map(nameOf);
  if (cycle.length < 6 || new Set(cycle).size < 6) return null;
  if (!edges.every((edge, n) => nameOf(edge) === cycle[n % 6])) return null;
  // Whole turns, where they are known, so that the spacing of the magnets averages out.
  const each = 6 * (polePairs ?? 1);
  const whole = Math.floor((edges.length - 7) / each) * each;
  if (whole < 6 * LEAST_CYCLES) return null;
  const sums = new Float64Array(6);
  const squares = new Float64Array(6);
  const counts = new Uint32Array(6);
  for (let n = 3; n < 3 + whole && n + 3 < edges.length; n += 1) {
    const at = (k: number) => edges[n + k]!.at;
    const mean = (at(-3) / 2 + at(-2) + at(-1) + at(0) + at(1) + at(2) + at(3) / 2) / 6;
    const step = (at(3) - at(-3)) / 6;
    // A steady change of speed bends the mean: by the change of the step over a cycle.
    const bend = n >= 6 && n + 6 < edges.length ? (at(6) - 2 * at(0) + at(-6)) / 36 : 0;
    const smooth = mean - (bend * 19) / 12;
    const off = ((at(0) - smooth) / step) * 60 * way;
    sums[n % 6]! += off;
    squares[n % 6]! += off * off;
    counts[n % 6]! += 1;
  }
  const offsets = Array.from(sums, (sum, k) => sum / counts[k]!);
  const middle = offsets.reduce((sum, one) => sum + one, 0) / 6;
  const variance =
    offsets.reduce((sum, off, k) => sum + Math.max(0, squares[k]! / counts[k]! - off * off), 0) / 6;
  const n = Math.min(...counts);
  const places = cycle.map((name, k) => [name, way * 60 * k + offsets[k]! - middle] as const);
  const zero = places.find(([name]) => name === "A+")![1];
  return {
    degrees: new Map(places.map(([name, degrees]) => [name, turned(degrees - zero)])),
    u: coverageFactor(Math.max(1, n - 1)) * Math.sqrt(variance / n),
    cycles: whole / 6,
  };
}

/** Places that were found going back, as going forward shows them: a sensor falls there where it rises going back. */
export function seenForward({ degrees, ...rest }: Placement): Placement {
  const zero = degrees.get("A-")!;
  return {
    ...rest,
    degrees: new Map(
      [...degrees].map(([name, at]) => [`${name[0]!}${name[1] === "+" ? "-" : "+"}`, turned(at - zero)]),
    ),
  };
}

/** Places found while it turned both ways. */
interface BothWays extends Placement {
  /** How far a sensor's lag is from the mean lag of all, the largest, degrees. */
  readonly lag: number;
}

/**
 * The mean of what two ways of turning show: a sensor lags behind the motion, each way to its own side, and a lag that is
 * not the same in all of them passes for a wrong place in either way alone.
 */
export function bothWays(forward: Placement, backward: Placement): BothWays {
  const names = [...forward.degrees.keys()];
  const back = seenForward(backward).degrees;
  const apart = names.map((name) => wrapDegrees(back.get(name)! - forward.degrees.get(name)!));
  const middle = apart.reduce((sum, one) => sum + one, 0) / names.length;
  const places = names.map(
    (name, k) => [name, forward.degrees.get(name)! + (apart[k]! - middle) / 2] as const,
  );
  const zero = places.find(([name]) => name === "A+")![1];
  return {
    degrees: new Map(places.map(([name, degrees]) => [name, turned(degrees - zero)])),
    u: Math.hypot(forward.u, backward.u) / 2,
    cycles: forward.cycles + backward.cycles,
    lag: Math.max(...apart.map((one) => Math.abs(one - middle))) / 2,
  };
}

/** From the middle of one sensor's pulse to the middle of another's, forward, degrees from 0 to 360. */
function between(degrees: ReadonlyMap<string, number>, from: Sensor, to: Sensor): number {
  const middleOf = (sensor: Sensor) => {
    const [rise, fall] = [degrees.get(`${sensor}+`)!, degrees.get(`${sensor}-`)!];
    return rise + ((fall - rise + 360) % 360) / 2;
  };
  return (((middleOf(to) - middleOf(from)) % 360) + 360) % 360;
}

export function tellPlacement(
  findings: Findings,
  { degrees, u, lag }: Placement & Partial<Pick<BothWays, "lag">>,
  spacing: 60 | 120,
): void {
  const { said, words, figures, pictures } = findings;
  pictures.edges = { degrees: Object.fromEntries(degrees), u, ...(lag !== undefined && { lag }) };
  const angles = {
    angleAToB: between(degrees, "A", "B"),
    angleBToC: between(degrees, "B", "C"),
    angleCToA: between(degrees, "C", "A"),
  };
  // The middle of a pulse is the mean of two changes, an angle the difference of two middles: no more than one change.
  const each = u;
  for (const [name, angle] of Object.entries(angles)) tell(findings, name, angle, each, "°");
  const order = [...degrees].toSorted((a, b) => a[1] - b[1]);
  const sectors: Record<string, Figure> = {};
  const now = new Map<string, boolean>();
  // Before its first change of the cycle a sensor stands at the other level.
  for (const [name] of order.toReversed()) now.set(name[0]!, name[1] !== "+");
  order.forEach(([name, from], k) => {
    now.set(name[0]!, name[1] === "+");
    const state = SENSORS.map((sensor) => (now.get(sensor) ? "1" : "0")).join("");
    const to = order[(k + 1) % order.length]![1];
    sectors[state] = { value: (to - from + 360) % 360 || 360, u: each, unit: "°" };
  });
  (figures as Record<string, unknown>)["sectors"] = sectors;
  const nominal = spacing === 120 ? [120, 120, 120] : [60, 60, 240];
  const off = [angles.angleAToB, angles.angleBToC, angles.angleCToA].map((angle, k) =>
    wrapDegrees(angle - nominal[k]!),
  );
  // Each sensor against the middle of the other two.
  const own = [(off[2]! - off[0]!) / 2, (off[0]! - off[1]!) / 2, (off[1]! - off[2]!) / 2];
  const worst = own.map(Math.abs).indexOf(Math.max(...own.map(Math.abs)));
  const by = own[worst]!;
  if (Math.abs(by) <= FINE || each > FINE) return;
  if (Math.abs(by) - each < FINE) return;
  said.push({
    code: "misplaced",
    channel: SENSORS[worst]!,
    words: `Sensor ${SENSORS[worst]!} stands ${Math.abs(by).toFixed(1)}° (electrical) ${by > 0 ? "late" : "early"} against the other two.`,
  });
  words["misplacedSensor"] = SENSORS[worst]!;
  tell(findings, "misplacedBy", by, each, "°");
}
