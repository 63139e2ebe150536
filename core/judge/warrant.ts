import {
  leftOutReason,
  lowerFirst,
  skipReason,
  type CheckAnswer,
  type CheckDefinition,
  type Finding,
} from "../check/index.ts";
import {
  AT_ALL,
  BODY,
  cureFactsOf,
  factsOf,
  PAIRS_SEEN,
  RUN_WELL,
  SOUGHT_IN_VAIN,
  TURNED,
  TURNED_OVER,
  type Wanted,
} from "../known/index.ts";
import { checkOf, CHECKS } from "../measure/index.ts";
import type { Minutes } from "../quantity/index.ts";
import type { CheckId, JobRecord } from "../record/index.ts";
import { worksOn, type Action } from "./action.ts";
import { isFounded, restsOn, seenToFail } from "./grounds.ts";
import type { HardFact } from "./hardFact.ts";
import { isOpen, type Need } from "./need.ts";
import { shownByMotor, type MotorModel } from "./model.ts";
import { proofLines } from "./proofLines.ts";
import { againFor, mendingFor, proposal, whole, type Step } from "./steps.ts";
import type { NextCheck } from "./nextCheck.ts";
import type { FaultBelief } from "./verdict.ts";

/** A need of a decision. */
export interface DecidingNeed extends Need {
  /** Why it is not decided yet, in a sentence. */
  readonly sentence: string;
  /** Nothing is decided while it stands so: it is open, or it was left out and nothing may be said on a skip. */
  readonly holds: boolean;
  /** It holds up whatever leads, and not only what is likely enough. */
  readonly always: boolean;
  /** Its reading is next: at once, once something is likely enough, when nothing else tells more, or as it tells. */
  readonly comes: "atOnce" | "onceSure" | "last" | "asItTells";
}

/** What the needs of a decision are asked of. */
export interface Seen {
  readonly job: JobRecord;
  readonly epoch: number;
  readonly answers: ReadonlyMap<CheckId, CheckAnswer>;
  readonly findings: readonly Finding[];
  readonly model: MotorModel;
  readonly faults: readonly FaultBelief[];
  readonly complained: boolean;
  readonly hardFact: HardFact | null;
  readonly action: Action | null;
  /** Our own set-up is the likely cause. */
  readonly setupDoubt: boolean;
  /** The finding that carries the decision by itself. */
  readonly alone: string | null;
  readonly steps: readonly Step[];
  /** A check that is not made yet, and that a verdict waits for. */
  readonly awaited: CheckDefinition | null;
}

/** From this chance on a fault is one that work is decided for: several may share one cure. Judgement. */
const DECIDED_FOR = 0.25;

/** What a finding may have been. */
const said = ({ likelihood }: Finding) =>
  Object.keys(likelihood).filter((outcome) => likelihood[outcome]! > 0);

/** Whether these findings meet what is wanted. */
export function isMet({ anyOf, says, able, itsOwn }: Wanted, findings: readonly Finding[]): boolean {
  const read = findings
    .filter(({ variable }) => anyOf.includes(variable))
    .map((found) => ({
      ...found,
      departs: found.departs && !said(found).every((outcome) => itsOwn.includes(outcome)),
    }));
  // What agrees in one place and departs in the other is not right yet.
  if (says === "agrees" && read.some(({ departs }) => departs)) return false;
  return read.some(
    ({ departs, ableMeter, lacks }) =>
      (says === "anything" || ((says === "departs") === departs && lacks === undefined)) &&
      !(able && ableMeter !== undefined),
  );
}

/** A fault is the one that work is done for from this chance on. */
const LEADING = 0.5;
/** A companion's reading that takes no longer is part of deciding. Judgement. */
const CHEAP: Minutes = 5;
/** A companion less likely than this is left to the proof. Judgement. */
const LIKELY_COMPANION = 0.03;
/** A reading shows a companion plainly from this chance on. Judgement. */
const SHOWS_PLAINLY = 0.5;

/** Of a fault that work is decided for: what it brings along, or was brought by, is looked for where that is cheap. */
function ofCompanions({ action, faults, findings, model, steps, epoch }: Seen): DecidingNeed[] {
  if (!action || !worksOn(action) || epoch > 0) return [];
  const leading = faults.filter(
    ({ fault, probability }) =>
      probability >= LEADING && factsOf(fault).cures.some((cure) => action.cures.includes(cure)),
  );
  const read = new Set(findings.map(({ variable }) => variable));
  return leading.flatMap(({ fault, name }): DecidingNeed[] => {
    const likely = new Set<string>(
      // What electronics die of, and kill, has needs of its own.
      faults.flatMap((one) => {
        const { location, cures } = factsOf(one.fault);
        const curedAlong = cures.some((cure) => action.cures.includes(cure));
        return one.probability >= LIKELY_COMPANION && location !== "electronics" && !curedAlong
          ? [one.fault]
          : [];
      }),
    );
    const companions = model.companions.flatMap((pair) =>
      pair.includes(fault) ? pair.filter((id) => likely.has(id)) : [],
    );
    return model.rows.flatMap((row): DecidingNeed[] => {
      if (row.fault === fault || !companions.includes(row.fault) || read.has(row.variable)) return [];
      const departs = Object.values(row.outcomes).reduce<number>((sum, p) => sum + (p ?? 0), 0);
      if (departs < SHOWS_PLAINLY) return [];
      const step = steps.find(
        ({ again, minutes, variables }) => !again && minutes <= CHEAP && variables.includes(row.variable),
      );
      if (!step) return [];
      const why = `${name} often brings another fault along: ${lowerFirst(step.title)} comes before it is decided.`;
      return [
        { ...open(lowerFirst(step.title), why, proposal(step, why)), always: false, comes: "onceSure" },
      ];
    });
  });
}

/** Whether somebody left out everything that reads these variables, with a reason. */
function isLeftOut({ job, epoch, answers }: Seen, check: CheckId, anyOf: readonly string[]): boolean {
  if (skipReason(job, check, epoch) !== null) return true;
  const reading = answers
    .get(check)!
    .steps.filter(({ variables }) => variables.some((id) => anyOf.includes(id)));
  return reading.length > 0 && reading.every((step) => leftOutReason(job, check, step, epoch) !== null);
}

/** What would read one of these variables: a step of it, or its check as a whole. */
function readingOf({ anyOf, wholeCheck, why }: Wanted, check: CheckDefinition, steps: readonly Step[]) {
  if (wholeCheck) return { ...whole(check, false), first: why };
  const step = steps.find(({ variables, again }) => !again && variables.some((id) => anyOf.includes(id)));
  return step ? proposal(step, why) : null;
}

/** A need as it is told, and what was wanted. */
type Asked = readonly [Wanted, Need];

/** What is wanted, as a need of this job; null where the motor has no such reading, or nothing asks for it yet. */
function needOf(wanted: Wanted, seen: Seen): Need | null {
  const { job, action, answers, findings, hardFact, steps } = seen;
  const { what, why, anyOf, once, families, orCuredBy, onlyIfRead, orHardFact } = wanted;
  if (families && !families.includes(job.motor.family)) return null;
  const asking = once && findings.find(({ variable }) => variable === once.variable);
  if (once && !((asking?.likelihood[once.outcome] ?? 0) >= 1)) return null;
  const check = CHECKS.find(
    ({ id, variables }) => answers.has(id) && variables.some((one) => anyOf.includes(one.id)),
  );
  if (!check) return null;
  const need = { what, why, step: null, ableMeter: null };
  const read = findings.some(({ variable }) => anyOf.includes(variable));
  if (onlyIfRead && !read) return null;
  const putRight = read && (action?.cures ?? []).some((cure) => orCuredBy.includes(cure));
  if (putRight || isMet(wanted, findings) || (orHardFact && hardFact)) return { ...need, state: "met" };
  if (isLeftOut(seen, check.id, anyOf)) return { ...need, state: "leftOut" };
  const lacks = findings.find(({ variable }) => anyOf.includes(variable))?.lacks;
  if (lacks !== undefined) return { ...need, what: lacks, state: "open", inRecord: true };
  const step = readingOf(wanted, check, steps);
  const blunt = findings.find(
    ({ variable, ableMeter }) => anyOf.includes(variable) && ableMeter !== undefined,
  );
  return step || once || read ? { ...need, state: "open", step, ableMeter: blunt?.ableMeter ?? null } : null;
}

/** What the cures of an action want, and the faults that it is decided for; what clears the motor wants its body read. */
function wantedFor({ action, faults, findings, answers, epoch }: Seen): readonly Wanted[] {
  if (!action || epoch > 0) return [];
  const ofCures = action.cures.flatMap((cure) => cureFactsOf(cure).decidedAfter);
  if (!worksOn(action)) {
    // A way of supply or call that was seen to end before the motor says enough: nothing of it is taken off.
    const lost = isAlong(answers) && seenToFail(action, faults, findings);
    return [...new Set([...ofCures, ...(lost ? [] : BODY)])];
  }
  const ofFaults = faults
    .filter(
      ({ fault, probability }) =>
        probability >= DECIDED_FOR && factsOf(fault).cures.some((cure) => action.cures.includes(cure)),
    )
    .flatMap(({ fault }) => factsOf(fault).condemnedAfter);
  return [...new Set([...ofFaults, ...ofCures])];
}

const isAlong = (answers: Seen["answers"]) => [...answers.keys()].some((id) => checkOf(id).looksAt === "way");
const isFed = (answers: Seen["answers"]) =>
  isAlong(answers) || [...answers.keys()].some((id) => checkOf(id).looksAt === "source");

const open = (what: string, sentence: string, step: NextCheck | null) =>
  ({ what, why: sentence, sentence, step, state: "open", holds: true, ableMeter: null }) as const;

const IN_DOUBT = "The test set-up is the likely cause: mend it and read again what it touched.";

/** Our own set-up in doubt. Read with other leads and still in doubt, only what rests on them is held up: mending decides nothing. */
function ofSetUp({ setupDoubt, steps, action, faults, findings }: Seen): DecidingNeed[] {
  if (!setupDoubt) return [];
  const mend = mendingFor(steps);
  const touched = findings.filter(({ check }) => checkOf(check).touchedBySetUp);
  const rests = action !== null && worksOn(action) && restsOn(action, faults, touched);
  const mendsAlone =
    action !== null && action.cures.length > 0 && action.cures.every((cure) => cureFactsOf(cure).readsAnew);
  if (!mend && !rests && !mendsAlone) return [];
  return [{ ...open("a set-up that is not in doubt", IN_DOUBT, mend), always: true, comes: "atOnce" }];
}

function ofBegun({ answers, job }: Seen): DecidingNeed[] {
  const begun = [...answers].find(
    ([id, { state }]) =>
      checkOf(id).looksAt !== "isolation" && !checkOf(id).optional(job.motor) && state === "inProgress",
  );
  if (!begun) return [];
  const check = checkOf(begun[0]);
  const sentence = `${check.title}: half done. Finish it before deciding.`;
  return [{ ...open(lowerFirst(check.title), sentence, whole(check, true)), always: true, comes: "atOnce" }];
}

/** Work on the motor rests on more than a complaint, and on more than one look. */
function ofGrounds(seen: Seen): DecidingNeed[] {
  const { action, hardFact, epoch, answers, alone, steps, faults, findings } = seen;
  if (!action || hardFact) return [];
  const work = worksOn(action);
  const again = epoch === 0 && (work || isAlong(answers)) ? againFor(alone, steps) : null;
  const look = "It rests on one look: look again before it is opened or ordered for.";
  const complaint = "Nothing that was read departs: nothing is opened or ordered on a complaint alone.";
  return [
    ...(again
      ? [{ ...open("the same once more", look, again), always: false, comes: "onceSure" as const }]
      : []),
    ...(work && !isFounded(action, faults, findings)
      ? [
          {
            ...open("something that departs", complaint, null),
            ...{ always: false, comes: "asItTells" as const },
          },
        ]
      : []),
  ];
}

/** After a repair: a repeat that would have read the same with the fault still there proves nothing, and one that departs less. */
function ofRepeats({ job, epoch, action }: Seen): DecidingNeed[] {
  if (epoch === 0) return [];
  const nothing = action?.cures.length === 0;
  return proofLines(job, epoch).flatMap(({ check, before, state, doubt }): DecidingNeed[] => {
    if (state !== "cannotTell" && !(nothing && state === "stillDeparts")) return [];
    const sentence = doubt ? `Not proved: ${doubt}.` : "Not proved: it departs still.";
    return [
      { ...open(lowerFirst(before), sentence, whole(checkOf(check), false)), always: true, comes: "atOnce" },
    ];
  });
}

/** Findings that depart, of checks that look at the motor itself, in which a fault of the motor shows. */
export function departingOnMotor(model: MotorModel, findings: readonly Finding[]): readonly Finding[] {
  const own = shownByMotor(model);
  return findings.filter(
    ({ variable, check, departs }) =>
      departs && !["way", "source", "isolation"].includes(checkOf(check).looksAt) && own.has(variable),
  );
}

/** No motor is cleared on readings of a set-up that is in doubt. */
const ofDoubt = ({ setupDoubt, steps }: Seen): DecidingNeed[] =>
  setupDoubt
    ? [
        {
          ...open("a set-up that is not in doubt", IN_DOUBT, mendingFor(steps)),
          ...{ always: true, comes: "atOnce" },
        },
      ]
    : [];

/** What departs on the motor is read again before it is cleared: a slip is likely then, and cheap to find out. */
function ofDeparting({ findings, model, steps }: Seen): DecidingNeed[] {
  return departingOnMotor(model, findings).flatMap(({ variable, sentence }): DecidingNeed[] => {
    const again = steps.find((step) => step.again && step.variables.includes(variable));
    if (!again) return [];
    const why = `${sentence}: read it again before the motor is cleared.`;
    return [{ ...open(lowerFirst(sentence), why, proposal(again, why)), always: false, comes: "onceSure" }];
  });
}

/** A motor is cleared by what fails outside it, by running well, or by a trouble that was looked for and did not show. */
function ofClearing(seen: Seen): DecidingNeed[] {
  const { action, complained, answers, faults, findings, awaited } = seen;
  if (!action || worksOn(action)) return [];
  const nothing = action.cures.length === 0;
  const again = nothing ? ofDeparting(seen) : [];
  if (again.length > 0) return again;
  const cleared =
    complained && isFed(answers)
      ? seenToFail(action, faults, findings) ||
        isMet(RUN_WELL, findings) ||
        (nothing && isMet(SOUGHT_IN_VAIN, findings))
      : awaited === null;
  if (cleared) return [];
  const sentence = nothing
    ? "Nothing points at the motor so far; checks are still open."
    : "Nothing points at the motor so far, and nothing outside it was seen to fail.";
  const step = awaited && awaited.looksAt !== "isolation" ? whole(awaited, false) : null;
  return [{ ...open(RUN_WELL.what, sentence, step), always: false, comes: "last" }];
}

/** A reading of a way of supply or call departs in which no fault of the motor shows: something outside was seen to fail. */
export const isFeedSeenToFail = ({ model, findings }: Pick<Seen, "model" | "findings">): boolean => {
  const own = shownByMotor(model);
  return findings.some(
    ({ check, variable, departs }) =>
      departs && ["way", "source"].includes(checkOf(check).looksAt) && !own.has(variable),
  );
};

/**
 * What must have been read before a motor is cleared because all that lies outside it is likely enough together: the least
 * set of its family, none of it skipped. One with its own electronics is cleared by a way that was seen to end, or by a
 * trouble that was looked for in vain. The set-up is mended first, and what was begun is finished.
 */
export function clearingNeeds(seen: Seen): readonly DecidingNeed[] {
  const always = [...ofDoubt(seen), ...ofBegun(seen)];
  const along = isAlong(seen.answers);
  // What cannot be told from a star may be a delta, and a winding of it open.
  const spunIsBlind = seen.job.motor.connection !== "star" && !isMet(RUN_WELL, seen.findings);
  const wanted =
    isFeedSeenToFail(seen) && along
      ? []
      : [...BODY, TURNED, ...(spunIsBlind ? [PAIRS_SEEN] : []), along ? SOUGHT_IN_VAIN : TURNED_OVER];
  const least = wanted.flatMap((one): DecidingNeed[] => {
    // What a family does not have is not asked of it.
    const need = needOf(one, seen);
    const closing = one === SOUGHT_IN_VAIN || one === TURNED_OVER;
    if (!need && (!closing || isMet(one, seen.findings))) return [];
    const told = need ?? {
      what: one.what,
      why: one.why,
      step: null,
      ableMeter: null,
      state: "open" as const,
    };
    return [{ ...told, sentence: one.why, holds: told.state !== "met", always: false, comes: "onceSure" }];
  });
  const atAll = AT_ALL.flatMap((one): DecidingNeed[] => {
    const need = needOf(one, seen);
    return need && isOpen(need)
      ? [{ ...need, sentence: need.why, holds: true, always: true, comes: "asItTells" }]
      : [];
  });
  // A way is not seen to end on one look.
  const once = ofGrounds(seen).filter(({ step }) => step !== null);
  return [...atAll, ...always, ...once, ...ofDeparting(seen), ...least];
}

/** From this on a reading comes after the short ones: the motor is opened last. Judgement. */
const LONG: Minutes = 10;
const isLong = ({ step }: Need) => step !== null && step.minutes >= LONG;

/** Everything that must have been seen before what leads is decided on, in the order it is said. */
export function decidingNeeds(seen: Seen): readonly DecidingNeed[] {
  const { action } = seen;
  const asked = (wanted: readonly Wanted[]): Asked[] =>
    wanted.flatMap((one) => {
      const need = needOf(one, seen);
      return need ? [[one, need] as const] : [];
    });
  const declared = asked(wantedFor(seen)).toSorted(([, a], [, b]) => Number(isLong(a)) - Number(isLong(b)));
  // Nothing is opened or ordered for: what clears the motor is read, unless something outside was seen to fail.
  const clears = action !== null && !worksOn(action) && !seenToFail(action, seen.faults, seen.findings);
  const first = [...new Set(declared.flatMap(([, { step }]) => (step ? [lowerFirst(step.title)] : [])))];
  return [
    ...asked(AT_ALL).map(([, need]): DecidingNeed => ({
      ...need,
      ...{ sentence: need.why, holds: isOpen(need), always: true, comes: "asItTells" },
    })),
    ...ofSetUp(seen),
    ...ofBegun(seen),
    ...ofRepeats(seen),
    ...declared.map(([{ neverSkipped }, need]): DecidingNeed => ({
      ...need,
      sentence:
        need.state === "leftOut"
          ? `Left out: ${need.what}. ${neverSkipped ? "Nothing is condemned on a skip: whoever goes on decides, and says why." : "Nothing is cleared on a skip."}`
          : need.inRecord
            ? `First: write ${need.what} into the record.`
            : first.length > 0
              ? `First: ${first.join(" and ")}.`
              : `First: what was read of ${need.what} is put right.`,
      // Whoever left it out said why, and goes on; but nothing is cleared so, and no electronics condemned.
      holds: isOpen(need) || (need.state === "leftOut" && (clears || neverSkipped)),
      ...{ always: false, comes: "onceSure" },
    })),
    ...oneEach(ofCompanions(seen)),
    ...ofGrounds(seen),
    ...ofClearing(seen),
  ];
}

/** One of those that the same reading meets. */
export const oneEach = (needs: readonly DecidingNeed[]): readonly DecidingNeed[] =>
  needs.filter(({ what }, i) => needs.findIndex((other) => other.what === what) === i);

/** The reading that a need makes the next one, whatever else would tell more. */
export function nextForNeed(needs: readonly DecidingNeed[], sure: boolean): NextCheck | null {
  const found = needs.find(
    ({ holds, step, comes }) => holds && step && (comes === "atOnce" || (comes === "onceSure" && sure)),
  );
  return found?.step ?? null;
}

/** A need as screens, report and other programs read it. */
export const needTold = ({ what, why, state, step, ableMeter, inRecord }: Need): Need => ({
  ...{ what, why, state, step, ableMeter },
  ...(inRecord && { inRecord }),
});
