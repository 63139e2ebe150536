/** What is known of each fault, one object for each, by the place where it sits. */
import * as aroundBareMotors from "./aroundBareMotors.ts";
import * as boards from "./boards.ts";
import * as calls from "./calls.ts";
import * as magnets from "./magnets.ts";
import * as modules from "./modules.ts";
import * as openWindings from "./openWindings.ts";
import * as papersAndSetUp from "./papersAndSetUp.ts";
import * as sensors from "./sensors.ts";
import * as supplies from "./supplies.ts";
import * as turning from "./turning.ts";
import * as windings from "./windings.ts";
import type { Fault } from "./fault.ts";
import type { FaultId } from "./ids.ts";

/** Every fault by its id: one that is named in ids.ts and has said nothing of itself does not compile. */
export const FAULTS: Readonly<Record<FaultId, Fault>> = {
  ...openWindings,
  ...windings,
  ...turning,
  ...magnets,
  ...sensors,
  ...aroundBareMotors,
  ...supplies,
  ...calls,
  ...boards,
  ...modules,
  ...papersAndSetUp,
};

/** All that is known of a fault. */
export function factsOf(fault: FaultId): Fault {
  return FAULTS[fault];
}

export type { Fault } from "./fault.ts";
export * from "./ids.ts";
