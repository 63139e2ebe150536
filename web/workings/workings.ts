import { BLOWER_WORKINGS } from "./blowerWorkings.ts";
import { PROTECTION_WORKINGS } from "./protectionWorkings.ts";
import { RESISTANCE_WORKINGS } from "./resistanceWorkings.ts";
import { SPEED_WORKINGS } from "./speedWorkings.ts";
import { WIRE_WORKINGS } from "./wireWorkings.ts";
import type { Working } from "./working.ts";

/** Every working, in the order in which a bench asks for them. */
export const WORKINGS: readonly Working[] = [
  ...SPEED_WORKINGS,
  ...RESISTANCE_WORKINGS,
  ...WIRE_WORKINGS,
  ...PROTECTION_WORKINGS,
  ...BLOWER_WORKINGS,
];
