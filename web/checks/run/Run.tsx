import { useState } from "react";
import { CONNECTOR_HEAT, isTriedAgain, NO_LOAD_LIMIT, RAILS } from "#core/measure/run";
import { shareText } from "#core/quantity";
import { PHASES } from "#core/record";
import { useKeysHere } from "../../job/keysHere.ts";
import { useAskedFor, useOpenJob } from "../../job/openJob.ts";
import { OneOf } from "../../ui/Choice.tsx";
import { Sound } from "../../captures/sound/Sound.tsx";
import { AcrossTheBench } from "../entry/AcrossTheBench.tsx";
import { askedPart } from "../entry/askedPart.ts";
import { ChooseOne } from "../entry/ChooseOne.tsx";
import { CheckRecord } from "../entry/CheckRecord.tsx";
import { Findings } from "../entry/Findings.tsx";
import { Mend } from "../entry/Mend.tsx";
import { entrySlot } from "../entry/slots.ts";
import { LiveFromHere } from "../entry/LiveFromHere.tsx";
import { SlotRow } from "../entry/SlotRow.tsx";
import { useChoose } from "../entry/useChoose.ts";
import { useEntry } from "../entry/useEntry.ts";

const PARTS: Readonly<
  Record<string, { readonly words: string; readonly intro: string; readonly slots: readonly string[] }>
> = {
  noLoad: {
    words: "Run it light",
    intro: `On a controller known to be good, nothing on the shaft. Current more than ${shareText(NO_LOAD_LIMIT)} above a sound motor's at the same voltage is high.`,
    slots: ["noLoad.volts", "noLoad.amperes", "baseline.volts", "baseline.amperes"],
  },
  diodes: {
    words: "Controller, six readings",
    intro:
      "Motor unplugged, supply off and capacitors empty. Diode mode: each phase of the controller to each rail, the probes the way that conducts. Six alike are a sound bridge.",
    slots: PHASES.flatMap((phase) => RAILS.map((rail) => `${phase}.${rail}`)),
  },
  sound: { words: "Sound", intro: "", slots: ["sound"] },
  drop: {
    words: "Connector under load",
    intro: `Millivolts from wire to wire across the plugged connector while current flows. Judged by the heat it makes at the machine's rated current: more than ${CONNECTOR_HEAT} W is too much.`,
    slots: ["drop.amperes", "drop.volts"],
  },
};

function Part({ name }: { readonly name: string }) {
  const { record } = useOpenJob();
  const { intro, slots } = PARTS[name]!;
  const entry = useEntry(
    "run",
    slots.map((slot) => entrySlot("run", slot, record.motor)),
    null,
  );
  return (
    <>
      <p className="my-2 max-w-3xl text-sm text-ink-2">{intro}</p>
      <AcrossTheBench entry={entry} />
      <ul className="mt-1 grid max-w-4xl gap-2" aria-label="Readings">
        {slots.map((slot) => (
          <SlotRow key={slot} entry={entry} check="run" slot={slot} />
        ))}
      </ul>
      <Mend entry={entry} />
    </>
  );
}

/** The motor on electronics known to be good, and its own electronics with a motor known to be good. */
export function Run() {
  const choosing = useChoose("run");
  const job = useOpenJob();
  const asked = useAskedFor();
  const [part, setPart] = useState(() => askedPart(PARTS, "run", job, asked));
  useKeysHere(part === "sound" ? "choices" : "readings");
  return (
    <section aria-labelledby="check-title">
      <h2 id="check-title" className="text-xl font-bold">
        Run and swap
      </h2>
      <p className="mb-3 max-w-3xl text-ink-2">
        Either the motor is wrong or what feeds it. Swap each for one known to be good, one at a time, and
        measure on both sides of a connector.
      </p>
      <LiveFromHere>
        {" "}
        Clamp the motor, nothing on the shaft, propellers off, hands clear; a fuse or a current-limited supply
        first. For the six readings the pack is out and the capacitors are measured empty. Energised work is
        for qualified people under local rules.
      </LiveFromHere>
      <div className="mb-3 flex flex-wrap gap-x-6 gap-y-2">
        <ChooseOne check="run" slot="runGood" by={choosing} />
        <ChooseOne check="run" slot="swap" by={choosing} />
        <ChooseOne check="run" slot="inUse" by={choosing} />
        {isTriedAgain(job.record, job.epoch) && <ChooseOne check="run" slot="inUseAgain" by={choosing} />}
        <OneOf
          label="Measure"
          value={part}
          onChoose={setPart}
          options={Object.entries(PARTS).map(([value, { words }]) => ({ value, words }))}
        />
      </div>
      {part === "sound" ? <Sound /> : <Part key={part} name={part} />}
      <div className="mt-3 flex max-w-3xl flex-col gap-3">
        <Findings check="run" />
        {choosing.problem && (
          <p role="alert" className="text-red">
            {choosing.problem}
          </p>
        )}
      </div>
      <CheckRecord check="run" />
    </section>
  );
}
