import { keptRemarks } from "../../check/index.ts";
import { RUN_RULES, type RunAnswer } from "../../runlog/index.ts";
import type { KeptCapture, ReadingValue } from "../../record/index.ts";

/** What the record of a job keeps of a run's log: its figures as they were read, by which rules and of which file. */
export function keepRun(
  { figures, said }: Pick<RunAnswer, "figures" | "said">,
  source: Pick<KeptCapture, "file" | "sha256" | "name" | "polePairs">,
): Extract<ReadingValue, { kind: "capture" }> {
  return {
    kind: "capture",
    ...source,
    ...{ carries: [], slots: null, rules: RUN_RULES, figures, perHertz: {}, words: {} },
    said: keptRemarks(said),
    drawn: { magnets: null, cycle: [], coast: null, edges: null },
  };
}
