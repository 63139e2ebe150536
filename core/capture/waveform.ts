import { coverageFactor } from "../quantity/index.ts";
import type { Channel, Recording } from "../formats/index.ts";
import { LINES, tell, type CaptureOptions, type Findings, type Line } from "./answer.ts";
import { clippingOf } from "./clipping.ts";
import { coasting } from "./coast.ts";
import { followCycles, motionOf, type Cycles, type Motion } from "./cycles.ts";
import { fold, MOST_HARMONICS, type Folded } from "./folded.ts";
import { ringOf } from "./magnetRing.ts";

/** A signal against its role. */
export interface Carried {
  readonly channel: Channel;
  /** A line, or a phase against the star point by its letter. */
  readonly role: Line | "AN" | "BN" | "CN";
}

const DEGREES = 180 / Math.PI;
/** Samples of a cycle below which nothing is said of its shape. */
const LEAST_A_CYCLE = 10;
/** With so few samples a cycle higher harmonics pass for the fundamental: its height is known no better than this. */
const COARSE_U = 0.05;
/** Below so many nothing is said of its height. */
const LEAST_FOR_HEIGHT = 8;
/** A mean beyond this share of the amplitude is worth a word. */
const OFFSET = 0.03;
/** Below this share of the strongest, a signal is dead. */
const DEAD = 0.1;
/** A phase lower than the others by more than this is weak: the usual limit of balance. */
const WEAK = 0.03;
/** A speed that changes by more than this within a recording is worth a word. */
const CHANGES = 0.02;
/** A fundamental that explains less of a signal than this is none. */
const LEAST_PERIODIC = 0.3;

/** Cycles that a recording holds at least; a little less may be wanting at its ends. */
const LEAST_CYCLE = 0.97;

const wrapDegrees = (degrees: number): number => degrees - 360 * Math.round(degrees / 360);

interface Phasor {
  readonly re: number;
  readonly im: number;
}
const plus = (a: Phasor, b: Phasor): Phasor => ({ re: a.re + b.re, im: a.im + b.im });
const minus = (a: Phasor): Phasor => ({ re: -a.re, im: -a.im });
const size = ({ re, im }: Phasor): number => Math.hypot(re, im);
/** Degrees by which it comes after the cosine of the angle. */
const lag = ({ re, im }: Phasor): number => Math.atan2(im, re) * DEGREES;

const harmonicOf = ({ cosine, sine }: Folded, k: number): Phasor => ({
  re: cosine[k - 1] ?? 0,
  im: sine[k - 1] ?? 0,
});

/** Half the 95 % interval of a mean of values that scatter, as a share of it. */
function relativeU(values: readonly number[]): number {
  const n = values.length;
  if (n < 2) return Number.NaN;
  const mean = values.reduce((sum, one) => sum + one, 0) / n;
  const variance = values.reduce((sum, one) => sum + (one - mean) ** 2, 0) / (n - 1);
  return (coverageFactor(n - 1) * Math.sqrt(variance / n)) / Math.abs(mean);
}

/** Means of so many values each, in order; what is left over at the end joins the last. */
function grouped(values: Float64Array, each: number): number[] {
  const groups = Math.max(1, Math.floor(values.length / each));
  return Array.from({ length: groups }, (_, g) => {
    const part = values.subarray(g * each, g === groups - 1 ? values.length : (g + 1) * each);
    return part.reduce((sum, one) => sum + one, 0) / part.length;
  });
}

function strongestOf(carried: readonly Carried[]): Carried {
  const power = ({ channel: { values } }: Carried) => {
    let [sum, squares, n] = [0, 0, 0];
    for (const value of values)
      if (!Number.isNaN(value)) {
        sum += value;
        squares += value * value;
        n += 1;
      }
    return n > 0 ? squares / n - (sum / n) ** 2 : 0;
  };
  return carried.toSorted((a, b) => power(b) - power(a))[0]!;
}

/** Every signal of a recording, folded over the same whole cycles. */
interface FoldedAll {
  readonly carried: readonly Carried[];
  readonly folded: readonly Folded[];
  readonly cycles: Cycles;
  readonly motion: Motion;
  readonly span: { readonly from: number; readonly cycles: number };
  readonly count: number;
  readonly harmonics: number;
  /** Mean speed over them, Hz electrical. */
  readonly frequency: number;
  readonly samplesPerCycle: number;
}

function foldAll(
  { time }: Recording,
  carried: readonly Carried[],
  cycles: Cycles,
  polePairs: number | null,
): FoldedAll | null {
  const motion = motionOf(time!, cycles, polePairs ?? 3);
  const { angle } = motion;
  const cycle = 2 * Math.PI;
  // Whole cycles from a whole angle on; a little may be wanting at the ends of so few.
  const slack = 0.03 * cycle;
  const from = cycle * Math.ceil((angle[0]! - slack) / cycle);
  const there = Math.floor((angle.at(-1)! - from + slack) / cycle);
  const turns = polePairs === null ? 0 : Math.floor(there / polePairs);
  const count = turns >= 1 ? turns * polePairs! : there;
  if (count < 1) {
    const only = Math.max(1, Math.floor((angle.at(-1)! - angle[0]! + slack) / cycle));
    if (angle.at(-1)! - angle[0]! < cycle - slack) return null;
    return folding(time!, carried, cycles, motion, { from: angle[0]!, cycles: only });
  }
  return folding(time!, carried, cycles, motion, { from, cycles: count });
}

function folding(
  time: Float64Array,
  carried: readonly Carried[],
  cycles: Cycles,
  motion: Motion,
  span: { readonly from: number; readonly cycles: number },
): FoldedAll {
  const { angle } = motion;
  const placeOf = (at: number) => {
    let [low, high] = [0, angle.length];
    while (low < high) {
      const middle = (low + high) >> 1;
      if (angle[middle]! < at) low = middle + 1;
      else high = middle;
    }
    return low;
  };
  const begin = placeOf(span.from);
  const end = Math.min(angle.length - 1, placeOf(span.from + 2 * Math.PI * span.cycles));
  const seconds = time[cycles.first + end]! - time[cycles.first + begin]!;
  const samplesPerCycle = (end - begin) / span.cycles;
  const harmonics = Math.max(1, Math.min(MOST_HARMONICS, Math.floor(samplesPerCycle / 2 - 1)));
  return {
    carried,
    folded: carried.map(({ channel }) => fold(channel.values, cycles.first, motion, span, harmonics, time)),
    ...{ cycles, motion, samplesPerCycle, span, harmonics },
    count: span.cycles,
    frequency: (angle[end]! - angle[begin]!) / (2 * Math.PI * seconds),
  };
}

/** More signals over the same cycles. */
const foldMore = (
  { cycles, motion, span, harmonics }: FoldedAll,
  more: readonly Carried[],
  time: Float64Array,
): Folded[] => more.map(({ channel }) => fold(channel.values, cycles.first, motion, span, harmonics, time));

/** The three line voltages as phasors, with which of them was the wrong way round. */
interface Lines {
  /** As they belong together: their sum is nothing. */
  readonly by: Readonly<Record<Line, Phasor>>;
  readonly reversed: Line | "AN" | "BN" | "CN" | null;
  /** Whether all of them were measured, or follow from phases. */
  readonly whole: boolean;
}

/** Which of three signals 120° apart is the wrong way round; null where none is. */
function reversedOf(three: readonly Phasor[]): number | null {
  const sum = (flip: number | null) =>
    size(three.reduce((all, one, i) => plus(all, i === flip ? minus(one) : one), { re: 0, im: 0 }));
  const mean = three.reduce((all, one) => all + size(one), 0) / 3;
  const flips = [0, 1, 2].toSorted((a, b) => sum(a) - sum(b));
  return sum(null) > 1.2 * mean && sum(flips[0]!) < 0.6 * mean ? flips[0]! : null;
}

function linesOf(all: FoldedAll): Lines {
  const known = new Map(all.carried.map(({ role }, i) => [role, harmonicOf(all.folded[i]!, 1)]));
  const phases = ["AN", "BN", "CN"] as const;
  if (phases.every((phase) => known.has(phase))) {
    const three = phases.map((phase) => known.get(phase)!);
    const flip = reversedOf(three);
    const [a, b, c] = three.map((one, i) => (i === flip ? minus(one) : one)) as [Phasor, Phasor, Phasor];
    return {
      by: { AB: plus(a, minus(b)), BC: plus(b, minus(c)), CA: plus(c, minus(a)) },
      reversed: flip === null ? null : phases[flip]!,
      whole: true,
    };
  }
  if (LINES.every((line) => known.has(line))) {
    const three = LINES.map((line) => known.get(line)!);
    const flip = reversedOf(three);
    const [AB, BC, CA] = three.map((one, i) => (i === flip ? minus(one) : one)) as [Phasor, Phasor, Phasor];
    return { by: { AB, BC, CA }, reversed: flip === null ? null : LINES[flip]!, whole: true };
  }
  const two = LINES.filter((line) => known.has(line));
  if (two.length === 2) {
    const [first, second] = two.map((line) => known.get(line)!) as [Phasor, Phasor];
    // Two sides of a triangle stand 120° apart; at 60° one of the probes is the wrong way round.
    const apart = Math.abs(wrapDegrees(lag(second) - lag(first)));
    const alike = size(first) > 0.5 * size(second) && size(second) > 0.5 * size(first);
    const flip = alike && Math.abs(apart - 60) < 15;
    const other = flip ? minus(second) : second;
    const missing = LINES.find((line) => !known.has(line))!;
    return {
      by: {
        [two[0]!]: first,
        [two[1]!]: other,
        [missing]: minus(plus(first, other)),
      } as unknown as Lines["by"],
      reversed: flip ? two[1]! : null,
      whole: true,
    };
  }
  const nothing = { re: Number.NaN, im: Number.NaN };
  return {
    by: { AB: nothing, BC: nothing, CA: nothing, ...Object.fromEntries(known) },
    reversed: null,
    whole: false,
  };
}

const sayClipped = (
  findings: Findings,
  carried: readonly Carried[],
  frequency: number,
  interval: number,
): boolean => {
  let some = false;
  for (const { channel, role } of carried) {
    const clip = clippingOf(channel.values, 1 / (frequency * interval));
    if (!clip) continue;
    findings.said.push({
      code: "clipped",
      channel: channel.name,
      words: `${channel.name} is cut off at ${clip.level.toPrecision(4)}: ${(100 * clip.share).toFixed(1)} % of its samples lie there. Its height is not known; set the range larger.`,
    });
    if (!some) {
      tell(findings, "clipLevel", clip.level, 0, "V");
      tell(findings, "clippedShare", 100 * clip.share, 0, "%");
      findings.words["clippedChannel"] = role;
    }
    some = true;
  }
  return some;
};

/**
 * Reads what a turning motor generates: its frequency, heights, angles and shape, and with the pole pairs its speed
 * constant and its magnets one by one.
 * @returns what it turned through, for whoever holds something against it; null where nothing periodic was there
 */
export function readWaveform(
  recording: Recording,
  carried: readonly Carried[],
  options: CaptureOptions,
  findings: Findings,
): Turned | null {
  const { said } = findings;
  const time = recording.time!;
  const inVolts = carried.every(({ channel }) => channel.unit === "V");
  const lead = strongestOf(carried);
  const cycles = followCycles(time, lead.channel.values);
  if (!cycles) return noPeriod(recording, lead, findings);
  const held = cycles.frequency * (time.at(-1)! - time[0]!);
  if (held < LEAST_CYCLE) return tooShort(findings);
  const all = foldAll(recording, carried, cycles, options.polePairs);
  if (!all) return tooShort(findings);
  const { folded, frequency, count, samplesPerCycle } = all;
  const leading = folded[carried.indexOf(lead)]!;
  const share = 1 / (1 + (leading.rest / (size(harmonicOf(leading, 1)) / Math.SQRT2)) ** 2);
  if (!(share > LEAST_PERIODIC)) return noPeriod(recording, lead, findings);
  const interval = recording.interval ?? (time.at(-1)! - time[0]!) / (time.length - 1);

  tell(findings, "cycles", count, 0, "");
  tell(findings, "samplesPerCycle", samplesPerCycle, 0, "");
  if (count < 2)
    said.push({
      code: "tooShort",
      words:
        "The recording holds fewer than two electrical cycles: its figures are of one cycle alone. Record longer.",
    });
  const coarse = samplesPerCycle < LEAST_A_CYCLE;
  if (coarse)
    said.push({
      code: "undersampled",
      words: `Only ${samplesPerCycle.toFixed(1)} samples fall on a cycle; at least ${LEAST_A_CYCLE} tell its shape. Sample faster, or spin slower.`,
    });
  const clipped = sayClipped(findings, carried, frequency, interval);

  const coast = coasting(cycles, time, options.polePairs);
  const frequencyU = frequencyUncertainty(cycles, frequency);
  tellSpeed(findings, all, [time[0]!, time.at(-1)!], coast !== null, frequencyU, options);
  if (coast) {
    said.push({ code: "coasts", words: "The motor coasts: its voltage and its speed fall together." });
    for (const [name, { value, u, unit }] of Object.entries(coast.figures))
      tell(findings, name, value, u, unit);
  }

  const lines = linesOf(all);
  const probes = new Map(all.carried.map(({ role }, i) => [role, folded[i]!]));
  for (const { channel, role } of carried) {
    const one = probes.get(role)!;
    const height = size(harmonicOf(one, 1));
    if ((LINES as readonly string[]).includes(role) && inVolts)
      tell(findings, `offset${role}`, one.mean, (2 * one.rest) / Math.sqrt(count * samplesPerCycle), "V");
    if (Math.abs(one.mean) > OFFSET * Math.max(height, size(harmonicOf(leading, 1)) * DEAD))
      said.push({
        code: "offset",
        channel: channel.name,
        words: `${channel.name} lies ${one.mean.toPrecision(3)} ${inVolts ? "V" : "of full scale"} off zero; that is taken out.`,
      });
  }
  if (lines.reversed) {
    const which = lines.reversed;
    said.push({
      code: "reversedProbe",
      channel: which,
      words:
        carried.length === 2
          ? `The two lines stand 60° apart where 120° is expected: one of the two probes is the wrong way round. ${which} is read the other way.`
          : `${which} is the wrong way round: its probe is reversed. It is read the other way.`,
    });
  }
  if (carried.length === 2) {
    const [first, second] = all.carried.map((_, i) => harmonicOf(folded[i]!, 1)) as [Phasor, Phasor];
    const scatter = Math.hypot(relativeU([...folded[0]!.byCycle]), relativeU([...folded[1]!.byCycle]));
    tell(
      findings,
      "ratioSecondToFirst",
      size(second) / size(first),
      (scatter * size(second)) / size(first),
      "",
    );
    tell(findings, "firstLeadsSecond", wrapDegrees(lag(second) - lag(first)), angleU(folded, count), "°");
  }
  const more = derived(carried, lines);
  const whole =
    more.length > 0
      ? { ...all, carried: [...carried, ...more], folded: [...folded, ...foldMore(all, more, time)] }
      : all;
  tellHeights(
    findings,
    whole,
    lines,
    { clipped, coarse, coasts: coast !== null, inVolts, frequencyU },
    options,
  );
  tellShape(findings, whole, { clipped, coarse });
  if (options.polePairs !== null && !clipped) ringOf(findings, { ...whole, time }, options);
  return {
    cycles,
    motion: all.motion,
    phases: phasesOf(lines),
    phaseOrder: lagging(lines) > 0 ? "ABC" : "ACB",
  };
}

/** The electrical angle along a recording, and where the phases stand in it. */
export interface Turned {
  readonly cycles: Cycles;
  readonly motion: Motion;
  /** Degrees of the angle at which each phase rises through zero; null where not all lines are known. */
  readonly phases: readonly [number, number, number] | null;
  readonly phaseOrder: "ABC" | "ACB";
}

const lagging = ({ by }: Lines): number => wrapDegrees(lag(by.BC) - lag(by.AB));

function phasesOf({ by: { AB, BC, CA }, whole }: Lines): Turned["phases"] {
  if (!whole) return null;
  // The three add up to nothing: a phase is a third of what lies between its two lines.
  const rising = (one: Phasor, other: Phasor) => lag(plus(one, minus(other))) - 90;
  return [rising(AB, CA), rising(BC, AB), rising(CA, BC)];
}

/** Lines that were not recorded themselves, from those or the phases that were: each probe the right way round. */
function derived(carried: readonly Carried[], { reversed }: Lines): Carried[] {
  const of = (role: string) => {
    const found = carried.find((one) => one.role === role);
    return (
      found && { values: found.channel.values, sign: reversed === role ? -1 : 1, unit: found.channel.unit }
    );
  };
  const sum = (role: Line, parts: readonly (readonly [string, number])[]): Carried[] => {
    const all = parts.map(([name, sign]) => ({ part: of(name), sign }));
    const [first] = all;
    if (of(role) || !first?.part || all.some(({ part }) => !part)) return [];
    const values = first.part.values.map((_, n) =>
      all.reduce((total, { part, sign }) => total + sign * part!.sign * part!.values[n]!, 0),
    );
    return [{ role, channel: { name: role, unit: first.part.unit, values } }];
  };
  const [AB, BC, CA] = [
    [
      ["AN", 1],
      ["BN", -1],
    ],
    [
      ["BN", 1],
      ["CN", -1],
    ],
    [
      ["CN", 1],
      ["AN", -1],
    ],
  ] as const;
  const fromPhases = [...sum("AB", AB), ...sum("BC", BC), ...sum("CA", CA)];
  if (fromPhases.length > 0) return fromPhases;
  const missing = LINES.filter((line) => !of(line));
  const others = LINES.filter((line) => of(line));
  return missing.length === 1
    ? sum(
        missing[0]!,
        others.map((line) => [line, -1] as const),
      )
    : [];
}

function tooShort({ said }: Pick<Findings, "said">): null {
  said.push({
    code: "tooShort",
    words:
      "The recording holds less than one electrical cycle: nothing can be said of it. Record longer, or spin faster.",
  });
  return null;
}

function noPeriod({ time }: Recording, { channel }: Carried, { said }: Findings): null {
  // Less than a cycle of something large is not the same as nothing at all.
  const { values } = channel;
  let [low, high, crossings, sign] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY, 0, 0];
  for (const value of values) {
    if (Number.isNaN(value)) continue;
    low = Math.min(low, value);
    high = Math.max(high, value);
  }
  const [middle, band] = [(low + high) / 2, (high - low) / 4];
  for (const value of values) {
    const now = value > middle + band ? 1 : value < middle - band ? -1 : 0;
    if (now !== 0 && now !== sign) {
      crossings += sign === 0 ? 0 : 1;
      sign = now;
    }
  }
  if (high > low && crossings <= 1 && time!.length > 16 && isSmooth(values, high - low))
    return tooShort({ said });
  said.push({
    code: "noPeriod",
    words: "Nothing in the recording comes back regularly: no turning motor is seen in it.",
  });
  return null;
}

/** Whether a signal goes from sample to sample in small steps. */
function isSmooth(values: Float64Array, range: number): boolean {
  let steps = 0;
  for (let n = 1; n < values.length; n += 1) steps += Math.abs(values[n]! - values[n - 1]!) || 0;
  return steps < 4 * range;
}

/** How far the angle's own scatter leaves the frequency open, Hz. */
function frequencyUncertainty({ at, angle }: Cycles, frequency: number): number {
  const n = at.length;
  if (n < 4) return frequency * 0.01;
  // Second differences of the angle: what is neither speed nor its steady change.
  const bends = Array.from({ length: n - 2 }, (_, k) => {
    const [h, g] = [at[k + 1]! - at[k]!, at[k + 2]! - at[k + 1]!];
    return ((angle[k + 2]! - angle[k + 1]!) / g - (angle[k + 1]! - angle[k]!) / h) * ((h + g) / 2);
  });
  const scatter = Math.sqrt(bends.reduce((sum, one) => sum + one * one, 0) / bends.length / 6);
  return (2 * scatter * Math.SQRT2) / (2 * Math.PI * (at[n - 1]! - at[0]!));
}

function tellSpeed(
  findings: Findings,
  { cycles, frequency, count }: FoldedAll,
  ends: readonly [number, number],
  coasts: boolean,
  u: number,
  { polePairs }: CaptureOptions,
): void {
  const { at, angle } = cycles;
  const rpm = polePairs === null ? Number.NaN : 60 / polePairs;
  if (!coasts) {
    tell(findings, "electricalFrequency", frequency, u, "Hz");
    tell(findings, "speed", frequency * rpm, u * rpm, "rpm");
    if (polePairs !== null)
      tell(findings, "turnPeriod", polePairs / frequency, (u / frequency) * (polePairs / frequency), "s");
  }
  const n = at.length;
  if (n < 6 || count < 4) return;
  // The speed of the first and the last turn, or tenth.
  const part = Math.max(2, Math.min(polePairs ?? Math.ceil(n / 10), Math.floor(n / 3)));
  const hz = (from: number, to: number) =>
    (angle[to]! - angle[from]!) / (2 * Math.PI * (at[to]! - at[from]!));
  // Carried on to the ends of the recording by the change from one part to the next, where less than two cycles are wanting.
  const [begin, next] = [hz(0, part), hz(part, Math.min(n - 1, 2 * part))];
  const [before, end] = [hz(Math.max(0, n - 1 - 2 * part), n - 1 - part), hz(n - 1 - part, n - 1)];
  const carriedOn = (missing: number, cycle: number, seconds: number) =>
    0.5 + (missing < 2 * cycle ? missing / seconds : 0);
  const start = begin + (begin - next) * carriedOn(at[0]! - ends[0], at[1]! - at[0]!, at[part]! - at[0]!);
  const stop =
    end +
    (end - before) * carriedOn(ends[1] - at[n - 1]!, at[n - 1]! - at[n - 2]!, at[n - 1]! - at[n - 1 - part]!);
  const each = (2 * u * (at[n - 1]! - at[0]!)) / Math.max(1e-12, at[part]! - at[0]!);
  tell(findings, "speedAtStart", start * rpm, each * rpm, "rpm");
  tell(findings, "speedAtEnd", stop * rpm, each * rpm, "rpm");
  const sag = 1 - stop / start;
  tell(findings, "sag", 100 * sag, (100 * each * Math.SQRT2) / start, "%");
  if (!coasts && Math.abs(sag) > CHANGES)
    findings.said.push({
      code: "speedChanges",
      words: `The speed ${sag > 0 ? "falls" : "rises"} by ${(100 * Math.abs(sag)).toFixed(1)} % in the course of the recording; that is taken out by angle.`,
    });
}

const angleU = (folded: readonly Folded[], count: number): number =>
  Math.max(
    0.01,
    ...folded.map(
      (one) =>
        (2 * one.rest * Math.SQRT2 * DEGREES) /
        (size(harmonicOf(one, 1)) * Math.sqrt(Math.max(1, count) * 20)),
    ),
  );

interface Circumstances {
  readonly clipped: boolean;
  readonly coarse: boolean;
  readonly coasts: boolean;
  readonly inVolts: boolean;
  readonly frequencyU: number;
}

function tellHeights(
  findings: Findings,
  all: FoldedAll,
  lines: Lines,
  { clipped, coarse, coasts, inVolts, frequencyU }: Circumstances,
  { polePairs, ratedConstant }: CaptureOptions,
): void {
  const { said, words } = findings;
  const { folded, frequency, count } = all;
  // One line alone tells its own height, and what follows from it where the three are equal.
  if (all.carried.length === 1 && !lines.whole) {
    findings.assumed.push("Only one line was recorded: the other two are taken to be equal to it.");
  }
  const measured = LINES.map((line) => ({ line, height: size(lines.by[line]) })).filter(({ height }) =>
    Number.isFinite(height),
  );
  const mean = measured.reduce((sum, { height }) => sum + height, 0) / measured.length;
  const scatter = relativeU(grouped(meanByCycle(all), turnsOrCycles(polePairs, count)));
  const share = Math.max(Number.isFinite(scatter) ? scatter : COARSE_U, coarse ? COARSE_U : 0);
  const unit = inVolts ? "V" : "of full scale";
  const told = !clipped && all.samplesPerCycle >= LEAST_FOR_HEIGHT;
  const heights = told && !coasts;
  if (heights && inVolts) {
    // A single line scatters more than the mean of three.
    for (const { line, height } of measured)
      tell(findings, `amplitude${line}`, height, Math.sqrt(3) * share * height, unit);
    tell(findings, "lineToLinePeak", mean, share * mean, unit);
    tell(findings, "phasePeak", mean / Math.sqrt(3), (share * mean) / Math.sqrt(3), unit);
  }
  const dead = deadOf(measured);
  const ordered = measured.length === 3 && !dead;
  if (measured.length === 3 && told) {
    const imbalance = Math.max(...measured.map(({ height }) => Math.abs(height - mean))) / mean;
    tell(findings, "imbalance", 100 * imbalance, 100 * share * Math.sqrt(6), "%");
  }
  if (ordered) {
    const apart = wrapDegrees(lag(lines.by.BC) - lag(lines.by.AB));
    // As it was recorded, a probe the wrong way round included.
    const recorded = lines.reversed === "AB" || lines.reversed === "BC" ? wrapDegrees(apart + 180) : apart;
    tell(findings, "angleAbToBc", recorded, angleU(folded, count), "°");
    words["phaseOrder"] = apart > 0 ? "ABC" : "ACB";
  }
  if (dead) {
    said.push({
      code: "deadPhase",
      words: `Phase ${dead} gives nothing: both lines at it are dead, and the third is not.`,
    });
    words["deadPhase"] = dead;
  } else if (measured.length === 3 && told) sayWeakPhase(findings, all, measured, share);
  if (!inVolts || !told || "deadPhase" in words) return;
  tellConstant(findings, all, {
    mean,
    share,
    coasts,
    coarse,
    frequencyU,
    polePairs,
    ratedConstant,
    lines,
    frequency,
  });
}

/** Turns where there are some: what the magnets do within one is no scatter. */
const turnsOrCycles = (polePairs: number | null, count: number): number =>
  polePairs !== null && count >= 3 * polePairs ? polePairs : 1;

/** Height of each cycle, the mean of the lines. */
function meanByCycle({ carried, folded, count }: FoldedAll): Float64Array {
  const lines = folded.filter((_, i) => (LINES as readonly string[]).includes(carried[i]!.role));
  return Float64Array.from(
    { length: count },
    (_, cycle) => lines.reduce((sum, { byCycle }) => sum + byCycle[cycle]!, 0) / lines.length,
  );
}

/** The phase at which both lines are dead. */
function deadOf(measured: readonly { readonly line: Line; readonly height: number }[]): string | null {
  if (measured.length < 3) return null;
  const most = Math.max(...measured.map(({ height }) => height));
  const dead = measured.filter(({ height }) => height < DEAD * most).map(({ line }) => line);
  if (dead.length !== 2) return null;
  return [...dead[0]!].find((phase) => dead[1]!.includes(phase)) ?? null;
}

function sayWeakPhase(
  findings: Findings,
  { carried, folded }: FoldedAll,
  measured: readonly { readonly line: Line; readonly height: number }[],
  share: number,
): void {
  const by = Object.fromEntries(measured.map(({ line, height }) => [line, height])) as Record<Line, number>;
  const phases = ["A", "B", "C"] as const;
  const own = phases.map((phase) => carried.findIndex(({ role }) => role === `${phase}N`));
  const heights = own.every((i) => i >= 0) ? own.map((i) => size(harmonicOf(folded[i]!, 1))) : limbsOf(by);
  if (!heights) return;
  const low = heights.indexOf(Math.min(...heights));
  const others = heights.filter((_, i) => i !== low);
  const usual = (others[0]! + others[1]!) / 2;
  const lower = 1 - heights[low]! / usual;
  const U = 2 * share;
  if (lower > 1 - DEAD) {
    findings.said.push({ code: "deadPhase", words: `Phase ${phases[low]!} gives nothing.` });
    findings.words["deadPhase"] = phases[low]!;
  } else if (lower > WEAK + U) {
    findings.said.push({
      code: "weakPhase",
      words: `Phase ${phases[low]!} gives ${(100 * lower).toFixed(1)} % less than the other two.`,
    });
    findings.words["weakPhase"] = phases[low]!;
    tell(findings, "weakPhaseBy", 100 * lower, 100 * U, "%");
  }
}

/** Heights of the limbs of a star from its lines, by the law of cosines; null where they make no triangle. */
function limbsOf({ AB, BC, CA }: Readonly<Record<Line, number>>): number[] | null {
  const [ab, bc, ca] = [AB ** 2, BC ** 2, CA ** 2];
  const sixteen = 2 * (ab * bc + bc * ca + ca * ab) - (ab * ab + bc * bc + ca * ca);
  if (sixteen < 0) return null;
  const L = Math.sqrt((ab + bc + ca) / 2 + (Math.sqrt(3) * Math.sqrt(sixteen)) / 2);
  return [
    (L * L + ab + ca - 2 * bc) / (3 * L),
    (L * L + ab + bc - 2 * ca) / (3 * L),
    (L * L + bc + ca - 2 * ab) / (3 * L),
  ];
}

interface ConstantParts extends Pick<CaptureOptions, "polePairs" | "ratedConstant"> {
  readonly mean: number;
  readonly share: number;
  readonly coasts: boolean;
  readonly coarse: boolean;
  readonly frequencyU: number;
  readonly frequency: number;
  readonly lines: Lines;
}

function tellConstant(findings: Findings, { carried, folded }: FoldedAll, parts: ConstantParts): void {
  const { mean, share, coasts, coarse, frequencyU, frequency, polePairs, ratedConstant } = parts;
  // Flux of a phase: its crest over the electrical speed. Both are folded to one speed, so that a coast tells it as well.
  const omega = 2 * Math.PI * frequency;
  const flux = mean / Math.sqrt(3) / omega;
  const relative = Math.hypot(share, frequencyU / frequency);
  tell(findings, "fluxLinkage", flux, relative * flux, "Wb");
  const crests = folded.flatMap(({ crest }, i) =>
    (LINES as readonly string[]).includes(carried[i]!.role) && crest !== null ? [crest] : [],
  );
  if (crests.length > 0 && !coarse && !coasts) {
    const crest = crests.reduce((sum, one) => sum + one, 0) / crests.length;
    const extra = Math.hypot(share, 0.003);
    tell(findings, "lineToLineCrest", crest, extra * crest, "V");
    if (polePairs !== null) {
      const constant = (60 * frequency) / polePairs / crest;
      tell(findings, "speedConstantFromCrest", constant, Math.hypot(extra, relative) * constant, "rpm/V");
    }
  }
  if (polePairs === null) return;
  const constant = (60 * (omega / (2 * Math.PI))) / polePairs / mean;
  tell(findings, "speedConstant", constant, relative * constant, "rpm/V");
  if (ratedConstant === null) return;
  const against = constant / ratedConstant;
  tell(findings, "speedConstantAgainstRated", 100 * (against - 1), 100 * relative * against, "%");
  tell(findings, "fluxAgainstRated", 100 * (1 / against - 1), (100 * relative) / against, "%");
  if (1 / against - 1 < -BELOW - relative)
    findings.said.push({
      code: "fluxBelowRated",
      words: `The flux is ${(100 * (1 - 1 / against)).toFixed(1)} % below what the plate says.`,
    });
}

/** A speed constant above the plate by more than this is more than a plate's tolerance: common practice says 5 to 10 %. */
const BELOW = 0.08;

function tellShape(
  findings: Findings,
  { carried, folded }: FoldedAll,
  { clipped, coarse }: { readonly clipped: boolean; readonly coarse: boolean },
): void {
  if (clipped || coarse) return;
  const shapes = carried.map(({ role }, i) => {
    const one = folded[i]!;
    const heights = one.cosine.map((_, k) => size(harmonicOf(one, k + 1)));
    return { role, heights, noise: one.rest };
  });
  const strong = Math.max(...shapes.map(({ heights }) => heights[0]!));
  const told = (of: (role: string) => boolean, name: string, thirdName: string) => {
    const those = shapes.filter(
      ({ role, heights }) => of(role) && heights[0]! > 0.3 * strong && heights.length === MOST_HARMONICS,
    );
    if (those.length === 0) return;
    const mean = (share: (heights: readonly number[]) => number) =>
      those.reduce((sum, { heights }) => sum + share(heights), 0) / those.length;
    const thd = mean((heights) => Math.hypot(...heights.slice(1)) / heights[0]!);
    tell(findings, `thd${name}`, 100 * thd, 100 * Math.max(0.001, 0.02 * thd), "%");
    for (const k of name === "Phase" ? [3] : [3, 5, 7]) {
      const share = mean((heights) => heights[k - 1]! / heights[0]!);
      tell(findings, `harmonic${k}${thirdName}`, 100 * share, 100 * Math.max(0.001, 0.02 * share), "%");
    }
  };
  told((role) => !role.endsWith("N"), "LineToLine", "LineToLine");
  told((role) => role.endsWith("N"), "Phase", "Phase");
}
