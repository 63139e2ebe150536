import { useState } from "react";
import { choiceIn, latestIn, type CheckId } from "#core/record";
import { useOpenJob } from "../../job/openJob.ts";

/** One of a few, on disk as it is chosen; a later choice in the same slot corrects the earlier one. */
export function useChoose(check: CheckId) {
  const { record, epoch, read } = useOpenJob();
  const [problem, setProblem] = useState("");
  return {
    problem,
    chosen: (slot: string) => choiceIn(record.readings, check, slot, epoch) ?? "",
    choose: (slot: string) => (choice: string) => {
      const before = latestIn(record.readings, check, slot, epoch);
      void read(check, slot, { kind: "choice", choice }, { supersedes: before?.id ?? null }).then((outcome) =>
        setProblem(outcome.kind === "refused" ? outcome.sentence : ""),
      );
    },
  };
}
