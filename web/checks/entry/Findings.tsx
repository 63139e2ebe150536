import { findingState } from "#core/check";
import type { CheckId } from "#core/record";
import { useStandingVerdict } from "../../job/openJob.ts";
import { Judged } from "../../ui/Notice.tsx";
import { Unbroken } from "../../ui/Unbroken.tsx";
import { useFindings } from "./useFindings.ts";

/** What a check's readings say so far: what departs first, each with its advice. A closed job keeps what was said. */
export function Findings({ check }: { readonly check: CheckId }) {
  const verdict = useStandingVerdict();
  return [...useFindings(check)]
    .sort((a, b) => Number(b.departs) - Number(a.departs))
    .map((finding) => (
      <Judged key={finding.variable} state={findingState(finding)}>
        <strong>
          <Unbroken>{`${finding.sentence}.`}</Unbroken>
        </strong>{" "}
        {finding.advice}
        {verdict.doubtful.includes(finding.variable) && (
          <span className="mt-1 block border-l-4 border-amber pl-2">
            This does not fit the rest: read it again before it is believed.
          </span>
        )}
      </Judged>
    ));
}
