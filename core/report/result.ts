import {
  assessJob,
  type Verdict,
  isNothingWrong,
  nextSuspects,
  proofOf,
  readText,
  releaseOf,
  runProofOf,
  suspectsLead,
} from "../judge/index.ts";
import { FAULT_IDS, factsOf } from "../known/index.ts";
import { findingState, lowerFirst } from "../check/index.ts";
import { chanceText } from "../quantity/index.ts";
import { DISPOSITION_LABELS, epochOf, type JobRecord } from "../record/index.ts";

/**
 * The verdict that explains why something was done: that of the epoch before the last repair, since after
 * it the motor is expected to be sound.
 */
export function explaining(job: JobRecord): Verdict {
  return assessJob(job, Math.max(0, epochOf(job) - 1));
}

function lookNextAt(job: JobRecord, verdict: Verdict): string {
  const suspects = nextSuspects(job, verdict);
  return suspects.length > 0 ? `${suspectsLead(verdict)}: ${suspects.join("; ")}.` : "";
}

/** The likeliest fault that the action which leads is for. */
function causeOf({ action, faults }: Verdict): Verdict["faults"][number] | null {
  return (
    faults.find(({ fault }) => factsOf(fault).cures.some((cure) => action?.cures.includes(cure))) ?? null
  );
}

/** What a report leads with: the result in a few words, then what it means in a few sentences. */
export interface Result {
  readonly answer: string;
  readonly plainWords: string;
}

/** What was read agrees; or departs nowhere, where some of it could not be told. No full stop. */
const nothingDeparts = ({ findings }: Verdict): string =>
  findings.some((finding) => findingState(finding) === "cannotTell")
    ? "Nothing that was read departs"
    : "Everything that was read agrees";
const SPEAKS_AGAINST_NOTHING = "Nothing that was read speaks against the motor.";

/** What a decision goes without, in a sentence; empty where nothing was left out. */
function leftOutText({ warrant }: Verdict): string {
  const left = warrant.filter(({ state }) => state === "leftOut").map(({ what }) => what);
  return left.length > 0 ? `Not read: ${left.join(", ")}.` : "";
}

/** What became of the motor where nothing was repaired: what is at fault, or that it is not. */
function foundOf(verdict: Verdict, job: JobRecord): Result {
  const chosen = job.decisions.at(-1)?.disposition;
  if (!verdict.decided && (chosen === undefined || chosen === "undecided"))
    return { answer: "Not decided", plainWords: factsOf("unseen").plainWords };
  if (verdict.hardFact && verdict.hardFact.ends !== "asItStands") {
    const { ends, sentence } = verdict.hardFact;
    const fault = FAULT_IDS.find((id) => factsOf(id).endedBy.some(({ cure }) => cure === ends));
    return { answer: sentence, plainWords: fault ? factsOf(fault).plainWords : sentence };
  }
  if (isNothingWrong(verdict))
    return {
      answer: "Nothing wrong found",
      plainWords: [
        `${nothingDeparts(verdict)}${job.complaint === "routine" ? "" : ", and what was complained of did not show"}.`,
        lookNextAt(job, verdict),
        readText(job.motor, verdict.plan),
      ]
        .filter(Boolean)
        .join(" "),
    };
  if ((verdict.decided ?? chosen) === "cleared")
    return {
      answer: "Cleared on the bench: no fault that these readings could show",
      plainWords: [SPEAKS_AGAINST_NOTHING, lookNextAt(job, verdict), leftOutText(verdict)]
        .filter(Boolean)
        .join(" "),
    };
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
    plainWords: [leading ? factsOf(leading.fault).plainWords : "", leftOutText(verdict)]
      .filter(Boolean)
      .join(" "),
  };
}

/** A sentence with its capital and its full stop. */
const sentence = (words: string) => {
  const text = words.trim();
  return text === "" || /[.!?]$/u.test(text) ? text : `${text}.`;
};

const REPAIRED = {
  proved: "Repaired and proved",
  failed: "Not cured yet",
  open: "Repaired, not proved yet",
  unexplained: "Worked on, cause unexplained",
};
const PROVED_BY = {
  proved: "What had departed was measured again and agrees now",
  failed: "Something still departs",
  open: "What had departed is still to be measured again",
  unexplained: "What had departed agrees now, and nothing that was done explains why",
};

/** What became of a motor that was worked on: how it stands, what it had, what was done, and how that was proved. */
function repairedOf(verdict: Verdict, job: JobRecord): Result {
  const { answer } = proofOf(job);
  const release = releaseOf(job);
  const { made } = runProofOf(job);
  const cause = causeOf(verdict);
  const heads = {
    use: REPAIRED[answer],
    restricted: "Repaired, with a restriction",
    scrap: "Not to be used again",
  };
  return {
    answer: release ? heads[release.as] : REPAIRED[answer],
    plainWords: [
      cause ? `What was wrong when it came: ${lowerFirst(factsOf(cause.fault).plainWords)}` : "",
      sentence(job.repairs.at(-1)?.done ?? ""),
      `${PROVED_BY[answer]}${made > 0 ? `, and it ran evenly for ${made} minutes` : ""}.`,
    ]
      .filter(Boolean)
      .join(" "),
  };
}

/** The result of a job, for its customer. */
export function resultOf(verdict: Verdict, job: JobRecord): Result {
  return epochOf(job) > 0 ? repairedOf(verdict, job) : foundOf(verdict, job);
}

/** What departed, and how sure that made it, for somebody who asks how it is known. */
export function knownBy(verdict: Verdict): string {
  const departing = verdict.findings.filter(({ departs }) => departs);
  const { hardFact } = verdict;
  const ended = hardFact !== null && hardFact.ends !== "asItStands";
  const cause = verdict.decided && !ended ? causeOf(verdict) : null;
  const words = [
    ...departing.map((finding) => sentence(finding.sentence)),
    cause ? `${cause.name}: ${chanceText(cause.probability)} likely before anything was done.` : "",
  ];
  return words.filter(Boolean).join(" ") || `${nothingDeparts(verdict)}.`;
}
