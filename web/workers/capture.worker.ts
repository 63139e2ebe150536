import { sha256 } from "@noble/hashes/sha2.js";
import { bytesToHex } from "@noble/hashes/utils.js";
import { expose, transfer } from "comlink";
import {
  lookAtRecording,
  openCapture,
  windowOf,
  type CaptureAnswer,
  type CaptureOptions,
  type Pictures,
  type Window,
} from "#core/capture";
import type { Recording } from "#core/formats";
import { readSound, type SoundAnswer } from "#core/sound";
import { readRun, type RunAnswer, type RunOptions, type RunRole } from "#core/runlog";

/** What a screen knows of a recording: the signals themselves stay here. */
export interface ReadCapture {
  readonly answer: CaptureAnswer;
  readonly pictures: Pictures;
  /** First and last moment, s; null where there is no clock. */
  readonly span: readonly [number, number] | null;
  /** By signal: its name in the file, what it is in, and how far it reaches. */
  readonly signals: readonly {
    readonly name: string;
    readonly unit: "V" | "full scale" | "logic";
    readonly least: number;
    readonly most: number;
  }[];
  /** How long it took, s. */
  readonly seconds: number;
}

/** A file as a job keeps it. */
export interface Packed {
  readonly packed: ArrayBuffer;
  /** SHA-256 of what is packed: its name in the job. */
  readonly name: string;
  /** SHA-256 of the file as it came. */
  readonly sha256: string;
}

/** What a screen knows of a run's log: its traces stay here. */
export interface ReadRun {
  readonly answer: Omit<RunAnswer, "time" | "traces">;
  /** How long it ran, s. */
  readonly seconds: number;
  readonly roles: readonly RunRole[];
}

let bytes: Uint8Array | null = null;
let opened: ReturnType<typeof openCapture> | null = null;
/** What a chart is drawn of. */
let signals: Pick<Recording, "time" | "channels"> | null = null;

function reach(values: Float64Array): { readonly least: number; readonly most: number } {
  let [least, most] = [Number.POSITIVE_INFINITY, Number.NEGATIVE_INFINITY];
  for (const value of values) {
    if (value < least) least = value;
    if (value > most) most = value;
  }
  return least <= most ? { least, most } : { least: 0, most: 0 };
}

const worker = {
  /** Takes a file in. @param onStage told what is done now */
  async open(file: Blob, onStage: (words: string) => void): Promise<void> {
    onStage("Fetching the file");
    bytes = new Uint8Array(await file.arrayBuffer());
    opened = null;
    signals = null;
  },
  /** Reads what was taken in, with what is known of the motor. */
  read(options: CaptureOptions, onStage: (words: string) => void): ReadCapture {
    if (!bytes) throw new Error("capture worker: nothing was opened");
    const began = performance.now();
    onStage("Reading its signals");
    opened ??= openCapture(bytes);
    onStage("Following each cycle");
    const { answer, pictures, recording } = lookAtRecording(opened, options);
    signals = recording;
    const time = recording?.time;
    return {
      answer,
      pictures,
      span: time && time.length > 1 ? [time[0]!, time.at(-1)!] : null,
      signals: (recording?.channels ?? []).map(({ name, unit, values }) => ({
        name,
        unit,
        ...reach(values),
      })),
      seconds: (performance.now() - began) / 1000,
    };
  },
  /** Reads it as a log of a run. */
  readRun(options: RunOptions, onStage: (words: string) => void): ReadRun {
    if (!bytes) throw new Error("capture worker: nothing was opened");
    onStage("Reading its columns");
    const { time, traces, ...answer } = readRun(bytes, options);
    signals = {
      time,
      channels: traces.map(({ role, values }) => ({ name: role, unit: "V" as const, values })),
    };
    return { answer, seconds: time.at(-1) ?? 0, roles: traces.map(({ role }) => role) };
  },
  /** Reads it as a sound. */
  readSound(onStage: (words: string) => void): SoundAnswer {
    if (!bytes) throw new Error("capture worker: nothing was opened");
    onStage("Hearing it");
    return readSound(bytes);
  },
  window(from: number, to: number, columns: number): Window {
    if (!signals) throw new Error("capture worker: nothing was read");
    const found = windowOf(signals, from, to, columns);
    return transfer(found, [found.at.buffer, ...found.values.map(({ buffer }) => buffer)]);
  },
  /** The file packed as a job keeps it, with the SHA-256 of what it was and of what it is packed. */
  async pack(): Promise<Packed> {
    if (!bytes) throw new Error("capture worker: nothing was opened");
    const stream = new Blob([bytes as BlobPart]).stream().pipeThrough(new CompressionStream("gzip"));
    const packed = await new Response(stream).arrayBuffer();
    const named = { name: bytesToHex(sha256(new Uint8Array(packed))), sha256: bytesToHex(sha256(bytes)) };
    return transfer({ packed, ...named }, [packed]);
  },
};
export type CaptureWorker = typeof worker;
expose(worker);
