import { coverageFactor, median } from "../quantity/index.ts";
import type { Recording } from "../formats/index.ts";
import { SENSORS, tell, type CaptureOptions, type Figure, type Findings, type Sensor } from "./answer.ts";
import { signalOf, withoutGlitches, type Edge, type Signal } from "./edges.ts";
import type { Assigned } from "./roles.ts";

/** States of three sensors 120° apart, as the motor goes forward. */
const AT_120 = ["101", "100", "110", "010", "011", "001"];
/** And 60° apart. */
const AT_60 = ["000", "100", "110", "111", "011", "001"];
/** Share of time in states that one spacing does not have, beyond which it is the other. */
const FOREIGN = 0.04;
/** Placement within this is fine, degrees. */
const FINE = 5;
/** Whole cycles of which placement is told. */
const LEAST_CYCLES = 3;
/** Steps in the other direction that make a reversal. */
const LEAST_BACK = 3;

/** What the sensors of a motor did. */
export interface SensorRun {
  readonly signals: readonly Signal[];
  /** Changes of all of them without glitches, in order of time. */
  readonly edges: readonly Edge[];
}

interface Step {
  readonly at: number;
  readonly state: string;
  /** Which step of the order this state is; −1 for one that the order does not have. */
  readonly place: number;
}

function statesOf(signals: readonly Signal[], edges: readonly Edge[], order: readonly string[]): Step[] {
  const now = new Map<Sensor, boolean>(signals.map(({ sensor, begins }) => [sensor, begins]));
  const text = () => SENSORS.map((sensor) => (now.get(sensor) ? "1" : "0")).join("");
  const steps: Step[] = [{ at: Number.NEGATIVE_INFINITY, state: text(), place: order.indexOf(text()) }];
  for (const { at, sensor, rises } of edges) {
    now.set(sensor, rises);
    const state = text();
    // Two that change at the same moment are one step.
    if (steps.at(-1)!.at === at) steps.pop();
    if (steps.at(-1)?.state === state) continue;
    steps.push({ at, state, place: order.indexOf(state) });
  }
  return steps;
}

/** How much of the time lies in each state. */
function sharesOf(steps: readonly Step[]): Map<string, number> {
  const shares = new Map<string, number>();
  for (let n = 1; n + 1 < steps.length; n += 1) {
    const { state, at } = steps[n]!;
    shares.set(state, (shares.get(state) ?? 0) + steps[n + 1]!.at - at);
  }
  const all = [...shares.values()].reduce((sum, one) => sum + one, 0);
  return new Map([...shares].map(([state, time]) => [state, time / all]));
}

/** Steps along an order, each with the way it goes: 1, −1, or 0 where it cannot be. */
function waysOf(steps: readonly Step[]): number[] {
  return steps.slice(1).map(({ place }, n) => {
    const before = steps[n]!.place;
    if (place < 0 || before < 0) return 0;
    const off = (place - before + 6) % 6;
    return off === 1 ? 1 : off === 5 ? -1 : 0;
  });
}

/** Places at which the way changes for good. */
function reversalsOf(
  steps: readonly Step[],
  ways: readonly number[],
): { readonly at: number; readonly step: number }[] {
  const found: { at: number; step: number }[] = [];
  let way = 0;
  let [run, since] = [0, 0];
  for (let n = 0; n < ways.length; n += 1) {
    const one = ways[n]!;
    if (one === 0) continue;
    if (way === 0 || one === way) {
      way = way === 0 ? one : way;
      run = 0;
      continue;
    }
    if (run === 0) since = n;
    run += 1;
    if (run < LEAST_BACK) continue;
    found.push({ at: steps[since + 1]!.at, step: since + 1 });
    way = one;
    run = 0;
  }
  return found;
}

/** Pulses that a sensor left out: it stays for as long as three of its usual ones while the others go on. */
function missingOf(edges: readonly Edge[]): number {
  let missing = 0;
  for (let n = 2; n + 2 < edges.length; n += 1) {
    const width = edges[n]!.at - edges[n - 1]!.at;
    const before = edges[n - 1]!.at - edges[n - 2]!.at;
    const after = edges[n + 1]!.at - edges[n]!.at;
    const times = width / Math.sqrt(before * after);
    if (times > 2.4 && before < 2 * after && after < 2 * before) missing += Math.round((times - 1) / 2);
  }
  return missing;
}

const nameOf = ({ sensor, rises }: Pick<Edge, "sensor" | "rises">) => `${sensor}${rises ? "+" : "-"}`;

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
function placementOf(edges: readonly Edge[], way: 1 | -1, polePairs: number | null): Placement | null {
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
  const turned = (degrees: number) => ((degrees % 360) + 360) % 360;
  return {
    degrees: new Map(places.map(([name, degrees]) => [name, turned(degrees - zero)])),
    u: coverageFactor(Math.max(1, n - 1)) * Math.sqrt(variance / n),
    cycles: whole / 6,
  };
}

const wrap = (degrees: number): number => degrees - 360 * Math.round(degrees / 360);

/** From the middle of one sensor's pulse to the middle of another's, forward, degrees from 0 to 360. */
function between(degrees: ReadonlyMap<string, number>, from: Sensor, to: Sensor): number {
  const middleOf = (sensor: Sensor) => {
    const [rise, fall] = [degrees.get(`${sensor}+`)!, degrees.get(`${sensor}-`)!];
    return rise + ((fall - rise + 360) % 360) / 2;
  };
  return (((middleOf(to) - middleOf(from)) % 360) + 360) % 360;
}

function tellPlacement(findings: Findings, { degrees, u }: Placement, spacing: 60 | 120): void {
  const { said, words, figures } = findings;
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
    wrap(angle - nominal[k]!),
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

const allEdges = (lists: readonly (readonly Edge[])[]): Edge[] =>
  lists.flat().toSorted((a, b) => a.at - b.at);

/** Speed over a stretch of steps, rpm; not a number without pole pairs. */
function rpmOver(steps: readonly Step[], polePairs: number | null): number {
  if (polePairs === null || steps.length < 3) return Number.NaN;
  return ((steps.length - 1) / (6 * polePairs) / (steps.at(-1)!.at - steps[0]!.at)) * 60;
}

/**
 * Reads a log of the sensors: which change, in which order, how regularly, and where each stands.
 * @returns what they did, for whoever holds it against the voltages; null where nothing of a sensor is there
 */
export function readSensors(
  recording: Pick<Recording, "time" | "interval">,
  assigned: readonly Assigned[],
  { polePairs, turned }: CaptureOptions,
  findings: Findings,
): SensorRun | null {
  const { said, words } = findings;
  const { time } = recording;
  const signals = SENSORS.flatMap((sensor): Signal[] => {
    const found = assigned.find(({ role }) => role === sensor);
    return found ? [signalOf({ channel: found.channel, sensor }, recording)] : [];
  });
  if (signals.length < 2) return null;
  tellLevels(findings, signals);
  for (const { sensor, edges } of signals) tell(findings, `edges${sensor}`, edges.length, 0, "");
  const stuck = signals.filter(({ edges }) => edges.length === 0);
  if (stuck.length > 0) {
    const text = stuck.map(({ sensor, begins }) => `${sensor} ${begins ? "high" : "low"}`).join(", ");
    words["stuckSignals"] = text;
    said.push({
      code: "stuck",
      words: `${text}: ${stuck.length === 1 ? "this sensor never changes" : "these sensors never change"}.`,
    });
  }
  if (stuck.length === signals.length) return { signals, edges: [] };
  const clean = signals.map((signal) =>
    time ? withoutGlitches(signal) : { edges: signal.edges, glitches: 0 },
  );
  const missing = clean.map(({ edges }) => (time ? missingOf(edges) : 0));
  const lost = missing.reduce((sum, one) => sum + one, 0);
  tell(findings, "missingPulses", lost, 0, "");
  if (lost > 0) {
    const which = signals
      .filter((_, k) => missing[k]! > 0)
      .map(({ sensor }) => sensor)
      .join(", ");
    words["missingOn"] = which;
    said.push({
      code: "missingPulses",
      words: `${lost} ${lost === 1 ? "pulse is" : "pulses are"} missing on ${which}.`,
    });
  }
  const edges = allEdges(clean.map((one) => one.edges));
  const live = signals.length - stuck.length;
  const short = clean.flatMap((one) => one.glitches);
  if (live < 3) {
    sayGlitches(findings, short);
    said.push({
      code: "spacingUnknown",
      words: "With a sensor missing the others do not tell whether they stand 60° or 120° apart.",
    });
    tellFrequency(
      findings,
      clean.map((one) => one.edges),
      polePairs,
      time !== null,
    );
    return { signals, edges };
  }
  readOrder(findings, {
    signals,
    edges,
    timed: time !== null,
    short,
    polePairs,
    turned,
  });
  return { signals, edges };
}

function sayGlitches(findings: Findings, short: readonly number[]): void {
  tell(findings, "glitches", short.length, 0, "");
  const [first] = short;
  if (first !== undefined)
    findings.said.push({
      code: "glitches",
      words: `${short.length} ${short.length === 1 ? "pulse is" : "pulses are"} far too short to be a magnet's: the signal is disturbed.`,
      at: first,
    });
}

interface Order extends Pick<CaptureOptions, "polePairs" | "turned"> {
  readonly signals: readonly Signal[];
  readonly edges: readonly Edge[];
  readonly timed: boolean;
  /** When pulses came that are too short. */
  readonly short: readonly number[];
}

function readOrder(findings: Findings, { signals, edges, timed, short, polePairs, turned }: Order): void {
  const { said, words } = findings;
  const shares = sharesOf(statesOf(signals, edges, AT_120));
  const share = (...states: readonly string[]) =>
    states.reduce((sum, state) => sum + (shares.get(state) ?? 0), 0);
  const spacing = share("000", "111") > FOREIGN && share("101", "010") < FOREIGN ? 60 : 120;
  const order = spacing === 60 ? AT_60 : AT_120;
  tell(findings, "sensorSpacing", spacing, 0, "°");
  if (spacing === 60)
    said.push({
      code: "spacing60",
      words: "The sensors stand 60° apart: all three are alike for a sixth of a cycle.",
    });
  const steps = statesOf(signals, edges, order);
  const ways = waysOf(steps);
  const [ahead, back] = [ways.filter((way) => way === 1).length, ways.filter((way) => way === -1).length];
  tell(findings, "impossibleTransitions", ways.filter((way) => way === 0).length, 0, "");
  if (ahead + back === 0) return sayGlitches(findings, short);
  const reversals = reversalsOf(steps, ways);
  // Where the motion turns round a pulse may be as short as it likes.
  const turns = (at: number) =>
    reversals.some((one) => Math.abs(one.at - at) < 2 * stepAbout(steps, one.step));
  sayGlitches(
    findings,
    short.filter((at) => !turns(at)),
  );
  tell(findings, "reversals", reversals.length, 0, "");
  if (polePairs !== null)
    tell(findings, "netTurns", (ahead - back) / (6 * polePairs), 1 / (6 * polePairs), "");
  const first = ways.find((way) => way !== 0)!;
  const direction =
    reversals.length > 0 ? (first > 0 ? "forward" : "backward") : ahead >= back ? "forward" : "backward";
  words["direction"] = direction;
  if (turned !== null && direction !== turned && reversals.length === 0)
    said.push({
      code: "backwards",
      words: `The motor was turned ${turned} and its sensors count ${direction}: two of them, or two phases, are swapped.`,
    });
  if (!timed) return;
  const [turn] = reversals;
  if (turn) {
    said.push({
      code: "reversal",
      words: `The direction changes ${reversals.length === 1 ? "once" : `${reversals.length} times`}, first at ${turn.at.toPrecision(4)} s.`,
      at: turn.at,
    });
    tell(findings, "reversalAt", turn.at, stepAbout(steps, turn.step), "s");
    const [before, after] = [steps.slice(1, turn.step), steps.slice(turn.step, reversals[1]?.step)];
    tell(findings, "speedBefore", rpmOver(before, polePairs), 0.02 * rpmOver(before, polePairs), "rpm");
    tell(findings, "speedAfter", rpmOver(after, polePairs), 0.02 * rpmOver(after, polePairs), "rpm");
    return;
  }
  const run = longestRun(edges);
  tellFrequency(findings, [run.filter(({ sensor }) => sensor === "A")], polePairs, true);
  const placement = placementOf(run, direction === "forward" ? 1 : -1, polePairs);
  if (placement) tellPlacement(findings, placement, spacing);
}

const stepAbout = (steps: readonly Step[], step: number): number => {
  const [before, after] = [steps[Math.max(1, step - 1)]!.at, steps[Math.min(steps.length - 1, step + 1)]!.at];
  return (after - before) / 2;
};

/** The longest stretch in which the six changes of a cycle come one after another. */
function longestRun(edges: readonly Edge[]): readonly Edge[] {
  let [best, from]: [readonly Edge[], number] = [[], 0];
  for (let n = 6; n <= edges.length; n += 1) {
    if (n < edges.length && nameOf(edges[n]!) === nameOf(edges[n - 6]!)) continue;
    if (n - from > best.length) best = edges.slice(from, n);
    from = n - 5;
  }
  return best;
}

function tellFrequency(
  findings: Findings,
  lists: readonly (readonly Edge[])[],
  polePairs: number | null,
  timed: boolean,
): void {
  if (!timed) return;
  const list = lists.toSorted((a, b) => b.length - a.length)[0]!.filter(({ rises }) => rises);
  if (list.length < 3) return;
  const periods = list.slice(1).map(({ at }, n) => at - list[n]!.at);
  const cycles = list.length - 1;
  const hz = cycles / (list.at(-1)!.at - list[0]!.at);
  // A log that was disturbed tells its speed by the middle of its periods.
  if (Math.abs(hz * median(periods) - 1) > 0.05) return;
  const spread = Math.max(...periods) - Math.min(...periods);
  const u = (hz * spread * hz) / cycles + 1e-4 * hz;
  tell(findings, "electricalFrequency", hz, u, "Hz");
  if (polePairs !== null) tell(findings, "speed", (60 * hz) / polePairs, (60 * u) / polePairs, "rpm");
  tell(findings, "cycles", cycles, 0, "");
}

function tellLevels(findings: Findings, signals: readonly Signal[]): void {
  const levels = signals.flatMap((one) => (one.levels ? [one.levels] : []));
  if (levels.length === 0) return;
  const mean = (of: (one: { readonly low: number; readonly high: number }) => number) =>
    levels.reduce((sum, one) => sum + of(one), 0) / levels.length;
  const spread = (of: (one: { readonly low: number; readonly high: number }) => number) =>
    Math.max(...levels.map(of)) - Math.min(...levels.map(of));
  tell(
    findings,
    "lowLevel",
    mean(({ low }) => low),
    Math.max(
      0.01,
      spread(({ low }) => low),
    ),
    "V",
  );
  tell(
    findings,
    "highLevel",
    mean(({ high }) => high),
    Math.max(
      0.01,
      spread(({ high }) => high),
    ),
    "V",
  );
}
