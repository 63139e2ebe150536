import { OHMMETER_TEMPLATES, quantityText, RESISTANCE, TEMPERATURE } from "#core/quantity";
import { pairName, PAIRS, PHASES } from "#core/record";
import {
  deltaConductancesOf,
  resistanceAt,
  starLimbsOf,
  temperatureFactor,
  type Conductor,
} from "#core/measure/winding";
import { meterAdvice } from "../checks/winding/meterAdvice.ts";
import type { Working } from "./working.ts";

const heat: Working = {
  id: "heat",
  title: "Resistance at another temperature",
  fields: [
    { name: "r", label: "Resistance", kind: RESISTANCE, placeholder: "128m" },
    { name: "from", label: "Read at", kind: TEMPERATURE, placeholder: "20 °C" },
    { name: "to", label: "Wanted at", kind: TEMPERATURE, placeholder: "100 °C" },
    {
      name: "of",
      label: "Winding",
      options: [
        ["copper", "copper, k = 235 (IEC 60034-1)"],
        ["copperIeee", "copper, k = 234.5 (IEEE 118)"],
        ["aluminium", "aluminium, k = 225"],
      ],
    },
  ],
  results: ({ number, choice }) => {
    const [r, from, to] = [number("r"), number("from"), number("to")];
    if (from === null || to === null) return [];
    const conductor = choice("of") as Conductor;
    const factor = { label: "Factor", value: temperatureFactor(from, to, conductor).toFixed(5) };
    return r
      ? [
          { label: "Resistance", value: quantityText(resistanceAt(r, from, to, conductor), RESISTANCE) },
          factor,
        ]
      : [factor];
  },
  formula: ["R(t₂) = R(t₁) · (k + t₂) / (k + t₁)"],
  source: "IEC 60034-1; IEEE 118 for k = 234.5",
};

const meter: Working = {
  id: "meter",
  title: "Can this meter decide",
  fields: [
    { name: "r", label: "Expected pair", kind: RESISTANCE, placeholder: "60m" },
    {
      name: "limit",
      label: "Limit",
      options: [
        ["0.05", "5 % of the mean"],
        ["0.02", "2 % of the mean"],
        ["0.1", "10 % of the mean"],
      ],
    },
    { name: "with", label: "Meter", options: OHMMETER_TEMPLATES.map(({ name }) => [name, name] as const) },
  ],
  results: ({ number, choice }) => {
    const r = number("r");
    const template = OHMMETER_TEMPLATES.find(({ name }) => name === choice("with"));
    if (!r || !template) return [];
    const advice = meterAdvice(r, Number(choice("limit")), { ...template, id: template.name });
    const [answer, ...rest] = advice.split(/(?<=[.:]) /u);
    return [{ label: "Answer", value: answer ?? "", note: rest.join(" ") }];
  },
  formula: ["U(dᵢ) = t · √(2/3) · uᵢ / R, asked: half of the limit"],
  source: "JCGM 100:2008 (GUM); half of the limit is bench judgement",
};

const limbs: Working = {
  id: "limbs",
  title: "Star and delta",
  fields: PAIRS.map((pair) => ({ name: pair, label: pairName(pair), kind: RESISTANCE, placeholder: "128m" })),
  results: ({ number }) => {
    const [AB, BC, CA] = [number("AB"), number("BC"), number("CA")];
    if (!AB || !BC || !CA) return [];
    const pairs = { AB, BC, CA };
    const star = starLimbsOf(pairs);
    const delta = deltaConductancesOf(pairs);
    const impossible = PHASES.some((phase) => star[phase] < 0);
    return [
      ...PHASES.map((phase) => ({
        label: `Star limb ${phase}`,
        value: star[phase] < 0 ? "none" : quantityText(star[phase], RESISTANCE),
      })),
      ...PAIRS.map((pair) => ({
        label: `Delta winding ${pairName(pair)}`,
        value:
          !delta || impossible
            ? "none"
            : delta[pair] <= 1e-9 / AB
              ? "open"
              : quantityText(1 / delta[pair], RESISTANCE),
      })),
      ...(impossible
        ? [
            {
              label: "Mind",
              value: "no winding reads so",
              note: "One pair is more than the two others together: read it again.",
            },
          ]
        : []),
    ];
  },
  formula: ["Ra = (Rab + Rca − Rbc) / 2", "Gab = Rc / (RaRb + RbRc + RcRa)"],
  source: "circuit arithmetic; three terminals cannot tell a sound star from a sound delta",
};

/** Windings at rest. */
export const RESISTANCE_WORKINGS: readonly Working[] = [heat, meter, limbs];
