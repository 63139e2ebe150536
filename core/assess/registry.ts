import { backemfCheck } from "../backemf/index.ts";
import type { CheckDefinition } from "../check/index.ts";
import { frameCheck } from "../frame/index.ts";
import { hallCheck } from "../hall/index.ts";
import { insulationCheck } from "../insulation/index.ts";
import { mechanicalCheck } from "../mechanical/index.ts";
import { runCheck } from "../run/index.ts";
import { safetyCheck } from "../safety/index.ts";
import { setupCheck } from "../setup/index.ts";
import { windingCheck } from "../winding/index.ts";

/** Every check, in working order. A new check is a folder and a line here. */
export const CHECKS: readonly CheckDefinition[] = [
  safetyCheck,
  mechanicalCheck,
  frameCheck,
  insulationCheck,
  windingCheck,
  backemfCheck,
  hallCheck,
  runCheck,
  setupCheck,
];
