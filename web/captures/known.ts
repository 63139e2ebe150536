import { ROLES, type CaptureOptions, type ChannelRole } from "#core/capture";

/** What is known of a motor beside its recording, as it is typed. */
export interface KnownTexts {
  readonly polePairs: string;
  readonly slots: string;
  /** rpm/V of line peak. */
  readonly ratedConstant: string;
  readonly turned: "" | "forward" | "backward";
  /** What each signal carries, in their order; empty while the file is understood by itself. */
  readonly as: readonly (ChannelRole | "")[];
}

export const NOTHING_KNOWN: KnownTexts = { polePairs: "", slots: "", ratedConstant: "", turned: "", as: [] };

type Field = "polePairs" | "slots" | "ratedConstant";
const LIMITS: Readonly<Record<Field, { least: number; most: number; whole: boolean; sentence: string }>> = {
  polePairs: { least: 1, most: 200, whole: true, sentence: "Pole pairs are a whole number from 1 to 200." },
  slots: { least: 3, most: 400, whole: true, sentence: "Slots are a whole number from 3 to 400." },
  ratedConstant: {
    ...{ least: 0.01, most: 100_000, whole: false },
    sentence: "A speed constant is a number of rpm/V above 0.",
  },
};

function numberOf(field: Field, text: string): { value: number | null; problem?: string } {
  const plain = text.trim().replace(",", ".");
  if (plain === "") return { value: null };
  const { least, most, whole, sentence } = LIMITS[field];
  const value = Number(plain);
  const fits = value >= least && value <= most && (!whole || Number.isInteger(value));
  return fits ? { value } : { value: null, problem: sentence };
}

/** What was typed, as what a recording is read with; what makes no sense is left out and said at its field. */
export function knownFrom({ polePairs, slots, ratedConstant, turned, as }: KnownTexts): {
  readonly options: CaptureOptions;
  readonly problems: Readonly<Partial<Record<Field, string>>>;
} {
  const read = {
    polePairs: numberOf("polePairs", polePairs),
    slots: numberOf("slots", slots),
    ratedConstant: numberOf("ratedConstant", ratedConstant),
  };
  const problems = Object.fromEntries(
    Object.entries(read).flatMap(([field, { problem }]) => (problem ? [[field, problem]] : [])),
  );
  return {
    problems,
    options: {
      as: as.length === 0 ? null : as.map((role) => role || null),
      polePairs: read.polePairs.value,
      slots: read.slots.value,
      ratedConstant: read.ratedConstant.value,
      turned: turned || null,
    },
  };
}

/** Two signals may not carry the same. @returns the role that is named twice; null where none is */
export function namedTwice(as: readonly (ChannelRole | "")[]): ChannelRole | null {
  return ROLES.find((role) => as.filter((one) => one === role).length > 1) ?? null;
}
