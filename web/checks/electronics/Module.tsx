import { deadSlotsOf, isLimiterOpen } from "#core/measure/module";
import { useKeysHere } from "../../job/keysHere.ts";
import { useOpenJob } from "../../job/openJob.ts";
import { Caution } from "../../ui/Notice.tsx";
import { CheckRecord } from "../entry/CheckRecord.tsx";
import { ChooseOne } from "../entry/ChooseOne.tsx";
import { Findings } from "../entry/Findings.tsx";
import { MeasuredRows } from "../entry/MeasuredRows.tsx";
import { useChoose } from "../entry/useChoose.ts";

/** Where the module is open: cold ohms against what is marked on it, and amperes to order one alike. */
const LIMITER = ["limiter", "limiterMarked", "limiterAmperes"] as const;

/** Harness, switches and module: locked out, waited out, measured dead. */
export function Module() {
  const { record, epoch } = useOpenJob();
  const choosing = useChoose("module");
  const opened = choosing.chosen("moduleLook") !== "";
  useKeysHere(opened ? "readings" : "choices");
  return (
    <section aria-labelledby="check-title">
      <h2 id="check-title" className="text-xl font-bold">
        Harness and module
      </h2>
      <p className="mb-3 max-w-3xl text-ink-2">
        A broken wire or a wrong switch looks like a dead module and costs nothing to find. Pull a plug by its
        body, never by its wires; press its tab. Do not move a board that senses the rotor.
      </p>
      <div className="mb-3 max-w-3xl">
        <Caution>
          Measure before you touch: bleeders fail. An inrush limiter is replaced by one of the same ohms and
          amperes; where capacitors have leaked onto windings, both halves go.
        </Caution>
      </div>
      <div className="flex flex-col gap-2.5">
        {deadSlotsOf(record.motor).map((slot) => (
          <ChooseOne key={slot} check="module" slot={slot} by={choosing} />
        ))}
        {opened && <MeasuredRows label="Inrush limiter" check="module" slots={LIMITER} />}
        {isLimiterOpen(record, epoch) && <ChooseOne check="module" slot="behindLimiter" by={choosing} />}
        <ChooseOne check="module" slot="killer" by={choosing} />
      </div>
      <div className="mt-3 flex max-w-3xl flex-col gap-3">
        <Findings check="module" />
        {choosing.problem && (
          <p role="alert" className="text-red">
            {choosing.problem}
          </p>
        )}
      </div>
      <CheckRecord check="module" />
    </section>
  );
}
