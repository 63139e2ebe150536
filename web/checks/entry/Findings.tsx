import type { CheckId } from "#core/record";
import { CHECKS } from "#core/assess";
import { useOpenJob } from "../../jobs/openJob.ts";
import { Judged } from "../../ui/Notice.tsx";

/** What a check's readings say so far: what departs first, each with its advice. */
export function Findings({ check }: { readonly check: CheckId }) {
  const { record, epoch } = useOpenJob();
  const findings = CHECKS.find(({ id }) => id === check)?.findings(record, epoch) ?? [];
  return [...findings]
    .sort((a, b) => Number(b.departs) - Number(a.departs))
    .map(({ variable, sentence, advice, departs }) => (
      <Judged key={variable} state={departs ? "departs" : "agrees"}>
        <strong>{sentence}.</strong> {advice}
      </Judged>
    ));
}
