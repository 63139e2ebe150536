// Damages recordings of every kind and reads them in every way, and says what came of it: npm run fuzz:recordings [-- COUNT]
import { chanceFrom } from "#bench/chance";
import { damaged, smallRecordings } from "#bench/damaged";
import { readCapture } from "#core/capture";
import { readRun } from "#core/runlog";
import { readSound } from "#core/sound";

const COUNT = Number(process.argv[2] ?? 100_000);
const FIRST = 7000;
/** No file may take longer, ms. */
const MOST = 2000;

interface Read {
  readonly outcome: string;
  readonly said: readonly unknown[];
  readonly figures: Readonly<Record<string, unknown>>;
}

const isFigure = (one: unknown): boolean => {
  const { value, u } = one as { readonly value?: unknown; readonly u?: unknown };
  // Sectors of the sensors are a map of figures.
  if (value === undefined) return Object.values(one as object).every(isFigure);
  return Number.isFinite(value) && typeof u === "number" && u >= 0;
};

/** Whole recordings that are damaged, made once. */
const whole = Array.from({ length: 20 }, (_, n) => smallRecordings(chanceFrom(n))).flat();
const count = { read: 0, warned: 0, refused: 0, crashed: 0, slow: 0, without: 0 };
let slowest = 0;
for (let n = 0; n < COUNT; n += 1) {
  const chance = chanceFrom(FIRST + n);
  const file = damaged(chance.oneOf(whole), chance);
  const polePairs = chance.oneOf([null, 1, 3, 7, 40]);
  const began = performance.now();
  try {
    const answers: readonly Read[] = [
      readCapture(file, {
        ...{
          as: null,
          polePairs,
          slots: chance.oneOf([null, 12, 27]),
          ratedConstant: chance.oneOf([null, 900]),
        },
        turned: chance.oneOf([null, "backward" as const]),
      }),
      readRun(file, { as: null, polePairs, constant: 9, resistance: 0.1 }),
      readSound(file),
    ];
    count[answers[0]!.outcome as "read"] += 1;
    for (const { outcome, said, figures } of answers) {
      const sound = Object.values(figures).every(isFigure);
      const refused = outcome === "refused";
      if (sound && !(refused && (said.length === 0 || Object.keys(figures).length > 0))) continue;
      count.without += 1;
      process.stdout.write(`file ${n}: ${JSON.stringify({ outcome, said, figures })}\n`);
    }
  } catch (error) {
    count.crashed += 1;
    process.stdout.write(`file ${n}: ${error instanceof Error ? error.stack : String(error)}\n`);
  }
  const took = performance.now() - began;
  slowest = Math.max(slowest, took);
  if (took > MOST) count.slow += 1;
}
process.stdout.write(
  `${COUNT} damaged recordings: ${count.read} read, ${count.warned} with remarks, ${count.refused} refused by name; ${count.crashed} crashed, ${count.slow} took over ${MOST} ms (the slowest ${slowest.toFixed(0)} ms), ${count.without} answers with a figure that is none, or refused without a reason\n`,
);
process.exitCode = count.crashed + count.slow + count.without > 0 ? 1 : 0;
