import { constantOf } from "../measure/backemf/index.ts";
import { insulationAt40, insulationReading } from "../measure/insulation/index.ts";
import { balanceLimitOf } from "../families/index.ts";
import { combine, expanded, rectangular, scale } from "../quantity/index.ts";
import {
  epochOf,
  PAIRS,
  quantitiesIn,
  type ByPair,
  type JobRecord,
  type Measured,
  type Sitting,
  type Visit,
} from "../record/index.ts";
import {
  imbalanceOf,
  measuredOf,
  REFERENCE_TEMPERATURE,
  relativeSlope,
  resistanceAt,
  pairSittingOf,
  threeFinite,
} from "../measure/winding/index.ts";

/** The pairs of an epoch at 20 °C with their whole uncertainty; null unless all three are finite. */
export function pairsAtReference(job: Sitting, epoch: number): ByPair<Measured> | null {
  const sitting = pairSittingOf(job, epoch);
  const three = sitting && threeFinite(sitting.measured);
  if (!sitting || !three) return null;
  const { celsius, doubt, measured } = sitting;
  const at = (pair: (typeof PAIRS)[number]): Measured => {
    const { resistance, independent } = three[pair];
    const all = combine([
      independent,
      measured.offset,
      scale(measured.gain, resistance),
      scale(rectangular(doubt), resistance * relativeSlope(celsius)),
    ]);
    const value = resistanceAt(resistance, celsius, REFERENCE_TEMPERATURE);
    return { value, expanded: (expanded(all) * value) / resistance };
  };
  return { AB: at("AB"), BC: at("BC"), CA: at("CA") };
}

/** The latest epoch in which something was measured, or the first. */
function latest<T>(job: JobRecord, of: (epoch: number) => T | null): T | null {
  for (let epoch = epochOf(job); epoch >= 0; epoch -= 1) {
    const found = of(epoch);
    if (found !== null) return found;
  }
  return null;
}

/** A hand on the stop watch, at both ends, 19 times in 20. Judgement. */
const HAND_ON_THE_WATCH = 0.4;

/** The largest deviation of a pair, with the uncertainty that is its own: what all three share drops out. */
function imbalanceIn(job: Sitting, epoch: number): Measured | null {
  const measured = measuredOf(job, epoch);
  const found = measured && imbalanceOf(measured, balanceLimitOf(job));
  if (!found) return null;
  const { value, expanded: own } = found.deviations[found.worst];
  return { value: 100 * Math.abs(value), expanded: 100 * own };
}

function coastDownIn({ readings }: Sitting, epoch: number): Measured | null {
  const seconds = quantitiesIn(readings, "mechanical", "coastDown", epoch, "seconds").at(-1);
  return seconds === undefined ? null : { value: seconds, expanded: HAND_ON_THE_WATCH };
}

/**
 * What a visit measured, as the motor left: of each quantity the last epoch that has it.
 * @param head number and date of the job; UTC, ISO 8601
 */
export function visitOf(job: JobRecord, head: { readonly jobNumber: number; readonly at: string }): Visit {
  const constant = latest(job, (epoch) => constantOf(job, epoch));
  const insulation = latest(job, (epoch) => {
    const { oneMinute, celsius, kind } = insulationReading(job, epoch);
    if (typeof oneMinute !== "number" || oneMinute === 0) return null;
    const corrected = insulationAt40(oneMinute, celsius, kind);
    return corrected.kind === "corrected" ? corrected.at40 : null;
  });
  const imbalance = latest(job, (epoch) => imbalanceIn(job, epoch));
  const coastDown = latest(job, (epoch) => coastDownIn(job, epoch));
  return {
    ...head,
    pairs: latest(job, (epoch) => pairsAtReference(job, epoch)),
    constant: constant && {
      value: constant.rpmPerVolt,
      expanded: constant.expanded,
      convention: constant.convention,
    },
    insulation,
    ...(imbalance && { imbalance }),
    ...(coastDown && { coastDown }),
  };
}
