import type { UnreadNote } from "./reading.ts";
import type { Sitting } from "./sitting.ts";
import type { Workshop } from "./work.ts";

export const COMPLAINTS = [
  "noRun",
  "runsOn",
  "twitches",
  "cutsOut",
  "uneven",
  "noisy",
  "hot",
  "lowPower",
  "lowAirflow",
  "frozenCoil",
  "hunting",
  "errorCode",
  "afterRepair",
  "routine",
] as const;
export type Complaint = (typeof COMPLAINTS)[number];

export const COMPLAINT_LABELS: Readonly<Record<Complaint, string>> = {
  noRun: "does not run",
  runsOn: "runs on, will not stop",
  twitches: "twitches or cogs at start",
  cutsOut: "cuts out under load",
  uneven: "uneven speed",
  noisy: "noisy",
  hot: "runs hot",
  lowPower: "low power or range",
  lowAirflow: "low airflow",
  frozenCoil: "frozen coil",
  hunting: "hunting, up and down",
  errorCode: "error code",
  afterRepair: "trouble after a repair",
  routine: "routine check",
};

/** What happened before it failed. */
export const EVENTS = ["heat", "crash", "water", "surge", "newBattery", "repair", "standing"] as const;
export type PastEvent = (typeof EVENTS)[number];

export const EVENT_LABELS: Readonly<Record<PastEvent, string>> = {
  heat: "overheated",
  crash: "crash or blow",
  water: "water",
  surge: "storm or surge",
  newBattery: "new battery",
  repair: "earlier repair",
  standing: "long standing",
};

export const DISPOSITIONS = [
  "notMotor",
  "cleared",
  "repair",
  "resolder",
  "replacePart",
  "replaceMotor",
  "undecided",
] as const;
export type Disposition = (typeof DISPOSITIONS)[number];

export const DISPOSITION_LABELS: Readonly<Record<Disposition, string>> = {
  notMotor: "Not the motor",
  cleared: "Cleared on the bench",
  repair: "Repair",
  resolder: "Resolder",
  replacePart: "Replace a part",
  replaceMotor: "Replace the motor",
  undecided: "Leave undecided",
};

/** What work comes to; a motor that is cleared asks for none. */
export type Remedy = Exclude<Disposition, "cleared">;

/** Whether the motor goes back as it is: nothing of it was found at fault. */
export const isSentBack = (disposition: Disposition | undefined): boolean =>
  disposition === "notMotor" || disposition === "cleared";

export const WAITING_FOR = ["nothing", "parts", "answer"] as const;
export type WaitingFor = (typeof WAITING_FOR)[number];

/** A person's choice, with the reason. Appended; the last one stands. */
export interface Decision {
  readonly id: string;
  readonly disposition: Disposition;
  /** All that is to be done, by the names of the cures; absent where only the disposition was chosen. */
  readonly cures?: readonly string[];
  readonly reason: string;
  readonly waitingFor: WaitingFor;
  readonly by: string;
  readonly at: string;
}

/** Work done on the motor. Each repair starts a new epoch of readings. */
export interface Repair {
  readonly id: string;
  readonly plan: string;
  readonly done: string;
  readonly minutes: number;
  readonly by: string;
  readonly at: string;
}

/** Everything the core needs to judge a job. Instruments are those its readings may name. */
export interface JobRecord extends Sitting {
  readonly complaint: Complaint;
  readonly complaintWords: string;
  readonly events: readonly PastEvent[];
  readonly decisions: readonly Decision[];
  readonly repairs: readonly Repair[];
  /** Absent where nothing of it was written. */
  readonly workshop?: Workshop;
  /** Lines of an earlier version that nothing reads any more; absent where there are none. */
  readonly unread?: readonly UnreadNote[];
}

/**
 * The epoch that readings taken now belong to.
 * @example epochOf({ repairs: [] }) // 0
 */
export function epochOf(job: Pick<JobRecord, "repairs">): number {
  return job.repairs.length;
}
