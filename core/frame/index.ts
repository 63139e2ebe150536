import { certain, skipReason, type CheckDefinition } from "../check/index.ts";
import { quantityText, RESISTANCE, type Ohms } from "../quantity/index.ts";
import { FAMILY_FACTS, latestIn, PHASES, type JobRecord, type Phase } from "../record/index.ts";

/** Limits between dirt, a leak and a touch. Bench judgement: a plain meter only sorts them roughly. */
const HIGH_FROM: Ohms = 1e6;
const LEAK_FROM: Ohms = 1e3;

/** Outcome of the lowest lead-to-frame reading. Ω at least 0, or open. */
export function frameOutcome(lowest: Ohms | "open"): "clear" | "high" | "leaking" | "touching" {
  if (lowest === "open") return "clear";
  if (lowest >= HIGH_FROM) return "high";
  return lowest >= LEAK_FROM ? "leaking" : "touching";
}

function leadReadings(job: JobRecord, epoch: number): { phase: Phase; ohms: Ohms | "open" }[] {
  return PHASES.flatMap((phase): { phase: Phase; ohms: Ohms | "open" }[] => {
    const value = latestIn(job.readings, "frame", phase, epoch)?.value;
    if (value?.kind === "open") return [{ phase, ohms: "open" }];
    return value?.kind === "ohms" ? [{ phase, ohms: value.ohms }] : [];
  });
}

function frameFinding(job: JobRecord, epoch: number) {
  const leads = leadReadings(job, epoch);
  if (leads.length === 0) return null;
  const finite = leads.flatMap(({ phase, ohms }) => (ohms === "open" ? [] : [{ phase, ohms }]));
  const lowest = finite.toSorted((a, b) => a.ohms - b.ohms)[0];
  const outcome = frameOutcome(lowest?.ohms ?? "open");
  const sentence = lowest
    ? `Lead ${lowest.phase} reads ${quantityText(lowest.ohms, RESISTANCE)} to frame; open was expected`
    : `${leads.length === 3 ? "All leads" : `Lead ${leads.map(({ phase }) => phase).join(", ")}`} open to frame`;
  return certain("frame", outcome, sentence, outcome !== "clear");
}

/** Each lead to frame. Open is expected; a meter's few volts cannot stress insulation, so it proves little. */
export const frameCheck: CheckDefinition = {
  id: "frame",
  title: "Leads to frame",
  stage: "At rest",
  minutes: 2,
  why: "Any finite reading is a fault or dirt. The lowest lead is nearest to it.",
  notApplicable: ({ motor }) =>
    FAMILY_FACTS[motor.family].windingsReachable ? null : FAMILY_FACTS[motor.family].unreachableReason,
  findings: (job, epoch) => {
    const finding = frameFinding(job, epoch);
    return finding ? [finding] : [];
  },
  state: (job, epoch) => {
    const finding = frameFinding(job, epoch);
    if (finding?.departs) return "departs";
    if (finding) return leadReadings(job, epoch).length === PHASES.length ? "agrees" : "inProgress";
    return skipReason(job, "frame", epoch) === null ? "toDo" : "skipped";
  },
  note: (job, epoch) => {
    const leads = leadReadings(job, epoch);
    if (leads.length === 0) return skipReason(job, "frame", epoch) ?? "";
    const lowest = leads.flatMap(({ ohms }) => (ohms === "open" ? [] : [ohms])).toSorted((a, b) => a - b)[0];
    if (lowest !== undefined) return quantityText(lowest, RESISTANCE);
    return leads.length < PHASES.length ? `${leads.length}/${PHASES.length}` : "open";
  },
  open: (job, epoch) =>
    frameFinding(job, epoch) ? null : { check: "frame", minutes: 2, variables: ["frame"], merged: {} },
};
