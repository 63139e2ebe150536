import { row } from "../catalogue/index.ts";
import { AGAINST_PAST, END_REPEAT, METER_KNOWN } from "./variables.ts";

/**
 * What each fault, when present, makes this check show, with its reason. Judgement from common practice and circuit
 * arithmetic; held against simulated motors that know nothing of it.
 */
export const SETUP_ROWS = [
  row(METER_KNOWN, "setup", { departs: 0.45 }, "a meter that is wrong on what is known"),
  row(END_REPEAT, "setup", { moved: 0.5 }, "what moved was not the motor"),
  row(END_REPEAT, "highJoint", { moved: 0.12 }, "a contact that moves"),
  row(AGAINST_PAST, "setup", { allShifted: 0.35 }, "three pairs do not age alike"),
  row(
    AGAINST_PAST,
    "wrongData",
    { allShifted: 0.008 },
    "data that fitted last time fit still, unless it is another motor under this serial",
  ),
];
