import type { Celsius, Minutes } from "../quantity/index.ts";
import type { Consequence } from "./motor.ts";

/** What every line of the work carries: the repairs recorded before it, who wrote it, and when. */
interface Line {
  readonly id: string;
  /** The repair under way: 0 before the first is recorded, as readings count. */
  readonly epoch: number;
  readonly by: string;
  /** UTC, ISO 8601. */
  readonly at: string;
}

/** A step of a repair plan that was done, in the words it was read in, with what was photographed at it. */
export interface WorkDone extends Line {
  readonly plan: string;
  readonly step: string;
  /** Names of files of the job. */
  readonly photos: readonly string[];
}

export const PART_STATES = ["awaited", "here"] as const;
type PartState = (typeof PART_STATES)[number];

/** A part for the repair, named by its rating. A later line that names it in `replaces` stands in its place. */
export interface PartLine extends Line {
  readonly part: string;
  readonly state: PartState;
  /** The day it is expected, as 2026-03-02; null where nobody knows, or where it is here. */
  readonly due: string | null;
  /** What it cost or will cost, in the shop's currency; null where nobody knows yet. */
  readonly price: number | null;
  readonly replaces: string | null;
}

export const LOADS = ["free", "light", "working"] as const;
export type Load = (typeof LOADS)[number];
export const LOAD_LABELS: Readonly<Record<Load, string>> = {
  free: "with nothing on the shaft",
  light: "with a light load",
  working: "at its working load",
};

export const SOUNDS = ["even", "rough"] as const;
export type Sound = (typeof SOUNDS)[number];

/** A run begun: its clock goes until a run is written down that names it, or until it is taken back. */
export interface RunStart extends Line {
  readonly load: Load;
}

/** A run after a repair. */
export interface BurnIn extends Line {
  /** The clock it was timed by; absent where the minutes were said. */
  readonly start?: string;
  readonly minutes: Minutes;
  readonly load: Load;
  /** At the end, on the casing; null where it was not read. */
  readonly celsius: Celsius | null;
  readonly sound: Sound;
  readonly note: string;
}

/** Minutes of even running before it goes back, by what a failure hurts. Judgement. */
export const BURN_IN_MINUTES: Readonly<Record<Consequence, Minutes>> = {
  nuisance: 5,
  property: 15,
  vehicle: 30,
  person: 60,
  aircraft: 60,
};

export const RELEASES = ["use", "restricted", "scrap"] as const;
export type ReleaseKind = (typeof RELEASES)[number];
export const RELEASE_LABELS: Readonly<Record<ReleaseKind, string>> = {
  use: "Released for use",
  restricted: "Released with a restriction",
  scrap: "Not to be used again",
};

/** How a motor leaves the bench, signed by whoever writes it. The last one of a repair stands. */
export interface Release extends Line {
  readonly as: ReleaseKind;
  /** What to watch, what it may not be used for, or why it is scrap: words for the customer. */
  readonly words: string;
}

/** The work on a motor beside its readings: steps done, parts, runs and releases, each in the order written. */
export interface Workshop {
  readonly done: readonly WorkDone[];
  readonly parts: readonly PartLine[];
  readonly runs: readonly BurnIn[];
  /** Absent where no clock was ever started. */
  readonly starts?: readonly RunStart[];
  readonly releases: readonly Release[];
}

const NOTHING: Workshop = { done: [], parts: [], runs: [], releases: [] };

/** The work of a job; empty lists where nothing was written. */
export const workshopOf = ({ workshop = NOTHING }: { readonly workshop?: Workshop }): Workshop => workshop;

/** The parts of one repair as they stand: each in its last line. */
export function standingParts(job: { readonly workshop?: Workshop }, epoch: number): readonly PartLine[] {
  const lines = workshopOf(job).parts.filter((line) => line.epoch === epoch);
  const replaced = new Set(lines.map(({ replaces }) => replaces));
  return lines.filter(({ id }) => !replaced.has(id));
}
