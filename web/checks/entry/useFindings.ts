import type { Finding } from "#core/check";
import { answerIn } from "#core/measure";
import type { CheckId } from "#core/record";
import { useOpenJob } from "../../job/openJob.ts";

/** What a check's readings say: at once, without waiting for the verdict. A closed job keeps what was said. */
export function useFindings(check: CheckId): readonly Finding[] {
  const { record, epoch, closing, closed } = useOpenJob();
  return closed && closing
    ? closing.verdict.findings.filter((finding) => finding.check === check)
    : answerIn(check, record, epoch).findings;
}
