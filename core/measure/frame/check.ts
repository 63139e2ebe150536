import {
  certain,
  madeSteps,
  openSteps,
  REPEATED,
  skipReason,
  type CheckDefinition,
  type DeclaredStep,
  type Finding,
} from "../../check/index.ts";
import { quantityText, reachOf, RESISTANCE, type Ohms } from "../../quantity/index.ts";
import { unreachedReason } from "../../families/index.ts";
import { latestIn, PHASES, type Phase, type Sitting } from "../../record/index.ts";
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

interface LeadReading {
  readonly phase: Phase;
  readonly ohms: Ohms | "open";
  /** Where the meter that read it ends; an unknown one is taken to reach far enough. */
  readonly reach: Ohms;
}

function leadReadings({ readings, instruments }: Sitting, epoch: number): LeadReading[] {
  return PHASES.flatMap((phase): LeadReading[] => {
    const reading = latestIn(readings, "frame", phase, epoch);
    const meter = instruments.find(({ id }) => id === reading?.instrumentId);
    const reach = meter ? reachOf(meter) : Infinity;
    if (reading?.value.kind === "open") return [{ phase, ohms: "open", reach }];
    return reading?.value.kind === "ohms" ? [{ phase, ohms: reading.value.ohms, reach }] : [];
  });
}

function lowestOf(leads: readonly LeadReading[]) {
  const finite = leads.flatMap(({ phase, ohms }) => (ohms === "open" ? [] : [{ phase, ohms }]));
  return finite.toSorted((a, b) => a.ohms - b.ohms)[0];
}

/** Where the shortest of the meters ends that read a lead open, Ω; Infinity where none did. */
const reachOfOpen = (leads: readonly LeadReading[]): Ohms =>
  Math.min(Infinity, ...leads.flatMap(({ ohms, reach }) => (ohms === "open" ? [reach] : [])));

/** Whether a meter that ends here tells nothing of a leak that open would have to exclude. */
export const endsTooLow = (reach: Ohms): boolean => reach < HIGH_FROM;

function frameFinding(leads: readonly LeadReading[]): Finding | null {
  if (leads.length === 0) return null;
  const lowest = lowestOf(leads);
  const outcome = frameOutcome(lowest?.ohms ?? "open");
  const which =
    leads.length === PHASES.length ? "All leads" : `Lead ${leads.map(({ phase }) => phase).join(", ")}`;
  const reach = reachOfOpen(leads);
  if (outcome === "clear" && endsTooLow(reach))
    return {
      check: "frame",
      variable: FRAME.id,
      // Open means above the end of its range: all that lies there is as likely.
      likelihood: { clear: 1, high: 1, leaking: 1, ...(reach < LEAK_FROM && { touching: 1 }) },
      sentence: `${which} read open on a meter that ends at ${quantityText(reach, RESISTANCE)}: a leak above that would not show`,
      departs: false,
      place: null,
      ableMeter: "a meter that reaches 1 MΩ",
    };
  const sentence = lowest
    ? `Lead ${lowest.phase} reads ${quantityText(lowest.ohms, RESISTANCE)} to frame; open was expected`
    : `${which} open to frame`;
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
/** Where the meter ended too low to tell. */
const FARTHER: DeclaredStep = {
  name: "farther",
  title: "A meter that reaches 1 MΩ: each lead to frame again",
  slots: PHASES,
  minutes: MINUTES,
  variables: [FRAME],
};

/** Each lead to frame. Open is expected; a meter's few volts cannot stress insulation, so it proves little. */
export const frameCheck: CheckDefinition = {
  id: "frame",
  title: "Leads to frame",
  stage: "At rest",
  minutes: MINUTES,
  why: "Any finite reading is a fault or dirt. The lowest lead is nearest to it.",
  gated: true,
  live: false,
  looksAt: "motor",
  touchedBySetUp: false,
  keys: "readings",
  slots: FRAME_SLOTS,
  variables: FRAME_VARIABLES,
  leansOn: [],
  notApplicable: unreachedReason,
  optional: () => false,
  answer: (sitting, epoch) => {
    const leads = leadReadings(sitting, epoch);
    const finding = frameFinding(leads);
    const lowest = lowestOf(leads);
    const skipped = skipReason(sitting, "frame", epoch);
    const findings = finding ? [finding] : [];
    const whole = leads.length === PHASES.length;
    const short = finding !== null && !lowest && endsTooLow(reachOfOpen(leads));
    return {
      findings,
      state: finding?.departs
        ? "departs"
        : finding && !whole
          ? "inProgress"
          : skipped !== null && (!finding || short)
            ? "skipped"
            : short
              ? "cannotTell"
              : finding
                ? "agrees"
                : "toDo",
      note: !finding
        ? (skipped ?? "")
        : lowest
          ? quantityText(lowest.ohms, RESISTANCE)
          : !whole
            ? `${leads.length}/${PHASES.length}`
            : short
              ? "open?"
              : "open",
      steps: short ? openSteps([], [FARTHER]) : openSteps(findings, STEPS),
      made: short ? [] : madeSteps(findings, STEPS),
    };
  },
};
