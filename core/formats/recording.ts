/** What may be said of a recording, one closed list: screens, journal, command and API use these names. */
export type SaidCode =
  | "emptyFile"
  | "notACapture"
  | "truncated"
  | "missingSamples"
  | "unevenTime"
  | "clipped"
  | "offset"
  | "tooShort"
  | "undersampled"
  | "noPeriod"
  | "reversedProbe"
  | "deadPhase"
  | "weakPhase"
  | "weakPolePair"
  | "oncePerTurn"
  | "cannotSeeMagnets"
  | "fluxBelowRated"
  | "coasts"
  | "speedChanges"
  | "stuck"
  | "backwards"
  | "spacing60"
  | "spacingUnknown"
  | "misplaced"
  | "glitches"
  | "reversal"
  | "missingPulses"
  | "wiresSwapped";

/** Something that was found in a recording, in a sentence; where it lies, as far as that is one place. */
export interface Said {
  readonly code: SaidCode;
  readonly words: string;
  readonly channel?: string;
  /** Line of a text, from 1. */
  readonly line?: number;
  /** Seconds. */
  readonly at?: number;
}

/** Why a recording is not read at all. */
export class Refused extends Error {
  readonly said: Said;
  constructor(code: SaidCode, words: string, where: Pick<Said, "channel" | "line" | "at"> = {}) {
    super(words);
    this.said = { code, words, ...where };
  }
}

/** One signal of a recording. */
export interface Channel {
  readonly name: string;
  /** Volts; parts of full scale where nobody said how many volts that is; or the two levels of a logic signal. */
  readonly unit: "V" | "full scale" | "logic";
  /** By sample; not a number where none was taken. */
  readonly values: Float64Array;
}

/** Signals that were taken side by side. */
export interface Recording {
  readonly format: string;
  /** Seconds, by sample, ascending; null where states were written down without any clock. */
  readonly time: Float64Array | null;
  /** Usual distance of two samples, s; null where there is none. */
  readonly interval: number | null;
  readonly channels: readonly Channel[];
  /** Samples that should be there and are not: of any channel, or of all at once. */
  readonly missing: number;
  /** What was taken for granted while it was read, as sentences. */
  readonly assumed: readonly string[];
  readonly said: readonly Said[];
}
