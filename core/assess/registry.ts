import type { CheckDefinition } from "../check/index.ts";
import { frameCheck } from "../frame/index.ts";
import { mechanicalCheck } from "../mechanical/index.ts";
import { safetyCheck } from "../safety/index.ts";
import { windingCheck } from "../winding/index.ts";

/** Every check, in working order. A new check is a folder and a line here. */
export const CHECKS: readonly CheckDefinition[] = [safetyCheck, mechanicalCheck, frameCheck, windingCheck];
