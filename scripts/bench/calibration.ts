import { calibrationOf, trials } from "#bench/calibration";

const MOTORS = 1500;
const SEED = 20_261_125;

/** How often a verdict that calls itself decided is wrong, on simulated motors it was never fitted to. */
export function benchCalibration(): void {
  const all = trials(MOTORS, SEED);
  const { count, decided, confidentlyWrong, meanTrue } = calibrationOf(all);
  process.stdout.write(
    `simulated motors: ${count}, decided ${decided} (${((100 * decided) / count).toFixed(0)} %), ` +
      `of these wrong ${(100 * confidentlyWrong).toFixed(1)} %; mean probability of the true remedy ${(100 * meanTrue).toFixed(0)} %\n`,
  );
  const wrong = new Map<string, number>();
  for (const { motor, truth, verdict } of all)
    if (verdict.decided && verdict.decided !== truth) {
      const key = `${motor.ailments.join("+")} asks ${truth}, said ${verdict.decided}`;
      wrong.set(key, (wrong.get(key) ?? 0) + 1);
    }
  for (const [what, times] of [...wrong].sort((a, b) => b[1] - a[1]))
    process.stdout.write(`  ${times} × ${what}\n`);
}
