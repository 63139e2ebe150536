import { chanceFrom } from "#bench/chance";
import { asText, PLAIN_TEXT, scoped } from "#bench/scope";
import { readCapture } from "#core/capture";
import { printTimes } from "./print.ts";

const RUNS = 4;
const SAMPLES = 1_000_000;
const RATE = 100_000;

/** A million samples of three lines as text: read, and all of it said. */
export function benchCapture(): void {
  const signals = scoped(
    {
      polePairs: 7,
      constant: 1000,
      phases: [1, 1, 1],
      harmonics: { 5: 0.06, 7: 0.03 },
      lower: {},
      swing: 0,
      order: "ABC",
    },
    {
      ...{ seconds: SAMPLES / RATE, rate: RATE, noise: 0.02, range: 5, steps: 4096, offset: 0 },
      speed: (t) => 2000 + 20 * Math.sin(t),
      probes: (["AB", "BC", "CA"] as const).map((of) => ({ of, way: 1 as const })),
    },
    chanceFrom(1),
  );
  const bytes = asText(signals, PLAIN_TEXT);
  const times = Array.from({ length: RUNS }, () => {
    const start = performance.now();
    readCapture(bytes, { as: null, polePairs: 7, slots: 12, ratedConstant: null, turned: null });
    return performance.now() - start;
  });
  printTimes(
    `${SAMPLES} samples of three lines (${(bytes.length / 1e6).toFixed(0)} MB) read and told`,
    times,
    "under 2000 ms",
  );
}
