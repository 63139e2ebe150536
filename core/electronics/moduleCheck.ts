import {
  certain,
  chosen,
  countedNote,
  madeSteps,
  openSteps,
  plainState,
  upperFirst,
  type CheckDefinition,
  type DeclaredStep,
  type Finding,
} from "../check/index.ts";
import type { Variable } from "../inference/index.ts";
import type { Family, Motor, Sitting } from "../record/index.ts";
import { MODULE_ROWS } from "./likelihoods.ts";
import { bareReason } from "./scheme.ts";
import { MODULE_SLOTS } from "./slots.ts";
import { HARNESS_WIRES, MODULE_LOOK, SWITCHES } from "./variables.ts";

const DEAD: Readonly<
  Record<
    "harness" | "switches" | "moduleLook",
    {
      readonly variable: Variable;
      readonly sound: string;
      readonly families: readonly Family[];
      readonly title: string;
      readonly minutes: number;
    }
  >
> = {
  harness: {
    variable: HARNESS_WIRES,
    sound: "whole",
    families: ["ecm", "ecmAirflow", "ecmSealed", "miniSplit", "miniSplitDriver"],
    title: "Harness, wire by wire",
    minutes: 4,
  },
  switches: {
    variable: SWITCHES,
    sound: "asTable",
    families: ["ecm", "ecmAirflow"],
    title: "Jumper and switches against the maker's table",
    minutes: 2,
  },
  moduleLook: {
    variable: MODULE_LOOK,
    sound: "clean",
    families: ["ecm", "ecmAirflow"],
    title: "Module off and opened: look inside",
    minutes: 8,
  },
};
type DeadSlot = keyof typeof DEAD;
/** What is looked at locked out, by family. */
export const deadSlotsOf = ({ family }: Pick<Motor, "family">): readonly DeadSlot[] =>
  (Object.keys(DEAD) as DeadSlot[]).filter((slot) => DEAD[slot].families.includes(family));

function deadFinding(job: Sitting, slot: DeadSlot, epoch: number): Finding | null {
  const said = chosen(job, "module", MODULE_SLOTS, slot, epoch);
  if (!said) return null;
  const { variable, sound } = DEAD[slot];
  return certain("module", variable, said, upperFirst(variable.words[said] ?? said), said !== sound);
}

/** Harness, switches and module: locked out, waited out, measured dead. */
export const moduleCheck: CheckDefinition = {
  id: "module",
  title: "Harness, module",
  stage: "Locked out",
  minutes: 14,
  why: "A broken wire or a wrong switch looks like a dead module, and costs nothing to find.",
  gated: true,
  live: false,
  keys: "choices",
  slots: MODULE_SLOTS,
  variables: [HARNESS_WIRES, SWITCHES, MODULE_LOOK],
  rows: MODULE_ROWS,
  masks: [],
  leansOn: [],
  only: "ownElectronics",
  notApplicable: bareReason,
  optional: () => true,
  answer: (sitting, epoch) => {
    const slots = deadSlotsOf(sitting.motor);
    const findings = slots
      .map((slot) => deadFinding(sitting, slot, epoch))
      .filter((finding) => finding !== null);
    const steps = slots.map((slot): DeclaredStep => {
      const { title, minutes, variable } = DEAD[slot];
      return { name: slot, title, slots: [slot], minutes, variables: [variable] };
    });
    return {
      findings,
      state: plainState(sitting, "module", epoch, findings),
      note: countedNote(sitting, "module", epoch, findings),
      steps: openSteps(findings, steps),
      made: madeSteps(findings, steps),
    };
  },
};
