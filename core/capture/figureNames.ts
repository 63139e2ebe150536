import { lastMeaningfulPlace } from "../quantity/index.ts";
import type { SaidCode } from "../formats/index.ts";
import type { Figure } from "./answer.ts";

/** Every figure that may be told of a recording, with what stands beside it on a screen: one closed list. */
export const FIGURE_LABELS = {
  speedConstant: "Speed constant",
  speedConstantFromCrest: "Speed constant by the crest",
  speedConstantAgainstRated: "Against the plate",
  electricalFrequency: "Electrical frequency",
  speed: "Speed",
  speedAtStart: "Speed at the start",
  speedAtEnd: "Speed at the end",
  sag: "Fall of speed",
  turnPeriod: "One turn takes",
  lineToLinePeak: "Line peak, mean of three",
  lineToLineCrest: "Line crest, mean of three",
  phasePeak: "Phase peak",
  amplitudeAB: "Line A–B, peak",
  amplitudeBC: "Line B–C, peak",
  amplitudeCA: "Line C–A, peak",
  imbalance: "Largest deviation of a line",
  weakPhaseBy: "Weak phase, lower by",
  angleAbToBc: "Angle A–B to B–C",
  ratioSecondToFirst: "Second line over the first",
  firstLeadsSecond: "First line leads by",
  fluxLinkage: "Flux linkage of a phase",
  fluxAgainstRated: "Flux against the plate",
  thdLineToLine: "Harmonics of the line, all",
  thdPhase: "Harmonics of the phase, all",
  harmonic3LineToLine: "Third harmonic, line",
  harmonic5LineToLine: "Fifth harmonic, line",
  harmonic7LineToLine: "Seventh harmonic, line",
  harmonic3Phase: "Third harmonic, phase",
  weakPolePairs: "Pole pairs that are low",
  weakPolePairAgainstOthers: "The lowest against the others",
  oncePerTurn: "Swing once per turn",
  oncePerTurnFrequency: "Frequency of the swing",
  inertiaOverViscous: "Inertia over viscous drag, J/B",
  coulombOverInertia: "Dry drag over inertia, Tc/J",
  stopAt: "Would stand still at",
  clipLevel: "Cut off at",
  clippedShare: "Samples cut off",
  offsetAB: "Offset of A–B",
  offsetBC: "Offset of B–C",
  offsetCA: "Offset of C–A",
  cycles: "Electrical cycles",
  samplesPerCycle: "Samples a cycle",
  missingSamples: "Samples missing",
  samples: "Samples",
  sensorSpacing: "Sensors stand apart by",
  sensorLead: "Sensors lead their phases by",
  angleAToB: "Sensor A to B",
  angleBToC: "Sensor B to C",
  angleCToA: "Sensor C to A",
  misplacedBy: "Off its place by",
  edgesA: "Changes of A",
  edgesB: "Changes of B",
  edgesC: "Changes of C",
  glitches: "Pulses too short",
  missingPulses: "Pulses missing",
  impossibleTransitions: "Steps that cannot be",
  reversals: "Changes of direction",
  reversalAt: "Direction changes at",
  speedBefore: "Speed before it",
  speedAfter: "Speed after it",
  netTurns: "Turns in all",
  lowLevel: "Low level",
  highLevel: "High level",
} as const;
export type FigureName = keyof typeof FIGURE_LABELS;

/** The names in the order in which they are shown. */
export const FIGURE_NAMES = Object.keys(FIGURE_LABELS) as FigureName[];

/** A number without more digits than it is known by; minus as a sign of its own. */
const written = (text: string) => (Number(text) === 0 ? text.replace("-", "") : text.replace("-", "−"));

/**
 * A figure with its uncertainty, as many digits as that supports; a count as it is.
 * @example figureText({ value: 1049.37, u: 5.8, unit: "rpm/V" }) // "1049 ± 6 rpm/V"
 */
export function figureText({ value, u, unit }: Figure): string {
  if (Math.abs(value) < 0.1 && unit === "Wb")
    return figureText({ value: value * 1000, u: u * 1000, unit: "mWb" });
  const space = unit === "°" || unit === "" ? "" : " ";
  if (!(u > 0)) return `${written(Number(value.toPrecision(5)).toString())}${space}${unit}`;
  const decimals = Math.min(mostDecimals(value, unit), Math.max(0, -lastMeaningfulPlace(u)));
  const open = u.toFixed(decimals);
  // Known better than it is worth showing.
  const interval = Number(open) === 0 ? "" : ` ± ${open}`;
  return `${written(value.toFixed(decimals))}${interval}${space}${unit}`;
}

/** Nobody at a bench asks for more: a tenth of a degree or of a percent, four digits of anything else. */
function mostDecimals(value: number, unit: string): number {
  if (unit === "°" || unit === "%") return 1;
  const before = value === 0 ? 1 : Math.floor(Math.log10(Math.abs(value))) + 1;
  return Math.min(9, Math.max(0, 4 - before));
}

/** Whom each remark concerns: the motor, or the recording of it. */
const SAID_OF: Readonly<Record<SaidCode, "motor" | "recording">> = {
  ...{
    emptyFile: "recording",
    notACapture: "recording",
    truncated: "recording",
    missingSamples: "recording",
  },
  ...{ unevenTime: "recording", clipped: "recording", offset: "recording", tooShort: "recording" },
  ...{ undersampled: "recording", noPeriod: "recording", reversedProbe: "recording", coasts: "recording" },
  ...{ speedChanges: "recording", cannotSeeMagnets: "recording", spacing60: "recording" },
  ...{ spacingUnknown: "recording", reversal: "recording" },
  ...{ deadPhase: "motor", weakPhase: "motor", weakPolePair: "motor", oncePerTurn: "motor" },
  ...{ fluxBelowRated: "motor", stuck: "motor", backwards: "motor", misplaced: "motor", glitches: "motor" },
  ...{ missingPulses: "motor", wiresSwapped: "motor" },
};

/** Whether a remark is about the motor; one of a later version is about the recording. */
export const isOfMotor = (code: string): boolean => SAID_OF[code as SaidCode] === "motor";
