import { expect, it } from "vitest";
import { assessJob } from "#core/judge";
import { job, lookedAndTurned, REPAIR } from "../../tests/jobs.ts";
import { headlineOf } from "./headline.ts";

const DECISION = {
  id: "decision",
  disposition: "replacePart",
  cures: ["bearings"],
  reason: "grinds on the bench",
  waitingFor: "nothing",
  by: "MO",
  at: "2026-03-02T10:00:00.000Z",
} as const;

it("says what somebody decided before the evidence did, until it was repaired", () => {
  const open = job(lookedAndTurned());
  const said = (record: typeof open, epoch: number) =>
    headlineOf({ record, epoch }, assessJob(record, epoch));
  expect(said(open, 0)).toBe("Not decided yet");
  const decided = { ...open, decisions: [DECISION] };
  expect(said(decided, 0)).toBe("Decided: replace the bearings");
  const repaired = { ...decided, repairs: [REPAIR] };
  expect(said(repaired, 1)).toBe(assessJob(repaired, 1).headline);
});
