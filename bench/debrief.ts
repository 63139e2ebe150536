import { assessJob, type Verdict } from "#core/judge";
import { checkOf } from "#core/measure";
import type { CheckId, JobRecord } from "#core/record";
import { bestWay, type Way } from "./bestWay.ts";
import { motorOfCase, type CaseFile } from "./caseFile.ts";
import { truthOf } from "./marks.ts";
import { clearedOutcome, outcomeOf } from "./outcome.ts";

/** The verdict after some readings of one check, as it stood then. */
export interface Stood {
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
  /** Of the best way, the first step that was never taken; null where all were. */
  readonly missed: number | null;
  /** What was read and is on no step of the best way. */
  readonly besides: readonly CheckId[];
}

/** These say how somebody works, and nothing of what is the matter. */
const SAYS_NOTHING: readonly CheckId[] = ["safety"];

function settles(file: CaseFile, { cleared, decided, action }: Verdict): boolean {
  const motor = motorOfCase(file);
  if (cleared) return clearedOutcome(motor) === "right";
  return decided !== null && action !== null && outcomeOf(motor, action) === "right";
}

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
  const truth = truthOf(motorOfCase(file));
  let [before, needless, isSettled] = [0, 0, false];
  const stood = stretches(record).map(({ check, upTo }): Stood => {
    const readings = record.readings
      .slice(before, upTo)
      .filter(({ check: of }) => !SAYS_NOTHING.includes(of)).length;
    before = upTo;
    if (isSettled) needless += readings;
    const verdict = assessJob({ ...record, readings: record.readings.slice(0, upTo) });
    isSettled ||= settles(file, verdict);
    const chances = truth.map(
      (fault) => verdict.faults.find(({ fault: found }) => found === fault)?.probability ?? 0,
    );
    return {
      ...{ check, title: checkOf(check).title, readings, headline: verdict.headline, settled: isSettled },
      chance: chances.length > 0 ? Math.min(...chances) : verdict.cleared ? 1 : 0,
    };
  });
  const way = bestWay(file);
  const taken = new Set(record.readings.map(({ check, slot }) => `${check} ${slot}`));
  const checks = new Set(record.readings.map(({ check }) => check));
  const wasTaken = ({ check, slots }: Way["steps"][number]) =>
    slots.length > 0 ? slots.some((slot) => taken.has(`${check} ${slot}`)) : checks.has(check);
  const missed = way ? way.steps.findIndex((step) => !wasTaken(step)) : -1;
  return {
    ...{ way, stood, needless },
    missed: missed < 0 ? null : missed,
    besides: [...checks].filter(
      (check) =>
        !SAYS_NOTHING.includes(check) && way !== null && way.steps.every((step) => step.check !== check),
    ),
  };
}
