/** What is known of each cure, one object for each. */
import * as around from "./around.ts";
import type { Cure } from "./cure.ts";
import type { CureId } from "./ids.ts";
import * as inside from "./inside.ts";
import * as ourselves from "./ourselves.ts";
import * as sensors from "./sensors.ts";

/** Every cure by its id: one that is named in ids.ts and has said nothing of itself does not compile. */
export const CURES: Readonly<Record<CureId, Cure>> = { ...inside, ...sensors, ...around, ...ourselves };

/** All that is known of a cure. */
export const cureFactsOf = (cure: CureId): Cure => CURES[cure];

/** Whether a name that was written down, maybe by another version, is a cure of ours. */
export const isCure = (name: string): name is CureId => Object.hasOwn(CURES, name);

export type { Cure } from "./cure.ts";
export * from "./ids.ts";
