import type { Verdict } from "../assess/index.ts";
import type { FaultId } from "../catalogue/index.ts";
import type { Complaint, JobRecord } from "../record/index.ts";

/** What can look like a bad motor, in the order it is looked at. Common practice. */
const ELSEWHERE: Readonly<Record<Complaint, readonly string[]>> = {
  noRun: [
    "supply and fuse, under load",
    "command or throttle",
    "connectors, on both sides of each",
    "controller",
  ],
  runsOn: ["command that stays on", "throttle or time delay", "controller"],
  twitches: ["connectors of phases and sensors", "controller", "settings of the controller"],
  cutsOut: [
    "battery under load",
    "connectors that warm",
    "temperature cut-out of the controller",
    "brake or throttle switch",
  ],
  uneven: ["controller and its settings", "throttle signal", "battery under load"],
  noisy: ["what the motor drives: wheel, gear, propeller, fan", "mounting and brackets", "brake that rubs"],
  hot: ["load: brake, gear, blocked duct", "controller settings and current", "battery sagging under load"],
  lowPower: ["battery under load", "controller settings", "brake or tyre", "propeller or duct"],
  lowAirflow: ["filter, duct, wheel", "static pressure", "command and configuration"],
  frozenCoil: ["filter, duct, wheel", "airflow setting", "refrigerant side, by licensed people"],
  hunting: ["filter, duct and doors", "command that wanders", "module"],
  errorCode: ["what the machine's own label says of the code", "connectors", "controller"],
  afterRepair: ["what was touched last", "order of wires in the plug", "settings"],
  routine: ["nothing further is wanted"],
};

/**
 * Where to look when the motor is cleared: the controller first where its own readings point at it, then what the
 * complaint suggests. Empty while the motor is not cleared.
 */
export function nextSuspects(job: JobRecord, verdict: Verdict): readonly string[] {
  if (verdict.decided !== "notMotor" || verdict.epoch > 0) return [];
  const of = (id: FaultId) => verdict.faults.find(({ fault }) => fault === id)?.probability ?? 0;
  const usual = ELSEWHERE[job.complaint];
  if (of("controller") + of("switchShorted") <= of("outside")) return usual;
  return ["controller", ...usual.filter((one) => one !== "controller")];
}
