import type { Pair } from "./motor.ts";

/** A figure of a recording with its expanded uncertainty (95 %), in its unit. */
export interface KeptFigure {
  readonly value: number;
  readonly u: number;
  readonly unit: string;
}

/** Something that was said of a recording, by its code. */
export interface KeptRemark {
  readonly code: string;
  readonly words: string;
  readonly channel?: string;
  /** Line of a text, from 1. */
  readonly line?: number;
  /** Seconds. */
  readonly at?: number;
}

/** What is drawn of a recording wherever its file is not at hand: on paper, beside what came later. */
export interface KeptPictures {
  /** Height over each magnet, 1 the usual, and how far each may be off. */
  readonly magnets: { readonly heights: readonly number[]; readonly u: number } | null;
  /** One electrical cycle of each signal, evenly, in its unit. */
  readonly cycle: readonly { readonly role: string; readonly values: readonly number[] }[];
  /** Speed by time of a motor that coasts: s and electrical rad/s. */
  readonly coast: { readonly at: readonly number[]; readonly speed: readonly number[] } | null;
  /** Where each change of a sensor stands, degrees from A's rise on. */
  readonly edges: {
    readonly degrees: Readonly<Record<string, number>>;
    readonly u: number;
    readonly lag?: number | undefined;
  } | null;
  /** How loud a sound is by frequency, octave and time; absent where there is none. */
  readonly sound?: {
    readonly hertz: readonly number[];
    readonly decibels: readonly number[];
    readonly octaves: readonly (number | null)[];
    readonly at: readonly number[];
    readonly level: readonly number[];
  };
}

/** What a recording of a motor said when it was read, and by which reading of it: never worked out again. */
export interface KeptCapture {
  /** Its bytes, packed, among the files of the job; null where they were too many to keep. */
  readonly file: string | null;
  /** SHA-256 of the file as it came, 64 hexadecimal digits. */
  readonly sha256: string;
  readonly name: string;
  /** What each of its signals was taken for, in their order; null for one that was left out. */
  readonly carries: readonly (string | null)[];
  /** What it was read with. */
  readonly polePairs: number | null;
  readonly slots: number | null;
  /** Version of the rules that read it. */
  readonly rules: string;
  readonly figures: Readonly<Record<string, KeptFigure>>;
  /** Peak volts of the fundamental for each hertz, by line, where they were measured. */
  readonly perHertz: Readonly<Partial<Record<Pair, KeptFigure>>>;
  readonly said: readonly KeptRemark[];
  readonly words: Readonly<Record<string, string | Readonly<Record<string, string>>>>;
  readonly drawn: KeptPictures;
}

/** A figure of a recording, or undefined where it has none. */
export const figureOf = ({ figures }: Pick<KeptCapture, "figures">, name: string): KeptFigure | undefined =>
  Object.hasOwn(figures, name) ? figures[name] : undefined;

/** Whether something was said of a recording. */
export const saysOf = ({ said }: Pick<KeptCapture, "said">, code: string): KeptRemark | undefined =>
  said.find((one) => one.code === code);
