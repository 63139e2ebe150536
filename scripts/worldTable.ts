import { avoidable } from "#bench/avoidable";
import { outcomeOf } from "#bench/outcome";
import { referenceFrom } from "#bench/reference";
import { play, tally, type Trial } from "#bench/study";
import { byThumb } from "#bench/thumb";
import { visitOf } from "#bench/visit";
import { worldFrom, type World } from "#bench/worlds";
import type { Family } from "#core/record";

/** Rules were set while looking at the first worlds; the others were looked at by nobody. */
const SET_ON = [100, 110, 120, 130, 140, 150];
const HELD_OUT = [900, 910, 920, 930, 940, 950, 960, 970, 980, 990];
const FIRST = 5_000_000;
/** Motors of each world that the reference reasoner knows; none of them is judged. */
const POOL = 40_000_000;
const POOL_SIZE = 1500;
/** What it is this sure of, rightly, can be told apart. */
const SURE = 0.9;
const SHOP_WORDS: Readonly<Record<World["shop"], string>> = {
  mixed: "meters of all kinds",
  oneCheapMeter: "one cheap meter, no counter",
  everything: "a four-wire meter in every shop",
};

const percent = (share: number, digits = 0) => (100 * share).toFixed(digits);
const mean = (values: readonly number[]) => values.reduce((sum, value) => sum + value, 0) / values.length;
const money = (values: readonly number[]) => (values.length > 0 ? Math.round(mean(values)) : "–");

/** A world, its motors as the program played them, and as somebody judged them who has read everything and knows that world. */
interface Played {
  readonly world: World;
  readonly trials: readonly Trial[];
  /** Those that could be told apart. */
  readonly apart: readonly Trial[];
  /** Money that nobody had to spend, a motor: by the program, by the reference, by rules of thumb. */
  readonly spent: { readonly program: number[]; readonly reference: number[]; readonly thumb: number[] };
}

function line(name: string, kept: string, all: readonly Played[]): string {
  const one = tally(all.flatMap(({ trials }) => trials));
  const apart = tally(all.flatMap((played) => played.apart));
  const spent = (who: keyof Played["spent"]) => money(all.flatMap((played) => played.spent[who]));
  return `| ${[
    name,
    kept,
    one.n,
    ...[percent(one.right), percent(one.half), percent(one.undecided)],
    ...[percent(one.wasteful, 1), percent(one.harmful, 1), one.minutes],
    `${percent(one.saidMean)} / ${percent(one.saidTrue)}`,
    ...(apart.n > 0 ? [apart.n, percent(apart.right), percent(apart.harmful, 1)] : ["–", "–", "–"]),
    `${spent("program")} / ${spent("reference")} / ${spent("thumb")}`,
  ].join(" | ")} |`;
}

/** What makes a world what it is, in a few words. */
const wordsOf = ({ shop, sound, misread, untakable, keepShut, slips }: World): string =>
  [
    SHOP_WORDS[shop],
    `${Math.round(sound + misread)} in 100 sound or measured wrongly`,
    `slips × ${slips.toFixed(1)}`,
    ...(untakable > 0 ? [`${percent(untakable)} % cannot be read`] : []),
    ...(keepShut > 0 ? [`${percent(keepShut)} % kept shut`] : []),
  ].join("; ");

/** What the program would do, decided or not: whoever is left undecided does what leads. */
const curesOf = ({ verdict }: Trial) => (verdict.cleared ? [] : (verdict.action?.cures ?? []));

export function playedIn(
  seed: number,
  families: readonly Family[],
  motors: number,
  compared: boolean,
): Played {
  const world = worldFrom(seed);
  const trials = Array.from({ length: motors }, (_, i) =>
    play(FIRST + 1000 * seed + i, families, "followed", world),
  ).filter(({ motor }) => !motor.ailments.includes("hidden"));
  const program = trials.map((trial) => avoidable(trial.motor, curesOf(trial)));
  if (!compared) return { world, trials, apart: [], spent: { program, reference: [], thumb: [] } };
  const pool = Array.from({ length: POOL_SIZE }, (_, i) => POOL + 10_000 * seed + i);
  const judge = referenceFrom(pool, families, world);
  const judged = trials.map(({ seed: own, motor }) => ({ motor, ...judge(visitOf(own, families, world)) }));
  const bare = !trials.some(({ motor }) => motor.fan);
  return {
    world,
    trials,
    apart: trials.filter(
      (_, i) => judged[i]!.said >= SURE && outcomeOf(judged[i]!.motor, judged[i]!) === "right",
    ),
    spent: {
      program,
      reference: judged.map(({ motor, cures }) => avoidable(motor, cures)),
      thumb: bare
        ? trials.map(({ seed: own, motor }) =>
            avoidable(motor, byThumb(play(own, families, "wholeList", world).record)),
          )
        : [],
    },
  };
}

const byRight = ({ apart, trials }: Played) => tally(apart.length > 0 ? apart : trials).right;

/**
 * How the program does in worlds whose odds, marks, meters and people it was not made with, as lines of a page.
 * @param motors of each world
 */
export function worldTable(families: readonly Family[], motors: number): string[] {
  const heldOut = HELD_OUT.map((seed) => playedIn(seed, families, motors, true)).toSorted(
    (a, b) => byRight(a) - byRight(b),
  );
  const setOn = SET_ON.map((seed) => playedIn(seed, families, motors, false));
  const [hardest] = heldOut;
  return [
    "## Worlds it was not made in",
    "",
    "Each world draws its own figures first: how often each fault comes in and how it is complained of (a factor of two up or",
    "down), how sound windings scatter, how far plates are off, how often people slip, which meters a shop has, which readings",
    "cannot be taken, who opens nothing, how many of those complained of are sound or were measured wrongly, and faults that the",
    "usual world lacks. The first columns count every motor but those that no check reaches: many of these nobody could tell apart.",
    "",
    `The reference reasoner has read everything and knows that world, from ${POOL_SIZE} other motors of it. What it is 90 % sure of,`,
    "rightly, is _what can be told apart_. _Money_ is what somebody who knows all would not have spent, a motor: needless work, a",
    "second round for what was left, a come-back; by the program (where it is left undecided, what leads is done), by the reference",
    "and by rules of thumb on the whole list of checks.",
    "",
    "| world | what it is like | motors | right % | half % | undecided % | wasteful % | harmful % | minutes, median | said / true, of 90 % and more | of these can be told apart | of those right % | of those harmful % | money: program / reference / thumb |",
    "| --- | --- | --- | --- | --- | --- | --- | --- | --- | --- | --- | --- | --- | --- |",
    ...heldOut.map((one) => line(one.world.name, wordsOf(one.world), [one])),
    line("all held-out worlds", "", heldOut),
    line("worlds looked at while rules were set", "", setOn),
    "",
    `The hardest is ${hardest!.world.name}: ${wordsOf(hardest!.world)}.`,
    "",
  ];
}
