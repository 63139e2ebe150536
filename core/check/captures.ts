import { CAPTURE_RULES, type CaptureLook } from "../capture/index.ts";
import {
  latestIn,
  type CheckId,
  type KeptCapture,
  type KeptFigure,
  type KeptRemark,
  type ReadingValue,
  type Sitting,
} from "../record/index.ts";

/** The recording that stands in a slot of an epoch; null where there is none. */
export function captureIn(
  { readings }: Pick<Sitting, "readings">,
  check: CheckId,
  slot: string,
  epoch: number,
): KeptCapture | null {
  const value = latestIn(readings, check, slot, epoch)?.value;
  return value?.kind === "capture" ? value : null;
}

/** Digits of what is only drawn. */
const DRAWN_DIGITS = 4;
/** Points of a curve that is kept to be drawn. */
const KEPT_POINTS = 80;

const rounded = (values: readonly number[]): number[] =>
  values.map((value) => Number(value.toPrecision(DRAWN_DIGITS)));

function thinned<T>(values: readonly T[]): T[] {
  const every = Math.max(1, Math.ceil(values.length / KEPT_POINTS));
  return values.filter((_, n) => n % every === 0);
}

/** Longest words of a remark, and name of a signal, that a record keeps. */
const [LONGEST_WORDS, LONGEST_CHANNEL] = [600, 120];

/** What stands in a file may hold signs that no text has: a record keeps none of them. */
const plain = (text: string, most: number) =>
  text
    .replaceAll(/[\p{Cc}\p{Cs}\u2028\u2029]/gu, " ")
    .slice(0, most)
    .replace(/\p{Cs}$/u, "")
    .trim();

/** Remarks as a record keeps them. */
export const keptRemarks = (said: readonly KeptRemark[]): KeptRemark[] =>
  said.map((one) => ({
    ...one,
    words: plain(one.words, LONGEST_WORDS),
    ...(one.channel !== undefined && { channel: plain(one.channel, LONGEST_CHANNEL) }),
  }));

/** Where a recording came from and what it was read with. */
export type CaptureSource = Pick<KeptCapture, "file" | "sha256" | "name" | "polePairs" | "slots">;

/**
 * What the record of a job keeps of a recording: its figures as they were read, by which rules and of which file, and as much
 * of its pictures as is drawn where the file is not at hand.
 */
export function keepCapture(
  { answer, pictures }: Pick<CaptureLook, "answer" | "pictures">,
  source: CaptureSource,
): Extract<ReadingValue, { kind: "capture" }> {
  const { understood, said, words } = answer;
  // Sectors of the sensors are a map of their own; they follow from where the edges stand.
  const figures = Object.fromEntries(
    Object.entries(answer.figures).filter(([, figure]) => typeof figure.value === "number"),
  ) as Record<string, KeptFigure>;
  const { magnets, cycle, coast, edges, perHertz } = pictures;
  return {
    kind: "capture",
    ...source,
    carries: understood.channels.map(({ carries }) => carries),
    rules: CAPTURE_RULES,
    figures,
    perHertz,
    said: keptRemarks(said),
    words,
    drawn: {
      magnets: magnets && { heights: rounded(magnets.heights), u: magnets.u },
      cycle: cycle.map(({ role, values }) => ({ role, values: rounded(values) })),
      coast: coast && { at: rounded(thinned(coast.at)), speed: rounded(thinned(coast.speed)) },
      edges,
    },
  };
}
