// Whether a change of the house changed an answer: every table of what is known, and what is said of 2,000 motors drawn and
// followed step by step, is written to a file by the old house and held against it by the new one.
// npm run unchanged -- write FILE [MOTORS]   npm run unchanged -- against FILE
import { readFileSync, writeFileSync } from "node:fs";
import { modelFor, RULES_VERSION, type MotorModel, type Verdict } from "#core/judge";
import { WITH_ELECTRONICS } from "#core/families";
import { CONNECTIONS, FAMILIES, type Family } from "#core/record";
import { play } from "#bench/study";

const BARE: readonly Family[] = FAMILIES.filter((family) => !WITH_ELECTRONICS.includes(family));
/** Of five motors three are bare. */
const familiesOf = (seed: number) => (seed % 5 < 3 ? BARE : WITH_ELECTRONICS);
const FIRST = 9_100_000;
const USUAL = 2000;
/** Figures that differ by no more are the same: what is left out of the sum over sets of faults is less. */
const BOUND = 1e-5;
/** What is played through leaves out more. */
const FORECAST_BOUND = 0.01;

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

/** Its parts in the order of their names, so that the same is written alike. */
const plainly = (value: unknown): string =>
  JSON.stringify(value, (_, part: unknown) =>
    typeof part === "object" && part !== null && !Array.isArray(part)
      ? Object.fromEntries(Object.entries(part).sort(([a], [b]) => (a < b ? -1 : 1)))
      : part,
  );
const ordered = <T>(list: readonly T[]): T[] => list.toSorted((a, b) => (plainly(a) < plainly(b) ? -1 : 1));

type Tables = Readonly<Record<string, Omit<MotorModel, "actions">>>;

/** The same wherever something stands in the house. */
const wherever = (tables: Tables): Tables =>
  Object.fromEntries(
    Object.entries(tables).map(([kind, { rows, masks, together, companions, ...rest }]) => [
      kind,
      {
        ...rest,
        rows: ordered(rows),
        masks: ordered(masks),
        together: ordered(together),
        companions: ordered(companions),
      },
    ]),
  );

/** What the engine is given for every kind of motor; how it counts cures is its own matter. */
function tables(): Tables {
  const kinds = FAMILIES.flatMap((family) =>
    CONNECTIONS.flatMap((connection) => [true, false].map((sensored) => ({ family, connection, sensored }))),
  );
  return Object.fromEntries(
    kinds.map((kind) => {
      const { ids, faults, variables, rows, masks, together, companions } = modelFor(kind);
      return [Object.values(kind).join(" "), { ids, faults, variables, rows, masks, together, companions }];
    }),
  );
}

/** Every place where two answers differ, as its path and both values; figures by more than the bound. */
function differences(was: unknown, is: unknown, path: string): string[] {
  if (typeof was === "number" && typeof is === "number")
    return Math.abs(was - is) <= (path.includes("wouldChange") ? FORECAST_BOUND : BOUND)
      ? []
      : [`${path}: ${was}, now ${is}`];
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
  process.stderr.write("npm run unchanged -- write FILE [MOTORS], or -- against FILE\n");
  process.exit(2);
}
if (manner === "write") {
  const count = Number(motors ?? USUAL);
  const lines = [tables(), ...Array.from({ length: count }, (_, i) => answerTo(FIRST + i))];
  writeFileSync(file, lines.map((line) => `${JSON.stringify(line)}\n`).join(""));
  process.stdout.write(`${count} motors, every table, rules ${RULES_VERSION}: written\n`);
} else {
  const [was, ...answers] = readFileSync(file, "utf8")
    .trim()
    .split("\n")
    .map((line): unknown => JSON.parse(line));
  const inTables = differences(wherever(was as Tables), wherever(written(tables()) as Tables), "tables");
  const byMotor = answers.map((answer, i) =>
    differences(answer, written(answerTo(FIRST + i)), `motor ${FIRST + i}`),
  );
  const found = [...inTables, ...byMotor.flat()];
  const touched = byMotor.filter((lines) => lines.length > 0).length;
  for (const line of found.slice(0, 40)) process.stdout.write(`${line}\n`);
  process.stdout.write(
    `${answers.length} motors, every table: ${found.length} differences above ${BOUND}, in ${touched} motors\n`,
  );
  process.exitCode = found.length === 0 ? 0 : 1;
}
