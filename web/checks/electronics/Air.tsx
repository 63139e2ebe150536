import { CFM_A_FLASH } from "#core/measure/air";
import { useOpenJob } from "../../job/openJob.ts";
import { AcrossTheBench } from "../entry/AcrossTheBench.tsx";
import { CheckRecord } from "../entry/CheckRecord.tsx";
import { ChooseOne } from "../entry/ChooseOne.tsx";
import { Findings } from "../entry/Findings.tsx";
import { Mend } from "../entry/Mend.tsx";
import { entrySlot } from "../entry/slots.ts";
import { SlotRow } from "../entry/SlotRow.tsx";
import { useChoose } from "../entry/useChoose.ts";
import { useEntry } from "../entry/useEntry.ts";

const COUNTED = ["flashes", "demanded"] as const;
const PRESSED = ["staticPressure", "staticMost"] as const;

/** What the lamp flashes, held against what the machine demands, and the pressure against what its plate allows. */
function Measured({ flashing }: { readonly flashing: boolean }) {
  const { record } = useOpenJob();
  const slots = flashing ? [...COUNTED, ...PRESSED] : PRESSED;
  const entry = useEntry(
    "air",
    slots.map((slot) => entrySlot("air", slot, record.motor)),
    null,
  );
  return (
    <>
      <AcrossTheBench entry={entry} />
      <ul className="mt-1 grid max-w-4xl gap-2" aria-label="Readings">
        {slots.map((slot) => (
          <SlotRow key={slot} entry={entry} check="air" slot={slot} />
        ))}
      </ul>
      <p className="my-1 max-w-3xl text-sm text-ink-2">
        {flashing &&
          `The lamp flashes once for each ${CFM_A_FLASH} CFM; the machine's own table says what is demanded. `}
        Static pressure is read with a tube before and after the blower, covers on, where a gauge is at hand.
      </p>
      <Mend entry={entry} />
    </>
  );
}

/** What the air can do: hunting and low airflow are the filter's and the duct's before they are the motor's. */
export function Air() {
  const { record, epoch } = useOpenJob();
  const choosing = useChoose("air");
  return (
    <section aria-labelledby="check-title">
      <h2 id="check-title" className="text-xl font-bold">
        Airflow
      </h2>
      <p className="mb-3 max-w-3xl text-ink-2">
        Filter, duct and grilles, wheel, shipping bracket, doors closed for the test: before the motor is
        blamed. Too little air freezes the coil or overheats the exchanger.
      </p>
      <ChooseOne check="air" slot="airPath" by={choosing} />
      <Measured flashing={record.motor.family === "ecmAirflow"} />
      {epoch > 0 && (
        <div className="mt-3">
          <ChooseOne check="air" slot="verified" by={choosing} />
        </div>
      )}
      <div className="mt-3 flex max-w-3xl flex-col gap-3">
        <Findings check="air" />
        {choosing.problem && (
          <p role="alert" className="text-red">
            {choosing.problem}
          </p>
        )}
      </div>
      <CheckRecord check="air" />
    </section>
  );
}
