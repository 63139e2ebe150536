import type { LikelihoodRow } from "../types.ts";
import { BY_HAND } from "./byHand.ts";
import { PAIRS_AT_REST } from "./pairsAtRest.ts";
import { SEEN_AND_FELT } from "./seenAndFelt.ts";
import { SENSORS } from "./sensors.ts";
import { SETUP_ITSELF } from "./setupItself.ts";
import { SETUP_READINGS } from "./setupReadings.ts";
import { SPUN_PAIRS } from "./spunPairs.ts";
import { UNDER_POWER } from "./underPower.ts";

/**
 * What each fault, when present, makes a check show: one row a fault and check, with its reason. The mass
 * a row does not name stays with the ordinary outcome (the fault does not show). Judgement from common
 * practice and circuit arithmetic. Held against simulated motors that do not use it: bench/calibration.
 */
export const LIKELIHOODS: readonly LikelihoodRow[] = [
  ...PAIRS_AT_REST,
  ...SEEN_AND_FELT,
  ...SETUP_READINGS,
  ...SPUN_PAIRS,
  ...SENSORS,
  ...UNDER_POWER,
  ...BY_HAND,
  ...SETUP_ITSELF,
];
