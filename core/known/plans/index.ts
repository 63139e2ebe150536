/** Repairs as the trade does them. Common practice; times are bench judgement. */
import { INSIDE } from "./inside.ts";
import { PARTS } from "./parts.ts";
import type { RepairPlan } from "./plan.ts";
import { SENSORS } from "./sensors.ts";

export const REPAIR_PLANS: readonly RepairPlan[] = [...INSIDE, ...SENSORS, ...PARTS];

export type { RepairPlan, RepairStep } from "./plan.ts";
