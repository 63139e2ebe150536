import { readRecording, readRecordingFrom, Refused, type Recording } from "../formats/index.ts";
import {
  LINES,
  PHASES,
  SENSORS,
  tell,
  type CaptureAnswer,
  type CaptureOptions,
  type Findings,
} from "./answer.ts";
import { align } from "./align.ts";
import { noPictures, type Pictures } from "./pictures.ts";
import { assign, type Assigned } from "./roles.ts";
import { readSensors } from "./sensors.ts";
import type { Carried } from "./foldAll.ts";
import { readWaveform } from "./waveform.ts";

const carrying = (assigned: readonly Assigned[], roles: readonly string[]) =>
  assigned.filter(({ role }) => role !== null && roles.includes(role));

function readAll(
  recording: Recording,
  assigned: readonly Assigned[],
  options: CaptureOptions,
  findings: Findings,
): boolean {
  const waves = carrying(assigned, [...LINES, ...PHASES]) as Carried[];
  const turned =
    recording.time !== null && waves.length > 0 ? readWaveform(recording, waves, options, findings) : null;
  const sensors = carrying(assigned, SENSORS);
  const run = sensors.length > 0 ? readSensors(recording, sensors, options, findings) : null;
  if (turned && run) align(findings, recording.time!, run, turned, options);
  return turned !== null || run !== null;
}

/** What a recording says, with what is drawn of it and the signals themselves; these are null where it is refused unread. */
export interface CaptureLook {
  readonly answer: CaptureAnswer;
  readonly pictures: Pictures;
  readonly recording: Recording | null;
}

/**
 * Reads a recording of a motor: what it generates while it turns, and what its sensors say.
 * @param bytes of the file
 * @returns the same names everywhere; what cannot be known is absent, never guessed
 * @example readCapture(bytes, { as: null, polePairs: 7, slots: 12, ratedConstant: 900, turned: null })
 */
export const readCapture = (bytes: Uint8Array, options: CaptureOptions): CaptureAnswer =>
  lookAtCapture(bytes, options).answer;

/** A file as signals, or why it holds none: read once, and looked at as often as somebody changes what is known. */
function openCapture(bytes: Uint8Array): Recording | Refused {
  try {
    return readRecording(bytes);
  } catch (error) {
    if (error instanceof Refused) return error;
    throw error;
  }
}

/** The same from pieces that come one after another. @param size of all of them, bytes */
export async function openCaptureFrom(
  pieces: AsyncIterable<Uint8Array>,
  size: number,
): Promise<Recording | Refused> {
  try {
    return await readRecordingFrom(pieces, size);
  } catch (error) {
    if (error instanceof Refused) return error;
    throw error;
  }
}

/** {@link readCapture} from pieces that come one after another. @param size of all of them, bytes */
export const readCaptureFrom = async (
  pieces: AsyncIterable<Uint8Array>,
  size: number,
  options: CaptureOptions,
): Promise<CaptureAnswer> => lookAtRecording(await openCaptureFrom(pieces, size), options).answer;

/** The same as {@link readCapture}, with what a screen draws of it. */
export const lookAtCapture = (bytes: Uint8Array, options: CaptureOptions): CaptureLook =>
  lookAtRecording(openCapture(bytes), options);

/** What signals that were opened say. */
export function lookAtRecording(opened: Recording | Refused, options: CaptureOptions): CaptureLook {
  const findings: Findings = { said: [], figures: {}, words: {}, assumed: [], pictures: noPictures() };
  const recording = opened instanceof Refused ? null : opened;
  let assigned: readonly Assigned[] = [];
  let some = false;
  try {
    if (opened instanceof Refused) throw opened;
    findings.said.push(...opened.said);
    findings.assumed.push(...opened.assumed);
    assigned = assign(opened, options.as, findings.assumed);
    if (assigned.every(({ role }) => role === null))
      throw new Refused("notACapture", "No signal of the file is a line, a phase or a sensor of a motor.");
    some = readAll(opened, assigned, options, findings);
    tell(findings, "samples", opened.channels[0]!.values.length, 0, "");
    if (opened.missing > 0) tell(findings, "missingSamples", opened.missing, 0, "");
    if (!some && findings.said.length === 0)
      throw new Refused("notACapture", "What is in the file is too little to say anything of a motor.");
  } catch (error) {
    if (!(error instanceof Refused)) throw error;
    findings.said.push(error.said);
  }
  const answer: CaptureAnswer = {
    outcome: some ? (findings.said.length > 0 ? "warned" : "read") : "refused",
    understood: {
      format: recording?.format ?? "unknown",
      channels: assigned.map(({ channel, role }) => ({ name: channel.name, carries: role })),
      samples: recording?.channels[0]?.values.length ?? 0,
      interval: recording?.interval ?? null,
      assumed: findings.assumed,
    },
    said: findings.said,
    figures: some ? findings.figures : {},
    words: some ? findings.words : {},
  };
  return { answer, pictures: some ? findings.pictures : noPictures(), recording };
}

/** Every name that a signal may be given. */
export const ROLES = [...LINES, ...PHASES, ...SENSORS] as const;
