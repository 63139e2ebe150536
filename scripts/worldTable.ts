import { play, tally, type Tally, type Trial } from "#bench/study";
import { worldFrom, type World } from "#bench/worlds";
import type { Family } from "#core/record";

/** Rules were set while looking at the first worlds; the others were looked at by nobody. */
const SET_ON = [100, 110, 120, 130, 140, 150];
const HELD_OUT = [900, 910, 920, 930, 940, 950, 960, 970, 980, 990];
const FIRST = 5_000_000;
const SHOP_WORDS: Readonly<Record<World["shop"], string>> = {
  mixed: "meters of all kinds",
  oneCheapMeter: "one cheap meter, no counter",
  everything: "a four-wire meter in every shop",
};

const percent = (share: number, digits = 0) => (100 * share).toFixed(digits);
const line = (name: string, kept: string, one: Omit<Tally, "n"> & { readonly n: number }) =>
  `| ${name} | ${kept} | ${one.n} | ${percent(one.right)} | ${percent(one.half)} | ${percent(one.undecided)} | ${percent(one.wasteful, 1)} | ${percent(one.harmful, 1)} | ${one.minutes} | ${percent(one.saidMean)} / ${percent(one.saidTrue)} |`;

/** What makes a world what it is, in a few words. */
const wordsOf = ({ shop, sound, misread, untakable, keepShut, slips }: World): string =>
  [
    SHOP_WORDS[shop],
    `${Math.round(sound + misread)} in 100 sound or measured wrongly`,
    `slips × ${slips.toFixed(1)}`,
    ...(untakable > 0 ? [`${percent(untakable)} % cannot be read`] : []),
    ...(keepShut > 0 ? [`${percent(keepShut)} % kept shut`] : []),
  ].join("; ");

function played(
  seeds: readonly number[],
  families: readonly Family[],
  motors: number,
): readonly [World, Trial[]][] {
  return seeds.map((seed) => {
    const world = worldFrom(seed);
    const trials = Array.from({ length: motors }, (_, i) =>
      play(FIRST + 1000 * seed + i, families, "followed", world),
    );
    return [world, trials.filter(({ motor }) => !motor.ailments.includes("hidden"))];
  });
}

/**
 * How the program does in worlds whose odds, marks, meters and people it was not made with, as lines of a page.
 * @param motors of each world
 */
export function worldTable(families: readonly Family[], motors: number): string[] {
  const heldOut = played(HELD_OUT, families, motors);
  const lines = heldOut
    .map(([world, trials]) => [world, tally(trials)] as const)
    .toSorted(([, a], [, b]) => a.right - b.right);
  const [hardest] = lines;
  return [
    "## Worlds it was not made in",
    "",
    "Each world draws its own figures first: how often each fault comes in and how it is complained of (a factor of two up or",
    "down), how sound windings scatter, how far plates are off, how often people slip, which meters a shop has, which readings",
    "cannot be taken, who opens nothing, how many of those complained of are sound or were measured wrongly, and faults that the",
    "usual world lacks. Nothing is left out but what no check reaches: many of these nobody could tell apart.",
    "",
    "| world | what it is like | motors | right % | half % | undecided % | wasteful % | harmful % | minutes, median | said / true, of 90 % and more |",
    "| --- | --- | --- | --- | --- | --- | --- | --- | --- | --- |",
    ...lines.map(([world, one]) => line(world.name, wordsOf(world), one)),
    line("all held-out worlds", "", tally(heldOut.flatMap(([, trials]) => trials))),
    line(
      "worlds looked at while rules were set",
      "",
      tally(played(SET_ON, families, motors).flatMap(([, trials]) => trials)),
    ),
    "",
    `The hardest is ${hardest![0].name}: ${wordsOf(hardest![0])}.`,
    "",
  ];
}
