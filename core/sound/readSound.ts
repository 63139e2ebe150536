import FFT from "fft.js";
import { readRecording, Refused, type Recording, type Said } from "../formats/index.ts";

/** Version of the rules by which sounds are read: a result says by which it was. */
export const SOUND_RULES = "1";

/** What a sound is drawn as. */
export interface SoundPicture {
  /** Hz, evenly on a logarithmic scale, and how loud it is there, dB of full scale. */
  readonly hertz: readonly number[];
  readonly decibels: readonly number[];
  /** dB of full scale by octave, of {@link OCTAVES}; null where the recording does not reach so far. */
  readonly octaves: readonly (number | null)[];
  /** Loudness by time: seconds and dB of full scale. */
  readonly at: readonly number[];
  readonly level: readonly number[];
}

export interface SoundAnswer {
  readonly outcome: "read" | "warned" | "refused";
  readonly said: readonly Said[];
  readonly figures: Readonly<
    Record<string, { readonly value: number; readonly u: number; readonly unit: string }>
  >;
  readonly picture: SoundPicture | null;
}

/** Middles of the octave bands, Hz (IEC 61260-1, nominal). */
export const OCTAVES = [31.5, 63, 125, 250, 500, 1000, 2000, 4000, 8000] as const;

/** Samples of a stretch that is transformed: less than three hertz apart at 44.1 kHz. */
const STRETCH = 16_384;
/** Points that are drawn of a spectrum and of a loudness. */
const [DRAWN, LEVELS] = [180, 200];
/** What is called silence, dB of full scale. */
const SILENCE = -120;
/** Less than this tells no low note. */
const LEAST_SECONDS = 1;

const decibels = (power: number): number => Math.max(SILENCE, 10 * Math.log10(Math.max(power, 1e-12)));

/**
 * Power by frequency, mean of stretches that overlap by half under a Hann window (Welch 1967); a sine of full scale has the
 * power one half in the places about its own frequency together.
 */
export function spectrumOf(
  values: Float64Array,
  rate: number,
): { readonly step: number; readonly power: Float64Array } {
  const fft = new FFT(STRETCH);
  const window = Float64Array.from(
    { length: STRETCH },
    (_, n) => 0.5 - 0.5 * Math.cos((2 * Math.PI * n) / STRETCH),
  );
  const squares = window.reduce((sum, one) => sum + one * one, 0);
  const power = new Float64Array(STRETCH / 2);
  const input = new Float64Array(STRETCH);
  const output = fft.createComplexArray();
  let count = 0;
  for (let from = 0; from + STRETCH <= values.length; from += STRETCH / 2) {
    let mean = 0;
    for (let n = 0; n < STRETCH; n += 1) mean += (values[from + n]! || 0) / STRETCH;
    for (let n = 0; n < STRETCH; n += 1) input[n] = ((values[from + n]! || 0) - mean) * window[n]!;
    fft.realTransform(output, input);
    for (let k = 1; k < STRETCH / 2; k += 1)
      power[k]! += (2 * (output[2 * k]! ** 2 + output[2 * k + 1]! ** 2)) / (squares * STRETCH);
    count += 1;
  }
  return { step: rate / STRETCH, power: power.map((one) => one / Math.max(1, count)) };
}

function drawnSpectrum({
  step,
  power,
}: ReturnType<typeof spectrumOf>): Pick<SoundPicture, "hertz" | "decibels"> {
  const [least, most] = [20, Math.min(20_000, step * (power.length - 1))];
  const ratio = Math.log(most / least) / DRAWN;
  const hertz: number[] = [];
  const loud: number[] = [];
  for (let n = 0; n < DRAWN; n += 1) {
    const [from, to] = [least * Math.exp(ratio * n), least * Math.exp(ratio * (n + 1))];
    const [first, next] = [
      Math.floor(from / step),
      Math.max(Math.floor(from / step) + 1, Math.floor(to / step)),
    ];
    // The loudest of what falls on a point: a tone is not lost between two others.
    let high = 0;
    for (let k = first; k < Math.min(next, power.length); k += 1) high = Math.max(high, power[k]!);
    hertz.push(Math.sqrt(from * to));
    loud.push(decibels(high));
  }
  return { hertz, decibels: loud };
}

function octavesOf({ step, power }: ReturnType<typeof spectrumOf>): (number | null)[] {
  const most = step * (power.length - 1);
  return OCTAVES.map((middle) => {
    const [from, to] = [middle / Math.SQRT2, middle * Math.SQRT2];
    if (to > most) return null;
    let sum = 0;
    for (let k = Math.ceil(from / step); k * step < to; k += 1) sum += power[k]!;
    return decibels(sum);
  });
}

function levelsOf(values: Float64Array, rate: number): Pick<SoundPicture, "at" | "level"> {
  const each = Math.max(1, Math.floor(values.length / LEVELS));
  const at: number[] = [];
  const level: number[] = [];
  for (let from = 0; from + each <= values.length; from += each) {
    let sum = 0;
    for (let n = from; n < from + each; n += 1) sum += (values[n]! || 0) ** 2;
    at.push((from + each / 2) / rate);
    level.push(decibels(sum / each));
  }
  return { at, level };
}

function opened(bytes: Uint8Array): Recording {
  const recording = readRecording(bytes);
  if (recording.interval === null || recording.channels[0]?.unit !== "full scale")
    throw new Refused("notACapture", "This is no sound: a WAV file is read here.");
  return recording;
}

/**
 * Reads a sound: how loud it is by frequency, by octave and by time. It is a picture, and no verdict: a microphone, its place
 * and the bench are in it.
 * @param bytes of a WAV file
 */
export function readSound(bytes: Uint8Array): SoundAnswer {
  try {
    const { channels, interval, said } = opened(bytes);
    const { values } = channels[0]!;
    const rate = 1 / interval!;
    const seconds = values.length / rate;
    if (seconds < LEAST_SECONDS || values.length < STRETCH)
      throw new Refused("tooShort", "The sound is shorter than a second: record five.");
    const spectrum = spectrumOf(values, rate);
    const mean = values.reduce((sum, one) => sum + (one || 0) ** 2, 0) / values.length;
    const peak = values.reduce((most, one) => Math.max(most, Math.abs(one || 0)), 0);
    let loudest = 1;
    for (let k = Math.ceil(20 / spectrum.step); k < spectrum.power.length; k += 1)
      if (spectrum.power[k]! > spectrum.power[loudest]!) loudest = k;
    const remarks: Said[] = [
      ...said,
      ...(peak >= 0.999
        ? [
            {
              code: "clipped",
              words: "The sound is cut off at full scale: hold the microphone farther away.",
            } as const,
          ]
        : []),
    ];
    return {
      outcome: remarks.length > 0 ? "warned" : "read",
      said: remarks,
      figures: {
        soundLevel: { value: decibels(mean), u: 0.5, unit: "dB of full scale" },
        loudestAt: { value: loudest * spectrum.step, u: spectrum.step, unit: "Hz" },
        seconds: { value: seconds, u: 0, unit: "s" },
      },
      picture: { ...drawnSpectrum(spectrum), octaves: octavesOf(spectrum), ...levelsOf(values, rate) },
    };
  } catch (error) {
    if (!(error instanceof Refused)) throw error;
    return { outcome: "refused", said: [error.said], figures: {}, picture: null };
  }
}
