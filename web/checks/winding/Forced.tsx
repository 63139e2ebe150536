import { useState } from "react";
import { canMeasure, CURRENT, quantityText, shareText, uncertainText, RESISTANCE } from "#core/quantity";
import { pairName, PAIRS, quantitiesIn } from "#core/record";
import { heatsWinding, MOST_FORCED_SHARE, pairSittingOf } from "#core/measure/winding";
import { useOpenJob } from "../../job/openJob.ts";
import { Caution } from "../../ui/Notice.tsx";
import { AcrossTheBench } from "../entry/AcrossTheBench.tsx";
import { MeterSelect } from "../entry/MeterSelect.tsx";
import { SlotCell } from "../entry/SlotCell.tsx";
import { entrySlot } from "../entry/slots.ts";
import { useEntry } from "../entry/useEntry.ts";

const FORCED_SLOTS = ["zero.volts", ...PAIRS.flatMap((pair) => [`${pair}.amperes`, `${pair}.volts`])];

/** Four-wire readings with a bench supply: a current forced through each pair, millivolts read at the leads. */
export function Forced() {
  const { record, epoch, closed } = useOpenJob();
  const first = (what: "dcVolts" | "dcAmperes") =>
    record.instruments.find((one) => canMeasure(one, what))?.id ?? "";
  const [voltmeter, setVoltmeter] = useState(() => first("dcVolts"));
  const [ammeter, setAmmeter] = useState(
    () =>
      record.instruments.find((one) => one.ranges.length === 0 && canMeasure(one, "dcAmperes"))?.id ??
      first("dcAmperes"),
  );
  const slots = FORCED_SLOTS.map((slot) =>
    entrySlot(
      "winding",
      slot,
      record.motor,
      slot.endsWith(".amperes")
        ? { instrumentId: ammeter, together: slot.replace(".amperes", ".volts") }
        : { instrumentId: voltmeter },
    ),
  );
  const entry = useEntry("winding", slots, voltmeter);
  const measured = pairSittingOf(record, epoch)?.measured;
  const currents = PAIRS.flatMap((pair) =>
    quantitiesIn(record.readings, "winding", `${pair}.amperes`, epoch, "amperes"),
  );
  const most = Math.max(0, ...currents);
  const heats = heatsWinding(most, record.motor.rated);
  return (
    <div className="flex flex-col gap-2">
      <div className="flex flex-wrap items-baseline gap-x-4">
        <MeterSelect
          instruments={record.instruments}
          what="dcVolts"
          label="volts with"
          value={voltmeter}
          disabled={closed}
          onChoose={setVoltmeter}
        />
        <MeterSelect
          instruments={record.instruments}
          what="dcAmperes"
          label="current with"
          value={ammeter}
          disabled={closed}
          onChoose={setAmmeter}
        />
        <AcrossTheBench entry={entry} />
      </div>
      <SlotCell
        entry={entry}
        check="winding"
        slot="zero.volts"
        name="Volts with no current"
        empty="left out"
      />
      {PAIRS.map((pair) => {
        const found = measured?.pairs[pair];
        return (
          <div key={pair} className="flex flex-wrap items-stretch gap-2">
            <SlotCell
              entry={entry}
              check="winding"
              slot={`${pair}.amperes`}
              name={`${pairName(pair)} current`}
            />
            <SlotCell entry={entry} check="winding" slot={`${pair}.volts`} name={`${pairName(pair)} volts`} />
            <p className="w-36 self-center text-right font-semibold">
              {found && "resistance" in found && uncertainText(found.resistance, RESISTANCE, found.expanded)}
              {found?.state === "open" && "open"}
              {found?.state === "contradictory" && "unsteady"}
            </p>
          </div>
        );
      })}
      <Caution>
        {heats === true ? (
          <strong>
            {quantityText(most, CURRENT)} is above {shareText(MOST_FORCED_SHARE)} of rated: it heats the
            winding and lies about it. Less current, or shorter.
          </strong>
        ) : (
          `Keep the current below about ${shareText(MOST_FORCED_SHARE)} of rated, short, and the rotor held: direct current snaps it round.`
        )}
      </Caution>
    </div>
  );
}
