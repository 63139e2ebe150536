import { CURRENT, LENGTH, quantityText, RESISTANCE, TEMPERATURE, VOLTAGE, WIRE_AREA } from "#core/quantity";
import { areaOfGauge, wireResistance } from "#core/measure/winding";
import { significant, type Working } from "./working.ts";

/** Gauges as wire is sold, 4/0 to 30. */
const GAUGES = [-3, -2, -1, 0, 1, 2, 4, 6, 8, 10, 12, 13, 14, 16, 17, 18, 20, 22, 24, 26, 28, 30];
const gaugeText = (gauge: number) => (gauge <= 0 ? `AWG ${1 - gauge}/0` : `AWG ${gauge}`);
const BY_AREA = "area";
const USUAL_CELSIUS = 20;

const wire: Working = {
  id: "wire",
  title: "A lead or cable",
  fields: [
    {
      name: "gauge",
      label: "Wire",
      options: [
        [BY_AREA, "by its area, below"],
        ...GAUGES.map((gauge) => [String(gauge), gaugeText(gauge)] as const),
      ],
    },
    { name: "area", label: "Copper", kind: WIRE_AREA, placeholder: "1.5 mm²" },
    { name: "length", label: "Length, one way", kind: LENGTH, placeholder: "2.5 m or 8 ft" },
    { name: "at", label: "At", kind: TEMPERATURE, placeholder: "20 °C" },
    { name: "i", label: "Current", kind: CURRENT, placeholder: "30 A" },
  ],
  results: ({ number, choice }) => {
    const gauge = choice("gauge");
    const area = gauge === BY_AREA ? number("area") : areaOfGauge(Number(gauge));
    const [length, current] = [number("length"), number("i")];
    if (!area || !length) return [];
    const oneWay = wireResistance(length, area, number("at") ?? USUAL_CELSIUS);
    return [
      { label: "Copper", value: `${significant(area)} mm²` },
      { label: "One way", value: quantityText(oneWay, RESISTANCE) },
      { label: "There and back", value: quantityText(2 * oneWay, RESISTANCE) },
      ...(current
        ? [
            {
              label: "Lost in it",
              value: `${quantityText(2 * oneWay * current, VOLTAGE)}, ${significant(2 * oneWay * current ** 2)} W`,
              note: "There and back, of plain copper: plugs, crimps and tinned strands add to it.",
            },
          ]
        : []),
    ];
  },
  formula: ["d = 0.127 mm · 92^((36 − AWG) / 39)", "R = ℓ / (58 m/Ωmm² · A) at 20 °C"],
  source: "ASTM B258 for the gauges; IEC 60028 for copper",
};

/** Wires and leads. */
export const WIRE_WORKINGS: readonly Working[] = [wire];
