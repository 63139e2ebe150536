import { backemfCheck } from "./backemf/index.ts";
import {
  answerOf,
  isForeign,
  mislatchedReason,
  misreadReason,
  type CheckAnswer,
  type CheckDefinition,
  type Slot,
} from "../check/index.ts";
import { airCheck } from "./air/index.ts";
import { moduleCheck } from "./module/index.ts";
import { powerCheck } from "./power/index.ts";
import { feedCheck } from "./feed/index.ts";
import { frameCheck } from "./frame/index.ts";
import { hallCheck } from "./hall/index.ts";
import { insulationCheck } from "./insulation/index.ts";
import { mechanicalCheck } from "./mechanical/index.ts";
import type { CheckId, Motor, Reading, Sitting } from "../record/index.ts";
import { runCheck } from "./run/index.ts";
import { safetyCheck } from "./safety/index.ts";
import { setupCheck } from "./setup/index.ts";
import { waveformCheck } from "./waveform/index.ts";
import { windingCheck } from "./winding/index.ts";

/** Every check by its id. A new check is a folder and a line here. */
const BY_ID: Readonly<Record<CheckId, CheckDefinition>> = {
  safety: safetyCheck,
  mechanical: mechanicalCheck,
  power: powerCheck,
  air: airCheck,
  module: moduleCheck,
  frame: frameCheck,
  insulation: insulationCheck,
  winding: windingCheck,
  backemf: backemfCheck,
  waveform: waveformCheck,
  hall: hallCheck,
  feed: feedCheck,
  run: runCheck,
  setup: setupCheck,
};

/** Every check, in working order. */
export const CHECKS: readonly CheckDefinition[] = Object.values(BY_ID);

export function checkOf(id: CheckId): CheckDefinition {
  return BY_ID[id];
}

/** The lines of a plan that are of this kind of motor: those of another are not skipped, nobody asks for them. */
export const ownPlan = <Line extends { readonly check: CheckId }>(
  motor: Pick<Motor, "family">,
  plan: readonly Line[],
): readonly Line[] => plan.filter(({ check }) => !isForeign(BY_ID[check], motor));

/** What a check says of an epoch of a job. */
export function answerIn(id: CheckId, sitting: Sitting, epoch: number): CheckAnswer {
  return answerOf(BY_ID[id], sitting, epoch);
}

/** The declaration of a slot; null where its check has none of this name. */
export function slotOf(check: CheckId, slot: string): Slot | null {
  const { slots } = BY_ID[check];
  return Object.hasOwn(slots, slot) ? slots[slot]! : null;
}

/** Why a reading fits no slot of its check, in a sentence; null where it does. */
export function misread(
  reading: Pick<Reading, "check" | "slot" | "value"> & Partial<Pick<Reading, "latched" | "instrumentId">>,
): string | null {
  const { check, slot, latched, instrumentId = null } = reading;
  return (
    misreadReason(BY_ID[check].slots, check, reading) ??
    (latched ? mislatchedReason(slotOf(check, slot), { ...reading, latched, instrumentId }) : null)
  );
}
