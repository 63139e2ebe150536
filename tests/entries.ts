import type { Intake } from "#core/record";
import { HUB } from "./jobs.ts";

export const JOB = "01990000-0000-7000-8000-000000000001";
export const uuid = (n: number) => `01990000-0000-7000-9000-${String(n).padStart(12, "0")}`;
export const NOW = new Date("2026-03-02T10:00:00.000Z");
export const INTAKE: Intake = {
  motor: HUB,
  complaint: "noRun",
  complaintWords: "dead",
  events: [],
  takenInAt: "2026-03-02T09:00:00.000Z",
};

export const aReading = (n: number, part: object = {}) => ({
  id: uuid(n),
  check: "winding",
  slot: "AB",
  epoch: 0,
  value: { kind: "ohms", ohms: 0.128 },
  typed: "128m",
  instrumentId: "meter-3",
  takenAt: "2026-03-02T09:15:00.000Z",
  by: "MO",
  supersedes: null,
  ...part,
});
export const aDecision = (n: number, part: object = {}) => ({
  id: uuid(n),
  disposition: "resolder",
  reason: "star joint open",
  waitingFor: "nothing",
  by: "MO",
  at: "2026-03-02T10:30:00.000Z",
  ...part,
});
export const aTurning = (n: number, reason = "") => ({
  id: uuid(n),
  reason,
  by: "MO",
  at: "2026-03-02T11:00:00.000Z",
});
/** First bytes of a JPEG, and some more. */
export const aPicture = (fill = 7) =>
  Buffer.concat([Buffer.from([0xff, 0xd8, 0xff, 0xe0]), Buffer.alloc(200, fill)]);
