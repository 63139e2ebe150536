import { lowerFirst } from "../check/index.ts";
import type { Ratio } from "../quantity/index.ts";

/** What of a job somebody is told who rings: facts, and what was worked out of them. */
export interface ForCaller {
  /** The machine, as its owner knows it. */
  readonly name: string;
  /** Where the job stands. */
  readonly stage: "measuring" | "deciding" | "repairing" | "parts" | "answer" | "proving" | "done" | "closed";
  /** What was found or is likely, in a few words; null where nothing is. */
  readonly found: { readonly name: string; readonly probability: Ratio } | null;
  /** It was decided. */
  readonly isDecided: boolean;
  /** Nothing of the motor was found at fault: it goes back as it is. */
  readonly isSentBack: boolean;
  /** "Thursday noon"; null where nobody can tell. */
  readonly ready: string | null;
  /** What it comes to, "£ 59"; null where nobody can tell. */
  readonly cost: string | null;
}

/** What may be told as likely before it is decided. Judgement. */
const LIKELY_FROM: Ratio = 0.5;

function foundWords({ stage, found, isDecided, isSentBack }: ForCaller): string {
  if (isSentBack) return "Nothing that was read speaks against the motor; it goes back as it is.";
  if (!found) return "It is being measured, and nothing is found yet.";
  const what = lowerFirst(found.name);
  if (stage === "proving" || stage === "done" || stage === "closed")
    return `We found this: ${what}. It is repaired.`;
  if (isDecided) return `We found this: ${what}.`;
  if (found.probability < LIKELY_FROM) return "It is being measured, and nothing is certain yet.";
  return `It looks like this: ${what}. We are making sure before anything is done.`;
}

const WAITS: Readonly<Record<ForCaller["stage"], string>> = {
  measuring: "",
  deciding: "",
  repairing: "",
  parts: "A part for it is on its way.",
  answer: "We wait for your answer before we go on.",
  proving: "It is measured and run once more before it leaves.",
  done: "It is ready.",
  closed: "It is finished here.",
};

/** Sentences to say or send to a customer. What is not known is not said. */
export function callerWords(job: ForCaller): string {
  const { name, stage, ready, cost } = job;
  const over = stage === "done" || stage === "closed";
  return [
    over ? `This is about ${name}.` : `${name} is on our bench.`,
    foundWords(job),
    WAITS[stage],
    ready !== null && !over ? `We expect to have it ready ${ready}.` : "",
    cost !== null && !over ? `It will come to about ${cost}.` : "",
  ]
    .filter(Boolean)
    .join(" ");
}
