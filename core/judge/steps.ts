import {
  leftOutReason,
  lowerFirst,
  REPEATED,
  type CheckAnswer,
  type CheckDefinition,
  type Finding,
  type OpenStep,
} from "../check/index.ts";
import { rankSteps, type Candidate, type Circumstances, type Inference } from "../inference/index.ts";
import type { CheckId, JobRecord, Reading } from "../record/index.ts";
import type { MotorModel } from "./model.ts";
import { checkOf } from "../measure/index.ts";
import type { NextCheck } from "./nextCheck.ts";

/** From this chance of a slip on reading it again is among the steps. Judgement. */
const AGAIN_FROM = 0.04;
/** What was measured this often is not proposed again. */
const MOST_MEASURED = 2;
/** What was felt or seen is not proposed again after this many times, however often it changed. */
const MOST_FELT = 3;
/** What of a step says how often it was made. */
type Made = Pick<OpenStep, "slots" | "since" | "marks">;

/** What was said in a step's first slot in an epoch, corrected ones included, in the order it was said. */
const saidIn = (readings: readonly Reading[], check: CheckId, slot: string, epoch: number) =>
  readings.flatMap(({ check: where, slot: at, epoch: when, value }) => {
    if (where !== check || at !== slot || when !== epoch) return [];
    return value.kind === "choice" ? [[value.choice]] : value.kind === "choices" ? [value.choices] : [];
  });

/**
 * What was seen at each look. A look begins with the choice that the step names; marks are pressed one after the other, and
 * what stands at its end was seen. The same list said once more was looked for once more.
 */
function looksOf({ readings }: JobRecord, check: CheckId, { slots, since }: Made, epoch: number) {
  const begins = readings.flatMap(({ check: where, slot, epoch: when, value }, i) =>
    where === check &&
    slot === since?.[0] &&
    when === epoch &&
    value.kind === "choice" &&
    value.choice === since[1]
      ? [i]
      : [],
  );
  return begins.flatMap((begin, n) => {
    const lists = saidIn(readings.slice(begin, begins[n + 1]), check, slots[0] ?? "", epoch);
    return lists.filter((list, i) => {
      const next = lists[i + 1];
      return !next || next.join() === list.join();
    });
  });
}

/** What a step said of one variable, time after time. */
function timesSaid(job: JobRecord, check: CheckId, step: Made, epoch: number, variable: string): string[] {
  if (!step.since) return saidIn(job.readings, check, step.slots[0] ?? "", epoch).map((one) => one.join(" "));
  const told = step.marks?.[variable];
  return looksOf(job, check, step, epoch).map((marks) =>
    marks.filter((mark) => !told || told.includes(mark)).join(" "),
  );
}

/** How often a step was made in an epoch, by its first slot. */
function timesMade({ readings }: JobRecord, check: CheckId, slots: readonly string[], epoch: number): number {
  return readings.filter(
    ({ check: where, slot, epoch: when, value }) =>
      where === check && slot === slots[0] && when === epoch && value.kind !== "undone",
  ).length;
}

/** Two choices alike at the end: what was felt or seen was felt or seen again. */
const twiceAlike = (said: readonly string[]) => said.length > 1 && said.at(-1) === said.at(-2);

/** Whether a step told a variable as often as it is worth: measured twice, or felt twice alike. */
function toldEnough(job: JobRecord, check: CheckId, step: Made, epoch: number, variable: string): boolean {
  const said = timesSaid(job, check, step, epoch, variable);
  return said.length > 0
    ? twiceAlike(said) || said.length >= MOST_FELT
    : timesMade(job, check, step.slots, epoch) >= MOST_MEASURED;
}

/** What was felt or seen twice alike is hardly a slip any more. */
export function steadied(
  job: JobRecord,
  epoch: number,
  findings: readonly Finding[],
  answers: ReadonlyMap<CheckId, CheckAnswer>,
): readonly Finding[] {
  const twice = new Set(
    [...answers].flatMap(([check, { made }]) =>
      made.flatMap((step) =>
        step.variables.filter((variable) => twiceAlike(timesSaid(job, check, step, epoch, variable))),
      ),
    ),
  );
  return twice.size === 0
    ? findings
    : findings.map((finding) => (twice.has(finding.variable) ? { ...finding, slip: REPEATED } : finding));
}

/** A step of a check, as the engine's candidate. */
export interface Step extends Candidate {
  readonly check: CheckId;
  readonly again: boolean;
  readonly title: string;
  readonly slots: readonly string[];
  /** Its name, where it can be left out by itself. */
  readonly alone?: string;
  readonly mendsSetUp?: number;
}

/**
 * What could still be read: the open steps of every check that was not skipped, and once more what was read already and
 * may well have been a slip, or carries the decision by itself.
 * @param doubted variables of findings that are read again whatever the chance of a slip
 */
export function stepsIn(
  job: JobRecord,
  epoch: number,
  answers: ReadonlyMap<CheckId, CheckAnswer>,
  slips: ReadonlyMap<string, number>,
  doubted: readonly string[],
  setupDoubt: boolean,
): Step[] {
  return [...answers].flatMap(([check, { state, steps, made, findings }]) => {
    if (state === "skipped") return [];
    // What a verdict waits for is made or skipped as a whole.
    const single = findings.length > 0 || checkOf(check).optional(job.motor);
    const again = made.filter(
      (step) =>
        step.variables.some(
          (variable) =>
            (doubted.includes(variable) || (slips.get(variable) ?? 0) > AGAIN_FROM) &&
            !toldEnough(job, check, step, epoch, variable),
        ) ||
        (setupDoubt &&
          step.mendsSetUp !== undefined &&
          timesMade(job, check, step.slots, epoch) < MOST_MEASURED),
    );
    return [
      ...steps
        .filter((step) => leftOutReason(job, check, step, epoch) === null)
        .map((step) => ({
          ...step,
          id: `${check}.${step.name}`,
          check,
          again: false,
          ...(single && { alone: step.name }),
        })),
      ...again.map((step) => ({
        ...step,
        id: `${check}.${step.name}.again`,
        title: step.mendsSetUp === undefined ? `Read again: ${lowerFirst(step.title)}` : step.title,
        check,
        again: step.mendsSetUp === undefined,
      })),
    ];
  });
}

/** A step as what is proposed, where something else than its gain speaks for it. */
export const proposal = ({ check, title, slots, minutes, again, alone }: Step, first: string): NextCheck => ({
  check,
  title,
  slots,
  minutes,
  gain: 0,
  because: "",
  first,
  ...(again && { again }),
  ...(alone && { alone }),
});

/** The step that reads a variable once more; null where it was read often enough. */
export function againFor(alone: string | null, steps: readonly Step[]): NextCheck | null {
  const step = steps.find(({ again, variables }) => again && variables.some((id) => id === alone));
  return step
    ? proposal(
        step,
        "The verdict rests on one look: the same once more before anything is opened or ordered.",
      )
    : null;
}

/** The step that mends a doubtful set-up; null where it was done, or nothing was read with it. */
export function mendingFor(steps: readonly Step[]): NextCheck | null {
  const step = steps
    .filter(({ mendsSetUp }) => mendsSetUp !== undefined)
    .toSorted((a, b) => a.mendsSetUp! - b.mendsSetUp!)[0];
  return step ? proposal(step, "The set-up is in doubt: nothing is believed that rests on it alone.") : null;
}

/** The steps that tell more than nothing about what to do, the most per minute first, as what is proposed. */
export function ranked(
  model: MotorModel,
  circumstances: Circumstances,
  inference: Inference,
  steps: readonly Step[],
): NextCheck[] {
  return rankSteps(model, circumstances, model.actions, inference, steps).map(
    ({ id, minutes, gain, telling }) => {
      const { check, title, slots, again, alone } = steps.find((step) => step.id === id)!;
      const because = model.variables.find((variable) => variable.id === telling)?.title.toLowerCase() ?? "";
      return {
        ...{ check, title, slots, minutes, gain, because },
        ...(again && { again }),
        ...(alone && { alone }),
      };
    },
  );
}

/** A check to be made whatever it would tell: half done, or asked for first. */
export const whole = ({ id, title, minutes }: CheckDefinition, halfDone: boolean): NextCheck => ({
  check: id,
  title,
  slots: [],
  minutes,
  gain: 0,
  because: title.toLowerCase(),
  ...(halfDone && { halfDone }),
});
