import { Refused, type Recording, type Said } from "./recording.ts";

const PCM = 1;
const FLOAT = 3;
const EXTENSIBLE = 0xfffe;

interface WavFormat {
  readonly kind: number;
  readonly channels: number;
  readonly rate: number;
  readonly bits: number;
}

const nameAt = (view: DataView, at: number): string =>
  String.fromCodePoint(...Array.from({ length: 4 }, (_, i) => view.getUint8(at + i)));

/** Whether bytes begin as a WAV file does. */
export const isWav = (bytes: Uint8Array): boolean =>
  bytes.length >= 12 && String.fromCodePoint(...bytes.subarray(0, 4)) === "RIFF";

function formatAt(view: DataView, at: number, size: number): WavFormat {
  if (size < 16) throw new Refused("notACapture", "The sound file does not say how its samples are written.");
  const kind = view.getUint16(at, true);
  const bits = view.getUint16(at + 14, true);
  // An extensible header names the kind of its samples in the first half-word of a longer name.
  const named = kind === EXTENSIBLE && size >= 26 ? view.getUint16(at + 24, true) : kind;
  return {
    kind: named,
    channels: view.getUint16(at + 2, true),
    rate: view.getUint32(at + 4, true),
    bits,
  };
}

/** Reads one sample as a part of full scale, −1 to 1. */
function readerOf({ kind, bits }: WavFormat, view: DataView): (at: number) => number {
  if (kind === FLOAT && bits === 32) return (at) => view.getFloat32(at, true);
  if (kind === FLOAT && bits === 64) return (at) => view.getFloat64(at, true);
  if (kind === PCM && bits === 8) return (at) => (view.getUint8(at) - 128) / 128;
  if (kind === PCM && bits === 16) return (at) => view.getInt16(at, true) / 2 ** 15;
  if (kind === PCM && bits === 24)
    return (at) => ((view.getInt8(at + 2) << 16) | view.getUint16(at, true)) / 2 ** 23;
  if (kind === PCM && bits === 32) return (at) => view.getInt32(at, true) / 2 ** 31;
  throw new Refused(
    "notACapture",
    `The sound file holds samples of a kind that is not read here (kind ${kind}, ${bits} bits). Save it as plain 16 or 24 bit.`,
  );
}

/**
 * Reads a sound file: RIFF WAVE, 8 to 32 bit whole numbers or 32 and 64 bit floating point, extensible headers too.
 * @returns channels in parts of full scale; what a volt is nobody said
 * @throws Refused where it is none, or holds nothing
 */
export function readWav(bytes: Uint8Array): Recording {
  const view = new DataView(bytes.buffer, bytes.byteOffset, bytes.byteLength);
  if (!isWav(bytes) || nameAt(view, 8) !== "WAVE")
    throw new Refused("notACapture", "This is a RIFF file, but no sound.");
  let format: WavFormat | null = null;
  const said: Said[] = [];
  for (let at = 12; at + 8 <= bytes.length;) {
    const name = nameAt(view, at);
    const size = view.getUint32(at + 4, true);
    const from = at + 8;
    if (name === "fmt ") format = formatAt(view, from, Math.min(size, bytes.length - from));
    if (name === "data") {
      if (!format)
        throw new Refused("notACapture", "The sound file does not say how its samples are written.");
      return samplesOf(view, format, from, size, said);
    }
    at = from + size + (size % 2);
  }
  if (format) throw new Refused("truncated", "The sound file ends before its first sample.");
  throw new Refused("notACapture", "The sound file holds no samples.");
}

function samplesOf(view: DataView, format: WavFormat, from: number, size: number, said: Said[]): Recording {
  const { channels, rate, bits } = format;
  if (!(channels > 0) || !(rate > 0))
    throw new Refused("notACapture", "The sound file says no channels or no rate.");
  const read = readerOf(format, view);
  const width = bits / 8;
  // Whoever was stopped while recording leaves a size of nothing or of all that could be.
  const there = Math.min(size === 0 ? Number.POSITIVE_INFINITY : size, view.byteLength - from);
  const count = Math.floor(there / (width * channels));
  if (count === 0) throw new Refused("emptyFile", "The sound file holds no samples.");
  if (size > view.byteLength - from)
    said.push({
      code: "truncated",
      words: `The file says ${Math.floor(size / (width * channels))} samples and holds ${count}: it was cut off. What is there is read.`,
    });
  const values = Array.from({ length: channels }, () => new Float64Array(count));
  for (let n = 0, at = from; n < count; n += 1)
    for (let c = 0; c < channels; c += 1, at += width) values[c]![n] = read(at);
  return {
    format: `sound, ${channels} ${channels === 1 ? "channel" : "channels"}, ${bits} bit, ${rate} Hz`,
    time: Float64Array.from({ length: count }, (_, n) => n / rate),
    interval: 1 / rate,
    channels: values.map((all, c) => ({ name: `channel ${c + 1}`, unit: "full scale", values: all })),
    missing: 0,
    assumed: ["A sound file does not say how many volts full scale is: nothing is given in volts."],
    said,
  };
}
