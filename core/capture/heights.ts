import { coverageFactor } from "../quantity/index.ts";
import { DEGREES, wrapDegrees } from "./angles.ts";
import { LINES, tell, type CaptureOptions, type Findings, type Line } from "./answer.ts";
import type { FoldedAll } from "./foldAll.ts";
import type { Folded } from "./folded.ts";
import { lagging, type Lines } from "./lines.ts";
import { harmonicOf, size } from "./phasors.ts";

/** With so few samples a cycle higher harmonics pass for the fundamental: its height is known no better than this. */
const COARSE_U = 0.05;

/** Below so many nothing is said of its height. */
const LEAST_FOR_HEIGHT = 8;

/** Below this share of the strongest, a signal is dead. */
export const DEAD = 0.1;

/** A phase lower than the others by more than this is weak: the usual limit of balance. */
const WEAK = 0.03;

/** Half the 95 % interval of a mean of values that scatter, as a share of it. */
export function relativeU(values: readonly number[]): number {
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

export const angleU = (folded: readonly Folded[], count: number): number =>
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

export function tellHeights(
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
  // A coast is folded to one speed as well: volts for each hertz are told of both.
  if (told && inVolts)
    findings.pictures.perHertz = Object.fromEntries(
      measured.map(({ line, height }) => [
        line,
        {
          value: height / frequency,
          u: Math.hypot(Math.sqrt(3) * share, frequencyU / frequency) * (height / frequency),
          unit: "V/Hz",
        },
      ]),
    );
  const dead = deadOf(measured);
  const ordered = measured.length === 3 && !dead;
  if (measured.length === 3 && told) {
    const imbalance = Math.max(...measured.map(({ height }) => Math.abs(height - mean))) / mean;
    tell(findings, "imbalance", 100 * imbalance, 100 * share * Math.sqrt(6), "%");
  }
  if (ordered) {
    const apart = lagging(lines);
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

/** A speed constant above the plate by more than this is more than a plate's tolerance: common practice says 5 to 10 %. */
const BELOW = 0.08;

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
