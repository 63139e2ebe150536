// Stand-ins for recorders: writes recordings of motors that are not there, as different devices would write them, with their
// noise, trigger, clipping and mistakes: npm run record -- FOLDER
import { mkdirSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { chanceFrom } from "#bench/chance";
import { asChanges, asDump, asLevels, logged, withGlitches, type LoggedSensors } from "#bench/logicLog";
import { DRIVEN, PLAIN_RUN, runLog } from "#bench/runLogger";
import { asSound, asText, PLAIN_TEXT, scoped, type Recorded, type ScopedMotor } from "#bench/scope";

const MOTOR: ScopedMotor = {
  ...{ polePairs: 7, constant: 1050, phases: [1, 1, 1], harmonics: { 5: 0.06, 7: 0.04 } },
  ...{ lower: {}, swing: 0, order: "ABC" },
};
const SCOPE: Recorded = {
  ...{ seconds: 0.25, rate: 50_000, speed: (t) => 2012 - 30 * t },
  ...{ noise: 0.01, range: 5, steps: 256, offset: 0.01 },
  probes: ["AB", "BC", "CA"].map((of) => ({ of, way: 1 })),
};
const HUB: LoggedSensors = {
  ...{ polePairs: 15, spacing: 120, late: [0, 0, 0], hysteresis: 0.5, stuck: {}, wires: [0, 1, 2] },
};
const creeping = (t: number) => 2.2 * t + 0.01 * Math.sin(9 * t);

const chance = chanceFrom(12);
const scope = (motor: Partial<ScopedMotor> = {}, how: Partial<Recorded> = {}) =>
  scoped({ ...MOTOR, ...motor }, { ...SCOPE, ...how }, chance);
const names = ["AB", "BC", "CA"];
const log = (sensors: Partial<LoggedSensors> = {}) => logged({ ...HUB, ...sensors }, creeping, 1.5, 2e-5);

const FILES: Readonly<Record<string, () => Uint8Array>> = {
  "sound-motor.csv": () => asText(scope(), { ...PLAIN_TEXT, names }),
  "one-magnet-weak.csv": () => asText(scope({ lower: { 2: 0.16 } }), { ...PLAIN_TEXT, names }),
  "runs-out.csv": () => asText(scope({ swing: 0.05 }), { ...PLAIN_TEXT, names }),
  "magnets-weak-semicolon-comma.csv": () =>
    asText(scope({ constant: 1260 }), { ...PLAIN_TEXT, names, delimiter: ";", decimal: ",", units: true }),
  "phase-a-weak.csv": () => asText(scope({ phases: [0.85, 1, 1] }), { ...PLAIN_TEXT, names }),
  "probe-reversed.csv": () =>
    asText(
      scope(
        {},
        {
          probes: [
            { of: "AB", way: 1 },
            { of: "BC", way: -1 },
          ],
        },
      ),
      { ...PLAIN_TEXT, names: ["CH1", "CH2"] },
    ),
  "clipped.csv": () => asText(scope({}, { range: 1.6 }), { ...PLAIN_TEXT, names }),
  "coasts.csv": () =>
    asText(
      scope({}, { seconds: 1.2, rate: 20_000, speed: (t) => Math.max(20, 2600 * Math.exp(-t / 0.9) - 150) }),
      { ...PLAIN_TEXT, names },
    ),
  "sound-card.wav": () => asSound(scope({}, { rate: 44_100 }), 44_100, 5),
  "sensors.csv": () => asChanges(log()),
  "sensor-b-off.csv": () => asChanges(log({ late: [0, 13, 0] })),
  "sensor-b-dead.vcd": () => asDump(log({ stuck: { 1: false } })),
  "sensors-swapped.csv": () => asChanges(log({ wires: [1, 0, 2] })),
  "sensors-as-levels.csv": () => asLevels(log(), 1.5, 40_000, 5, 0.05, chance),
  "sensors-disturbed.csv": () => asChanges(withGlitches(log(), 6, 40e-6, chance)),
  "run.csv": () => runLog(DRIVEN, { seconds: 180, rate: 10, room: 18 }, PLAIN_RUN, chance),
  "run-pack-sags.csv": () =>
    runLog(
      { ...DRIVEN, trips: 62, pack: { volts: 53, ohms: 0.2, fade: 0.0003 } },
      { seconds: 180, rate: 10, room: 18 },
      PLAIN_RUN,
      chance,
    ),
};

const [folder] = process.argv.slice(2);
if (!folder) {
  process.stderr.write("Name a folder: npm run record -- FOLDER\n");
  process.exitCode = 2;
} else {
  mkdirSync(folder, { recursive: true });
  for (const [name, bytes] of Object.entries(FILES)) writeFileSync(join(folder, name), bytes());
  process.stdout.write(
    `${Object.keys(FILES).length} recordings of motors that are not there are in ${folder}.\n`,
  );
}
