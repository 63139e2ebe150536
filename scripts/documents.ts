import { format, resolveConfig } from "prettier";
import { jsonSchemaOf } from "#contract/openApi";
import { bundleSchema } from "#contract/bundleSchema";
import { floats, spunRatios } from "#bench/spun";
import { pairResistances, type WindingFault } from "#bench/windings";
import { toBundle } from "#contract/bundle";
import { INSTRUMENT_TEMPLATES } from "#core/quantity";
import { PAIRS, type ByPhase } from "#core/record";
import { demoSteps } from "../server/demo/build.ts";
import { answerSchema } from "./answer.ts";
import { practicePage } from "./practicePage.ts";
import { caseSchema } from "../server/practice/caseSchema.ts";
import { licencePage } from "./licences.ts";
import { readingsPage } from "./readings.ts";
import { DEMO_JOBS } from "../server/demo/scenario.ts";

const limbs = (ohms: number): ByPhase<number> => ({ A: ohms, B: ohms, C: ohms });
/** Limbs whose healthy pair reads 1. */
const UNIT = { star: 0.5, delta: 1.5 } as const;

/** A row of the table: the same fault in a star and in a delta; null where it cannot be. */
const ROWS: readonly (readonly [string, (unit: number) => readonly WindingFault[], onlyStar?: true])[] = [
  ["sound", () => []],
  ["limb open", () => [{ kind: "limbOpen", limb: "A" }]],
  ["lead A open", () => [{ kind: "leadOpen", lead: "A" }]],
  ["star joint open", () => [{ kind: "starJointOpen" }], true],
  ["10 % of turns shorted", () => [{ kind: "turnsShorted", limb: "A", share: 0.1 }]],
  ["30 % of turns shorted", () => [{ kind: "turnsShorted", limb: "A", share: 0.3 }]],
  ["whole limb shorted", () => [{ kind: "turnsShorted", limb: "A", share: 1 }]],
  ["leads A and B shorted", () => [{ kind: "leadsShorted", leads: ["A", "B"] }]],
  ["limb +30 % by a bad joint", (unit) => [{ kind: "jointHigh", limb: "A", ohms: 0.3 * unit }]],
  ["the same ohms in lead A", (unit) => [{ kind: "leadHigh", lead: "A", ohms: 0.3 * unit }]],
  ["one of two parallel paths open", () => [{ kind: "pathOpen", limb: "A" }]],
  ["limb reversed", () => [{ kind: "limbReversed", limb: "A" }]],
];

/** As the table prints it: three decimals at most. */
const ratioText = (ratio: number) => Number(ratio.toFixed(3)).toString();

function atRest(connection: "star" | "delta", faults: readonly WindingFault[]): string {
  const pairs = pairResistances({ connection, limb: limbs(UNIT[connection]), faults });
  return PAIRS.map((pair) => (pairs[pair] === Infinity ? "OL" : ratioText(pairs[pair]))).join(" / ");
}

function spun(connection: "star" | "delta", faults: readonly WindingFault[]): string {
  const winding = { connection, limb: limbs(UNIT[connection]), faults };
  const volts = spunRatios(winding);
  return PAIRS.map((pair) => (floats(winding, pair) ? "floats" : ratioText(volts[pair]))).join(" / ");
}

function faultTable(): string {
  const lines = ROWS.map(([name, faults, onlyStar]) => {
    const of = (read: typeof atRest, connection: "star" | "delta") =>
      connection === "delta" && onlyStar ? "–" : read(connection, faults(UNIT[connection]));
    return `| ${name} | ${of(atRest, "star")} | ${of(spun, "star")} | ${of(atRest, "delta")} | ${of(spun, "delta")} |`;
  });
  return `# Three pairs, by fault

Readings A–B / B–C / C–A as ratios to a healthy pair; the fault sits in limb A of a star, or in the winding from
A to B of a delta. Ohms at rest, volts spun at equal speed with no load. Solved by nodal analysis of the winding as a
network of resistors and voltages (\`bench/windings.ts\`, \`bench/spun.ts\`), which knows nothing of the pattern readers in
\`core/measure/winding\` and \`core/measure/backemf\`. Written by \`npm run docs\`.

| fault | star, ohms | star, volts | delta, ohms | delta, volts |
| --- | --- | --- | --- | --- |
${lines.join("\n")}

A pair that floats shows a meter of 10 MΩ anything from nothing to about half of normal, wandering; a low-impedance load
makes it collapse. An open delta winding spins equal: only the pairs at rest show it. All magnets weakened by a share
lower all three voltages by it and change no resistance. Three terminals cannot tell a sound star from a sound delta.
Where two rows read alike within the meter's uncertainty, the program says both, and what tells them apart. Left out:
inductance at drill speed, shorts within one of several parallel paths, harmonics.
`;
}

/** A job of the demo as a bundle: a motor that its battery fails. */
function example(): string {
  const place = DEMO_JOBS.findIndex(({ serial }) => serial === "TF-0091");
  const { intake, entries } = demoSteps(DEMO_JOBS[place]!, place + 1);
  const used = new Set(entries.flatMap(({ kind, body }) => (kind === "reading" ? [body.instrumentId] : [])));
  const bundle = toBundle({
    number: place + 1,
    intake,
    entries: entries.map((entry) => ({ ...entry, savedAt: intake.takenInAt })),
    instruments: INSTRUMENT_TEMPLATES.map((template, i) => ({ ...template, id: `meter-${i + 1}` })).filter(
      ({ id }) => used.has(id),
    ),
    past: [],
    limits: {},
    motorVersions: [],
    closings: [],
    files: [],
  });
  return JSON.stringify(bundle);
}

/** Every generated document by its path. */
export async function documents(): Promise<Record<string, string>> {
  const schema = {
    $schema: "https://json-schema.org/draft/2020-12/schema",
    title: "Green Fable job bundle",
    ...jsonSchemaOf(bundleSchema),
  };
  const files = {
    "docs/job-bundle.schema.json": JSON.stringify(schema),
    "docs/case.schema.json": JSON.stringify({
      $schema: "https://json-schema.org/draft/2020-12/schema",
      title: "Green Fable case to practise on",
      ...jsonSchemaOf(caseSchema),
    }),
    "docs/practice.md": practicePage(),
    "docs/fault-table.md": faultTable(),
    "docs/licences.md": licencePage(),
    "docs/examples/battery.json": example(),
    "docs/readings.json": readingsPage(),
    "docs/answer.schema.json": JSON.stringify(answerSchema()),
  };
  const styled = Object.entries(files).map(async ([path, text]) => {
    const options = await resolveConfig(path);
    return [path, await format(text, { ...options, filepath: path })] as const;
  });
  return Object.fromEntries(await Promise.all(styled));
}
