import { combine, expanded, NO_UNCERTAINTY, rectangular, scale, type Ratio } from "../../quantity/index.ts";
import { figureOf, PAIRS, saysOf, type KeptCapture, type Pair, type Sitting } from "../../record/index.ts";
import { captureIn } from "../../check/index.ts";
import { RECORDER_GAIN, WAVEFORM_SLOTS } from "../waveform/index.ts";
import type { MeasuredSpin, SpunPair } from "./measureSpin.ts";

/** What the channels of a recorder, with their probes, may differ by. Bench judgement. */
const CHANNELS_APART: Ratio = 0.01;
/** A recorder's clock. Common practice: far better, and never what limits. */
const RECORDER_CLOCK: Ratio = 1e-4;

/** Lines that a recording measured by itself: named, or made from phases, or the third from two. */
const measuredLines = ({ perHertz }: KeptCapture): boolean => PAIRS.every((pair) => perHertz[pair]);

function spunPair({ perHertz }: KeptCapture, pair: Pair, hertz: number): SpunPair {
  const figure = perHertz[pair]!;
  const perSpeed = figure.value / Math.SQRT2;
  const independent = combine([
    { u: figure.u / 2 / Math.SQRT2, freedom: Infinity },
    scale(rectangular(CHANNELS_APART), perSpeed),
  ]);
  return {
    volts: perSpeed * hertz,
    perSpeed,
    independent,
    expanded: expanded(combine([independent, scale(rectangular(RECORDER_GAIN), perSpeed)])),
    count: 1,
    belowFloor: false,
    wandering: false,
    burden: "notTried",
  };
}

/** A recording as a spin: volts for each hertz of three lines at the same moments, no drill and no meter in between. */
function spinOfCapture(capture: KeptCapture): MeasuredSpin | null {
  if (!measuredLines(capture) || saysOf(capture, "clipped")) return null;
  // A coast goes through all speeds: its volts are told at one of them, whichever.
  const frequency = figureOf(capture, "electricalFrequency");
  const hertz = frequency?.value ?? 1;
  return {
    pairs: Object.fromEntries(PAIRS.map((pair) => [pair, spunPair(capture, pair, hertz)])),
    unit: "hertz",
    uncounted: false,
    speed: hertz,
    sag: null,
    speedWeights: Object.fromEntries(PAIRS.map((pair) => [pair, [1]])),
    speedReading: { u: frequency ? frequency.u / 2 / hertz : 0, freedom: Infinity },
    voltGain: rectangular(RECORDER_GAIN),
    speedGain: rectangular(RECORDER_CLOCK),
    offset: NO_UNCERTAINTY,
    widest: RECORDER_GAIN,
    refusal: null,
  };
}

const capturesIn = (job: Pick<Sitting, "readings">, epoch: number) =>
  Object.keys(WAVEFORM_SLOTS).flatMap((slot) => captureIn(job, "waveform", slot, epoch) ?? []);

/** The recorded spin of an epoch, or its coast; null where neither knows three lines. */
export function recordedSpin(job: Pick<Sitting, "readings">, epoch: number): MeasuredSpin | null {
  for (const capture of capturesIn(job, epoch)) {
    const spin = spinOfCapture(capture);
    if (spin) return spin;
  }
  return null;
}

/** Pole pairs that somebody said with a recording; null where nobody did. */
export const recordedPolePairs = (job: Pick<Sitting, "readings">, epoch: number): number | null =>
  capturesIn(job, epoch).find(({ polePairs }) => polePairs !== null)?.polePairs ?? null;
