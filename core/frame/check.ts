import {
  certain,
  madeSteps,
  openSteps,
  REPEATED,
  skipReason,
  type CheckDefinition,
  type DeclaredStep,
  type Finding,
} from "../check/index.ts";
import { quantityText, RESISTANCE, type Ohms } from "../quantity/index.ts";
import { FAMILY_FACTS, latestIn, PHASES, type Phase, type Sitting } from "../record/index.ts";
import { FRAME_ROWS } from "./likelihoods.ts";
import { FRAME_SLOTS } from "./slots.ts";
import { FRAME, FRAME_VARIABLES } from "./variables.ts";

const MINUTES = 2;
/** Limits between dirt, a leak and a touch. Bench judgement: a plain meter only sorts them roughly. */
const HIGH_FROM: Ohms = 1e6;
const LEAK_FROM: Ohms = 1e3;

/**
 * What the lowest lead-to-frame reading is: open is clear, from 1 MΩ high, from 1 kΩ leaking, below it touching.
 * Bench judgement. @param lowest Ω at least 0, or open
 * @example frameOutcome(470) // "touching"
 */
export function frameOutcome(lowest: Ohms | "open"): "clear" | "high" | "leaking" | "touching" {
  if (lowest === "open") return "clear";
  if (lowest >= HIGH_FROM) return "high";
  return lowest >= LEAK_FROM ? "leaking" : "touching";
}

function leadReadings({ readings }: Sitting, epoch: number): { phase: Phase; ohms: Ohms | "open" }[] {
  return PHASES.flatMap((phase): { phase: Phase; ohms: Ohms | "open" }[] => {
    const value = latestIn(readings, "frame", phase, epoch)?.value;
    if (value?.kind === "open") return [{ phase, ohms: "open" }];
    return value?.kind === "ohms" ? [{ phase, ohms: value.ohms }] : [];
  });
}

function lowestOf(leads: ReturnType<typeof leadReadings>) {
  const finite = leads.flatMap(({ phase, ohms }) => (ohms === "open" ? [] : [{ phase, ohms }]));
  return finite.toSorted((a, b) => a.ohms - b.ohms)[0];
}

function frameFinding(leads: ReturnType<typeof leadReadings>): Finding | null {
  if (leads.length === 0) return null;
  const lowest = lowestOf(leads);
  const outcome = frameOutcome(lowest?.ohms ?? "open");
  const sentence = lowest
    ? `Lead ${lowest.phase} reads ${quantityText(lowest.ohms, RESISTANCE)} to frame; open was expected`
    : `${leads.length === PHASES.length ? "All leads" : `Lead ${leads.map(({ phase }) => phase).join(", ")}`} open to frame`;
  // One lead may be misread; several that say the same are not.
  const agreeing = leads.filter(({ ohms }) => frameOutcome(ohms) === outcome).length;
  return {
    ...certain(
      "frame",
      FRAME,
      outcome === "touching" && agreeing > 1 ? "solid" : outcome,
      sentence,
      outcome !== "clear",
    ),
    ...(agreeing > 1 && { slip: REPEATED }),
  };
}

const STEPS: readonly DeclaredStep[] = [
  { name: "leads", title: "Each lead to frame", slots: PHASES, minutes: MINUTES, variables: [FRAME] },
];

/** Each lead to frame. Open is expected; a meter's few volts cannot stress insulation, so it proves little. */
export const frameCheck: CheckDefinition = {
  id: "frame",
  title: "Leads to frame",
  stage: "At rest",
  minutes: MINUTES,
  why: "Any finite reading is a fault or dirt. The lowest lead is nearest to it.",
  gated: true,
  live: false,
  keys: "readings",
  slots: FRAME_SLOTS,
  variables: FRAME_VARIABLES,
  rows: FRAME_ROWS,
  masks: [],
  leansOn: [],
  notApplicable: ({ family }) =>
    FAMILY_FACTS[family].windingsReachable ? null : FAMILY_FACTS[family].unreachableReason,
  optional: () => false,
  answer: (sitting, epoch) => {
    const leads = leadReadings(sitting, epoch);
    const finding = frameFinding(leads);
    const lowest = lowestOf(leads);
    const skipped = skipReason(sitting, "frame", epoch);
    return {
      findings: finding ? [finding] : [],
      state: finding
        ? finding.departs
          ? "departs"
          : leads.length === PHASES.length
            ? "agrees"
            : "inProgress"
        : skipped === null
          ? "toDo"
          : "skipped",
      note: !finding
        ? (skipped ?? "")
        : lowest
          ? quantityText(lowest.ohms, RESISTANCE)
          : leads.length < PHASES.length
            ? `${leads.length}/${PHASES.length}`
            : "open",
      steps: openSteps(finding ? [finding] : [], STEPS),
      made: madeSteps(finding ? [finding] : [], STEPS),
    };
  },
};
