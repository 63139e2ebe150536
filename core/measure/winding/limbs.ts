import { combine, expanded, scale, type Component, type Ohms } from "../../quantity/index.ts";
import type { ByPair, ByPhase, Pair, Phase } from "../../record/index.ts";
import { threeFinite, type MeasuredPairs } from "./measurePairs.ts";

/** For star limb a: the two pairs through it, then the one opposite. */
const STAR_TERMS: ByPhase<readonly [Pair, Pair, Pair]> = {
  A: ["AB", "CA", "BC"],
  B: ["AB", "BC", "CA"],
  C: ["CA", "BC", "AB"],
};

/**
 * Pair resistances of star limbs: Rab = Ra + Rb and cyclic. Limbs in Ω, at least 0.
 * @example pairsOfStar({ A: 75, B: 60, C: 60 }) // { AB: 135, BC: 120, CA: 135 }
 */
export function pairsOfStar(limbs: ByPhase<Ohms>): ByPair<Ohms> {
  return { AB: limbs.A + limbs.B, BC: limbs.B + limbs.C, CA: limbs.C + limbs.A };
}

/**
 * Star limbs of pair resistances: Ra = (Rab + Rca − Rbc)/2 and cyclic. Circuit arithmetic.
 * @example starLimbsOf({ AB: 135, BC: 120, CA: 135 }) // { A: 75, B: 60, C: 60 }
 */
export function starLimbsOf(pairs: ByPair<Ohms>): ByPhase<Ohms> {
  const limb = (phase: Phase) => {
    const [near, alsoNear, opposite] = STAR_TERMS[phase];
    return (pairs[near] + pairs[alsoNear] - pairs[opposite]) / 2;
  };
  return { A: limb("A"), B: limb("B"), C: limb("C") };
}

/**
 * Limb conductances of a delta with these pair resistances: Gab = Rc/P and cyclic, Ra, Rb, Rc the star
 * values and P = RaRb + RbRc + RcRa. The resistance form explodes at an open winding; this one reads 0.
 * @param pairs Ω, above 0
 * @returns siemens, or null where P is not above zero (no passive network reads so)
 * @example deltaConductancesOf({ AB: 80, BC: 80, CA: 80 }) // { AB: 0.008333, BC: 0.008333, CA: 0.008333 }
 */
export function deltaConductancesOf(pairs: ByPair<Ohms>): ByPair<number> | null {
  const star = starLimbsOf(pairs);
  const P = star.A * star.B + star.B * star.C + star.C * star.A;
  if (!(P > 0)) return null;
  return { AB: star.C / P, BC: star.A / P, CA: star.B / P };
}

/**
 * Pair resistances of a delta from limb conductances: each limb beside the other two in series.
 * @example pairsOfDelta({ AB: 1 / 120, BC: 1 / 120, CA: 1 / 120 }) // { AB: 80, BC: 80, CA: 80 }
 */
export function pairsOfDelta(limbs: ByPair<number>): ByPair<Ohms> {
  const pair = (own: number, left: number, right: number) => {
    const round = left + right > 0 ? (left * right) / (left + right) : 0;
    return 1 / (own + round);
  };
  return {
    AB: pair(limbs.AB, limbs.BC, limbs.CA),
    BC: pair(limbs.BC, limbs.CA, limbs.AB),
    CA: pair(limbs.CA, limbs.AB, limbs.BC),
  };
}

export interface StarLimb {
  readonly resistance: Ohms;
  readonly expanded: Ohms;
}

/**
 * Star limbs with 95 % uncertainty: u² = ¼(u_ab² + u_bc² + u_ca²) + ¼u0² + (g·R)²; with equal u_i the
 * first term is ¾u².
 * @returns null while three finite pairs are not there
 */
export function measuredStarLimbs(measured: MeasuredPairs): ByPhase<StarLimb> | null {
  const three = threeFinite(measured);
  if (!three) return null;
  const values = starLimbsOf({
    AB: three.AB.resistance,
    BC: three.BC.resistance,
    CA: three.CA.resistance,
  });
  const independent = [three.AB, three.BC, three.CA].map((pair) => scale(pair.independent, 0.5));
  const limb = (phase: Phase): StarLimb => ({
    resistance: values[phase],
    expanded: expanded(
      combine([...independent, scale(measured.offset, 0.5), scale(measured.gain, values[phase])]),
    ),
  });
  return { A: limb("A"), B: limb("B"), C: limb("C") };
}

export interface DeltaLimb {
  /** Siemens. */
  readonly conductance: number;
  readonly expanded: number;
  /** The conductance is not distinguishable from zero. */
  readonly open: boolean;
  /** Ω, or null where open. */
  readonly resistance: Ohms | null;
}

/**
 * Delta limb conductances with 95 % uncertainty by numerical derivatives (GUM 5.1.3, note 2); open where
 * G ≤ U(G).
 * @returns null while three finite pairs are not there or no passive delta reads so
 */
export function measuredDeltaLimbs(measured: MeasuredPairs): ByPair<DeltaLimb> | null {
  const three = threeFinite(measured);
  if (!three) return null;
  const base = { AB: three.AB.resistance, BC: three.BC.resistance, CA: three.CA.resistance };
  const centre = deltaConductancesOf(base);
  if (!centre) return null;
  const moved = (change: ByPair<Ohms>): ByPair<number> | null =>
    deltaConductancesOf({ AB: base.AB + change.AB, BC: base.BC + change.BC, CA: base.CA + change.CA });
  const none = { AB: 0, BC: 0, CA: 0 };
  const offset = measured.offset;
  const shifts: { readonly part: Component; readonly to: ByPair<number> | null }[] = [
    ...(["AB", "BC", "CA"] as const).map((pair) => ({
      part: three[pair].independent,
      to: moved({ ...none, [pair]: three[pair].independent.u }),
    })),
    { part: offset, to: moved({ AB: offset.u, BC: offset.u, CA: offset.u }) },
  ];
  const limb = (pair: Pair): DeltaLimb | null => {
    const conductance = centre[pair];
    const parts: Component[] = [scale(measured.gain, conductance)];
    for (const { part, to } of shifts) {
      if (!to) return null;
      parts.push({ u: Math.abs(to[pair] - conductance), freedom: part.freedom });
    }
    const U = expanded(combine(parts));
    const open = conductance <= U;
    return { conductance, expanded: U, open, resistance: open ? null : 1 / conductance };
  };
  const [AB, BC, CA] = [limb("AB"), limb("BC"), limb("CA")];
  return AB && BC && CA ? { AB, BC, CA } : null;
}
