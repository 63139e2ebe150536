import { decidedText } from "#core/known";
import { lowerFirst } from "#core/check";
import { proofOf, type Verdict } from "#core/judge";
import type { OpenJob } from "../job/openJob.ts";

/** How many readings a repair is short of being proved; null where none is missing, or where it failed. */
function shortOfProved(record: OpenJob["record"]): string | null {
  const { answer, lines } = proofOf(record);
  const open = lines.filter(({ state }) => state !== "cured").length;
  if (answer !== "open" || open === 0) return null;
  return open === 1 ? "One reading short of proved" : `${open} readings short of proved`;
}

/**
 * What stands of a job in a line: the verdict, or what somebody decided without one. Once it was repaired the verdict
 * speaks for itself again.
 */
export function headlineOf({ record, epoch }: Pick<OpenJob, "record" | "epoch">, verdict: Verdict): string {
  const decision = epoch === 0 && !verdict.decided ? record.decisions.at(-1) : undefined;
  if (decision) return `Decided: ${lowerFirst(decidedText(decision))}`;
  return (epoch > 0 && shortOfProved(record)) || verdict.headline;
}
