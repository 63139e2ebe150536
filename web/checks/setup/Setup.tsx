import { useState } from "react";
import { canMeasure } from "#core/quantity";
import { pairName } from "#core/record";
import { afterSlot, CHANGES, countsMagnets, firstPairOf, type Change } from "#core/measure/setup";
import { useOpenJob } from "../../job/openJob.ts";
import { Caution } from "../../ui/Notice.tsx";
import { AcrossTheBench } from "../entry/AcrossTheBench.tsx";
import { CheckRecord } from "../entry/CheckRecord.tsx";
import { ChooseOne } from "../entry/ChooseOne.tsx";
import { Findings } from "../entry/Findings.tsx";
import { MeterSelect } from "../entry/MeterSelect.tsx";
import { Mend } from "../entry/Mend.tsx";
import { entrySlot } from "../entry/slots.ts";
import { SlotCell } from "../entry/SlotCell.tsx";
import { SlotRow } from "../entry/SlotRow.tsx";
import { useChoose } from "../entry/useChoose.ts";
import { useEntry } from "../entry/useEntry.ts";

const changes: readonly string[] = (Object.keys(CHANGES) as Change[]).map(afterSlot);

/** The meter on something known, and the first reading once more at the end. */
export function Setup() {
  const { record, epoch, closed } = useOpenJob();
  const first = firstPairOf(record, epoch);
  const choosing = useChoose("setup");
  const [meter, setMeter] = useState(
    () => first?.reading.instrumentId ?? record.instruments.find((one) => canMeasure(one, "ohms"))?.id ?? "",
  );
  const slots = [
    entrySlot("setup", "known", record.motor),
    entrySlot("setup", "knownRead", record.motor),
    ...(first
      ? [
          entrySlot("setup", "again", record.motor, {
            name: `${pairName(first.pair)} again`,
            label: `Pair ${pairName(first.pair)} again`,
            instrumentId: first.reading.instrumentId,
          }),
        ]
      : []),
    ...(record.instruments.some((one) => canMeasure(one, "acVolts"))
      ? ["voltsKnown", "voltsRead"].map((slot) => entrySlot("setup", slot, record.motor))
      : []),
    ...(countsMagnets(record.motor) ? [entrySlot("setup", "magnets", record.motor)] : []),
    ...(first
      ? changes.map((slot) =>
          entrySlot("setup", slot, record.motor, { instrumentId: first.reading.instrumentId }),
        )
      : []),
  ];
  const entry = useEntry("setup", slots, meter);
  const rowOf = ({ slot, name, under }: (typeof slots)[number]) => (
    <SlotRow key={slot} entry={entry} check="setup" slot={slot} name={name} under={under} />
  );
  return (
    <section aria-labelledby="check-title">
      <div className="flex flex-wrap items-baseline gap-x-4">
        <h2 id="check-title" className="text-xl font-bold">
          Set-up health
        </h2>
        <MeterSelect instruments={record.instruments} value={meter} disabled={closed} onChoose={setMeter} />
        <AcrossTheBench entry={entry} />
      </div>
      <p className="mb-3 max-w-3xl text-ink-2">
        A dead meter, old leads, a flat drill battery and a loose clip have fooled good technicians. Check the
        meter on something known, and read the first pair once more when you are done.
      </p>
      <div className="mb-2.5">
        <ChooseOne check="setup" slot="battery" by={choosing} />
      </div>
      <ul className="flex max-w-3xl flex-col gap-2" aria-label="Set-up readings">
        {slots.filter(({ slot }) => !changes.includes(slot)).map(rowOf)}
      </ul>
      {first && (
        <>
          <h3 className="mb-1 mt-4 font-semibold">
            In doubt: change one thing, leave the rest, and read {pairName(first.pair)} again
          </h3>
          <div role="group" aria-label="One change at a time" className="flex max-w-3xl flex-wrap gap-2">
            {slots
              .filter(({ slot }) => changes.includes(slot))
              .map(({ slot, name }) => (
                <SlotCell key={slot} entry={entry} check="setup" slot={slot} name={name} empty="not tried" />
              ))}
          </div>
        </>
      )}
      <div className="mt-3 flex max-w-3xl flex-col gap-3">
        {choosing.problem && (
          <p role="alert" className="text-red">
            {choosing.problem}
          </p>
        )}
        <Findings check="setup" />
        {!first && (
          <p className="text-sm text-ink-2">Once a pair is read at rest it can be read again here.</p>
        )}
        <Caution>
          A meter proved on something live, before and after, is what verifies dead: this check does not.
        </Caution>
      </div>
      <Mend entry={entry} />
      <CheckRecord check="setup" />
    </section>
  );
}
