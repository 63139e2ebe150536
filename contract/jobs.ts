import type { ClosedRecord } from "#core/closing";
import type { RoadStage } from "#core/judge";
import type { Role } from "./doors.ts";
import type { CheckId, Disposition, Entry, Grounds, Intake, Pressing } from "#core/record";
import type { PartToOrder, Rest, WantedPart } from "#core/schedule";

/** As many of the newest jobs as one or two letters are looked for in, and as many as one search brings. */
export const SEARCH_LIMITS = { newest: 2000, most: 1000 } as const;

/** What a job waits for; the bench groups by it. */
export const STAGES = [
  "reading",
  "decision",
  "repair",
  "parts",
  "answer",
  "proof",
  "closing",
  "closed",
] as const;
export type Stage = (typeof STAGES)[number];

/** What lies ahead of an open job, as far as it is known. */
export interface Ahead {
  readonly rest: Rest;
  /** A part of it is ordered and still to come. */
  readonly awaits: boolean;
  /** To be ordered, of what is decided or likely. */
  readonly parts: readonly WantedPart[];
  /** What the recorded work comes to; null where the shop has not said what its hour costs. */
  readonly soFar: number | null;
  /** What is to come of parts and labour; null where the shop has not said what its hour costs, or nothing leads. */
  readonly toCome: number | null;
}

export interface Summary {
  readonly headline: string;
  readonly leading: { readonly name: string; readonly probability: number } | null;
  /** The next step in words, where in the job it is done, and how long it takes. */
  readonly next: string;
  readonly to: JobStep;
  readonly minutes: number;
  /** The motor is made safe before it: where the step is done says so. */
  readonly safeFirst?: true;
  readonly marks: readonly string[];
  /** Set where the verdict could not be worked out, in a sentence: what stands beside it is not of this version. */
  readonly unjudged?: string;
  readonly disposition: Disposition | null;
  /** Who wrote last. */
  readonly by: string;
  /** The day that what it waits for is expected, as 2026-03-02; absent where nobody said. */
  readonly due?: string;
  /** Who made the motor safe, and when, where the next step needs it: for who looks now it may have lapsed. */
  readonly safe?: { readonly at: string; readonly by: string };
  /** The day it is promised for, as 2026-03-02; absent where nobody promised. */
  readonly promised?: string;
  /** How much it presses; absent where nobody said. */
  readonly pressing?: Pressing;
  /** What is still to be done and what it comes to; absent of a closed job. */
  readonly ahead?: Ahead;
  /** A wait that runs, such as capacitors bleeding down. */
  readonly clock: { readonly startedAt: string; readonly minutes: number; readonly words: string } | null;
}

/** The rooms of a job: what was taken in, its checks, the decision, the road after it, the report. */
export type JobStep = "takenIn" | CheckId | "decide" | RoadStage | "report";

export interface JobLine {
  readonly id: string;
  readonly number: number;
  readonly name: string;
  readonly owner: string;
  readonly stage: Stage;
  readonly summary: Summary;
  readonly takenInAt: string;
  readonly closedAt: string | null;
}

/** Jobs still to be judged anew in the background, of how many; both 0 when nothing waits. */
export interface Judging {
  readonly left: number;
  readonly of: number;
}

/** What the bench may be narrowed to. */
export interface JobFilter {
  readonly stage?: Stage | "open";
  readonly q?: string;
  readonly owner?: string;
  /** Initials: who took it in, or wrote to it last. */
  readonly mine?: string;
  /** Expected before this day, as 2026-03-02. */
  readonly dueBefore?: string;
}

export interface JobList {
  readonly items: readonly JobLine[];
  readonly total: number;
  /** Motors and minutes of each stage, over all that match and not only over what is shown. */
  readonly totals: Readonly<Partial<Record<Stage, { readonly motors: number; readonly minutes: number }>>>;
  readonly page: number;
  readonly pageSize: number;
  readonly judging: Judging;
  /** Where words were looked for and not everything stands here: the newest jobs alone were looked through, or more were found. */
  readonly partly?: "newest" | "most";
}

/** What stands beside the jobs, whatever they are narrowed to: waits that run, what was here longest, and whose they are. */
export interface BenchAside {
  readonly clocks: readonly JobLine[];
  readonly longest: readonly JobLine[];
  readonly owners: readonly string[];
  /** Of the next steps of everything open. */
  readonly minutes: number;
}

/** When a motor is ready: by then, with the chance of it. */
export interface Ready {
  /** UTC, ISO 8601. */
  readonly at: string;
  /** 0 to 1. */
  readonly chance: number;
}

/** A motor that can be worked on, in the order of the day. */
export interface DayRow {
  readonly job: JobLine;
  /** Whose it is: who wrote to it last, or took it in. */
  readonly person: string;
  /** When it is begun, as the day is planned. UTC, ISO 8601. */
  readonly start: string;
  /** Minutes of its work now. */
  readonly minutes: number;
  /** Null where nobody can tell. */
  readonly ready: Ready | null;
  /** The chance that its promise is kept; null where nobody promised. */
  readonly kept: number | null;
  /** A person gave it this place. */
  readonly pinned: boolean;
}

/** A stretch of a day: work, or what runs by itself. */
export interface DayBlock {
  /** Which row it belongs to, from 1. */
  readonly row: number;
  readonly person: string;
  readonly kind: "work" | "wait";
  readonly start: string;
  readonly end: string;
}

/** A motor that waits for somebody else. */
export interface DayWaiting {
  readonly job: JobLine;
  readonly person: string;
  readonly ready: Ready | null;
}

/** The day at the bench. */
export interface Day {
  /** UTC, ISO 8601. */
  readonly now: string;
  /** The stretch of work that goes on or comes next: from now or from when the shop opens, until it closes. */
  readonly from: string;
  readonly until: string;
  readonly rows: readonly DayRow[];
  readonly blocks: readonly DayBlock[];
  readonly waiting: readonly DayWaiting[];
  readonly done: readonly JobLine[];
  /** Open jobs that are too many to be planned: the oldest, which stand in the list by what they wait for. */
  readonly unplanned: number;
  readonly parts: readonly PartToOrder[];
  readonly currency: string;
  readonly judging: Judging;
}

/** A row that a person moved to another place of the day. */
export interface DayMove {
  readonly job: string;
  /** From 0; null where it goes back to where the order puts it. */
  readonly place: number | null;
}

/** One job, whole: its journal, what it is judged by, and what it was at its last closing. */
export interface JobView {
  readonly id: string;
  readonly number: number;
  readonly version: number;
  readonly takenInAt: string;
  /** When it was closed or called off; null while it is open. */
  readonly closedAt: string | null;
  readonly savedAt: string;
  readonly intake: Intake;
  readonly entries: readonly Entry[];
  readonly grounds: Grounds;
  /** The last closing, where it was made here: its own record while it stands, and what a reopened job is held against. */
  readonly closing: ClosedRecord | null;
  /** The last closing, where it came in with a file: another shop's word, and never this one's record. */
  readonly elsewhere: ClosedElsewhere | null;
}

/** Where a closing came from that was not made here. */
export interface Origin {
  /** SHA-256 of the file that brought it. */
  readonly sha256: string;
  /** When it was taken in, UTC, ISO 8601, and by whom; empty where nobody signs in. */
  readonly at: string;
  readonly by: string;
}

/** What another shop said of a job when it closed it, in its own words. */
export interface ClosedElsewhere {
  readonly kind: ClosedRecord["kind"];
  readonly at: string;
  readonly by: string;
  readonly reason: string;
  readonly headline: string;
  /** Its leading fault; null where it named none. */
  readonly leading: { readonly name: string; readonly probability: number } | null;
  readonly rules: string;
  readonly file: Origin;
}

/** A person who works at this bench; readings carry the initials. */
export interface Technician {
  readonly id: string;
  readonly initials: string;
  readonly name: string;
  /** Works here no more: offered to nobody, and still named where the initials stand. */
  readonly retired?: boolean;
  /** A technician where nobody said. */
  readonly role?: Role;
}

/** What the server says once an entry is on its disk. */
export interface Receipt {
  readonly job: string;
  /** The job's version now. */
  readonly version: number;
  readonly closedAt: string | null;
  readonly savedAt: string;
}

export interface JournalChange {
  readonly version: number;
  readonly kind: string;
  readonly what: string;
  readonly by: string;
  readonly at: string;
}
