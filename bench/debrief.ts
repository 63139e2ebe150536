import { assessJob } from "#core/judge";
import { checkOf } from "#core/measure";
import type { CheckId, JobRecord } from "#core/record";
import { bestWay, chanceOfTruth, type Way, type WayStep } from "./bestWay.ts";
import { motorOfCase, type CaseFile } from "./caseFile.ts";
import { settles } from "./marks.ts";

/** The verdict after some readings of one check, as it stood then. */
interface Stood {
  readonly check: CheckId;
  readonly title: string;
  readonly readings: number;
  readonly headline: string;
  readonly settled: boolean;
  /** Chance that the program gave to what was true then, all of it together; of a sound motor to nothing being wrong in it. */
  readonly chance: number;
}

/** What somebody can take away from what they did. */
export interface Debrief {
  /** Null where nothing that can be read settles it. */
  readonly way: Way | null;
  readonly stood: readonly Stood[];
  /** Readings written down after it was settled. */
  readonly needless: number;
  /** Of the best way, which steps were taken. */
  readonly taken: readonly boolean[];
  /** Of those that were not, the one that would have told most; null where all were. */
  readonly told: number | null;
  /** What was read and is on no step of the best way. */
  readonly besides: readonly CheckId[];
}

/** These say how somebody works, and nothing of what is the matter. */
const SAYS_NOTHING: readonly CheckId[] = ["safety"];

/** The record as it stood after each stretch of readings of one check. */
function stretches(record: JobRecord): { readonly check: CheckId; readonly upTo: number }[] {
  const found: { check: CheckId; upTo: number }[] = [];
  record.readings.forEach(({ check }, i) => {
    if (SAYS_NOTHING.includes(check)) return;
    const last = found.at(-1);
    if (last?.check === check) last.upTo = i + 1;
    else found.push({ check, upTo: i + 1 });
  });
  return found;
}

/**
 * What was done with a case, held against what would have been enough.
 * @param record the job that was practised on, before anything was decided
 */
export function debriefOf(file: CaseFile, record: JobRecord): Debrief {
  const motor = motorOfCase(file);
  let [before, needless, isSettled] = [0, 0, false];
  const stood = stretches(record).map(({ check, upTo }): Stood => {
    const readings = record.readings
      .slice(before, upTo)
      .filter(({ check: of }) => !SAYS_NOTHING.includes(of)).length;
    before = upTo;
    if (isSettled) needless += readings;
    const verdict = assessJob({ ...record, readings: record.readings.slice(0, upTo) });
    isSettled ||= settles(motor, verdict);
    return {
      ...{ check, title: checkOf(check).title, readings, headline: verdict.headline, settled: isSettled },
      chance: chanceOfTruth(file, verdict),
    };
  });
  const way = bestWay(file);
  const read = new Set(record.readings.map(({ check, slot }) => `${check} ${slot}`));
  const checks = new Set(record.readings.map(({ check }) => check));
  const wasTaken = ({ check, slots }: WayStep) =>
    slots.length > 0 ? slots.some((slot) => read.has(`${check} ${slot}`)) : checks.has(check);
  const steps = way?.steps ?? [];
  const taken = steps.map(wasTaken);
  const rise = (at: number) => steps[at]!.chance - (steps[at - 1]?.chance ?? 0);
  const missed = steps.flatMap((_, at) => (taken[at] ? [] : [at]));
  const told = missed.toSorted((a, b) => rise(b) - rise(a))[0] ?? null;
  return {
    ...{ way, stood, needless, taken, told },
    besides: [...checks].filter(
      (check) =>
        !SAYS_NOTHING.includes(check) && way !== null && way.steps.every((step) => step.check !== check),
    ),
  };
}
