import { useState } from "react";
import { INSULATIONS, LEAST_INSULATION, TEST_VOLTAGE } from "#core/insulation";
import { canMeasure, quantityText, RESISTANCE, TEMPERATURE, VOLTAGE } from "#core/quantity";
import { useOpenJob } from "../../jobs/openJob.ts";
import { OneOf } from "../../ui/Choice.tsx";
import { Caution, Judged } from "../../ui/Notice.tsx";
import { AcrossTheBench } from "../entry/AcrossTheBench.tsx";
import { CheckRecord } from "../entry/CheckRecord.tsx";
import { Findings } from "../entry/Findings.tsx";
import { MeterSelect } from "../entry/MeterSelect.tsx";
import { SlotRow } from "../entry/SlotRow.tsx";
import { useChoose } from "../entry/useChoose.ts";
import { useEntry, type EntrySlot } from "../entry/useEntry.ts";

const KIND_WORDS = { thermoplastic: "Thermoplastic or unknown", thermoset: "Thermoset (varnish, epoxy)" };
const KINDS = INSULATIONS.map((kind) => ({ value: kind, words: KIND_WORDS[kind] }));
const UNPLUGGED = [{ value: "done", words: "Unplugged" }];
/** Testers reach further than a bench meter: 20 GΩ is a usual end of range. */
const MOST_VOLTS = 1000;

const SLOTS: readonly (EntrySlot & { readonly name: string; readonly under: string })[] = [
  {
    slot: "testVolts",
    name: "Test voltage",
    under: "of the tester",
    label: "Test voltage",
    kind: VOLTAGE,
    hint: `V DC, ${TEST_VOLTAGE} for machines below 1 kV`,
    refuse: (value) =>
      value <= 0 || value > MOST_VOLTS
        ? `Insulation of these motors is tested with 50 to ${MOST_VOLTS} V.`
        : null,
  },
  {
    slot: "temperature",
    name: "Winding",
    under: "temperature",
    label: "Winding temperature",
    kind: TEMPERATURE,
    optional: true,
    hint: "°C; Enter takes 20 °C",
  },
  {
    slot: "oneMinute",
    name: "One minute",
    under: "leads to frame",
    label: "Insulation after one minute",
    kind: RESISTANCE,
    hint: "as 2.2G or 550M; O for above the range",
  },
  {
    slot: "tenMinutes",
    name: "Ten minutes",
    under: "if you wait for it",
    label: "Insulation after ten minutes",
    kind: RESISTANCE,
    optional: true,
    hint: "for the polarisation index; Enter leaves it out",
  },
];

/** A tester's volts between leads and frame. */
export function Insulation() {
  const { record, closed } = useOpenJob();
  const testers = record.instruments.filter((one) => canMeasure(one, "insulation"));
  const [tester, setTester] = useState(testers[0]?.id ?? "");
  const { problem, chosen, choose } = useChoose("insulation");
  const ready = chosen("unplugged") === "done";
  const entry = useEntry("insulation", SLOTS, tester || null);
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
      <p className="mb-3 max-w-3xl text-ink-2">
        All three leads together against bare metal. At least {quantityText(LEAST_INSULATION, RESISTANCE)} at
        40 °C below 1 kV; good motors read a hundred times that. A plain meter's OL proves little: its few
        volts stress nothing.
      </p>
      <div className="mb-3 flex flex-wrap gap-x-6 gap-y-2">
        <OneOf
          label="Halls, thermistor, module and controller"
          value={chosen("unplugged")}
          onChoose={choose("unplugged")}
          options={UNPLUGGED}
          disabled={closed}
        />
        <OneOf
          label="Insulation"
          value={chosen("kind") || "thermoplastic"}
          onChoose={choose("kind")}
          options={KINDS}
          disabled={closed}
        />
      </div>
      {ready ? (
        <ul className="flex max-w-3xl flex-col gap-2" aria-label="Insulation readings">
          {SLOTS.map(({ slot, name, under }) => (
            <SlotRow key={slot} entry={entry} check="insulation" slot={slot} name={name} under={under} />
          ))}
        </ul>
      ) : (
        <Judged state="cannotTell">
          <strong>Unplug the sensors and electronics first.</strong> Five hundred volts kill a Hall sensor, a
          thermistor and a controller at once.
        </Judged>
      )}
      <div className="mt-3 flex max-w-3xl flex-col gap-3">
        <Findings check="insulation" />
        {problem && (
          <p role="alert" className="text-red">
            {problem}
          </p>
        )}
        <Caution>
          The tester bites: hands off leads and shaft while it presses. Discharge the winding afterwards for
          as long as the test lasted. Never test a hermetic compressor motor under vacuum.
        </Caution>
      </div>
      <CheckRecord check="insulation" />
    </section>
  );
}
