import type { Recording } from "../formats/index.ts";
import { wrapDegrees } from "./angles.ts";
import { LINES, tell, type CaptureOptions, type Findings } from "./answer.ts";
import { clippingOf } from "./clipping.ts";
import { coasting } from "./coast.ts";
import { followCycles, type Cycles, type Motion } from "./cycles.ts";
import { foldAll, foldMore, type Carried, type FoldedAll } from "./foldAll.ts";
import { MOST_HARMONICS, type Folded } from "./folded.ts";
import { angleU, DEAD, relativeU, tellHeights } from "./heights.ts";
import { derived, lagging, linesOf, phasesOf } from "./lines.ts";
import { ringOf } from "./magnetRing.ts";
import type { CyclePicture } from "./pictures.ts";
import { harmonicOf, lag, size, type Phasor } from "./phasors.ts";

/** Samples of a cycle below which nothing is said of its shape. */
const LEAST_A_CYCLE = 10;

/** A mean beyond this share of the amplitude is worth a word. */
const OFFSET = 0.03;

/** A speed that changes by more than this within a recording is worth a word. */
const CHANGES = 0.02;

/** A fundamental that explains less of a signal than this is none. */
const LEAST_PERIODIC = 0.3;

/** Cycles that a recording holds at least; a little less may be wanting at its ends. */
const LEAST_CYCLE = 0.97;

function strongestOf(carried: readonly Carried[]): Carried {
  const power = ({ channel: { values } }: Carried) => {
    let [sum, squares, n] = [0, 0, 0];
    for (let i = 0; i < values.length; i += 1) {
      const value = values[i]!;
      if (Number.isNaN(value)) continue;
      sum += value;
      squares += value * value;
      n += 1;
    }
    return n > 0 ? squares / n - (sum / n) ** 2 : 0;
  };
  const powers = carried.map((one) => ({ one, power: power(one) }));
  return powers.toSorted((a, b) => b.power - a.power)[0]!.one;
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
    findings.pictures.coast = coast.picture;
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
  findings.pictures.cycle = whole.carried.map(({ role }, i) => cyclePicture(role, whole.folded[i]!));
  findings.pictures.cycles = cyclesBegin(whole, time);
  if (options.polePairs !== null && !clipped) ringOf(findings, { ...whole, time }, options);
  return {
    cycles,
    motion: all.motion,
    phases: phasesOf(lines),
    phaseOrder: lagging(lines) > 0 ? "ABC" : "ACB",
  };
}

/** Values of a cycle that are drawn: enough for the thirteenth harmonic. */
const CYCLE_VALUES = 72;

function cyclePicture(role: CyclePicture["role"], { cosine, sine, mean }: Folded): CyclePicture {
  const heights = cosine.map((one, k) => Math.hypot(one, sine[k]!));
  return {
    role,
    values: Array.from({ length: CYCLE_VALUES }, (_, n) =>
      cosine.reduce((sum, one, k) => {
        const angle = ((k + 1) * 2 * Math.PI * n) / CYCLE_VALUES;
        return sum + one * Math.cos(angle) + sine[k]! * Math.sin(angle);
      }, mean),
    ),
    harmonics: heights.slice(1).map((height) => height / heights[0]!),
  };
}

/** When each cycle begins, s; one more for where the last one ends. */
function cyclesBegin({ motion, cycles, span }: FoldedAll, time: Float64Array): number[] {
  const begins: number[] = [];
  let i = 0;
  for (let cycle = 0; cycle <= span.cycles; cycle += 1) {
    const wanted = span.from + 2 * Math.PI * cycle;
    while (i < motion.angle.length - 1 && motion.angle[i]! < wanted) i += 1;
    begins.push(time[cycles.first + i]! - (motion.angle[i]! - wanted) / motion.omega[i]!);
  }
  return begins;
}

/** The electrical angle along a recording, and where the phases stand in it. */
export interface Turned {
  readonly cycles: Cycles;
  readonly motion: Motion;
  /** Degrees of the angle at which each phase rises through zero; null where not all lines are known. */
  readonly phases: readonly [number, number, number] | null;
  readonly phaseOrder: "ABC" | "ACB";
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
  if (!(start > 0)) return;
  const sag = 1 - stop / start;
  tell(findings, "sag", 100 * sag, (100 * each * Math.SQRT2) / start, "%");
  if (!coasts && Math.abs(sag) > CHANGES)
    findings.said.push({
      code: "speedChanges",
      words: `The speed ${sag > 0 ? "falls" : "rises"} by ${(100 * Math.abs(sag)).toFixed(1)} % in the course of the recording; that is taken out by angle.`,
    });
}

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
