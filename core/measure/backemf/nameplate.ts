import type { Ratio, RpmPerVolt } from "../../quantity/index.ts";
import type { SpeedUnit } from "./drillSpeed.ts";

type NameplateAnswer = "agrees" | "watch" | "investigate" | "alarm";

/** Largest share a measured constant may be off for each answer. Common practice. */
const NAMEPLATE_LIMITS: readonly { readonly upTo: Ratio; readonly answer: NameplateAnswer }[] = [
  { upTo: 0.05, answer: "agrees" },
  { upTo: 0.1, answer: "watch" },
  { upTo: 0.15, answer: "investigate" },
  { upTo: Infinity, answer: "alarm" },
];

/** A ratio that a mistake leaves behind, and the one question that settles it. */
export interface TellTale {
  readonly ratio: Ratio;
  readonly name: string;
  readonly ask: string;
  /** A wrong count of poles: only where speed came by hertz does it enter the constant. */
  readonly byPoles?: true;
}

const TELL_TALES: readonly TellTale[] = [
  { ratio: Math.SQRT2, name: "√2", ask: "Was RMS taken as if it were direct current? Divide by 1.414." },
  { ratio: Math.SQRT1_2, name: "1/√2", ask: "Was the plate stated per volt RMS?" },
  {
    ratio: Math.sqrt(3),
    name: "√3",
    ask: "Was one lead to the star point read, not line to line? Or is a winding stated as star now joined in delta?",
  },
  {
    ratio: 1 / Math.sqrt(3),
    name: "1/√3",
    ask: "Is a winding stated as delta now joined in star, or the plate that of the other connection?",
  },
  {
    ratio: 0.5,
    name: "1/2",
    ask: "Was the number of poles entered as pole pairs? Turn once by hand and count the steps.",
    byPoles: true,
  },
  {
    ratio: 2,
    name: "2",
    ask: "Were pole pairs taken for poles and halved? Turn once by hand and count the steps.",
    byPoles: true,
  },
  { ratio: 14 / 12, name: "14/12", ask: "Were slots counted for magnets? Count the magnets.", byPoles: true },
  { ratio: 40 / 36, name: "40/36", ask: "Were slots counted for magnets? Count the magnets.", byPoles: true },
  { ratio: 10 / 12, name: "10/12", ask: "Were slots counted for magnets? Count the magnets.", byPoles: true },
];
/** How near a measured ratio must lie to suggest a tell-tale: what cheap readings scatter. Bench judgement. */
const NEAR: Ratio = 0.02;

export interface NameplateComparison {
  /** Measured over nameplate. */
  readonly ratio: Ratio;
  readonly answer: NameplateAnswer;
  /** Hypotheses beside weak magnets, never verdicts; empty while it agrees. */
  readonly tellTales: readonly TellTale[];
  /** Only a constant that is too high can come from weakened magnets. */
  readonly magnetsPossible: boolean;
}

/** What a mistake may leave behind where speed was counted so: a tachometer knows nothing of poles. */
export const talesFor = (speedBy: SpeedUnit): readonly TellTale[] =>
  TELL_TALES.filter(({ byPoles }) => speedBy === "hertz" || !byPoles);

/**
 * A measured speed constant against the nameplate, same convention.
 * @param speedBy how the speed was counted
 * @throws RangeError for a value that is not above 0
 * @example compareWithNameplate(1600, 1350) // +18.5 %, alarm: magnets possible
 */
export function compareWithNameplate(
  measured: RpmPerVolt,
  nameplate: RpmPerVolt,
  speedBy: SpeedUnit = "hertz",
): NameplateComparison {
  if (!(measured > 0) || !(nameplate > 0))
    throw new RangeError(
      `compareWithNameplate: both must be above 0 rpm/V, got ${measured} and ${nameplate}`,
    );
  const ratio = measured / nameplate;
  const off = Math.abs(ratio - 1);
  const answer = NAMEPLATE_LIMITS.find(({ upTo }) => off <= upTo)!.answer;
  const agrees = answer === "agrees";
  return {
    ratio,
    answer,
    tellTales: agrees ? [] : talesFor(speedBy).filter((tale) => Math.abs(ratio / tale.ratio - 1) <= NEAR),
    magnetsPossible: !agrees && ratio > 1,
  };
}

/**
 * Flux left of what it should be: KV_expected/KV_measured, magnets weaker below 1.
 * @example fluxRatio(100, 115) // 0.8696
 */
export function fluxRatio(expected: RpmPerVolt, measured: RpmPerVolt): Ratio {
  if (!(measured > 0)) throw new RangeError(`fluxRatio: measured must be above 0 rpm/V, got ${measured}`);
  return expected / measured;
}
