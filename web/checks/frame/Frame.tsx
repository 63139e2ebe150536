import { useState } from "react";
import { findingOf, likelihoodOf } from "#core/check";
import { endsTooLow, FRAME } from "#core/measure/frame";
import { canMeasure, quantityText, reachOf, RESISTANCE } from "#core/quantity";
import { latestIn, PHASES } from "#core/record";
import { useOpenJob } from "../../job/openJob.ts";
import { Caution, Judged } from "../../ui/Notice.tsx";
import { Unbroken } from "../../ui/Unbroken.tsx";
import { ProbeDrawing } from "../drawing/ProbeDrawing.tsx";
import { AcrossTheBench } from "../entry/AcrossTheBench.tsx";
import { CheckRecord } from "../entry/CheckRecord.tsx";
import { Mend } from "../entry/Mend.tsx";
import { MeterSelect } from "../entry/MeterSelect.tsx";
import { entrySlot } from "../entry/slots.ts";
import { SlotRow } from "../entry/SlotRow.tsx";
import { useEntry } from "../entry/useEntry.ts";
import { useFindings } from "../entry/useFindings.ts";

/** Each lead to the bare metal of the motor. */
export function Frame() {
  const { record, epoch, closed } = useOpenJob();
  const findings = useFindings("frame");
  const [meter, setMeter] = useState(
    () =>
      record.readings.findLast(({ check, instrumentId }) => check === "frame" && instrumentId)
        ?.instrumentId ??
      (
        record.instruments.find(
          (instrument) => canMeasure(instrument, "ohms") && !endsTooLow(reachOf(instrument)),
        ) ?? record.instruments.find((instrument) => canMeasure(instrument, "ohms"))
      )?.id ??
      "",
  );
  const chosen = record.instruments.find(({ id }) => id === meter);
  const short = chosen !== undefined && endsTooLow(reachOf(chosen));
  const slots = PHASES.map((phase) => entrySlot("frame", phase, record.motor));
  const entry = useEntry("frame", slots, meter);
  const finding = findingOf(findings, FRAME);
  const unsure = finding !== undefined && !finding.departs && likelihoodOf(finding, "leaking") > 0;
  return (
    <section aria-labelledby="check-title">
      <div className="flex flex-wrap items-baseline gap-x-3">
        <h2 id="check-title" className="text-xl font-bold">
          Leads to frame
        </h2>
        <MeterSelect instruments={record.instruments} value={meter} disabled={closed} onChoose={setMeter} />
        <AcrossTheBench entry={entry}>{finding && `${finding.sentence}.`}</AcrossTheBench>
      </div>
      <div className="mb-3 flex max-w-2xl items-center gap-4">
        <span className="max-sm:hidden">
          <ProbeDrawing
            connection={record.motor.connection}
            from={PHASES.find((phase) => phase === entry.active) ?? "A"}
            to="frame"
            unit="Ω"
          />
        </span>
        <p className="text-ink-2">
          One probe on bare metal: scratch through paint, or take a screw. The other on each lead in turn,
          highest range. Open is expected; anything finite is a fault or dirt, and the lowest lead is nearest
          to it.
        </p>
      </div>
      <ul className="flex max-w-2xl flex-col gap-2" aria-label="Leads as measured">
        {PHASES.map((phase) => {
          const value = latestIn(record.readings, "frame", phase, epoch)?.value;
          const finite = value?.kind === "ohms";
          return (
            <SlotRow
              key={phase}
              entry={entry}
              check="frame"
              slot={phase}
              name={`Lead ${phase}`}
              under={record.motor.wireColours[phase]}
              word={!value ? "" : finite ? "departs" : unsure ? "cannot tell" : "agrees"}
              tone={finite ? "departs" : "plain"}
              detail="expects OL"
              probes={
                <ProbeDrawing connection={record.motor.connection} from={phase} to="frame" unit="Ω" small />
              }
            />
          );
        })}
      </ul>
      <div className="mt-4 flex max-w-2xl flex-col gap-3">
        {finding && (
          <Judged state={finding.departs ? "departs" : unsure ? "cannotTell" : "agrees"}>
            <strong>
              <Unbroken>{`${finding.sentence}.`}</Unbroken>
            </strong>{" "}
            {finding.departs
              ? "Dry and clean the leads, fingers off the probes, and read again before you believe it."
              : unsure
                ? "Take a meter that reaches 1 MΩ or more, and read again."
                : "A meter's few volts cannot stress insulation, so open proves little above them."}
          </Judged>
        )}
        {short && !unsure && (
          <Caution>
            {chosen.name} ends at {quantityText(reachOf(chosen), RESISTANCE)}: open on it does not exclude a
            leak. Take one that reaches 1 MΩ or more.
          </Caution>
        )}
        <Caution>
          Unplug position sensors and any electronics first. A winding that touches the frame makes the whole
          machine live when it is powered.
        </Caution>
      </div>
      <Mend entry={entry} />
      <CheckRecord check="frame" />
    </section>
  );
}
