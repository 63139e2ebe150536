import { Matrix, solve } from "ml-matrix";
import { expect, it } from "vitest";
import { chanceFrom } from "#bench/chance";
import { sineThrough, type Motion } from "./cycles.ts";
import { fold } from "./folded.ts";

const chance = chanceFrom(5);
const noise = () => chance.between(-0.2, 0.2);

it("a sine of known frequency is the least-squares one (IEEE 1057, three parameters)", () => {
  for (let n = 0; n < 20; n += 1) {
    const [frequency, middle] = [chance.between(20, 400), 0.01];
    const time = Float64Array.from({ length: 300 }, (_, k) => k * 1e-4 + chance.between(0, 3e-5));
    const [a, b, dc] = [chance.between(-2, 2), chance.between(-2, 2), chance.between(-1, 1)];
    const angle = (at: number) => 2 * Math.PI * frequency * (at - middle);
    const values = time.map((at) => a * Math.cos(angle(at)) + b * Math.sin(angle(at)) + dc + noise());
    values[17] = Number.NaN;
    const rows = [...time].flatMap((at, k) =>
      k === 17 ? [] : [[Math.cos(angle(at)), Math.sin(angle(at)), 1, values[k]!]],
    );
    const system = new Matrix(rows.map((row) => row.slice(0, 3)));
    const right = Matrix.columnVector(rows.map((row) => row[3]!));
    const best = solve(system, right, true);
    const left = Matrix.sub(right, system.mmul(best)).norm();
    const found = sineThrough(time, values, 0, time.length, frequency, middle)!;
    expect(found.amplitude).toBeCloseTo(Math.hypot(best.get(0, 0), best.get(1, 0)), 9);
    expect(found.phase).toBeCloseTo(Math.atan2(-best.get(1, 0), best.get(0, 0)), 9);
    expect(found.rest).toBeCloseTo(left / Math.sqrt(rows.length - 3), 9);
  }
});

it("a mean and harmonics of a voltage that grows with speed are the least-squares ones", () => {
  const [cycles, harmonics, each] = [5, 7, 200];
  const angle = Float64Array.from({ length: cycles * each }, (_, k) => (2 * Math.PI * k) / each);
  const omega = angle.map((_, k) => 100 * (1 - k / 4000));
  const motion: Motion = { angle, omega, cosine: angle.map(Math.cos), sine: angle.map(Math.sin) };
  const speed = omega.reduce((sum, one) => sum + one, 0) / omega.length;
  const values = angle.map(
    (at, k) => (omega[k]! / speed) * (2 * Math.cos(at - 0.4) + 0.3 * Math.sin(5 * at)) + 0.1 + noise(),
  );
  values[400] = Number.NaN;
  const rows = [...angle].flatMap((at, k) => {
    if (k === 400) return [];
    const faster = omega[k]! / speed;
    const waves = Array.from({ length: harmonics }, (_, h) => [
      faster * Math.cos((h + 1) * at),
      faster * Math.sin((h + 1) * at),
    ]).flat();
    return [{ row: [1, ...waves], value: values[k]! }];
  });
  const best = solve(
    new Matrix(rows.map(({ row }) => row)),
    Matrix.columnVector(rows.map(({ value }) => value)),
    true,
  );
  const time = angle.map((_, k) => k * 1e-4);
  const folded = fold(values, 0, motion, { from: 0, cycles }, harmonics, time);
  expect(folded.mean).toBeCloseTo(best.get(0, 0), 9);
  for (let h = 0; h < harmonics; h += 1) {
    expect(folded.cosine[h]).toBeCloseTo(best.get(2 * h + 1, 0), 9);
    expect(folded.sine[h]).toBeCloseTo(best.get(2 * h + 2, 0), 9);
  }
});
