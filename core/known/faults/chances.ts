import { FAMILIES, type ByFamily, type Family } from "../../record/index.ts";

/** Chances in motors with their own electronics; a bare one cannot have the fault. */
export const withElectronics = (
  of: Readonly<Record<"ecm" | "ecmAirflow" | "ecmSealed" | "miniSplit" | "miniSplitDriver", number>>,
): ByFamily<number> => ({ hobby: 0, hub: 0, traction: 0, ...of });

export const everywhere = (p: number): ByFamily<number> =>
  Object.fromEntries(FAMILIES.map((family) => [family, p])) as Record<Family, number>;

/** Chances in bare motors; one with its own electronics cannot have the fault. */
export const bareOnly = (of: Readonly<Record<"hobby" | "hub" | "traction", number>>): ByFamily<number> => ({
  ...of,
  ...{ ecm: 0, ecmAirflow: 0, ecmSealed: 0, miniSplit: 0, miniSplitDriver: 0 },
});
