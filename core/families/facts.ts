import type { Ratio } from "../quantity/index.ts";
import {
  FAMILIES,
  type ByFamily,
  type Family,
  type HallSpacing,
  type Motor,
  type ShopLimits,
} from "../record/index.ts";
import { hobby, hub, traction } from "./bare.ts";
import { ecm, ecmAirflow } from "./blowers.ts";
import type { FamilyFacts } from "./family.ts";
import { miniSplit, miniSplitDriver } from "./miniSplits.ts";
import type { Scheme } from "./scheme.ts";
import { ecmSealed } from "./sealed.ts";

/**
 * What differs between families. Limits: 5 % hobby and hub, 2 %
 * traction and 10 % ECM are bench judgement; rewind practice is 1-2 % (ANSI/EASA AR100, memory).
 * Typical resistances are common practice in the trade.
 */
export const FAMILY_FACTS: ByFamily<FamilyFacts> = {
  hobby,
  hub,
  traction,
  ecm,
  ecmAirflow,
  ecmSealed,
  miniSplit,
  miniSplitDriver,
};

/** What decides how far a motor comes apart. */
export type Build = Pick<Motor, "family" | "onePiece">;

const ONE_PIECE =
  "Made in one piece: its windings are not reached, and what is wrong inside it ends in the motor.";
/** Whether it is one of a family that comes apart, and does not. */
export const isOnePiece = ({ family, onePiece = false }: Build): boolean =>
  onePiece && FAMILY_FACTS[family].separateModule;
/** Whether its electronics come off as a part of their own. */
export const comesApart = (motor: Build): boolean =>
  FAMILY_FACTS[motor.family].separateModule && !isOnePiece(motor);
/** Why ohms at its leads say nothing; null where its windings are reached. */
export function unreachedReason(motor: Build): string | null {
  if (isOnePiece(motor)) return ONE_PIECE;
  const { windingsReachable, unreachableReason } = FAMILY_FACTS[motor.family];
  return windingsReachable ? null : unreachableReason;
}

/** How the sensors of a motor stand: as it says, or as its family usually has them. */
export function hallSpacingOf(motor: Pick<Motor, "family" | "hallSpacing">): HallSpacing {
  return motor.hallSpacing ?? (FAMILY_FACTS[motor.family].usuallySensored ? "unknown" : "none");
}

/** The scheme of a family; null of a bare one. */
export function schemeOfFamily(family: Family): Scheme | null {
  const { scheme } = FAMILY_FACTS[family];
  return scheme === "bare" ? null : scheme;
}

/** Why a motor without electronics of its own has none of these checks; null where it has them. */
export const bareReason = ({ family }: Pick<Motor, "family">): string | null =>
  schemeOfFamily(family) ? null : "It has no electronics of its own: see what feeds it.";

/** Families that have a scheme. */
export const WITH_ELECTRONICS: readonly Family[] = FAMILIES.filter(
  (family) => FAMILY_FACTS[family].scheme !== "bare",
);

interface Judged {
  readonly motor: Pick<Motor, "family" | "balanceLimit">;
  readonly limits?: ShopLimits;
}

/**
 * The limit on a pair's deviation in force: the motor's own, else the shop's for its family, else the usual.
 * @returns a share of the mean, above 0
 * @example balanceLimitOf({ motor: { family: "hub", balanceLimit: null } }) // 0.05
 */
export function balanceLimitOf({ motor, limits }: Judged): Ratio {
  return (
    motor.balanceLimit ?? limits?.balance?.[motor.family]?.limit ?? FAMILY_FACTS[motor.family].balanceLimit
  );
}
