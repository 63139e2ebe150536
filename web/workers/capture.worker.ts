import { sha256 } from "@noble/hashes/sha2.js";
import { bytesToHex } from "@noble/hashes/utils.js";
import { expose, transfer } from "comlink";
import {
  lookAtRecording,
  openCaptureFrom,
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

/** What was taken in: its bytes stay on the disk, and are read piece by piece. */
let taken: Blob | null = null;
let opened: Awaited<ReturnType<typeof openCaptureFrom>> | null = null;
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

async function* piecesOf(file: Blob): AsyncGenerator<Uint8Array> {
  const reader = file.stream().getReader();
  for (;;) {
    const { done, value } = await reader.read();
    if (done) return;
    yield value;
  }
}

function takenIn(): Blob {
  if (!taken) throw new Error("capture worker: nothing was opened");
  return taken;
}

const bytesOf = async (file: Blob) => new Uint8Array(await file.arrayBuffer());

async function hashOf(file: Blob): Promise<string> {
  const hash = sha256.create();
  for await (const piece of piecesOf(file)) hash.update(piece);
  return bytesToHex(hash.digest());
}

const worker = {
  /** Takes a file in; that it can be read is seen by its first byte. */
  async open(file: Blob): Promise<void> {
    await file.slice(0, 1).arrayBuffer();
    taken = file;
    opened = null;
    signals = null;
  },
  /** Reads what was taken in, with what is known of the motor. */
  async read(options: CaptureOptions, onStage: (words: string) => void): Promise<ReadCapture> {
    const file = takenIn();
    const began = performance.now();
    onStage("Reading its signals");
    opened ??= await openCaptureFrom(piecesOf(file), file.size);
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
  async readRun(options: RunOptions, onStage: (words: string) => void): Promise<ReadRun> {
    onStage("Reading its columns");
    const { time, traces, ...answer } = readRun(await bytesOf(takenIn()), options);
    signals = {
      time,
      channels: traces.map(({ role, values }) => ({ name: role, unit: "V" as const, values })),
    };
    return { answer, seconds: time.at(-1) ?? 0, roles: traces.map(({ role }) => role) };
  },
  /** Reads it as a sound. */
  async readSound(onStage: (words: string) => void): Promise<SoundAnswer> {
    onStage("Hearing it");
    return readSound(await bytesOf(takenIn()));
  },
  window(from: number, to: number, columns: number): Window {
    if (!signals) throw new Error("capture worker: nothing was read");
    const found = windowOf(signals, from, to, columns);
    return transfer(found, [found.at.buffer, ...found.values.map(({ buffer }) => buffer)]);
  },
  /** The file packed as a job keeps it, with the SHA-256 of what it was and of what it is packed. */
  async pack(): Promise<Packed> {
    const file = takenIn();
    const stream = file.stream().pipeThrough(new CompressionStream("gzip"));
    const packed = await new Response(stream).arrayBuffer();
    const named = { name: bytesToHex(sha256(new Uint8Array(packed))), sha256: await hashOf(file) };
    return transfer({ packed, ...named }, [packed]);
  },
};
export type CaptureWorker = typeof worker;
expose(worker);
