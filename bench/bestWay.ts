import { assessJob, type NextCheck, type Verdict } from "#core/judge";
import type { CheckId, JobRecord } from "#core/record";
import { describedMotor, kit, kitId, motorOfCase, type CaseFile } from "./caseFile.ts";
import { chanceFrom } from "./chance.ts";
import { truthOf } from "./marks.ts";
import { clearedOutcome, outcomeOf } from "./outcome.ts";
import { technicianFor, type Technician } from "./technician.ts";
import { USUAL } from "./worlds.ts";

/** A step of a way, and how long it took, s. */
export interface WayStep {
  readonly check: CheckId;
  readonly slots: readonly string[];
  readonly title: string;
  readonly seconds: number;
  /** Chance that the program gives to what is true once it is taken, all of it together. */
  readonly chance: number;
}
type Step = Omit<WayStep, "seconds" | "chance">;

export interface Way {
  readonly steps: readonly WayStep[];
  /** All of it with what lies between, s. */
  readonly seconds: number;
  /** Whether it settles it; else it leads to the right action and leaves some doubt. */
  readonly settles: boolean;
}

/** More steps than any job takes. */
const MOST_STEPS = 24;

/** Below this a pair is read with four wires, Ω. Common practice. */
const SMALL_OHMS = 1;

/** Somebody who slips nowhere, with all that lies on the bench. */
function practised(file: CaseFile): Technician {
  const instruments = kit();
  const named = (name: Parameters<typeof kitId>[0]) => instruments.find(({ id }) => id === kitId(name))!;
  return technicianFor(
    motorOfCase(file),
    {
      instrument: named(file.pairOhms < SMALL_OHMS ? "milliohm" : "meter"),
      ...{ finer: named("milliohm"), voltmeter: named("meter") },
      ...{ connectionKnown: true, expectedKnown: true, goodOnesAtHand: file.goodOnes, slips: 0 },
      ...{ keptShut: false, uncounted: false, world: USUAL },
      about: {
        polePairs: file.polePairs,
        rpmPerVolt: file.rpmPerVolt,
        described: describedMotor(file),
      },
    },
    chanceFrom(file.seed + 1),
  );
}

type Leads = "settles" | "leadsThere" | "astray";

/** Where what was read leads. */
function leadsTo(file: CaseFile, technician: Technician): Leads {
  const motor = motorOfCase(file);
  const { cleared, decided, action } = assessJob(technician.record());
  if (cleared) return clearedOutcome(motor) === "right" ? "settles" : "astray";
  if (action === null || outcomeOf(motor, action) !== "right") return "astray";
  return decided === null ? "leadsThere" : "settles";
}

function taken(file: CaseFile, steps: readonly Step[]) {
  const technician = practised(file);
  const timed = steps.map((step) => {
    const from = technician.seconds();
    technician.take(step.check, step.slots);
    return { ...step, seconds: technician.seconds() - from, record: technician.record() };
  });
  return { steps: timed, seconds: technician.seconds(), leads: leadsTo(file, technician) };
}

/**
 * Chance that a verdict gives to what is true of a case: to the least likely of its faults, or to nothing being wrong in the motor.
 * @returns 0 to 1
 */
export function chanceOfTruth(file: CaseFile, { faults, cleared }: Verdict): number {
  const truth = truthOf(motorOfCase(file));
  if (truth.length === 0) return cleared ? 1 : 0;
  return Math.min(
    ...truth.map((fault) => faults.find(({ fault: found }) => found === fault)?.probability ?? 0),
  );
}

/** The program's own next steps, until they settle it or nothing is left to read. */
function followed(file: CaseFile): Step[] {
  const technician = practised(file);
  const steps: Step[] = [];
  const refused = new Set<string>();
  const nameOf = ({ check, title }: NextCheck) => `${check}: ${title}`;
  for (let n = 0; n < MOST_STEPS; n += 1) {
    const verdict = assessJob(technician.record());
    if (verdict.decided !== null && !verdict.cleared) break;
    const next = [verdict.next, ...verdict.proposals].find((one) => one && !refused.has(nameOf(one)));
    if (!next) break;
    const { check, slots, title } = next;
    const took = technician.take(check, slots, next.alone);
    if (took) steps.push({ check, slots, title });
    if (!took || steps.filter((one) => one.check === check && one.title === title).length > 1)
      refused.add(nameOf(next));
  }
  return steps;
}

/** What somebody has written down who goes these steps with a case, and slips nowhere. */
export function recordOf(file: CaseFile, steps: readonly Step[]): JobRecord {
  const technician = practised(file);
  for (const { check, slots } of steps) technician.take(check, slots);
  return technician.record();
}

/**
 * The way that convinces in the fewest minutes, as far as it lies on the way that the program proposes: the longest steps are
 * left out as long as the rest still leads as far.
 * @returns null where what can be read here leads astray
 */
export function bestWay(file: CaseFile): Way | null {
  let steps: readonly Step[] = followed(file);
  let best = taken(file, steps);
  const { leads } = best;
  if (leads === "astray") return null;
  for (const candidate of best.steps.toSorted((a, b) => b.seconds - a.seconds)) {
    const without: typeof steps = steps.filter(
      ({ check, title }) => check !== candidate.check || title !== candidate.title,
    );
    const tried = taken(file, without);
    if (tried.leads === leads && tried.seconds < best.seconds) [steps, best] = [without, tried];
  }
  return {
    steps: best.steps.map(({ record, ...step }) => ({
      ...step,
      chance: chanceOfTruth(file, assessJob(record)),
    })),
    ...{ seconds: best.seconds, settles: leads === "settles" },
  };
}
