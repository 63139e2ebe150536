import type { Chance } from "./chance.ts";
import { asChanges, asDump, asLevels, logged } from "./logicLog.ts";
import { DRIVEN, PLAIN_RUN, runLog } from "./runLogger.ts";
import { asSound, asText, PLAIN_TEXT, scoped } from "./scope.ts";

/** Small recordings of every kind. */
export function smallRecordings(chance: Chance): Uint8Array[] {
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
    runLog(DRIVEN, { seconds: 20, rate: 10, room: 20 }, PLAIN_RUN, chance),
  ];
}

/** A file with a few bytes changed, cut out, doubled, or its end gone. */
export function damaged(file: Uint8Array, chance: Chance): Uint8Array {
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
