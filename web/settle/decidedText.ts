import { curesText, type CureId } from "#core/catalogue";
import { DISPOSITION_LABELS, type Decision } from "#core/record";

/** What was decided, in words. */
export function decidedText({ disposition, cures }: Pick<Decision, "disposition" | "cures">): string {
  return cures && cures.length > 0 ? curesText(cures as readonly CureId[]) : DISPOSITION_LABELS[disposition];
}
