import {
  combine,
  expandedWithRectangle,
  rectangular,
  scale,
  type Component,
  type KvConvention,
  type Ratio,
  type RpmPerVolt,
} from "../../quantity/index.ts";
import { PAIRS } from "../../record/index.ts";
import type { MeasuredSpin } from "./measureSpin.ts";
import { speedOf } from "./speed.ts";
import { speedConstant } from "./speedConstant.ts";

export interface MeasuredConstant {
  readonly rpmPerVolt: RpmPerVolt;
  readonly convention: KvConvention;
  /** 95 % uncertainty, rpm/V. */
  readonly expanded: RpmPerVolt;
  /** Relative standard uncertainty, all parts. */
  readonly relative: Ratio;
}

/** The gains' part that is not the widest one. */
function withoutWidest(gains: readonly Component[], widest: Ratio): Component {
  const all = combine(gains);
  const left = all.u ** 2 - rectangular(widest).u ** 2;
  return { u: Math.sqrt(Math.max(0, left)), freedom: Infinity };
}

/**
 * The speed constant from three spun pairs at no load: KV = n/(c·V), V the mean of the three pairs.
 *
 * (u/KV)² = (u_f/f)² + (u_V/V)² + g² (GUM 5.1.6): flicker and digits of each pair, the digit of each speed reading
 * weighted as the pairs lean on it, the common offset, and the gains of both meters. The largest gain is a
 * rectangle and may dominate, so U takes it as such (EA-4/02, S9.14) and not as normal.
 * @param measured three pairs read, above zero
 * @param polePairs whole, at least 1; not needed where speed was read in rpm
 * @returns null while a pair is missing or reads nothing, or pole pairs are wanted and unknown
 */
export function measuredConstant(
  measured: MeasuredSpin,
  polePairs: number | null,
  convention: KvConvention,
): MeasuredConstant | null {
  const pairs = PAIRS.map((pair) => measured.pairs[pair]);
  if (pairs.some((pair) => !pair || !(pair.perSpeed > 0))) return null;
  if (measured.unit === "hertz" && polePairs === null) return null;
  const mean = pairs.reduce((sum, pair) => sum + pair!.perSpeed, 0) / pairs.length;
  const rpmPerUnit = measured.unit === "rpm" ? 1 : speedOf(1, polePairs!);
  const rpmPerVolt = speedConstant(rpmPerUnit, mean, convention);
  const independent = pairs.map((pair) => scale(pair!.independent, 1 / (3 * mean)));
  const readings = measured.speedWeights.AB?.length ?? 0;
  const bySpeed = Array.from({ length: readings }, (_, k) =>
    scale(measured.speedReading, PAIRS.reduce((sum, pair) => sum + measured.speedWeights[pair]![k]!, 0) / 3),
  );
  const offset = scale(measured.offset, 1 / (mean * measured.speed));
  const rest = combine([
    ...independent,
    ...bySpeed,
    offset,
    withoutWidest([measured.voltGain, measured.speedGain], measured.widest),
  ]);
  return {
    rpmPerVolt,
    convention,
    expanded: rpmPerVolt * expandedWithRectangle(measured.widest, rest),
    relative: Math.hypot(rest.u, rectangular(measured.widest).u),
  };
}
