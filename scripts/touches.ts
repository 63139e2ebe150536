// How far what is latched at rest lies from what was there, over touches drawn at will: npm run touches [-- HOW MANY]
import { chanceFrom } from "#bench/chance";
import { firstRest, TOUCHES, touchOf, type TouchKind } from "#bench/touches";
import { accuracyOf, combine, expanded, OHMMETER_TEMPLATES, rangeAmong, scale } from "#core/quantity";

const COUNT = Number(process.argv[2] ?? 1000);
const FIRST = 91_000;

interface Tally {
  touches: number;
  latched: number;
  beyondReading: number;
  beyondOwn: number;
  /** Distance over the reading's U, of each that was latched. */
  readonly shares: number[];
  /** Seconds from touched to latched. */
  readonly waited: number[];
}

const tallies = new Map<TouchKind, Tally>();
for (let n = 0; n < COUNT; n += 1) {
  const chance = chanceFrom(FIRST + n);
  const kind = TOUCHES[n % TOUCHES.length]!;
  const meter = chance.oneOf(OHMMETER_TEMPLATES);
  const value = Math.exp(chance.between(Math.log(0.02), Math.log(50_000)));
  const range = rangeAmong(meter.ranges, value);
  const touch = touchOf(kind, value, range.resolution, chance);
  const tally = tallies.get(kind) ?? {
    touches: 0,
    latched: 0,
    beyondReading: 0,
    beyondOwn: 0,
    shares: [],
    waited: [],
  };
  tallies.set(kind, tally);
  tally.touches += 1;
  const { perReading, commonOffset, commonGain } = accuracyOf(range);
  // What the shop knows of its meter's scatter is about right.
  const noise = { resolution: range.resolution, scatter: touch.scatter * chance.between(0.6, 1.6) };
  const latched = firstRest(touch.samples, noise);
  if (!latched) continue;
  tally.latched += 1;
  const { mean, typeA, to } = latched.rest;
  const off = touch.thereAt ? Math.abs(mean - touch.thereAt(to)) : Number.POSITIVE_INFINITY;
  const u = expanded(combine([typeA, perReading, commonOffset, scale(commonGain, mean)]));
  if (off > u) tally.beyondReading += 1;
  if (off > expanded(typeA) + range.resolution / 2) tally.beyondOwn += 1;
  tally.shares.push(off / u);
  tally.waited.push(latched.at - touch.touched);
}

const at = (all: readonly number[], share: number) =>
  all.toSorted((a, b) => a - b)[Math.min(all.length - 1, Math.floor(share * all.length))] ?? Number.NaN;
let [latched, beyond] = [0, 0];
for (const [kind, one] of tallies) {
  latched += one.latched;
  beyond += one.beyondReading;
  process.stdout.write(
    `${kind.padEnd(8)} ${one.touches} touches, ${one.latched} latched; off by ${at(one.shares, 0.5).toFixed(2)} U in the middle, ${at(one.shares, 0.9).toFixed(2)} in the worst tenth, ${at(one.shares, 1).toFixed(2)} at most; beyond U ${one.beyondReading}, beyond its own part ${one.beyondOwn}; after ${at(one.waited, 0.5).toFixed(1)} s in the middle, ${at(one.waited, 0.9).toFixed(1)} in the worst tenth\n`,
  );
}
process.stdout.write(
  `${COUNT} touches with ${OHMMETER_TEMPLATES.length} meters: ${latched} latched, ${beyond} farther than their U from what was there (asked: none)\n`,
);
