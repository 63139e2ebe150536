import { useState } from "react";
import { slotOf } from "#core/measure";
import { unmetNeeds } from "#core/check";
import { LEAST_INSULATION, testOf } from "#core/measure/insulation";
import { canMeasure, quantityText, RESISTANCE } from "#core/quantity";
import { Unbroken } from "../../ui/Unbroken.tsx";
import { useOpenJob } from "../../job/openJob.ts";
import { Caution, Judged } from "../../ui/Notice.tsx";
import { ProbeDrawing } from "../drawing/ProbeDrawing.tsx";
import { AcrossTheBench } from "../entry/AcrossTheBench.tsx";
import { ChooseOne } from "../entry/ChooseOne.tsx";
import { CheckRecord } from "../entry/CheckRecord.tsx";
import { Findings } from "../entry/Findings.tsx";
import { Mend } from "../entry/Mend.tsx";
import { MeterSelect } from "../entry/MeterSelect.tsx";
import { SlotRow } from "../entry/SlotRow.tsx";
import { useChoose } from "../entry/useChoose.ts";
import { entrySlot } from "../entry/slots.ts";
import { useEntry } from "../entry/useEntry.ts";

const SLOTS = ["testVolts", "temperature", "oneMinute", "tenMinutes"] as const;

/** A tester's volts between leads and frame. */
export function Insulation() {
  const { record, epoch, closed } = useOpenJob();
  const testers = record.instruments.filter((one) => canMeasure(one, "insulation"));
  const [tester, setTester] = useState(testers[0]?.id ?? "");
  const choosing = useChoose("insulation");
  const ready = unmetNeeds(record, "insulation", slotOf("insulation", "oneMinute")!, epoch).length === 0;
  const slots = SLOTS.map((slot) => entrySlot("insulation", slot, record.motor));
  const { usual } = testOf(record.motor);
  const entry = useEntry("insulation", slots, tester || null);
  return (
    <section aria-labelledby="check-title">
      <div className="flex flex-wrap items-baseline gap-x-4">
        <h2 id="check-title" className="text-xl font-bold">
          Insulation
        </h2>
        {testers.length > 0 && (
          <MeterSelect
            instruments={record.instruments}
            what="insulation"
            label="with"
            value={tester}
            disabled={closed}
            onChoose={setTester}
          />
        )}
        {ready && <AcrossTheBench entry={entry} />}
      </div>
      <div className="mb-3 flex max-w-3xl items-center gap-4 max-sm:flex-col">
        <ProbeDrawing connection={record.motor.connection} from="joined" to="frame" unit={`${usual} V`} />
        <p className="text-ink-2">
          <Unbroken>
            {`Set the tester to ${usual} V: more would break down what is sound. All three leads together against bare metal. At least ${quantityText(LEAST_INSULATION, RESISTANCE)} at 40 °C below 1 kV; good motors read a hundred times that. A plain meter's OL proves little: its few volts stress nothing.`}
          </Unbroken>
        </p>
      </div>
      <div className="mb-3 flex flex-wrap gap-x-6 gap-y-2">
        <ChooseOne check="insulation" slot="unplugged" by={choosing} />
        <ChooseOne check="insulation" slot="kind" by={choosing} usual="thermoplastic" />
      </div>
      {ready ? (
        <ul className="flex max-w-3xl flex-col gap-2" aria-label="Insulation readings">
          {SLOTS.map((slot) => (
            <SlotRow key={slot} entry={entry} check="insulation" slot={slot} />
          ))}
        </ul>
      ) : (
        <Judged state="cannotTell">
          <strong>Unplug the sensors and electronics first.</strong> Its volts kill a Hall sensor, a
          thermistor and a controller at once.
        </Judged>
      )}
      <div className="mt-3 flex max-w-3xl flex-col gap-3">
        <Findings check="insulation" />
        {choosing.problem && (
          <p role="alert" className="text-red">
            {choosing.problem}
          </p>
        )}
        <Caution>
          The tester can shock you: hands off leads and shaft while it presses. Discharge the winding
          afterwards for as long as the test lasted. Never test a hermetic compressor motor under vacuum.
        </Caution>
      </div>
      {ready && <Mend entry={entry} />}
      <CheckRecord check="insulation" />
    </section>
  );
}
