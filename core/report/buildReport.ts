import { answerIn, CHECKS } from "../measure/index.ts";
import { findingState, leftOutReason, skipReason } from "../check/index.ts";
import { proofOf, releaseOf, type Proof } from "../judge/index.ts";
import {
  jobName,
  COMPLAINT_LABELS,
  CONNECTION_LABELS,
  DISPOSITION_LABELS,
  epochOf,
  EVENT_LABELS,
  type JobRecord,
  type Letterhead,
  type Release,
} from "../record/index.ts";
import { FAMILY_FACTS } from "../families/index.ts";
import { costsOf, type Costs } from "./costs.ts";
import { dayWords } from "./dayWords.ts";
import { DISPOSITION_IN_PLAIN_WORDS } from "./customerWords.ts";
import { explaining, knownBy, resultOf } from "./result.ts";
import { beforeAfterOf, type BeforeAfter } from "./beforeAfter.ts";
import { tablesOf, type PairTable } from "./tables.ts";

/**
 * How a line of a report's findings stands, in one that was frozen earlier too.
 * @example lineState({ departs: false, cannotTell: true }) // "cannotTell"
 */
export const lineState = ({
  departs,
  cannotTell,
}: Pick<Report["findings"][number], "departs" | "cannotTell">): ReturnType<typeof findingState> =>
  departs ? "departs" : cannotTell ? "cannotTell" : "agrees";

/**
 * What a customer gets: a page, and the measurements behind it, ready to be drawn on a screen or as a PDF. What an
 * earlier version did not hand over is absent in the reports that it froze.
 */
export interface Report {
  readonly title: string;
  readonly motor: readonly (readonly [string, string])[];
  readonly complaint: string;
  readonly answer: string;
  readonly plainWords: string;
  /** What departs first. */
  readonly findings: readonly {
    readonly sentence: string;
    readonly departs: boolean;
    /** It neither agrees nor departs; absent of every other, and of what was closed before this was told. */
    readonly cannotTell?: true;
  }[];
  readonly tables: readonly PairTable[];
  readonly decision: {
    readonly what: string;
    readonly plain: string;
    readonly reason: string;
    readonly by: string;
    readonly at: string;
  } | null;
  readonly repairs: readonly {
    readonly plan: string;
    readonly done: string;
    readonly minutes: number;
    readonly by: string;
    readonly at: string;
  }[];
  readonly proof: Proof | null;
  /** What had departed, drawn or listed before and after the last repair; absent without one, and in older reports. */
  readonly beforeAfter?: readonly BeforeAfter[];
  readonly notDone: readonly string[];
  readonly foot: string;
  readonly letterhead?: Letterhead;
  readonly release?: Pick<Release, "as" | "words" | "by" | "at">;
  readonly knownBy?: string;
  readonly costs?: Costs;
  /** Initials of whoever measured, repaired and released it. */
  readonly signedBy?: readonly string[];
  /** The shop's clock, by which days in it are written; UTC where it is absent. */
  readonly timeZone?: string;
}

/** What the report needs beside the record. */
export interface ReportHead {
  readonly number: number;
  readonly takenInAt: string;
  readonly closedAt: string | null;
}

/** Checks not made, with the reason where one was given; and single readings that somebody left out. */
function notDoneOf(job: JobRecord): string[] {
  const leftOut = CHECKS.flatMap(({ id }) =>
    answerIn(id, job, 0).steps.flatMap((step) => {
      const reason = leftOutReason(job, id, step, 0);
      return reason === null ? [] : [`${step.title}: ${reason}`];
    }),
  );
  const checks = CHECKS.flatMap((check) => {
    if (check.id === "safety") return [];
    const reason = check.notApplicable(job.motor) ?? skipReason(job, check.id, 0);
    if (answerIn(check.id, job, 0).findings.length > 0) return [];
    // What nobody waited for is not missed, unless somebody said why it was left out.
    if (check.optional(job.motor) && skipReason(job, check.id, 0) === null) return [];
    return [`${check.title}: ${reason ?? "not made"}`];
  });
  return [...checks, ...leftOut];
}

/**
 * A report in a customer's words, from the record alone.
 * @param head number and dates of the job; times UTC, ISO 8601
 */
export function buildReport(job: JobRecord, head: ReportHead): Report {
  const { motor } = job;
  const verdict = explaining(job);
  const epoch = epochOf(job);
  const decision = job.decisions.at(-1);
  const release = epoch > 0 ? releaseOf(job) : null;
  const costs = costsOf(job);
  const proof = epoch > 0 ? proofOf(job) : null;
  const letterhead = job.limits?.letterhead;
  const zone = job.limits?.timeZone;
  const facts = FAMILY_FACTS[motor.family];
  const events = job.events.map((event) => EVENT_LABELS[event]).join(", ");
  return {
    ...(zone !== undefined && { timeZone: zone }),
    title: motor.name,
    motor: [
      ["Job", jobName(head.number)],
      ["Owner", motor.owner],
      ["Serial", motor.serial],
      ["Motor", `${facts.label}, ${CONNECTION_LABELS[motor.connection]}`],
      ["Taken in", dayWords(head.takenInAt, zone)],
      ["Closed", head.closedAt ? dayWords(head.closedAt, zone) : "still open"],
    ].filter((line): line is [string, string] => line[1] !== ""),
    complaint: [
      COMPLAINT_LABELS[job.complaint],
      job.complaintWords ? `“${job.complaintWords}”` : "",
      events ? `before it: ${events}` : "",
    ]
      .filter(Boolean)
      .join("; "),
    ...resultOf(verdict, job),
    findings: [
      ...verdict.findings
        .map((finding) => ({
          ...{ sentence: finding.sentence, departs: finding.departs },
          ...(findingState(finding) === "cannotTell" && { cannotTell: true as const }),
        }))
        .sort((a, b) => Number(b.departs) - Number(a.departs)),
      ...(verdict.experience ? [{ sentence: verdict.experience, departs: false }] : []),
    ],
    tables: tablesOf(job),
    decision: decision
      ? {
          what: DISPOSITION_LABELS[decision.disposition],
          plain: DISPOSITION_IN_PLAIN_WORDS[decision.disposition],
          reason: decision.reason,
          by: decision.by,
          at: decision.at,
        }
      : null,
    repairs: job.repairs,
    proof,
    ...(proof && proof.lines.length > 0 && { beforeAfter: beforeAfterOf(job, proof) }),
    notDone: notDoneOf(job),
    foot: `Values are given with the range that holds the true value 19 times in 20. Judged by rules ${verdict.rules}. This report supports judgement; where local codes ask for a licensed person, theirs is the last word.`,
    ...(letterhead && { letterhead }),
    ...(release && { release: { as: release.as, words: release.words, by: release.by, at: release.at } }),
    knownBy: knownBy(verdict),
    ...(costs && { costs }),
    signedBy: [
      ...new Set([...job.readings, ...job.repairs, ...(release ? [release] : [])].map(({ by }) => by)),
    ],
  };
}
