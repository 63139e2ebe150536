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
} from "../../check/index.ts";
import type { Variable } from "../../inference/index.ts";
import { quantityText, RESISTANCE, type Ohms } from "../../quantity/index.ts";
import { latestIn, type Family, type Motor, type Sitting } from "../../record/index.ts";
import { bareReason } from "../../families/index.ts";
import { MODULE_SLOTS } from "./slots.ts";
import { HARNESS_WIRES, LIMIT_OHMS, MODULE_LOOK, SWITCHES } from "./variables.ts";

const DEAD: Readonly<
  Record<
    "harness" | "switches" | "limit" | "moduleLook",
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
  limit: {
    variable: LIMIT_OHMS,
    sound: "closed",
    families: ["ecm", "ecmAirflow", "ecmSealed"],
    title: "Safety limit by ohms, one lead lifted",
    minutes: 3,
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

/** Cold limiters keep within this factor of what is marked on them, either way: tolerance and a warm hand. Judgement. */
const LIMITER_FACTOR = 2;
/** One of nothing marked on it has failed above this. Common practice: inrush limiters have a few ohms. */
const LIMITER_MOST: Ohms = 120;

/**
 * What the inrush limiter measures, against what is marked on it: whole, or open where it reads more than twice as much, or
 * nothing at all. @returns null while it was not measured
 */
export function limiterOf(
  { readings }: Pick<Sitting, "readings">,
  epoch: number,
): { readonly state: "whole" | "open"; readonly sentence: string } | null {
  const value = latestIn(readings, "module", "limiter", epoch)?.value;
  if (value?.kind === "open") return { state: "open", sentence: "The inrush limiter is open" };
  if (value?.kind !== "ohms") return null;
  const marked = latestIn(readings, "module", "limiterMarked", epoch)?.value;
  const most = marked?.kind === "ohms" ? LIMITER_FACTOR * marked.ohms : LIMITER_MOST;
  const open = value.ohms > most;
  const of = marked?.kind === "ohms" ? `, marked ${quantityText(marked.ohms, RESISTANCE)}` : "";
  return {
    state: open ? "open" : "whole",
    sentence: `The inrush limiter reads ${quantityText(value.ohms, RESISTANCE)}${of}: ${open ? "open" : "whole"}`,
  };
}

/** The opened module, seen and measured: one finding, as the limiter is one thing however it was found open. */
function lookFinding(job: Sitting, epoch: number): Finding | null {
  const said = chosen(job, "module", MODULE_SLOTS, "moduleLook", epoch);
  const limiter = limiterOf(job, epoch);
  if (limiter?.state === "open" && said !== "burnt" && said !== "liquid")
    return certain("module", MODULE_LOOK, "limiterOpen", limiter.sentence, true);
  // Seen as open and measured whole: the meter is believed.
  const look = said === "limiterOpen" && limiter?.state === "whole" ? "clean" : said;
  if (!look) return null;
  const words = [upperFirst(MODULE_LOOK.words[look]), ...(limiter ? [limiter.sentence] : [])].join(". ");
  return certain("module", MODULE_LOOK, look, words, look !== "clean");
}

function deadFinding(job: Sitting, slot: DeadSlot, epoch: number): Finding | null {
  if (slot === "moduleLook") return lookFinding(job, epoch);
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
  looksAt: "motor",
  touchedBySetUp: false,
  keys: "readings",
  slots: MODULE_SLOTS,
  variables: [HARNESS_WIRES, SWITCHES, LIMIT_OHMS, MODULE_LOOK],
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
