import type { OutcomeOf } from "../../inference/index.ts";
import { lowerFirst, type Finding } from "../../check/index.ts";
import {
  combine,
  expanded,
  normalCdf,
  percentText,
  quantityText,
  scale,
  shareText,
  SPEED_CONSTANT,
  uncertainText,
  type Ratio,
} from "../../quantity/index.ts";
import { PAIRS, type Motor } from "../../record/index.ts";
import type { SpeedUnit } from "./drillSpeed.ts";
import type { MeasuredConstant } from "./measuredConstant.ts";
import { spinBalanceOf, type MeasuredSpin } from "./measureSpin.ts";
import { compareWithNameplate, talesFor, type NameplateComparison } from "./nameplate.ts";
import type { ReferenceSpun } from "./spinRecord.ts";
import { CONSTANT, REFERENCE, REFERENCE_SELF, SISTER } from "./variables.ts";

/** Standard deviation of ln(KV) between sound motors and their plates: half of the 5 % the trade lets pass. */
const PLATE_SIGMA: Ratio = 0.025;
/** Between two sound motors of one model on one drill. Bench judgement: half of the 5 % limit. */
const SISTER_SIGMA: Ratio = 0.02;
/** A constant that departs lies anywhere from just outside to this far off, alike on a logarithmic scale. */
const FARTHEST = Math.log(2.2);
const SISTER_LIMIT: Ratio = 0.05;

const densityOfNormal = (x: number, sigma: number) =>
  Math.exp(-0.5 * (x / sigma) ** 2) / (sigma * Math.sqrt(2 * Math.PI));

/**
 * p(ratio | agrees, high, low), scaled to the largest. `u` relative standard uncertainty of the ratio.
 * @example ratioLikelihood(1.2, 0.02, 0.05) // { agrees: 0.01929, high: 1, low: 0.00007204 }
 */
export function ratioLikelihood(
  ratio: Ratio,
  u: Ratio,
  sigma: Ratio,
): Record<"agrees" | "high" | "low", number> {
  const log = Math.log(ratio);
  const width = Math.hypot(sigma, u);
  // A soft edge: what lies just outside the usual spread may be either.
  const beyond = (side: number) => 1 / FARTHEST / (1 + Math.exp(-(side * log - 1.5 * sigma) / (0.5 * width)));
  const raw = { agrees: densityOfNormal(log, width), high: beyond(1), low: beyond(-1) };
  const top = Math.max(raw.agrees, raw.high, raw.low);
  return { agrees: raw.agrees / top, high: raw.high / top, low: raw.low / top };
}

/** What heat leaves of the flux raises the constant by this much, evenly. Memory: 3 to 30 % of the flux is lost. */
const WEAKENED = [Math.log(1.03), Math.log(1.4)] as const;
const FAR = [Math.log(1.4), Math.log(2.6)] as const;
const LOW = [-Math.log(2.6), -Math.log(1.03)] as const;

/** Density of what lies evenly between two ends, read with a normal error. */
function densityBetween(x: number, [from, to]: readonly [number, number], width: number): number {
  return (normalCdf((x - from) / width) - normalCdf((x - to) / width)) / (to - from);
}

/**
 * p(ln ratio | how the constant stands to its plate), scaled to the largest: the size of the ratio is evidence. Weakened
 * magnets leave it between 1.03 and 1.4; beyond that lie data and set-up; the tell-tales are narrow.
 * @param ratio measured over stated, above 0
 * @param u relative standard uncertainty of the measured constant, at least 0
 * @param speedBy how the speed was counted: mistakes of poles enter by hertz alone
 * @example constantLikelihood(1.2, 0.01).high // 1
 */
export function constantLikelihood(
  ratio: Ratio,
  u: Ratio,
  speedBy: SpeedUnit = "hertz",
): Record<OutcomeOf<typeof CONSTANT>, number> {
  if (!(ratio > 0)) throw new RangeError(`constantLikelihood: ratio must be above 0, got ${ratio}`);
  const x = Math.log(ratio);
  const width = Math.hypot(PLATE_SIGMA, u);
  const tales = talesFor(speedBy);
  const raw = {
    agrees: densityOfNormal(x, width),
    low: densityBetween(x, LOW, width),
    high: densityBetween(x, WEAKENED, width),
    farHigh: densityBetween(x, FAR, width),
    tellTale:
      tales.reduce((sum, { ratio: tale }) => sum + densityOfNormal(x - Math.log(tale), width), 0) /
      tales.length,
  };
  const top = Math.max(...Object.values(raw));
  return {
    agrees: raw.agrees / top,
    low: raw.low / top,
    high: raw.high / top,
    farHigh: raw.farHigh / top,
    tellTale: raw.tellTale / top,
  };
}

const ANSWER_WORDS: Readonly<Record<NameplateComparison["answer"], string>> = {
  agrees: "agrees",
  watch: "watch it",
  investigate: "look into it",
  alarm: "far off",
};

/** The measured constant against the motor's plate, in the plate's convention; null without a plate. */
export function constantFinding(
  motor: Motor,
  measured: MeasuredConstant,
  speedBy: SpeedUnit,
): Finding | null {
  const plate = motor.speedConstant;
  if (!plate) return null;
  const { ratio, answer, tellTales } = compareWithNameplate(measured.rpmPerVolt, plate.rpmPerVolt, speedBy);
  const likelihood = constantLikelihood(ratio, measured.relative, speedBy);
  const departs = answer === "investigate" || answer === "alarm";
  const figure = `KV ${uncertainText(measured.rpmPerVolt, SPEED_CONSTANT, measured.expanded)} against ${quantityText(plate.rpmPerVolt, SPEED_CONSTANT)} stated, ${percentText(ratio - 1)}: ${ANSWER_WORDS[answer]}`;
  const advice = !departs
    ? null
    : [
        ...tellTales.map(({ name, ask }) => `The ratio is near ${name}: ${lowerFirst(ask)}`),
        ratio > 1
          ? "Spin a known-good motor of this model on the same drill before the magnets are accused."
          : `Too low is not weak magnets: plate, ${speedBy === "hertz" ? "poles, " : ""}speed, meter, or a rewind.`,
      ].join(" ");
  return {
    check: "backemf",
    variable: CONSTANT.id,
    likelihood,
    sentence: figure,
    ...(advice !== null && { advice }),
    departs,
    place: null,
  };
}

/** What sound motors of one model differ by in volts per speed, 19 times in 20. Judgement. */
export const NATURAL_EMF_SPREAD: Ratio = 0.01;

export interface SisterComparison {
  /** This motor's speed constant over the sister's. */
  readonly ratio: Ratio;
  readonly expanded: Ratio;
  /** Normalised error, ISO/IEC 17043: above 1 they differ by more than their uncertainties. */
  readonly en: number;
  readonly answer: "agrees" | "departs" | "cannotTell";
}

/**
 * Against a known-good sister on the same drill and meter: ratio of volts per speed, no convention, no pole count,
 * the meter's gain cancels. En = |x − ref|/√(U² + Uref² + Un²) over the independent parts (ISO/IEC 17043) and what sound
 * motors of a model differ by anyway.
 * @returns null while either has fewer than three pairs, or their speeds are in different units
 */
export function compareWithSister(mine: MeasuredSpin, sister: MeasuredSpin | null): SisterComparison | null {
  if (!sister || mine.unit !== sister.unit) return null;
  const [a, b] = [spinBalanceOf(mine, SISTER_LIMIT), spinBalanceOf(sister, SISTER_LIMIT)];
  if (!a || !b) return null;
  const relative = (measured: MeasuredSpin, mean: number) =>
    combine([
      ...PAIRS.map((pair) => scale(measured.pairs[pair]!.independent, 1 / (3 * mean))),
      scale(measured.speedReading, 1 / Math.sqrt(Math.max(1, measured.speedWeights.AB?.length ?? 1))),
    ]);
  const ratio = b.mean / a.mean;
  const [ua, ub] = [relative(mine, a.mean), relative(sister, b.mean)];
  const U = ratio * expanded(combine([ua, ub]));
  const off = Math.abs(ratio - 1);
  return {
    ratio,
    expanded: U,
    en:
      Math.abs(a.mean - b.mean) /
      Math.hypot(expanded(ua) * a.mean, expanded(ub) * b.mean, NATURAL_EMF_SPREAD * b.mean),
    answer: off - U > SISTER_LIMIT ? "departs" : off + U <= SISTER_LIMIT ? "agrees" : "cannotTell",
  };
}

/** The same as a finding; null while there is no sister. */
export function sisterFinding(mine: MeasuredSpin, sister: MeasuredSpin | null): Finding | null {
  const compared = compareWithSister(mine, sister);
  if (!compared) return null;
  const { ratio, en, answer } = compared;
  return {
    check: "backemf",
    variable: SISTER.id,
    likelihood: ratioLikelihood(ratio, compared.expanded / 2, SISTER_SIGMA),
    sentence: `KV ${percentText(ratio - 1)} against a known-good sister on this drill, limit ${shareText(SISTER_LIMIT)}, En ${en.toFixed(1)}`,
    departs: answer === "departs",
    place: null,
  };
}

/** A motor whose constant the shop knows is good to this, one standard deviation. Bench judgement. */
const KNOWN_SIGMA: Ratio = 0.01;

/**
 * The reference motor against what it is known for: what is off on it is the set-up, and not a motor.
 * @example known for 10 rpm/V and measured at 11: off
 */
export function referenceSelfFinding({ stated, measured }: ReferenceSpun): Finding {
  const ratio = measured.rpmPerVolt / stated;
  const { agrees, high, low } = ratioLikelihood(ratio, measured.relative, KNOWN_SIGMA);
  const off = Math.max(high, low);
  const departs = Math.abs(ratio - 1) > SISTER_LIMIT + 2 * measured.relative;
  return {
    check: "backemf",
    variable: REFERENCE_SELF.id,
    likelihood: { agrees, off },
    sentence: `The reference motor measures ${quantityText(measured.rpmPerVolt, SPEED_CONSTANT)}, known for ${quantityText(stated, SPEED_CONSTANT)}, ${percentText(ratio - 1)}${departs ? ": leads, clips, drill or meter, before any motor" : ""}`,
    departs,
    place: null,
  };
}

/**
 * This motor against its plate, by way of a motor of another rating on the same drill: KV/plate over KV_ref/known. Drill,
 * leads and the gain of the meter cancel; both plates stay.
 */
export function referenceFinding(
  motor: Motor,
  mine: MeasuredConstant,
  reference: ReferenceSpun,
): Finding | null {
  const plate = motor.speedConstant;
  if (!plate) return null;
  const { stated, measured } = reference;
  const ratio = mine.rpmPerVolt / plate.rpmPerVolt / (measured.rpmPerVolt / stated);
  // The gains that both share are in each; taken twice they only widen it.
  const u = Math.hypot(mine.relative, measured.relative);
  const departs = Math.abs(ratio - 1) > SISTER_LIMIT + 2 * u;
  return {
    check: "backemf",
    variable: REFERENCE.id,
    likelihood: ratioLikelihood(ratio, u, Math.hypot(PLATE_SIGMA, KNOWN_SIGMA)),
    sentence: `By the reference motor on this drill its KV is ${quantityText(ratio * plate.rpmPerVolt, SPEED_CONSTANT)}, ${percentText(ratio - 1)} against its plate`,
    departs,
    place: null,
  };
}
