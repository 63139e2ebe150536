import { keptRemarks } from "../../check/index.ts";
import type { KeptCapture, ReadingValue } from "../../record/index.ts";
import { SOUND_RULES, type SoundAnswer } from "../../sound/index.ts";

const rounded = (values: readonly number[]) => values.map((value) => Number(value.toPrecision(4)));

/** What the record of a job keeps of a sound: its picture, and how loud it was. Nothing is judged by it. */
export function keepSound(
  { figures, said, picture }: SoundAnswer,
  source: Pick<KeptCapture, "file" | "sha256" | "name">,
): Extract<ReadingValue, { kind: "capture" }> {
  return {
    kind: "capture",
    ...source,
    ...{ carries: [], polePairs: null, slots: null, rules: SOUND_RULES, figures, perHertz: {}, words: {} },
    said: keptRemarks(said),
    drawn: {
      ...{ magnets: null, cycle: [], coast: null, edges: null },
      ...(picture && {
        sound: {
          hertz: rounded(picture.hertz),
          decibels: rounded(picture.decibels),
          octaves: picture.octaves.map((one) => one && Number(one.toFixed(1))),
          at: rounded(picture.at),
          level: rounded(picture.level),
        },
      }),
    },
  };
}
