import { FAMILIES, type ByFamily, type Family } from "../../record/index.ts";

/**
 * Chances in motors with their own electronics; a bare one cannot have the fault.
 * @param of chances from 0 to 1
 * @example withElectronics({ ecm: 0.1, ecmAirflow: 0.1, ecmSealed: 0, miniSplit: 0, miniSplitDriver: 0 }).hub // 0
 */
export const withElectronics = (
  of: Readonly<Record<"ecm" | "ecmAirflow" | "ecmSealed" | "miniSplit" | "miniSplitDriver", number>>,
): ByFamily<number> => ({ hobby: 0, hub: 0, traction: 0, ...of });

/**
 * The same chance, 0 to 1, in every family.
 * @example everywhere(0.02).hub // 0.02
 */
export const everywhere = (p: number): ByFamily<number> =>
  Object.fromEntries(FAMILIES.map((family) => [family, p])) as Record<Family, number>;

/**
 * Chances in bare motors; one with its own electronics cannot have the fault.
 * @param of chances from 0 to 1
 * @example bareOnly({ hobby: 0.1, hub: 0.1, traction: 0.1 }).ecm // 0
 */
export const bareOnly = (of: Readonly<Record<"hobby" | "hub" | "traction", number>>): ByFamily<number> => ({
  ...of,
  ...{ ecm: 0, ecmAirflow: 0, ecmSealed: 0, miniSplit: 0, miniSplitDriver: 0 },
});
