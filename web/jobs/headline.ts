import { decidedText } from "#core/known";
import { lowerFirst } from "#core/check";
import type { Verdict } from "#core/judge";
import type { OpenJob } from "../job/openJob.ts";

/**
 * What stands of a job in a line: the verdict, or what somebody decided without one. Once it was repaired the verdict
 * speaks for itself again.
 */
export function headlineOf({ record, epoch }: Pick<OpenJob, "record" | "epoch">, verdict: Verdict): string {
  const decision = epoch === 0 && !verdict.decided ? record.decisions.at(-1) : undefined;
  return decision ? `Decided: ${lowerFirst(decidedText(decision))}` : verdict.headline;
}
