import { airflowOf, fanAt } from "#core/measure/air";
import { fedAt, mainsBand } from "#core/families";
import { waitFor } from "#core/measure/safety";
import { COUNT, quantityText, RESISTANCE, SPEED, VOLTAGE } from "#core/quantity";
import { significant, type ResultLine, type Working } from "./working.ts";

const FED = {
  good: "Within the band.",
  edge: "Within 2 % of an edge: look further.",
  there: "There.",
  outside: "Out of the band.",
  dead: "None.",
} as const;

const mains: Working = {
  id: "mains",
  title: "Mains against the plate",
  fields: [
    { name: "plate", label: "Plate", kind: VOLTAGE, placeholder: "208 V" },
    { name: "plateMost", label: "to, of two", kind: VOLTAGE, placeholder: "230 V" },
    { name: "read", label: "Reads", kind: VOLTAGE, placeholder: "243 V" },
  ],
  results: ({ number }) => {
    const [plate, plateMost, read] = [number("plate"), number("plateMost"), number("read")];
    if (!plate) return [];
    const { least, most } = mainsBand({ volts: plate, voltsMost: Math.max(plate, plateMost ?? 0) })!;
    return [
      {
        label: "Takes",
        value: `${quantityText(Math.round(least), VOLTAGE)} to ${quantityText(Math.round(most), VOLTAGE)}`,
        ...(read !== null && { note: FED[fedAt(read, { least, most })] }),
      },
    ];
  },
  formula: ["from 0.9 × the lower to 1.1 × the higher of what the plate says"],
  source: "common practice: ±10 % of this plate",
};

const fan: Working = {
  id: "fan",
  title: "Fan at another speed",
  fields: [
    { name: "from", label: "Speed now", kind: SPEED, placeholder: "1000 rpm" },
    { name: "to", label: "Speed then", kind: SPEED, placeholder: "1250 rpm" },
    { name: "flashes", label: "Flashes counted", kind: COUNT, placeholder: "12" },
  ],
  results: ({ number }) => {
    const [from, to, flashes] = [number("from"), number("to"), number("flashes")];
    const lines: ResultLine[] = [];
    if (flashes !== null && Number.isInteger(flashes) && flashes >= 0)
      lines.push({ label: "Airflow flashed", value: `${airflowOf(flashes)} CFM` });
    if (!from || !to) return lines;
    const { flow, pressure, power } = fanAt(to / from);
    return [
      ...lines,
      { label: "Flow", value: `× ${significant(flow)}` },
      { label: "Pressure", value: `× ${significant(pressure)}` },
      { label: "Power", value: `× ${significant(power)}` },
    ];
  },
  formula: ["flow ∝ n, pressure ∝ n², power ∝ n³", "one flash for each 100 CFM"],
  source: "fan laws, the same duct and air; flashes by common practice",
};

const MICRO = 1e-6;

const wait: Working = {
  id: "wait",
  title: "Until capacitors may be measured",
  fields: [
    { name: "c", label: "Capacitance, µF", kind: COUNT, placeholder: "1000" },
    { name: "r", label: "Bleed resistance", kind: RESISTANCE, placeholder: "470k" },
    { name: "u", label: "Charged to", kind: VOLTAGE, placeholder: "340 V" },
  ],
  results: ({ number }) => {
    const [c, r, u] = [number("c"), number("r"), number("u")];
    if (!c || !r || !u) return [];
    const minutes = waitFor({ farads: c * MICRO, ohms: r, volts: u });
    return [
      {
        label: "Wait",
        value: `${minutes} minutes`,
        note: "From supply off and the rotor still. Bleeders fail: then measure, before you touch.",
      },
    ];
  },
  formula: ["t = R·C·ln(U / 30 V), at least five minutes"],
  source: "discharge of a capacitor; five minutes by common practice",
};

/** Arithmetic of blowers and fans with their own electronics. */
export const BLOWER_WORKINGS: readonly Working[] = [mains, fan, wait];
