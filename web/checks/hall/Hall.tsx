import { useState } from "react";
import { HALL_SIGNALS, HALL_WIRES, RESOLVER_SLOTS, TEMPERATURE_SENSORS } from "#core/hall";
import { COUNT, RESISTANCE, TEMPERATURE, VOLTAGE } from "#core/quantity";
import { hallSpacingOf, type JobRecord } from "#core/record";
import { useOpenJob } from "../../jobs/openJob.ts";
import { OneOf } from "../../ui/Choice.tsx";
import { Caution } from "../../ui/Notice.tsx";
import { AcrossTheBench } from "../entry/AcrossTheBench.tsx";
import { CheckRecord } from "../entry/CheckRecord.tsx";
import { Findings } from "../entry/Findings.tsx";
import { SlotRow } from "../entry/SlotRow.tsx";
import { useChoose } from "../entry/useChoose.ts";
import { useEntry, type EntrySlot } from "../entry/useEntry.ts";
import { HallSteps } from "./HallSteps.tsx";

type HallSlot = EntrySlot & { readonly name: string; readonly under?: string };

interface Part {
  readonly words: string;
  readonly intro: string;
  readonly slots: readonly HallSlot[];
}

/** Diode mode shows junction volts, or OL. */
const JUNCTION = { ...VOLTAGE, canBeOpen: true };

const SUPPLY: Part = {
  words: "Supply, levels",
  intro:
    "Plugged in and powered, back-probe the connector. Supply within a tenth of 5 V; each signal below 0.8 V and above 70 % of its pull-up as the rotor creeps.",
  slots: [
    {
      slot: "supply",
      name: "Supply",
      under: "red to black",
      label: "Sensor supply",
      kind: VOLTAGE,
      hint: "V, about 5",
    },
    ...HALL_SIGNALS.flatMap((signal): HallSlot[] => [
      {
        slot: `${signal}.low`,
        name: `${signal} low`,
        label: `Signal ${signal}, low`,
        kind: VOLTAGE,
        optional: true,
        hint: "V at its lowest",
      },
      {
        slot: `${signal}.high`,
        name: `${signal} high`,
        label: `Signal ${signal}, high`,
        kind: VOLTAGE,
        optional: true,
        hint: "V at its highest",
      },
    ]),
  ],
};
const STEPS: Part = { words: "Step test", intro: "", slots: [] };
const TURN: Part = {
  words: "Count a turn",
  intro: "Mark the shaft and count every lamp change of one whole mechanical turn: six for each pole pair.",
  slots: [
    {
      slot: "steps",
      name: "Changes",
      under: "one whole turn",
      label: "Lamp changes of one turn",
      kind: COUNT,
      hint: "as 90 for 15 pole pairs",
    },
  ],
};
const OFF: Part = {
  words: "Without power",
  intro: "Unplugged, diode mode, black probe on ground: the three signal wires compare alike.",
  slots: HALL_SIGNALS.map((signal) => ({
    slot: `${signal}.off`,
    name: `Signal ${signal}`,
    label: `Signal ${signal} without power`,
    kind: JUNCTION,
    hint: "V, or O for open",
  })),
};
const WIRES: Part = { words: "Wire or sensor", intro: "", slots: [] };
const HEAT: Part = {
  words: "Temperature",
  intro: "At rest and cold it tells the room. Say which kind it is; read it at the plug.",
  slots: [
    {
      slot: "temp.room",
      name: "Room",
      label: "Room temperature",
      kind: TEMPERATURE,
      optional: true,
      hint: "°C; Enter takes 20 °C",
    },
    {
      slot: "temp.ohms",
      name: "Sensor",
      label: "Temperature sensor",
      kind: RESISTANCE,
      hint: "Ω, or O for open",
    },
  ],
};
const RESOLVER: Part = {
  words: "Resolver",
  intro: "Unplugged, three windings: the exciter, and sine and cosine, which are alike within five percent.",
  slots: RESOLVER_SLOTS.flatMap((slot): HallSlot[] => {
    const name = slot.replace("resolver.", "");
    return [
      {
        slot,
        name: name[0]!.toUpperCase() + name.slice(1),
        label: `Resolver ${name}`,
        kind: RESISTANCE,
        hint: "Ω, or O for open",
      },
      {
        slot: `${slot}.expected`,
        name: "expected",
        label: `Resolver ${name}, expected`,
        kind: { ...RESISTANCE, canBeOpen: false },
        optional: true,
        hint: "Ω if known; Enter leaves it out",
        instrumentId: null,
      },
    ];
  }),
};

function partsOf({ motor }: JobRecord): Readonly<Record<string, Part>> {
  const halls = hallSpacingOf(motor) !== "none";
  return {
    ...(halls && { steps: STEPS, supply: SUPPLY, turn: TURN, off: OFF, wires: WIRES }),
    ...(motor.family === "traction" && { resolver: RESOLVER }),
    heat: HEAT,
  };
}

const WIRE_STATES = [
  { value: "whole", words: "Whole" },
  { value: "wanders", words: "Wanders when wiggled" },
  { value: "broken", words: "Broken" },
];
const LEG_STATES = [
  { value: "changes", words: "Changes there" },
  { value: "dead", words: "Dead there too" },
];
const WIRE_NAMES: Readonly<Record<(typeof HALL_WIRES)[number], string>> = {
  supply: "Supply wire",
  ground: "Ground wire",
  A: "Signal A",
  B: "Signal B",
  C: "Signal C",
};

function Readings({ part }: { readonly part: Part }) {
  const entry = useEntry("hall", part.slots, null);
  return (
    <>
      <p className="mb-2 max-w-3xl text-sm text-ink-2">{part.intro}</p>
      <AcrossTheBench entry={entry} />
      <ul className="mt-1 flex max-w-3xl flex-col gap-2" aria-label="Sensor readings">
        {part.slots.map(({ slot, name, under }) => (
          <SlotRow key={slot} entry={entry} check="hall" slot={slot} name={name} under={under ?? ""} />
        ))}
      </ul>
    </>
  );
}

function Wires({
  chosen,
  choose,
  disabled,
}: Pick<ReturnType<typeof useChoose>, "chosen" | "choose"> & { readonly disabled: boolean }) {
  return (
    <div className="flex flex-col gap-3">
      <p className="max-w-3xl text-sm text-ink-2">
        Continuity of each wire from the connector to the sensor's leg, wiggled where it leaves the axle. Then
        the signal at the leg itself. A broken wire that shorts can kill the sensor too: both at once is a
        possible answer.
      </p>
      <div className="grid grid-cols-2 gap-3 max-xl:grid-cols-1">
        {HALL_WIRES.map((wire) => (
          <OneOf
            key={wire}
            label={WIRE_NAMES[wire]}
            value={chosen(`${wire}.wire`)}
            onChoose={choose(`${wire}.wire`)}
            options={WIRE_STATES}
            disabled={disabled}
          />
        ))}
        <OneOf
          label="The dead signal, at the sensor's own leg"
          value={chosen("leg")}
          onChoose={choose("leg")}
          options={LEG_STATES}
          disabled={disabled}
        />
      </div>
    </div>
  );
}

/** Position sensors by hand, then what a dead signal comes from; the motor's other small sensors beside them. */
export function Hall() {
  const { record, closed } = useOpenJob();
  const parts = partsOf(record);
  const [part, setPart] = useState(() => Object.keys(parts)[0]!);
  const { problem, chosen, choose } = useChoose("hall");
  const halls = hallSpacingOf(record.motor) !== "none";
  return (
    <section aria-labelledby="check-title">
      <h2 id="check-title" className="text-xl font-bold">
        Sensors
      </h2>
      <p className="mb-3 max-w-3xl text-ink-2">
        {halls
          ? "Creep the rotor by hand: six states in order. A dead signal is a wire, a sensor, or both."
          : "The motor's small sensors, read at the plug."}
      </p>
      <div className="mb-3 flex flex-wrap gap-x-6 gap-y-2">
        <OneOf
          label="Part"
          value={part}
          onChoose={setPart}
          options={Object.entries(parts).map(([value, { words }]) => ({ value, words }))}
        />
        {part === "heat" && (
          <OneOf
            label="Kind"
            value={chosen("temp.kind")}
            onChoose={choose("temp.kind")}
            options={Object.entries(TEMPERATURE_SENSORS).map(([value, { label }]) => ({
              value,
              words: label,
            }))}
            disabled={closed}
          />
        )}
      </div>
      {part === "steps" ? (
        <HallSteps />
      ) : part === "wires" ? (
        <Wires chosen={chosen} choose={choose} disabled={closed} />
      ) : (
        <Readings key={part} part={parts[part]!} />
      )}
      <div className="mt-3 flex max-w-3xl flex-col gap-3">
        {part !== "steps" && <Findings check="hall" />}
        {problem && (
          <p role="alert" className="text-red">
            {problem}
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
