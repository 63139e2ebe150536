import { median } from "../quantity/index.ts";
import type { Recording } from "../formats/index.ts";
import { SENSORS, tell, type CaptureOptions, type Findings, type Sensor } from "./answer.ts";
import { signalOf, withoutGlitches, type Edge, type Signal } from "./edges.ts";
import { bothWays, nameOf, placementOf, seenForward, tellPlacement } from "./placement.ts";
import type { Assigned } from "./roles.ts";

/** States of three sensors 120° apart, as the motor goes forward. */
const AT_120 = ["101", "100", "110", "010", "011", "001"];
/** And 60° apart. */
const AT_60 = ["000", "100", "110", "111", "011", "001"];
/** Share of time in states that one spacing does not have, beyond which it is the other. */
const FOREIGN = 0.04;
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
    time ? withoutGlitches(signal) : { edges: signal.edges, glitches: [] as readonly number[] },
  );
  const missing = clean.map(({ edges }) => (time ? missingOf(edges) : 0));
  const lost = missing.reduce((sum, one) => sum + one, 0);
  // Without a clock no pulse is missed, and none is short.
  if (time) tell(findings, "missingPulses", lost, 0, "");
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
  const short = time ? clean.flatMap((one) => one.glitches) : null;
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

function sayGlitches(findings: Findings, short: readonly number[] | null): void {
  if (!short) return;
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
  /** When pulses came that are too short; null without a clock. */
  readonly short: readonly number[] | null;
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
  sayGlitches(findings, short?.filter((at) => !turns(at)) ?? null);
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
      words: `The direction changes ${reversals.length === 1 ? "once" : `${reversals.length} times`}.`,
      at: turn.at,
    });
    tell(findings, "reversalAt", turn.at, stepAbout(steps, turn.step), "s");
    const [before, after] = [steps.slice(1, turn.step), steps.slice(turn.step, reversals[1]?.step)];
    tell(findings, "speedBefore", rpmOver(before, polePairs), 0.02 * rpmOver(before, polePairs), "rpm");
    tell(findings, "speedAfter", rpmOver(after, polePairs), 0.02 * rpmOver(after, polePairs), "rpm");
    if (reversals.length > 1) return;
    const placed = placedBothWays(edges, turn.at, direction === "forward" ? 1 : -1, polePairs);
    if (placed) tellPlacement(findings, placed, spacing);
    return;
  }
  const run = longestRun(edges);
  tellFrequency(findings, [run.filter(({ sensor }) => sensor === "A")], polePairs, true);
  const placement = placementOf(run, direction === "forward" ? 1 : -1, polePairs);
  if (placement)
    tellPlacement(findings, direction === "forward" ? placement : seenForward(placement), spacing);
}

/** Where a motion slows down to turn round it is no smooth one: so much longer than usual may six changes take. */
const SLOWED = 1.5;

/** Changes on one side of a turning point, as far as the motion there is steady. */
function steady(run: readonly Edge[]): readonly Edge[] {
  const cycles = run.slice(6).map(({ at }, n) => at - run[n]!.at);
  const usual = median(cycles);
  return longestRun(run.slice(6).filter((_, n) => cycles[n]! < SLOWED * usual));
}

function placedBothWays(
  edges: readonly Edge[],
  turnedAt: number,
  first: 1 | -1,
  polePairs: number | null,
): ReturnType<typeof bothWays> | null {
  const before = longestRun(edges.filter(({ at }) => at < turnedAt));
  const after = longestRun(edges.filter(({ at }) => at > turnedAt));
  const there = placementOf(steady(before), first, polePairs);
  const back = placementOf(steady(after), first === 1 ? -1 : 1, polePairs);
  if (!there || !back) return null;
  return first === 1 ? bothWays(there, back) : bothWays(back, there);
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
