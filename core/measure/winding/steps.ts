import { openSteps, type CheckAnswer, type DeclaredStep, type Finding } from "../../check/index.ts";
import { canMeasure, type Instrument } from "../../quantity/index.ts";
import { balanceLimitOf, FAMILY_FACTS } from "../../families/index.ts";
import { PAIRS, type Sitting } from "../../record/index.ts";
import { canDecide } from "./canDecide.ts";
import { imbalanceOf } from "./imbalance.ts";
import { measuredOf, windingInstrument } from "./pairRecord.ts";
import { FINE_OUTCOMES } from "./pairWords.ts";
import { INWARD, PAIRS_AT_REST } from "./variables.ts";

/** Minutes of the three pairs. */
export const MINUTES = 4;
const PAIRS_STEP: DeclaredStep = {
  name: "pairs",
  title: "Three pairs",
  slots: ["tips", ...PAIRS],
  minutes: MINUTES,
  variables: [PAIRS_AT_REST],
};
export const INWARD_STEP: DeclaredStep = {
  name: "inward",
  title: "The pairs at the windings' own ends",
  slots: ["inward"],
  minutes: 10,
  variables: [INWARD],
};

/** Where this meter cannot tell, one of the shop's that can. */
const FINER_METER_STEP: DeclaredStep = {
  name: "finerMeter",
  mendsSetUp: 2,
  title: "A finer meter, four-wire: three pairs again",
  slots: ["tips", ...PAIRS],
  minutes: MINUTES + 1,
  variables: [PAIRS_AT_REST],
};

/** Whether the pairs were left undecided, and another instrument at hand would decide them. */
function finerMeter(job: Sitting, epoch: number): boolean {
  const used = windingInstrument(job, epoch);
  const measured = measuredOf(job, epoch);
  const balance = measured ? imbalanceOf(measured, balanceLimitOf(job)) : null;
  if (!used || balance?.judgement === "agrees" || balance?.judgement === "departs") return false;
  const expected = job.motor.expected?.ohms ?? FAMILY_FACTS[job.motor.family].typicalOhms;
  const decides = (meter: Instrument) => canDecide(expected, balanceLimitOf(job), meter).answer !== "no";
  return !decides(used) && job.instruments.some((meter) => canMeasure(meter, "ohms") && decides(meter));
}

export function stepsOf(job: Sitting, epoch: number, findings: readonly Finding[]): CheckAnswer["steps"] {
  const measured = measuredOf(job, epoch);
  const departs = findings.some(({ variable, departs }) => variable === PAIRS_AT_REST.id && departs);
  if (measured && PAIRS.every((pair) => measured.pairs[pair]))
    return [
      ...(departs && FAMILY_FACTS[job.motor.family].openable ? openSteps(findings, [INWARD_STEP]) : []),
      ...(finerMeter(job, epoch) ? openSteps([], [FINER_METER_STEP]) : []),
    ];
  const meter =
    windingInstrument(job, epoch) ?? job.instruments.find((candidate) => canMeasure(candidate, "ohms"));
  const expected = job.motor.expected?.ohms ?? FAMILY_FACTS[job.motor.family].typicalOhms;
  const blunt = meter ? canDecide(expected, balanceLimitOf(job), meter).answer === "no" : false;
  return [
    {
      ...PAIRS_STEP,
      variables: [PAIRS_AT_REST.id],
      merged: blunt ? { [PAIRS_AT_REST.id]: FINE_OUTCOMES } : {},
    },
  ];
}

/** The same with what cannot share the fault of the set-up. */
export const OTHER_METER_STEP: DeclaredStep = {
  name: "otherMeter",
  mendsSetUp: 1,
  title: "Other leads or another meter: three pairs again",
  slots: ["tips", ...PAIRS],
  minutes: MINUTES + 1,
  variables: [PAIRS_AT_REST],
};
