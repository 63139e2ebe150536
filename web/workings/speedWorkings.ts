import {
  compareWithNameplate,
  convertSpeedConstant,
  frequencyAt,
  limbEmfsOf,
  loadedSpeed,
  machineConstants,
  polePairsFrom,
  speedConstant,
  speedOf,
  spinGate,
} from "#core/measure/backemf";
import {
  CURRENT,
  FREQUENCY,
  KV_CONVENTION_LABELS,
  KV_CONVENTIONS,
  percentText,
  quantityText,
  RESISTANCE,
  SPEED,
  SPEED_CONSTANT,
  torqueConstantText,
  VOLTAGE,
  type KvConvention,
} from "#core/quantity";
import { pairName, PAIRS, PHASES } from "#core/record";
import { significant, type ResultLine, type Working } from "./working.ts";

const CONVENTIONS = KV_CONVENTIONS.map(
  (convention) => [convention, KV_CONVENTION_LABELS[convention]] as const,
);
const rpm = (value: number) => `${Math.round(value)} rpm`;
/** What cheap readings of speed and frequency leave open of a pole count. Bench judgement. */
const POLE_DOUBT = 0.03;

const speed: Working = {
  id: "speed",
  title: "Speed, frequency, poles",
  fields: [
    { name: "f", label: "Frequency", kind: FREQUENCY, placeholder: "42.19 Hz" },
    { name: "p", label: "Pole pairs", whole: true, placeholder: "2" },
    { name: "n", label: "Speed", kind: SPEED, placeholder: "1266 rpm" },
  ],
  results: ({ number }) => {
    const [f, p, n] = [number("f"), number("p"), number("n")];
    const lines: ResultLine[] = [];
    if (f && p) lines.push({ label: "Speed", value: rpm(speedOf(f, p)) });
    if (n && p) lines.push({ label: "Frequency", value: quantityText(frequencyAt(n, p), FREQUENCY) });
    if (f && n) {
      const found = polePairsFrom(f, n, POLE_DOUBT);
      lines.push({
        label: "Pole pairs",
        value: found.kind === "found" ? `${found.polePairs}, ${2 * found.polePairs} poles` : "cannot tell",
        note:
          found.kind === "found"
            ? `works out at ${significant(found.exact)}`
            : found.candidates.length > 1
              ? `${significant(found.exact)}: ${found.candidates.join(" or ")}. Count the steps of one turn by hand.`
              : `${significant(found.exact)} is no whole number: read both again.`,
      });
    }
    return lines;
  },
  formula: ["n = 60·f / p", "p = 60·f / n"],
  source: "synchronous speed, 120·f / poles",
};

const constant: Working = {
  id: "constant",
  title: "Speed constant from a spin",
  fields: [
    { name: "n", label: "Speed", kind: SPEED, placeholder: "2400 rpm" },
    { name: "v", label: "Line to line, RMS", kind: VOLTAGE, placeholder: "0.75 V" },
    { name: "plate", label: "Nameplate", kind: SPEED_CONSTANT, placeholder: "2300 rpm/V" },
    { name: "as", label: "Nameplate is", options: CONVENTIONS },
  ],
  results: ({ number, choice }) => {
    const [n, v, plate] = [number("n"), number("v"), number("plate")];
    if (!n || !v) return [];
    const lines: ResultLine[] = KV_CONVENTIONS.map((convention) => ({
      label: KV_CONVENTION_LABELS[convention],
      value: `${significant(speedConstant(n, v, convention))} rpm/V`,
    }));
    const peak = speedConstant(n, v, "peak");
    const { keLinePeak, ktSixStep, ktSineRms } = machineConstants(peak, "peak");
    lines.push(
      { label: "Ke, line peak", value: `${significant(keLinePeak)} V·s/rad` },
      { label: "Kt, six-step", value: torqueConstantText(ktSixStep) },
      { label: "Kt, sine, per A RMS", value: torqueConstantText(ktSineRms) },
    );
    if (!plate) return lines;
    const measured = speedConstant(n, v, choice("as") as KvConvention);
    const { ratio, answer, tellTales, magnetsPossible } = compareWithNameplate(measured, plate);
    const notes = [
      ...tellTales.map(({ name, ask }) => `Near ${name}: ${ask}`),
      ...(magnetsPossible
        ? ["Weakened magnets read high too: spin a known-good sister before they are accused."]
        : []),
    ];
    return [
      {
        label: "Against the nameplate",
        value: `${percentText(ratio - 1)}, ${answer}`,
        ...(notes.length > 0 && { note: notes.join(" ") }),
      },
      ...lines,
    ];
  },
  formula: ["KV = n / (k·V)", "k = √2 peak, 3√2/π six-step, 1 if RMS is taken as DC", "Kt = 60 / (2π·KV)"],
  source: "sine back-EMF; Mohan, Undeland, Robbins, Power Electronics, for the six-step mean",
};

const convention: Working = {
  id: "convention",
  title: "One constant in other words",
  fields: [
    { name: "kv", label: "Speed constant", kind: SPEED_CONSTANT, placeholder: "10 rpm/V" },
    { name: "as", label: "It is", options: CONVENTIONS },
  ],
  results: ({ number, choice }) => {
    const kv = number("kv");
    if (!kv) return [];
    const from = choice("as") as KvConvention;
    return KV_CONVENTIONS.filter((to) => to !== from).map((to) => ({
      label: KV_CONVENTION_LABELS[to],
      value: `${significant(convertSpeedConstant(kv, from, to))} rpm/V`,
    }));
  },
  formula: ["KV(other) = KV · k / k(other)"],
  source: "the same volts, counted another way",
};

const gate: Working = {
  id: "gate",
  title: "Before the drill turns",
  fields: [
    { name: "kv", label: "Speed constant", kind: SPEED_CONSTANT, placeholder: "10 rpm/V" },
    { name: "as", label: "It is", options: CONVENTIONS },
    { name: "n", label: "Planned speed", kind: SPEED, placeholder: "600 rpm" },
  ],
  results: ({ number, choice }) => {
    const [kv, n] = [number("kv"), number("n")];
    if (!kv || !n) return [];
    const { lineRms, bareLeads, safeSpeed } = spinGate(kv, choice("as") as KvConvention, n);
    return [
      {
        label: "Expect between two leads",
        value: `${quantityText(lineRms, VOLTAGE)} RMS`,
        note: bareLeads
          ? "Below 30 V: leads may be bare, kept apart."
          : "Above 30 V: no bare leads. Spin slower, or use insulated connections under high-voltage rules.",
      },
      { label: "Bare leads up to", value: rpm(safeSpeed) },
    ];
  },
  formula: ["V = n / (k·KV)", "n(30 V) = 30·k·KV"],
  source: "30 V RMS as the limit for bare leads is common practice; local rules come first",
};

const load: Working = {
  id: "load",
  title: "Speed under load",
  fields: [
    { name: "kv", label: "Speed constant", kind: SPEED_CONSTANT, placeholder: "10 rpm/V" },
    { name: "as", label: "It is", options: CONVENTIONS },
    { name: "u", label: "Supply", kind: VOLTAGE, placeholder: "36 V" },
    { name: "i", label: "Current", kind: CURRENT, placeholder: "20 A" },
    { name: "r", label: "Line to line", kind: RESISTANCE, placeholder: "128m" },
  ],
  results: ({ number, choice }) => {
    const [kv, u, i, r] = [number("kv"), number("u"), number("i"), number("r")];
    if (!kv || !u || i === null || !r) return [];
    const six = convertSpeedConstant(kv, choice("as") as KvConvention, "sixStep");
    return [
      { label: "Loaded", value: rpm(loadedSpeed(six, u, i, r)) },
      { label: "Without load", value: rpm(loadedSpeed(six, u, 0, r)) },
    ];
  },
  formula: ["n = KV6 · (V − I·R)"],
  source: "six-step drive; iron and friction left out",
};

const emfs: Working = {
  id: "emfs",
  title: "Limb EMFs from three voltages",
  fields: PAIRS.map((pair) => ({ name: pair, label: pairName(pair), kind: VOLTAGE, placeholder: "1.75 V" })),
  results: ({ number }) => {
    const [AB, BC, CA] = [number("AB"), number("BC"), number("CA")];
    if (!AB || !BC || !CA) return [];
    const solved = limbEmfsOf({ AB, BC, CA });
    if (solved.kind === "inconsistent")
      return [
        {
          label: "Answer",
          value: "inconsistent",
          note: "No three limbs make these voltages: the speed changed between them, or one was misread. Repeat.",
        },
      ];
    const list = (values: Readonly<Record<"A" | "B" | "C", number>>) =>
      PHASES.map((phase) => `${phase} ${quantityText(values[phase], VOLTAGE)}`).join(", ");
    return [
      { label: "All one way round", value: list(solved.forward) },
      ...(solved.reversed
        ? [
            {
              label: "Or, one reversed",
              value: list(solved.reversed),
              note: "Only after a rewind. The resistances separate a reversed limb from a dead one.",
            },
          ]
        : []),
    ];
  },
  formula: ["Vab² = Ea² + Eb² + Ea·Eb and cyclic, both roots"],
  source: "law of cosines for phasors 120° apart; star only, a delta hides its limbs",
};

/** Speed, back-EMF and what follows from them. */
export const SPEED_WORKINGS: readonly Working[] = [speed, constant, convention, gate, load, emfs];
