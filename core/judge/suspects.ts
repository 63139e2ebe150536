import { lowerFirst } from "../check/index.ts";
import { chanceText } from "../quantity/index.ts";
import type { Verdict } from "./verdict.ts";
import { AROUND_A_FAN, ELSEWHERE, FAULT_IDS, factsOf, type FaultId } from "../known/index.ts";
import { FAMILY_FACTS } from "../families/index.ts";
import { type JobRecord } from "../record/index.ts";

/** Whether nothing at all was found: no motor and nothing that feeds it is to blame. */
export const isNothingWrong = ({ decided, cleared, action }: Verdict): boolean =>
  decided === "notMotor" && !cleared && action?.cures.length === 0;

/**
 * Where to look when the motor is cleared: the controller first where its own readings point at it, then what the
 * complaint suggests. Empty while the motor is not cleared, where nobody complained, and where what keeps a motor with its
 * own electronics from running was found by name.
 */
export function nextSuspects(job: JobRecord, verdict: Verdict): readonly string[] {
  const { complaint } = job;
  if (verdict.decided === "cleared")
    return verdict.outside.suspects.map(
      ({ name, probability }) => `${lowerFirst(name)}, ${chanceText(probability)}`,
    );
  if (verdict.decided !== "notMotor" || verdict.epoch > 0 || complaint === "routine") return [];
  if (FAMILY_FACTS[job.motor.family].ownElectronics)
    return isNothingWrong(verdict) ? AROUND_A_FAN[complaint] : [];
  const chanceOf = (is: (fault: FaultId) => boolean) =>
    verdict.faults.reduce((sum, { fault, probability }) => sum + (is(fault) ? probability : 0), 0);
  const usual = ELSEWHERE[complaint];
  const unnamed = chanceOf((fault) => factsOf(fault).leftOver);
  const named = [...new Set(FAULT_IDS.flatMap((fault) => factsOf(fault).suspect ?? []))].filter(
    (suspect) => chanceOf((fault) => factsOf(fault).suspect === suspect) > unnamed,
  );
  return [...named, ...usual.filter((one) => !named.includes(one))];
}

/** What introduces them. */
export const suspectsLead = (verdict: Verdict): string =>
  isNothingWrong(verdict) ? "If it comes back, look at" : "Look next at";
