import { useState } from "react";
import { HALL_SIGNALS, HALL_WIRES, RESOLVER_SLOTS } from "#core/measure/hall";
import { FAMILY_FACTS, hallSpacingOf } from "#core/families";
import { type JobRecord } from "#core/record";
import { useAskedFor, useOpenJob } from "../../job/openJob.ts";
import { OneOf } from "../../ui/Choice.tsx";
import { Caution } from "../../ui/Notice.tsx";
import { useKeysHere } from "../../job/keysHere.ts";
import { isHanded } from "../../captures/handedOn.ts";
import { RecordHere } from "../../captures/RecordHere.tsx";
import { AcrossTheBench } from "../entry/AcrossTheBench.tsx";
import { askedPart } from "../entry/askedPart.ts";
import { ChooseOne } from "../entry/ChooseOne.tsx";
import { CheckRecord } from "../entry/CheckRecord.tsx";
import { Findings } from "../entry/Findings.tsx";
import { Mend } from "../entry/Mend.tsx";
import { entrySlot } from "../entry/slots.ts";
import { SlotRow } from "../entry/SlotRow.tsx";
import { useChoose } from "../entry/useChoose.ts";
import { useEntry } from "../entry/useEntry.ts";
import { SensorPlug } from "./SensorPlug.tsx";
import { HallSteps } from "./HallSteps.tsx";

interface Part {
  readonly words: string;
  readonly intro: string;
  readonly slots: readonly string[];
}

const SUPPLY: Part = {
  words: "Supply, levels",
  intro:
    "Plugged in and powered, back-probe the connector. Supply within a tenth of 5 V; each signal below 0.8 V and above 70 % of its pull-up as the rotor creeps.",
  slots: ["supply", ...HALL_SIGNALS.flatMap((signal) => [`${signal}.low`, `${signal}.high`])],
};
const STEPS: Part = { words: "Step test", intro: "", slots: ["forward", "backward"] };
const TURN: Part = {
  words: "One turn",
  intro: "Mark the shaft and count every lamp change of one whole mechanical turn: six for each pole pair.",
  slots: ["steps"],
};
const OFF: Part = {
  words: "Without power",
  intro: "Unplugged, diode mode, black probe on ground: the three signal wires compare alike.",
  slots: HALL_SIGNALS.map((signal) => `${signal}.off`),
};
const WIRES: Part = {
  words: "Wire or sensor",
  intro: "",
  slots: [...HALL_WIRES.map((wire) => `${wire}.wire`), "leg"],
};
const LOG: Part = { words: "Logged", intro: "", slots: ["log"] };
const HEAT: Part = {
  words: "Heat",
  intro: "At rest and cold it tells the room. Say which kind it is; read it at the plug.",
  slots: ["temp.room", "temp.ohms"],
};
const RESOLVER: Part = {
  words: "Resolver",
  intro: "Unplugged, three windings: the exciter, and sine and cosine, which are alike within five percent.",
  slots: RESOLVER_SLOTS.flatMap((slot) => [slot, `${slot}.expected`]),
};

function partsOf({ motor }: JobRecord): Readonly<Record<string, Part>> {
  const halls = hallSpacingOf(motor) !== "none";
  return {
    ...(halls && { steps: STEPS, supply: SUPPLY, log: LOG, turn: TURN, off: OFF, wires: WIRES }),
    ...(FAMILY_FACTS[motor.family].resolverPossible && { resolver: RESOLVER }),
    heat: HEAT,
  };
}

function Readings({ part }: { readonly part: Part }) {
  const { record } = useOpenJob();
  const entry = useEntry(
    "hall",
    part.slots.map((slot) => entrySlot("hall", slot, record.motor)),
    null,
  );
  return (
    <>
      <div className="mb-2 flex max-w-3xl items-center gap-4 max-sm:flex-col">
        <SensorPlug slot={entry.active} />
        <p className="text-sm text-ink-2">{part.intro}</p>
      </div>
      <AcrossTheBench entry={entry} />
      <ul className="mt-1 flex max-w-3xl flex-col gap-2" aria-label="Sensor readings">
        {part.slots.map((slot) => (
          <SlotRow key={slot} entry={entry} check="hall" slot={slot} />
        ))}
      </ul>
      <Mend entry={entry} />
    </>
  );
}

function Wires({ by }: { readonly by: ReturnType<typeof useChoose> }) {
  return (
    <div className="flex flex-col gap-3">
      <p className="max-w-3xl text-sm text-ink-2">
        Continuity of each wire from the connector to the sensor's leg, wiggled where it leaves the axle. Then
        the signal at the leg itself. A broken wire that shorts can kill the sensor too: both at once is a
        possible answer.
      </p>
      <div className="grid grid-cols-2 gap-3 max-xl:grid-cols-1">
        {HALL_WIRES.map((wire) => (
          <ChooseOne key={wire} check="hall" slot={`${wire}.wire`} by={by} tight />
        ))}
        <ChooseOne check="hall" slot="leg" by={by} tight />
      </div>
    </div>
  );
}

/** Position sensors by hand, then what a dead signal comes from; the motor's other small sensors beside them. */
export function Hall() {
  const job = useOpenJob();
  const { record } = job;
  const parts = partsOf(record);
  const asked = useAskedFor();
  const [part, setPart] = useState(() =>
    isHanded() && parts["log"] ? "log" : askedPart(parts, "hall", job, asked),
  );
  useKeysHere(part === "steps" ? "lamps" : part === "wires" || part === "log" ? "choices" : "readings");
  const choosing = useChoose("hall");
  const halls = hallSpacingOf(record.motor) !== "none";
  return (
    <section aria-labelledby="check-title">
      <h2 id="check-title" className="text-xl font-bold">
        Sensors
      </h2>
      <p className="mb-3 max-w-3xl text-ink-2 max-sm:mb-2 max-sm:text-sm">
        {halls
          ? "Creep the rotor by hand: six states in order. A dead signal is a wire, a sensor, or both."
          : "The motor's small sensors, read at the plug."}
      </p>
      <div className="mb-3 flex flex-wrap gap-x-6 gap-y-2 max-sm:*:min-w-0">
        <OneOf
          label="Part"
          hideLabel
          oneRow
          tight
          value={part}
          onChoose={setPart}
          options={Object.entries(parts).map(([value, { words }]) => ({ value, words }))}
        />
        {part === "heat" && <ChooseOne check="hall" slot="temp.kind" by={choosing} />}
      </div>
      {part === "steps" ? (
        <HallSteps />
      ) : part === "wires" ? (
        <Wires by={choosing} />
      ) : part === "log" ? (
        <RecordHere
          check="hall"
          slots={LOG.slots}
          words="A logic log: CSV, VCD, or states written down"
          intro="Log the three signals while the motor is turned, three whole turns or more; beside the three line voltages where you can: then it shows which wire belongs to which phase."
          caution="Take the signals at the plug, the sensors fed from a limited 5 V, the power leads out of the controller."
        />
      ) : (
        <Readings key={part} part={parts[part]!} />
      )}
      <div className="mt-3 flex max-w-3xl flex-col gap-3">
        {part !== "steps" && <Findings check="hall" />}
        {choosing.problem && (
          <p role="alert" className="text-red">
            {choosing.problem}
          </p>
        )}
        <Caution>
          A probe that slips from a signal to the phase leads kills sensor and controller. Feed the sensors
          from a current-limited 5 V or the tester, the power leads out of the controller.
        </Caution>
      </div>
      <CheckRecord check="hall" />
    </section>
  );
}
