import { findingsOf } from "#core/judge";
import { PAIRS, PHASES, type CheckId, type Family } from "#core/record";
import { MODULE_SLOTS } from "#core/measure/module";
import { POWER_SLOTS } from "#core/measure/power";
import { HALL_WIRES } from "#core/measure/hall";
import { idealFor, outcomeOf } from "./outcome.ts";
import type { Technician } from "./technician.ts";
import { visitOf, type Visit } from "./visit.ts";
import type { Ailment } from "./world.ts";
import { USUAL, type World } from "./worlds.ts";

/** Everything that can be read on this bench, whatever it costs. */
const EVERYTHING: readonly (readonly [CheckId, readonly string[]])[] = [
  ["mechanical", ["turn", "axialPlay", "sight", "seen"]],
  ["mechanical", ["turnUnplugged"]],
  ["mechanical", ["sight", "seen"]],
  ["mechanical", ["shortDrag"]],
  ["mechanical", ["coastDown"]],
  ["frame", []],
  ["frame", []],
  ["insulation", ["oneMinute"]],
  ["winding", []],
  ["winding", []],
  ["winding", ["inward"]],
  ["backemf", []],
  ["backemf", ["sister.speedBefore", ...PAIRS.map((pair) => `sister.${pair}`)]],
  ["hall", []],
  ["hall", HALL_WIRES.map((wire) => `${wire}.wire`)],
  ["hall", ["leg"]],
  ["feed", ["rubbing", "pack.rest", "pack.load", "command", "settings"]],
  ["run", PHASES.flatMap((phase) => [`${phase}.plus`, `${phase}.minus`])],
  ["run", ["runGood"]],
  ["run", ["swap"]],
  ["run", ["inUse"]],
  ["run", ["inUseAgain"]],
  ...Object.keys(POWER_SLOTS).map((slot) => ["power", [slot]] as const),
  ...Object.keys(MODULE_SLOTS).map((slot) => ["module", [slot]] as const),
  ["air", ["airPath", "flashes", "demanded"]],
];

/** What everything that was read comes to: by variable the outcome that fits best; the complaint is one of them. */
type Seen = ReadonlyMap<string, string>;
const UNREAD = "unread";

function seenBy(technician: Technician): Seen {
  for (const [check, slots] of EVERYTHING) technician.take(check, slots);
  const record = technician.record();
  const found = findingsOf(record, 0).map(({ variable, likelihood }): [string, string] => {
    const outcomes = Object.entries(likelihood).sort((a, b) => (b[1] ?? 0) - (a[1] ?? 0));
    const [best, second] = outcomes;
    const clear = !second || (second[1] ?? 0) < (best?.[1] ?? 0) / 2;
    return [variable, `${best?.[0] ?? UNREAD}${clear ? "" : ", unclear"}`];
  });
  return new Map([["complaint", record.complaint], ...found]);
}

interface Known {
  readonly family: Family;
  readonly ailments: readonly Ailment[];
  readonly seen: Seen;
}

/** Counts worth of readings that the frequency of an outcome is believed with before its own are counted. */
const PRIOR_COUNT = 2;

/** How often one outcome is read where another technician read this one, by variable. */
function confusionOf(pairs: readonly (readonly [Seen, Seen])[]) {
  const together = new Map<string, Map<string, number>>();
  const add = (key: string, outcome: string) => {
    const counts = together.get(key) ?? new Map<string, number>();
    counts.set(outcome, (counts.get(outcome) ?? 0) + 1);
    together.set(key, counts);
  };
  const variables = new Set(pairs.flatMap(([one, other]) => [...one.keys(), ...other.keys()]));
  for (const [one, other] of pairs)
    for (const variable of variables) {
      const [first, second] = [one.get(variable) ?? UNREAD, other.get(variable) ?? UNREAD];
      for (const [from, to] of [
        [first, second],
        [second, first],
      ] as const) {
        add(variable, to);
        add(`${variable}=${from}`, to);
      }
    }
  const share = (key: string, outcome: string, elsewhere: number) => {
    const counts = together.get(key);
    const total = counts ? [...counts.values()].reduce((sum, count) => sum + count, 0) : 0;
    return ((counts?.get(outcome) ?? 0) + PRIOR_COUNT * elsewhere) / (total + PRIOR_COUNT);
  };
  const kept = new Map<string, number>();
  return {
    variables: [...variables],
    chance: (variable: string, from: string, to: string): number => {
      const name = `${variable}=${from}>${to}`;
      const found = kept.get(name) ?? share(`${variable}=${from}`, to, share(variable, to, 1e-4));
      kept.set(name, found);
      return found;
    },
  };
}

export interface Judgement {
  /** What is asked for, and how sure that is: all that is needed and nothing needless. */
  readonly cures: ReturnType<typeof idealFor>;
  readonly said: number;
}

/**
 * Somebody who has read everything and knows how often each fault comes in to the benches of this world: weighs a pool of simulated
 * motors by how well each explains what was read. What one motor's readings say of another's is counted from motors
 * that two people read; nothing of the program's tables goes in. What it is sure of, rightly, is what can be told apart.
 * @param seeds of the pool; none of them may be judged
 * @param world that the pool comes from: its odds, marks, meters and people are known
 */
export function referenceFrom(seeds: readonly number[], families: readonly Family[], world: World = USUAL) {
  const visits = seeds.map((seed) => {
    const { motor, technician, another } = visitOf(seed, families, world);
    return { motor, pair: [seenBy(technician), seenBy(another())] as const };
  });
  const { variables, chance } = confusionOf(visits.map(({ pair }) => pair));
  const pool = visits.map(({ motor, pair }): Known => ({ ...motor, seen: pair[0] }));
  const askings = new Map(
    pool.map((known) => [idealFor(known.ailments, known).join(), idealFor(known.ailments, known)]),
  );
  const right = new Map(
    [...askings].map(([name, cures]) => [name, pool.map((known) => outcomeOf(known, { cures }) === "right")]),
  );
  return ({ motor, technician }: Visit): Judgement => {
    const seen = seenBy(technician);
    const logs = pool.map((known) =>
      known.family === motor.family
        ? variables.reduce(
            (sum, variable) =>
              sum +
              Math.log(chance(variable, known.seen.get(variable) ?? UNREAD, seen.get(variable) ?? UNREAD)),
            0,
          )
        : -Infinity,
    );
    const top = Math.max(...logs);
    const weights = logs.map((log) => Math.exp(log - top));
    const total = weights.reduce((sum, weight) => sum + weight, 0);
    return [...right]
      .map(([name, fits]) => ({
        cures: askings.get(name)!,
        said: weights.reduce((sum, weight, i) => (fits[i] ? sum + weight : sum), 0) / total,
      }))
      .reduce((best, one) => (one.said > best.said ? one : best));
  };
}
