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
import { bareReason, isOnePiece } from "../../families/index.ts";
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
export const deadSlotsOf = (motor: Pick<Motor, "family" | "onePiece">): readonly DeadSlot[] =>
  (Object.keys(DEAD) as DeadSlot[]).filter(
    (slot) => DEAD[slot].families.includes(motor.family) && !(slot === "moduleLook" && isOnePiece(motor)),
  );

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

/** What the module showed once it was open: a measured limiter is believed before a seen one. Undefined while nobody looked. */
function lookOf(job: Sitting, epoch: number) {
  const said = chosen(job, "module", MODULE_SLOTS, "moduleLook", epoch);
  const limiter = limiterOf(job, epoch);
  if (limiter?.state === "open" && said !== "burnt" && said !== "liquid") return "limiterOpen";
  return said === "limiterOpen" && limiter?.state === "whole" ? "clean" : said;
}

export const isLimiterOpen = (job: Sitting, epoch: number): boolean => lookOf(job, epoch) === "limiterOpen";
const behindLimiter = (job: Sitting, epoch: number) =>
  chosen(job, "module", MODULE_SLOTS, "behindLimiter", epoch);
/** Whether a limiter was found open, and what lies behind it was not read. */
const asksBehind = (job: Sitting, epoch: number): boolean =>
  isLimiterOpen(job, epoch) && behindLimiter(job, epoch) === undefined;

const BEHIND = {
  whole: { outcome: "limiterOpen", words: "no short behind it" },
  shorted: { outcome: "limiterBlown", words: "a short behind it, which burnt it" },
} as const;

/** An open limiter, with what lies behind it: alone it is a repair, blown by a short it is a sign of one. */
function limiterFinding(job: Sitting, epoch: number): Finding {
  const said = behindLimiter(job, epoch);
  const open = limiterOf(job, epoch)?.sentence ?? "The inrush limiter is open";
  if (said)
    return certain("module", MODULE_LOOK, BEHIND[said].outcome, `${open}; ${BEHIND[said].words}`, true);
  return {
    ...certain("module", MODULE_LOOK, "limiterOpen", `${open}; not yet read what lies behind it`, true),
    likelihood: { limiterOpen: 1, limiterBlown: 1 },
  };
}

/** The opened module, seen and measured: one finding, as the limiter is one thing however it was found open. */
function lookFinding(job: Sitting, epoch: number): Finding | null {
  const look = lookOf(job, epoch);
  if (!look) return null;
  if (look === "limiterOpen") return limiterFinding(job, epoch);
  const limiter = limiterOf(job, epoch);
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

const BEHIND_STEP: DeclaredStep = {
  name: "behindLimiter",
  title: "Behind the open limiter, in diode mode",
  slots: ["behindLimiter"],
  minutes: 3,
  variables: [MODULE_LOOK],
};

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
      steps: [
        ...openSteps(findings, steps),
        ...(asksBehind(sitting, epoch) ? openSteps([], [BEHIND_STEP]) : []),
      ],
      made: madeSteps(findings, steps),
    };
  },
};
