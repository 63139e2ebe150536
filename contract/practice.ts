import type { Family } from "#core/record";

/** A case to practise on, as it is listed: what is the matter with it stands in its file alone. */
export interface CaseLine {
  readonly id: string;
  readonly said: string;
  readonly about: string;
  readonly grade: string;
  readonly family: Family;
  readonly teaches: readonly string[];
  /** Written in this shop; the others ship with the program. */
  readonly own: boolean;
}

/** What an attempt came to, for its line. */
export interface AttemptLine {
  readonly id: string;
  readonly caseId: string;
  readonly family: Family;
  readonly teaches: readonly string[];
  readonly by: string;
  /** UTC, ISO 8601. */
  readonly at: string;
  /** "right", or what the action that was chosen would have come to. */
  readonly outcome: string;
  /** What was read settles it: who guesses shows nothing. */
  readonly settled: boolean;
  /** 0 is sure and right, 1 sure and wrong. */
  readonly brier: number;
  readonly minutes: number;
  readonly needlessParts: number;
  readonly unsafe: number;
  /** They looked at the program's verdict first: it shows nothing of them. */
  readonly peeked: boolean;
}

/** Who has shown what, and may work alone on what. */
export interface PersonProgress {
  readonly technician: string;
  readonly initials: string;
  readonly name: string;
  readonly role: string;
  readonly shown: readonly Family[];
  readonly alone: readonly Family[];
}

export interface Progress {
  /** The latest first: one's own, or everybody's for the owner. */
  readonly attempts: readonly AttemptLine[];
  readonly people: readonly PersonProgress[];
}

/** Different cases of a family, done rightly on what was read, safely and without looking, that show somebody can. Bench judgement. */
export const CASES_THAT_SHOW = 3;

/** Whether a try shows that somebody can: rightly, on what was read, safely, and without a look at the verdict. */
export const shows = ({ outcome, settled, unsafe, peeked }: AttemptLine): boolean =>
  outcome === "right" && settled && unsafe === 0 && !peeked;

/** Families that these attempts of one person show. */
export function shownBy(attempts: readonly AttemptLine[]): Family[] {
  const cases = new Map<Family, Set<string>>();
  for (const attempt of attempts.filter(shows))
    cases.set(attempt.family, new Set([...(cases.get(attempt.family) ?? []), attempt.caseId]));
  return [...cases].flatMap(([family, done]) => (done.size >= CASES_THAT_SHOW ? [family] : []));
}

const GRADES = ["easy", "medium", "hard"];

/**
 * The case to practise next: the easiest not done rightly yet, of the topic that is missed most; before anything was tried, the
 * easiest of all.
 * @param attempts of one person
 * @returns null where every case was done rightly
 */
export function nextCase(cases: readonly CaseLine[], attempts: readonly AttemptLine[]): CaseLine | null {
  const done = new Set(attempts.filter(shows).map(({ caseId }) => caseId));
  const left = cases.filter(({ id }) => !done.has(id));
  /** Share of what was tried of a topic that went wrong; what was never tried stands in the middle. */
  const missed = (topic: string): number => {
    const tried = attempts.filter(({ teaches }) => teaches.includes(topic));
    return tried.length === 0 ? 0.5 : tried.filter((one) => !shows(one)).length / tried.length;
  };
  const most = ({ teaches }: CaseLine) => Math.max(...teaches.map(missed));
  const byNeed = (a: CaseLine, b: CaseLine) =>
    most(b) - most(a) || GRADES.indexOf(a.grade) - GRADES.indexOf(b.grade) || a.id.localeCompare(b.id);
  const easiest = (a: CaseLine, b: CaseLine) =>
    GRADES.indexOf(a.grade) - GRADES.indexOf(b.grade) || a.id.localeCompare(b.id);
  return left.toSorted(attempts.length === 0 ? easiest : byNeed)[0] ?? null;
}
