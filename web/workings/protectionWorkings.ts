import { insulationAt40, ohmsPerVolt, polarisationIndex, type Insulation } from "#core/measure/insulation";
import { quantityText, RESISTANCE, TEMPERATURE, VOLTAGE } from "#core/quantity";
import {
  platinumAt,
  platinumTemperature,
  sensorAgainstRoom,
  thermistorAt,
  thermistorTemperature,
} from "#core/sensors";
import { significant, type ResultLine, type Working } from "./working.ts";

const PT1000 = 1000;
/** The usual thermistor of a hub motor. */
const NTC_25 = 10_000;
const NTC_BETA = 3435;

const insulation: Working = {
  id: "insulation",
  title: "Insulation",
  fields: [
    { name: "r1", label: "After one minute", kind: RESISTANCE, placeholder: "200M" },
    { name: "t", label: "Winding at", kind: TEMPERATURE, placeholder: "20 °C" },
    { name: "r10", label: "After ten minutes", kind: RESISTANCE, placeholder: "500M" },
    { name: "u", label: "Working voltage", kind: VOLTAGE, placeholder: "67.2 V, at full charge" },
    {
      name: "of",
      label: "Insulation",
      options: [
        ["thermoplastic", "thermoplastic or unknown"],
        ["thermoset", "thermosetting"],
      ],
    },
  ],
  results: ({ number, choice }) => {
    const [r1, t, r10, u] = [number("r1"), number("t"), number("r10"), number("u")];
    if (!r1) return [];
    const lines: ResultLine[] = [];
    if (t !== null) {
      const found = insulationAt40(r1, t, choice("of") as Insulation);
      lines.push(
        found.kind === "corrected"
          ? {
              label: "At 40 °C",
              value: quantityText(found.at40, RESISTANCE),
              note: found.enough
                ? "Above the 5 MΩ asked."
                : "Below the 5 MΩ asked: clean, dry, and read again.",
            }
          : {
              label: "At 40 °C",
              value: "cannot tell",
              note: `The form holds from ${found.least} to ${found.most} °C.`,
            },
      );
    }
    if (r10) {
      const found = polarisationIndex(r1, r10);
      lines.push({
        label: "Polarisation index",
        value: significant(found.index),
        note:
          found.kind === "notJudged"
            ? "Not judged: the one-minute value is above 5 GΩ."
            : found.enough
              ? "At least the 2 asked."
              : "Below the 2 asked.",
      });
    }
    if (u) {
      const { perVolt, limit, above } = ohmsPerVolt(r1, u, "dc");
      lines.push({
        label: "Ohms per volt",
        value: `${significant(perVolt)} Ω/V`,
        note: `${above ? "Above" : "Below"} the ${limit} Ω/V asked of a whole vehicle on DC; a motor alone must be far above it.`,
      });
    }
    return lines;
  },
  formula: [
    "R40 = R · 0.5^((40 − t)/10), thermoset R · exp(−4230(1/(t + 273) − 1/313))",
    "index = R(10 min) / R(1 min)",
  ],
  source:
    "IEEE 43-2013, written for machines above 750 W; ISO 6469-3 / UN R100. Unplug sensors and electronics first; discharge afterwards",
};

const sensor: Working = {
  id: "sensor",
  title: "Temperature sensor",
  fields: [
    { name: "r", label: "Reads", kind: RESISTANCE, placeholder: "1.0974k" },
    { name: "room", label: "Room", kind: TEMPERATURE, placeholder: "25 °C" },
    {
      name: "of",
      label: "Sensor",
      options: [
        ["pt1000", "Pt1000"],
        ["ntc", "NTC 10 k, β 3435"],
      ],
    },
  ],
  results: ({ number, choice }) => {
    const [r, room] = [number("r"), number("room")];
    const platinum = choice("of") === "pt1000";
    const lines: ResultLine[] = [];
    if (room !== null && (!platinum || room >= 0))
      lines.push({
        label: "Should read at room",
        value: quantityText(
          platinum ? platinumAt(PT1000, room) : thermistorAt(NTC_25, NTC_BETA, room),
          RESISTANCE,
        ),
      });
    if (!r) return lines;
    const shown = platinum ? platinumTemperature(PT1000, r) : thermistorTemperature(NTC_25, NTC_BETA, r);
    if (shown === null)
      return [
        ...lines,
        { label: "Tells", value: "no temperature", note: "Open, shorted, or another sensor." },
      ];
    return [
      ...lines,
      {
        label: "Tells",
        value: quantityText(Number(shown.toFixed(1)), TEMPERATURE),
        ...(room !== null && {
          note:
            sensorAgainstRoom(shown, room) === "agrees"
              ? "Agrees with the room, for a motor at rest."
              : "Departs from the room: wrong sensor type, a bad joint, or a motor still warm.",
        }),
      },
    ];
  },
  formula: ["R = R0(1 + 3.9083e-3·t − 5.775e-7·t²)", "R = R25 · exp(β(1/T − 1/298.15))"],
  source: "IEC 60751; beta equation of thermistors",
};

/** What keeps people and windings safe. */
export const PROTECTION_WORKINGS: readonly Working[] = [insulation, sensor];
