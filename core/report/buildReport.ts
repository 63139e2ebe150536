import { answerIn, assessJob, CHECKS, type Verdict } from "../assess/index.ts";
import { balanceOfSpin, constantOf, spinOf } from "../backemf/index.ts";
import { factsOf } from "../catalogue/index.ts";
import { lowerFirst, skipReason } from "../check/index.ts";
import { nextSuspects, proofOf, type Proof } from "../decision/index.ts";
import {
  chanceText,
  FREQUENCY,
  KV_CONVENTION_LABELS,
  percentText,
  quantityText,
  RESISTANCE,
  shareText,
  SPEED,
  SPEED_CONSTANT,
  uncertainText,
  VOLTAGE,
} from "../quantity/index.ts";
import {
  balanceLimitOf,
  COMPLAINT_LABELS,
  CONNECTION_LABELS,
  DISPOSITION_LABELS,
  epochOf,
  EVENT_LABELS,
  FAMILY_FACTS,
  pairName,
  PAIRS,
  phasesOf,
  spinLimitOf,
  type JobRecord,
} from "../record/index.ts";
import {
  imbalanceOf,
  measuredOf,
  windingInstrument,
  windingTemperature,
  type MeasuredPair,
} from "../winding/index.ts";
import { DISPOSITION_IN_PLAIN_WORDS } from "./customerWords.ts";

/** One sitting of pairs as a table. */
export interface PairTable {
  readonly title: string;
  readonly rows: readonly {
    readonly pair: string;
    readonly wires: string;
    readonly value: string;
    readonly meaning: string;
  }[];
  readonly summary: string;
}

/** What a customer gets on one page, ready to be drawn on a screen or as a PDF. */
export interface Report {
  readonly title: string;
  readonly motor: readonly (readonly [string, string])[];
  readonly complaint: string;
  readonly answer: string;
  readonly plainWords: string;
  /** What departs first. */
  readonly findings: readonly { readonly sentence: string; readonly departs: boolean }[];
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
  readonly notDone: readonly string[];
  readonly foot: string;
}

/** What the report needs beside the record. */
export interface ReportHead {
  readonly number: number;
  readonly takenInAt: string;
  readonly closedAt: string | null;
}

function valueText(pair: MeasuredPair | undefined): string {
  if (!pair) return "not read";
  if (pair.state === "open") return `open (above ${quantityText(pair.aboveRange, RESISTANCE)})`;
  if (pair.state === "contradictory") return "unsteady";
  if (pair.state === "short") return "near zero";
  return uncertainText(pair.resistance, RESISTANCE, pair.expanded);
}

const JUDGED = {
  agrees: "the three are equal within the limit",
  departs: "the three are not equal within the limit",
  cannotTell: "this meter cannot tell whether the three are equal within the limit",
};

function pairTable(job: JobRecord, epoch: number): PairTable | null {
  const measured = measuredOf(job, epoch);
  if (!measured || PAIRS.every((pair) => !measured.pairs[pair])) return null;
  const limit = balanceLimitOf(job);
  const imbalance = imbalanceOf(measured, limit);
  const { celsius, read } = windingTemperature(job, epoch);
  const meter = windingInstrument(job, epoch)?.name ?? "";
  const rows = PAIRS.map((pair) => {
    const [from, to] = phasesOf(pair);
    const wires = [job.motor.wireColours[from], job.motor.wireColours[to]].filter(Boolean).join(", ");
    const deviation = imbalance?.deviations[pair];
    return {
      pair: pairName(pair),
      wires,
      value: valueText(measured.pairs[pair]),
      meaning: deviation ? `${percentText(deviation.value)} of the mean` : "",
    };
  });
  const judged = imbalance ? `At rest, ${JUDGED[imbalance.judgement]} of ${shareText(limit)}.` : "";
  return {
    title: sittingName(epoch),
    rows,
    summary: [judged, `${meter}, winding ${read ? "at" : "taken to be at"} ${Math.round(celsius)} °C.`]
      .filter(Boolean)
      .join(" "),
  };
}

const sittingName = (epoch: number) =>
  epoch === 0 ? "As found" : epoch === 1 ? "After the repair" : `After repair ${epoch}`;

/** The three pairs spun, as volts at their speed with each one's deviation, and the speed constant under them. */
function spunTable(job: JobRecord, epoch: number): PairTable | null {
  const measured = spinOf(job, epoch);
  if (!measured || PAIRS.every((pair) => !measured.pairs[pair])) return null;
  const balance = balanceOfSpin(job, epoch);
  const constant = constantOf(job, epoch);
  const unit = measured.unit === "hertz" ? FREQUENCY : SPEED;
  const rows = PAIRS.map((pair) => {
    const [from, to] = phasesOf(pair);
    const found = measured.pairs[pair];
    return {
      pair: pairName(pair),
      wires: [job.motor.wireColours[from], job.motor.wireColours[to]].filter(Boolean).join(", "),
      value: found ? quantityText(found.volts, VOLTAGE) : "not read",
      meaning: balance ? `${percentText(balance.deviations[pair].value)} of the mean` : "",
    };
  });
  const judged = balance ? `Spun, ${JUDGED[balance.judgement]} of ${shareText(spinLimitOf(job))}.` : "";
  const kv = constant
    ? `Speed constant ${uncertainText(constant.rpmPerVolt, SPEED_CONSTANT, constant.expanded)} ${KV_CONVENTION_LABELS[constant.convention]}.`
    : "";
  return {
    title: `${sittingName(epoch)}, spun`,
    rows,
    summary: [judged, kv, `Volts RMS at ${quantityText(measured.speed, unit)}.`].filter(Boolean).join(" "),
  };
}

/**
 * The verdict that explains why something was done: that of the epoch before the last repair, since after
 * it the motor is expected to be sound.
 */
function explaining(job: JobRecord): Verdict {
  return assessJob(job, Math.max(0, epochOf(job) - 1));
}

function lookNextAt(job: JobRecord, verdict: Verdict): string {
  const suspects = nextSuspects(job, verdict);
  return suspects.length > 0 ? `Look next at: ${suspects.join("; ")}.` : "";
}

/** The likeliest fault that the action which leads is for. */
function causeOf({ action, faults }: Verdict): Verdict["faults"][number] | null {
  return (
    faults.find(({ fault }) => factsOf(fault).cures.some((cure) => action?.cures.includes(cure))) ?? null
  );
}

function answerOf(verdict: Verdict, job: JobRecord): { answer: string; plainWords: string } {
  const chosen = job.decisions.at(-1)?.disposition;
  if (!verdict.decided && (chosen === undefined || chosen === "undecided"))
    return { answer: "Not decided", plainWords: factsOf("unseen").plainWords };
  if (verdict.hardFact && verdict.hardFact.ends !== "asItStands") {
    const fault = verdict.hardFact.ends === "motor" ? "laminations" : "magnets";
    return { answer: verdict.hardFact.sentence, plainWords: factsOf(fault).plainWords };
  }
  if ((verdict.decided ?? chosen) === "notMotor") {
    const cause = verdict.decided ? causeOf(verdict) : null;
    return {
      answer: cause ? `The motor is not at fault: ${lowerFirst(cause.name)}` : "The motor is not at fault",
      plainWords: [factsOf(cause?.fault ?? "outside").plainWords, lookNextAt(job, verdict)]
        .filter(Boolean)
        .join(" "),
    };
  }
  const leading = verdict.faults.find(({ fault }) => fault !== "outside" && fault !== "unseen");
  const share = leading ? `, ${chanceText(leading.probability)} likely` : "";
  return {
    answer: leading ? `${leading.name}${share}` : DISPOSITION_LABELS[chosen ?? "undecided"],
    plainWords: leading ? factsOf(leading.fault).plainWords : "",
  };
}

/** Checks not made, with the reason where one was given. */
function notDoneOf(job: JobRecord): string[] {
  return CHECKS.flatMap((check) => {
    if (check.id === "safety") return [];
    const reason = check.notApplicable(job.motor) ?? skipReason(job, check.id, 0);
    if (answerIn(check.id, job, 0).findings.length > 0) return [];
    // What nobody waited for is not missed, unless somebody said why it was left out.
    if (check.optional(job.motor) && skipReason(job, check.id, 0) === null) return [];
    return [`${check.title}: ${reason ?? "not made"}`];
  });
}

/**
 * A one-page report in a customer's words, from the record alone.
 * @param head number and dates of the job; times UTC, ISO 8601
 */
export function buildReport(job: JobRecord, head: ReportHead): Report {
  const { motor } = job;
  const verdict = explaining(job);
  const epoch = epochOf(job);
  const decision = job.decisions.at(-1);
  const facts = FAMILY_FACTS[motor.family];
  const events = job.events.map((event) => EVENT_LABELS[event]).join(", ");
  return {
    title: motor.name,
    motor: [
      ["Job", `J-${String(head.number).padStart(4, "0")}`],
      ["Owner", motor.owner],
      ["Serial", motor.serial],
      ["Motor", `${facts.label}, ${CONNECTION_LABELS[motor.connection]}`],
      ["Taken in", head.takenInAt.slice(0, 10)],
      ["Closed", head.closedAt?.slice(0, 10) ?? "still open"],
    ].filter((line): line is [string, string] => line[1] !== ""),
    complaint: [
      COMPLAINT_LABELS[job.complaint],
      job.complaintWords ? `“${job.complaintWords}”` : "",
      events ? `before it: ${events}` : "",
    ]
      .filter(Boolean)
      .join("; "),
    ...answerOf(verdict, job),
    findings: verdict.findings
      .map(({ sentence, departs }) => ({ sentence, departs }))
      .sort((a, b) => Number(b.departs) - Number(a.departs)),
    tables: Array.from({ length: epoch + 1 }, (_, at) => [pairTable(job, at), spunTable(job, at)])
      .flat()
      .filter((table) => table !== null),
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
    proof: epoch > 0 ? proofOf(job) : null,
    notDone: notDoneOf(job),
    foot: `Values are given with the range that holds the true value 19 times in 20. Judged by rules ${verdict.rules}. This report supports judgement; where local codes ask for a licensed person, theirs is the last word.`,
  };
}
