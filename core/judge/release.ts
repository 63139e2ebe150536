import { cureFactsOf, isCure, RELEASED_AFTER } from "../known/index.ts";
import { answerIn, CHECKS } from "../measure/index.ts";
import type { Minutes } from "../quantity/index.ts";
import {
  BURN_IN_MINUTES,
  epochOf,
  standingParts,
  workshopOf,
  type BurnIn,
  type JobRecord,
  type PartLine,
  type Release,
  type ReleaseKind,
  type RunStart,
} from "../record/index.ts";
import { whyNot, type Need } from "./need.ts";
import { proofOf } from "./proof.ts";
import { whole } from "./steps.ts";
import { isMet } from "./warrant.ts";

/** How far the run after the last repair is. */
export interface RunProof {
  /** Minutes of even running asked for, by what a failure hurts. */
  readonly asked: Minutes;
  /** Minutes of even running since the repair, or since it last ran rough. */
  readonly made: Minutes;
  readonly runs: readonly BurnIn[];
  /** The clock that goes now; null where none does. */
  readonly running: RunStart | null;
  readonly state: "toDo" | "made" | "rough";
}

/** The run that a repair is proved by beside its readings: what is moved by it, and heard, shows only then. */
export function runProofOf(job: JobRecord): RunProof {
  const runs = workshopOf(job).runs.filter(({ epoch }) => epoch === epochOf(job));
  const since = runs.slice(runs.findLastIndex(({ sound }) => sound === "rough") + 1);
  const made = since.reduce((sum, { minutes }) => sum + minutes, 0);
  const asked = BURN_IN_MINUTES[job.motor.consequence];
  const rough = runs.at(-1)?.sound === "rough";
  const timed = new Set(runs.map(({ start }) => start));
  const starts = (workshopOf(job).starts ?? []).filter(({ epoch }) => epoch === epochOf(job));
  const last = starts.at(-1);
  const running = last && !timed.has(last.id) ? last : null;
  return { asked, made, runs, running, state: rough ? "rough" : made >= asked ? "made" : "toDo" };
}

/** The release of the last repair; null while there is none. */
export function releaseOf(job: JobRecord): Release | null {
  return workshopOf(job).releases.findLast(({ epoch }) => epoch === epochOf(job)) ?? null;
}

/** Parts of the repair under way that are still to come. */
export function awaitedParts(job: JobRecord): readonly PartLine[] {
  return standingParts(job, epochOf(job)).filter(({ state }) => state === "awaited");
}

/** What is read again since it was worked on, because of whom a failure would hurt. */
export function againNeeds(job: JobRecord): readonly Need[] {
  const worked = (job.decisions.at(-1)?.cures ?? []).some(
    (cure) => isCure(cure) && cureFactsOf(cure).onMotor,
  );
  if (!worked) return [];
  return RELEASED_AFTER[job.motor.consequence].flatMap((wanted): Need[] => {
    const checks = CHECKS.filter(
      ({ variables, notApplicable }) =>
        variables.some(({ id }) => wanted.anyOf.includes(id)) && notApplicable(job.motor) === null,
    );
    const [first] = checks;
    if (!first) return [];
    // What agreed before the repair stands elsewhere, and not here.
    const met = isMet(
      wanted,
      checks.flatMap(({ id }) => answerIn(id, job, epochOf(job)).findings),
    );
    const { what, why } = wanted;
    const step = met ? null : whole(first, false);
    return [{ what, why, state: met ? "met" : "open", step, ableMeter: null }];
  });
}

/** What a release in this way wants: for use, everything read again and agreeing, and an even run for its consequence. */
function releaseNeeds(job: JobRecord, as: ReleaseKind): readonly Need[] {
  const need = (what: string, met: boolean, why: string): Need => ({
    ...{ what, why, state: met ? "met" : "open", step: null, ableMeter: null },
  });
  const repaired = epochOf(job) > 0;
  const repair = need("a repair", repaired, "Nothing was repaired: there is nothing to release.");
  if (!repaired || as !== "use") return [repair];
  const { answer } = proofOf(job);
  const { state, asked, made } = runProofOf(job);
  return [
    repair,
    need(
      "nothing that departs",
      answer !== "failed",
      "Something still departs: it cannot be released for use. Restrict it, or mend it first.",
    ),
    need(
      "all that departed, read again",
      answer === "proved",
      answer === "unexplained"
        ? "It agrees now, and what was done cures nothing that it may have had: find the cause, or restrict the release."
        : "The proof is not complete: read again what departed, or restrict the release.",
    ),
    ...againNeeds(job),
    need(
      "an even run",
      state === "made",
      state === "rough"
        ? "It ran rough: find out why, or restrict the release."
        : `It ran evenly for ${made} of ${asked} minutes: let it run on, or restrict the release.`,
    ),
  ];
}

/** Why a motor cannot be released in this way, in a sentence; null where it can. */
export const notReleasable = (job: JobRecord, as: ReleaseKind): string | null =>
  whyNot(releaseNeeds(job, as));

/** What the customer is to watch after the work that was decided on, in sentences. */
export function watchWords({ decisions }: Pick<JobRecord, "decisions">): string {
  const words = (decisions.at(-1)?.cures ?? []).flatMap((cure) =>
    isCure(cure) ? (cureFactsOf(cure).watch ?? []) : [],
  );
  return [...new Set(words), "If it cuts out or smells hot, stop and bring it back."].join(" ");
}
