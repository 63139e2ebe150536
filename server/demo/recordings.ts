import { createHash } from "node:crypto";
import { gzipSync } from "node:zlib";
import { chanceFrom } from "#bench/chance";
import { DRIVEN, PLAIN_RUN, runLog } from "#bench/runLogger";
import { asText, PLAIN_TEXT, scoped, type Recorded, type ScopedMotor } from "#bench/scope";
import { lookAtCapture } from "#core/capture";
import { keepCapture } from "#core/check";
import { keepRun } from "#core/measure/feed";
import type { CheckId, KeptCapture, ReadingValue } from "#core/record";
import { readRun } from "#core/runlog";

/** A recording of a demo job: the stand-in for a recorder writes it, and it is read as any other. */
export interface DemoRecording {
  readonly check: CheckId;
  readonly slot: string;
  readonly name: string;
  readonly bytes: () => Uint8Array;
  readonly read: (bytes: Uint8Array, source: Source) => ReadingValue;
}
type Source = Pick<KeptCapture, "file" | "sha256" | "name">;

/** A file of a demo job, as it is kept. */
export interface DemoFile {
  readonly name: string;
  readonly bytes: Buffer;
}

const LINES = ["AB", "BC", "CA"];
const SCOPE: Recorded = {
  ...{ seconds: 0.25, rate: 20_000, speed: () => 2000, noise: 0.012, range: 5, steps: 256, offset: 0.01 },
  probes: LINES.map((of) => ({ of, way: 1 })),
};
const SCOPED: ScopedMotor = {
  ...{ polePairs: 7, constant: 1000, phases: [1, 1, 1], harmonics: { 5: 0.06, 7: 0.04 } },
  ...{ lower: {}, swing: 0, order: "ABC" },
};

const waveform = (
  slot: "spun" | "coast",
  name: string,
  motor: Partial<ScopedMotor>,
  how: Partial<Recorded>,
  known: { readonly polePairs: number; readonly slots: number | null; readonly kv: number },
): DemoRecording => ({
  ...{ check: "waveform", slot, name },
  bytes: () =>
    asText(scoped({ ...SCOPED, ...motor }, { ...SCOPE, ...how }, chanceFrom(name.length)), {
      ...PLAIN_TEXT,
      names: LINES,
    }),
  read: (bytes, source) => {
    const { polePairs, slots, kv } = known;
    const look = lookAtCapture(bytes, { as: null, polePairs, slots, ratedConstant: kv, turned: null });
    return keepCapture(look, { ...source, polePairs, slots });
  },
});

/** The odd arm of a copter on the drill: its magnets are weak, and all alike. */
export const WEAK_AND_EVEN = waveform(
  "spun",
  "arm3-drill.csv",
  { constant: 1055 },
  { speed: (t) => 2008 - 20 * t },
  { polePairs: 7, slots: 12, kv: 900 },
);

/** A wheel left to coast that growls: it comes to rest early. */
export const COASTS_SHORT = waveform(
  "coast",
  "trike8-coast.csv",
  { polePairs: 15, constant: 8.85, harmonics: { 5: 0.02, 7: 0.01 } },
  {
    ...{ seconds: 1.5, rate: 4000, noise: 0.15, range: 50, offset: 0 },
    speed: (t) => Math.max(15, 340 * Math.exp(-t / 1.1) - 60),
  },
  { polePairs: 15, slots: 36, kv: 9 },
);

/** A ramp with a pack that gives way. */
export const PACK_GIVES_WAY: DemoRecording = {
  ...{ check: "feed", slot: "log", name: "ramp-ride.csv" },
  bytes: () =>
    runLog(
      { ...DRIVEN, constant: 9.3, resistance: 0.17, pack: { volts: 40.6, ohms: 0.16, fade: 0.0004 } },
      { seconds: 90, rate: 10, room: 14 },
      PLAIN_RUN,
      chanceFrom(9),
    ),
  read: (bytes, source) =>
    keepRun(readRun(bytes, { as: null, polePairs: 15, constant: null, resistance: null }), {
      ...source,
      polePairs: 15,
    }),
};

/** What a demo job keeps of a recording: the packed file, and what was read from it. */
export function recordingOf({ name, bytes, read }: DemoRecording): { file: DemoFile; value: ReadingValue } {
  const raw = bytes();
  const packed = gzipSync(raw);
  const hash = (of: Uint8Array) => createHash("sha256").update(of).digest("hex");
  const file = { name: hash(packed), bytes: packed };
  return { file, value: read(raw, { file: file.name, sha256: hash(raw), name }) };
}
