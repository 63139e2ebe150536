// Whether a change of the house changed an answer: every table of what is known, and what is said of 2,000 motors drawn and
// followed step by step, is written to a file by the old house and held against it by the new one.
// npm run unchanged -- write FILE [MOTORS]   npm run unchanged -- against FILE
import { readFileSync, writeFileSync } from "node:fs";
import { modelFor, RULES_VERSION, type Verdict } from "#core/assess";
import { WITH_ELECTRONICS } from "#core/electronics";
import { CONNECTIONS, FAMILIES, type Family } from "#core/record";
import { play } from "#bench/study";

const BARE: readonly Family[] = FAMILIES.filter((family) => !WITH_ELECTRONICS.includes(family));
/** Of five motors three are bare. */
const familiesOf = (seed: number) => (seed % 5 < 3 ? BARE : WITH_ELECTRONICS);
const FIRST = 9_100_000;
const USUAL = 2000;
/** Figures that differ by no more are the same: what is left out of the sum over sets of faults is less. */
const BOUND = 1e-5;

type Said = Readonly<Record<string, unknown>>;

/** What is said of a job, with every figure that decides anything. */
function saidOf({ action, ...verdict }: Verdict, steps: readonly string[]): Said {
  return {
    steps,
    decided: verdict.decided,
    headline: verdict.headline,
    reason: verdict.reason,
    cures: action?.cures,
    chance: action?.probability,
    exact: action?.exact,
    rivals: verdict.rivals.map(({ cures, probability }) => [cures.join(), probability]),
    doubtful: verdict.doubtful,
    faults: Object.fromEntries(verdict.faults.map(({ fault, probability }) => [fault, probability])),
    sound: verdict.sound,
    proposals: verdict.proposals.map(({ check, title, slots }) => [check, title, slots]),
    next: verdict.next && [verdict.next.check, verdict.next.title, verdict.next.slots],
    wouldChange: verdict.wouldChange,
    plan: verdict.plan.map(({ check, state, note }) => [check, state, note]),
    findings: verdict.findings,
  };
}

/** In an order that does not depend on where something stands in the house. */
const ordered = <T>(list: readonly T[]): T[] =>
  list.toSorted((a, b) => (JSON.stringify(a) < JSON.stringify(b) ? -1 : 1));

/** What the engine is given for every kind of motor. */
function tables(): Said {
  const kinds = FAMILIES.flatMap((family) =>
    CONNECTIONS.flatMap((connection) => [true, false].map((sensored) => ({ family, connection, sensored }))),
  );
  return Object.fromEntries(
    kinds.map((kind) => {
      const { rows, masks, together, companions, ...rest } = modelFor(kind);
      const plain = rows.map(({ when, ...row }) => ({ ...row, when: when ?? null }));
      return [
        Object.values(kind).join(" "),
        {
          ...rest,
          rows: ordered(plain),
          masks,
          together: ordered(together),
          companions: ordered(companions),
        },
      ];
    }),
  );
}

/** Every place where two answers differ, as its path and both values; figures by more than the bound. */
function differences(was: unknown, is: unknown, path: string): string[] {
  if (typeof was === "number" && typeof is === "number")
    return Math.abs(was - is) <= BOUND ? [] : [`${path}: ${was}, now ${is}`];
  if (typeof was !== "object" || typeof is !== "object" || was === null || is === null)
    return was === is ? [] : [`${path}: ${JSON.stringify(was)}, now ${JSON.stringify(is)}`];
  const names = new Set([...Object.keys(was), ...Object.keys(is)]);
  return [...names].flatMap((name) =>
    differences((was as Said)[name], (is as Said)[name], `${path}.${name}`),
  );
}

/** As it reads back from a file. */
const written = (said: unknown): unknown => JSON.parse(JSON.stringify(said));
const answerTo = (seed: number): Said => {
  const { verdict, steps } = play(seed, familiesOf(seed));
  return saidOf(verdict, steps);
};

const [manner, file, motors] = process.argv.slice(2);
if (!file || (manner !== "write" && manner !== "against")) {
  console.error("npm run unchanged -- write FILE [MOTORS], or -- against FILE");
  process.exit(2);
}
if (manner === "write") {
  const count = Number(motors ?? USUAL);
  const lines = [tables(), ...Array.from({ length: count }, (_, i) => answerTo(FIRST + i))];
  writeFileSync(file, lines.map((line) => `${JSON.stringify(line)}\n`).join(""));
  console.log(`${count} motors, every table, rules ${RULES_VERSION}: written`);
} else {
  const [was, ...answers] = readFileSync(file, "utf8")
    .trim()
    .split("\n")
    .map((line): unknown => JSON.parse(line));
  const found = [
    ...differences(was, written(tables()), "tables"),
    ...answers.flatMap((answer, i) =>
      differences(answer, written(answerTo(FIRST + i)), `motor ${FIRST + i}`),
    ),
  ];
  for (const line of found.slice(0, 40)) console.log(line);
  console.log(`${answers.length} motors, every table: ${found.length} differences above ${BOUND}`);
  process.exitCode = found.length === 0 ? 0 : 1;
}
