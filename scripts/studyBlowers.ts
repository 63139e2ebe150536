// Plays simulated blowers and fans with their own electronics, and writes what came of it to docs/blowers.md.
// npm run study:blowers [-- MOTORS]
import { writeFileSync } from "node:fs";
import { format } from "prettier";
import { FAMILY_FACTS, WITH_ELECTRONICS } from "#core/families";
import { outcomeOf } from "#bench/outcome";
import { referenceFrom } from "#bench/reference";
import { play, tally, type Trial } from "#bench/study";
import { visitOf } from "#bench/visit";
import { worldTable } from "./worldTable.ts";

/** Rules were set while looking at the first seeds; the others were looked at by nobody. */
const TUNED_ON = 1000;
const HELD_OUT = 700_000;
const POOL = 3_500_000;
const POOL_SIZE = 5000;
/** What the reference is this sure of, rightly, can be told apart. */
const SURE = 0.9;
/** Of each world a tenth as many motors. */
const WORLDS = 10;
const PAGE = "docs/blowers.md";

const count = Number(process.argv[2] ?? 500);
const played = (from: number) =>
  Array.from({ length: count }, (_, i) => play(from + i, WITH_ELECTRONICS)).filter(
    ({ motor }) => !motor.ailments.includes("hidden"),
  );
const middle = (values: readonly number[]) =>
  values.toSorted((a, b) => a - b)[Math.floor(values.length / 2)] ?? 0;
const percent = (share: number, digits = 0) => (100 * share).toFixed(digits);
function line(name: string, trials: readonly Trial[]): string {
  const { n, right, half, undecided, wasteful, harmful, minutes, saidMean, saidTrue } = tally(trials);
  const readings = middle(trials.map(({ steps }) => steps.length));
  return `| ${name} | ${n} | ${percent(right)} | ${percent(half)} | ${percent(undecided)} | ${percent(wasteful, 1)} | ${percent(harmful, 1)} | ${readings} | ${minutes} | ${saidMean > 0 ? `${percent(saidMean)} / ${percent(saidTrue)}` : "–"} |`;
}
const HEAD = [
  "| | motors | right % | half % | undecided % | wasteful % | harmful % | readings, median | minutes, median | said / true, of 90 % and more |",
  "| --- | --- | --- | --- | --- | --- | --- | --- | --- | --- |",
];
function by(trials: readonly Trial[], nameOf: (trial: Trial) => string): string[] {
  const names = [...new Set(trials.map(nameOf))];
  return names
    .map((name) => trials.filter((trial) => nameOf(trial) === name))
    .sort((a, b) => b.length - a.length)
    .map((some) => line(nameOf(some[0]!), some));
}

const started = performance.now();
const followed = played(HELD_OUT);
const reference = referenceFrom(
  Array.from({ length: POOL_SIZE }, (_, i) => POOL + i),
  WITH_ELECTRONICS,
);
const apart = followed.filter(({ seed, motor }) => {
  const { cures, said } = reference(visitOf(seed, WITH_ELECTRONICS));
  return said >= SURE && outcomeOf(motor, { cures }) === "right";
});
const single = followed.filter(({ motor }) => motor.ailments.length <= 1);

const text = [
  "# Blowers and fans never seen",
  "",
  `Written by \`npm run study:blowers -- ${count}\`. Simulated blowers and fans of every family that carries its own electronics, with`,
  "faults of supply, call, board, harness, switches, electronics, windings, bearings and air drawn at random, now and then none,",
  "each worked on by the program's own next step until it decides: [bench/blower.ts](../bench/blower.ts) holds wires, relays and",
  "slips, and nothing of the program's tables. *Right*, *wasteful* and the others mean what they mean in [motors never seen](study.md).",
  `*What can be told apart* is what a reasoner that read everything and knows ${POOL_SIZE} others of the same world is ${percent(SURE)} % sure of, rightly.`,
  "Of a sound one *right* is that nothing is done to it, and *wasteful* that it is condemned or anything else ordered.",
  "",
  ...HEAD,
  line("held-out seeds", followed),
  line("of these, what can be told apart", apart),
  line("of the held-out seeds, one fault alone or none", single),
  line("seeds looked at while the rules were set", played(TUNED_ON)),
  "",
  ...worldTable(WITH_ELECTRONICS, Math.ceil(count / WORLDS)),
  "## By family, of what can be told apart",
  "",
  ...HEAD,
  ...by(apart, ({ motor }) => FAMILY_FACTS[motor.family].label),
  "",
  "## By fault, one fault alone or none, all of them",
  "",
  ...HEAD,
  ...by(single, ({ motor }) => motor.ailments[0] ?? "nothing wrong"),
  "",
].join("\n");
writeFileSync(PAGE, await format(text, { parser: "markdown" }));
process.stdout.write(
  `${text}\n${2 * count} motors and a pool of ${POOL_SIZE} in ${((performance.now() - started) / 1000).toFixed(0)} s\n`,
);
