import { expect, it } from "vitest";
import { chanceFrom, type Chance } from "#bench/chance";
import { asChanges, asDump, asLevels, logged } from "#bench/logicLog";
import { asSound, asText, PLAIN_TEXT, scoped } from "#bench/scope";
import { readCapture, type Figure } from "./index.ts";

const FILES = 600;

/** Small recordings of every kind. */
function originals(chance: Chance): Uint8Array[] {
  const probes = (["AB", "BC", "CA"] as const).map((of) => ({ of, way: 1 as const }));
  const signals = scoped(
    {
      polePairs: 3,
      constant: 1000,
      phases: [1, 1, 1],
      harmonics: { 5: 0.05 },
      lower: {},
      swing: 0,
      order: "ABC",
    },
    { seconds: 0.06, rate: 10_000, speed: () => 3000, noise: 0.01, range: 5, steps: 256, offset: 0, probes },
    chance,
  );
  const log = logged(
    { polePairs: 3, spacing: 120, late: [0, 0, 0], hysteresis: 0, stuck: {}, wires: [0, 1, 2] },
    (t) => 20 * t,
    0.4,
    1e-4,
  );
  return [
    asText(signals, PLAIN_TEXT),
    asText(signals, { ...PLAIN_TEXT, delimiter: ";", decimal: ",", names: ["AB", "BC", "CA"], units: true }),
    asSound(signals, 10_000, 5),
    asChanges(log),
    asDump(log),
    asLevels(log, 0.2, 3000, 5, 0.05, chance),
  ];
}

/** A file with a few bytes changed, cut out, doubled, or its end gone. */
function mutated(file: Uint8Array, chance: Chance): Uint8Array {
  let bytes = file.slice();
  for (let left = Math.floor(chance.between(1, 6)); left > 0 && bytes.length > 0; left -= 1) {
    const at = Math.floor(chance.uniform() * bytes.length);
    const to = Math.min(bytes.length, at + Math.floor(chance.between(0, 300)));
    chance.oneOf<() => void>([
      () => (bytes[at] = Math.floor(chance.between(0, 256))),
      () => (bytes = bytes.slice(0, at)),
      () => (bytes = Uint8Array.from([...bytes.subarray(0, at), ...bytes.subarray(to)])),
      () => (bytes = Uint8Array.from([...bytes.subarray(0, to), ...bytes.subarray(at)])),
      () =>
        bytes
          .subarray(0, 200)
          .forEach((_, n) => chance.happens(0.1) && (bytes[n] = Math.floor(chance.between(0, 128)))),
    ])();
  }
  return bytes;
}

it("a file that was damaged is read or refused, and every figure is a number with its doubt", () => {
  const chance = chanceFrom(29);
  const files = originals(chance);
  for (let n = 0; n < FILES; n += 1) {
    const { outcome, figures, said } = readCapture(mutated(chance.oneOf(files), chance), {
      as: null,
      polePairs: chance.oneOf([null, 3, 7]),
      slots: chance.oneOf([null, 12]),
      ratedConstant: chance.oneOf([null, 900]),
      turned: chance.oneOf([null, "forward" as const]),
    });
    if (outcome === "refused") {
      expect(said.length).toBeGreaterThan(0);
      expect(figures).toEqual({});
    }
    const { sectors = {}, ...others } = figures;
    for (const { value, u } of [...Object.values(others), ...(Object.values(sectors) as Figure[])]) {
      expect(Number.isFinite(value)).toBe(true);
      expect(u).toBeGreaterThanOrEqual(0);
    }
  }
});
