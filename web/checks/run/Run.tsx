import { useState } from "react";
import { CONNECTOR_LIMIT, NO_LOAD_LIMIT, RAILS } from "#core/run";
import { CURRENT, quantityText, RESISTANCE, shareText, VOLTAGE } from "#core/quantity";
import { PHASES } from "#core/record";
import { useOpenJob } from "../../jobs/openJob.ts";
import { OneOf } from "../../ui/Choice.tsx";
import { AcrossTheBench } from "../entry/AcrossTheBench.tsx";
import { CheckRecord } from "../entry/CheckRecord.tsx";
import { Findings } from "../entry/Findings.tsx";
import { SlotRow } from "../entry/SlotRow.tsx";
import { useChoose } from "../entry/useChoose.ts";
import { useEntry, type EntrySlot } from "../entry/useEntry.ts";

type RunSlot = EntrySlot & { readonly name: string; readonly under?: string };

/** Diode mode shows junction volts, or OL. */
const JUNCTION = { ...VOLTAGE, canBeOpen: true };

const PARTS: Readonly<
  Record<string, { readonly words: string; readonly intro: string; readonly slots: readonly RunSlot[] }>
> = {
  noLoad: {
    words: "Run it light",
    intro: `On a controller known to be good, nothing on the shaft. Current more than ${shareText(NO_LOAD_LIMIT)} above a sound motor's at the same voltage is high.`,
    slots: [
      {
        slot: "noLoad.volts",
        name: "Supply",
        label: "Supply volts, running light",
        kind: VOLTAGE,
        hint: "V at the controller",
      },
      {
        slot: "noLoad.amperes",
        name: "Current",
        label: "No-load current",
        kind: CURRENT,
        hint: "A, when it has settled",
      },
      {
        slot: "baseline.volts",
        name: "Baseline supply",
        label: "Supply volts of the baseline",
        kind: VOLTAGE,
        optional: true,
        hint: "of a sound motor of this model",
      },
      {
        slot: "baseline.amperes",
        name: "Baseline current",
        label: "No-load current of the baseline",
        kind: CURRENT,
        optional: true,
        hint: "of a sound motor of this model",
      },
    ],
  },
  diodes: {
    words: "Controller, six readings",
    intro:
      "Motor unplugged, supply off and capacitors empty. Diode mode: each phase of the controller to each rail, the probes the way that conducts. Six alike are a sound bridge.",
    slots: PHASES.flatMap((phase) =>
      RAILS.map((rail): RunSlot => ({
        slot: `${phase}.${rail}`,
        name: `${phase} to ${rail}`,
        label: `Phase ${phase} to ${rail} rail`,
        kind: JUNCTION,
        hint: "V, about 0.5; O for open",
      })),
    ),
  },
  drop: {
    words: "Connector under load",
    intro: `Millivolts from wire to wire across the plugged connector while current flows. Above ${quantityText(CONNECTOR_LIMIT, RESISTANCE)} it heats.`,
    slots: [
      {
        slot: "drop.amperes",
        name: "Current",
        label: "Current through the connector",
        kind: CURRENT,
        hint: "A",
        refuse: (value) => (value > 0 ? null : "Without current there is no drop to read."),
      },
      { slot: "drop.volts", name: "Drop", label: "Drop over the connector", kind: VOLTAGE, hint: "as 12m" },
    ],
  },
};

const RUN_OPTIONS = [
  { value: "runs", words: "Runs well" },
  { value: "rough", words: "Rough, twitches" },
  { value: "dead", words: "Does not run" },
];
const SWAP_OPTIONS = [
  { value: "runsWithGood", words: "The good motor runs" },
  { value: "stillFails", words: "It fails too" },
];

function Part({ name }: { readonly name: string }) {
  const { intro, slots } = PARTS[name]!;
  const entry = useEntry("run", slots, null);
  return (
    <>
      <p className="my-2 max-w-3xl text-sm text-ink-2">{intro}</p>
      <AcrossTheBench entry={entry} />
      <ul className="mt-1 grid max-w-4xl gap-2" aria-label="Readings">
        {slots.map(({ slot, name: short, under }) => (
          <SlotRow key={slot} entry={entry} check="run" slot={slot} name={short} under={under ?? ""} />
        ))}
      </ul>
    </>
  );
}

/** The motor on electronics known to be good, and its own electronics with a motor known to be good. */
export function Run() {
  const { closed } = useOpenJob();
  const { problem, chosen, choose } = useChoose("run");
  const [part, setPart] = useState("noLoad");
  return (
    <section aria-labelledby="check-title">
      <h2 id="check-title" className="text-xl font-bold">
        Run and swap
      </h2>
      <p className="mb-3 max-w-3xl text-ink-2">
        Either the motor is wrong or what feeds it. Swap each for one known to be good, one at a time, and
        measure on both sides of a connector.
      </p>
      <div
        role="note"
        className="mb-3 max-w-3xl border-l-4 border-red bg-sheet px-4 py-2.5 text-sm leading-snug"
      >
        <strong className="text-red">Live from here.</strong> Clamp the motor, nothing on the shaft,
        propellers off, hands clear; a fuse or a current-limited supply first. For the six readings the pack
        is out and the capacitors are measured empty. Energised work is for qualified people under local
        rules.
      </div>
      <div className="mb-3 flex flex-wrap gap-x-6 gap-y-2">
        <OneOf
          label="This motor on a known-good controller"
          value={chosen("runGood")}
          onChoose={choose("runGood")}
          options={RUN_OPTIONS}
          disabled={closed}
        />
        <OneOf
          label="A known-good motor on this controller"
          value={chosen("swap")}
          onChoose={choose("swap")}
          options={SWAP_OPTIONS}
          disabled={closed}
        />
        <OneOf
          label="Measure"
          value={part}
          onChoose={setPart}
          options={Object.entries(PARTS).map(([value, { words }]) => ({ value, words }))}
        />
      </div>
      <Part key={part} name={part} />
      <div className="mt-3 flex max-w-3xl flex-col gap-3">
        <Findings check="run" />
        {problem && (
          <p role="alert" className="text-red">
            {problem}
          </p>
        )}
      </div>
      <CheckRecord check="run" />
    </section>
  );
}
