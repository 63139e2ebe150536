import { toBundle } from "#contract/bundle";
import type { JobBundle } from "#contract/bundledJob";
import type { Entry } from "#core/record";
import type { Services } from "../server/services/index.ts";
import { aDecision, aReading, aTurning, INTAKE, uuid } from "./entries.ts";
import { HUB } from "./jobs.ts";

const AT = "2026-03-02T12:00:00.000Z";
const by = { by: "MO", at: AT };

/** A job with readings, an undo, a repair with its work, a run and a release, closed: everything a closing can hold. */
export async function aClosedBundle({ jobs, bundles, judging }: Services): Promise<JobBundle> {
  const id = uuid(800);
  const n = (part: number) => uuid(800 + part);
  const motor = { ...HUB, id: n(1), serial: "FZ-1" };
  await jobs.takeIn(id, { ...INTAKE, motor });
  const plain = { instrumentId: null };
  const turn = (value: string, epoch: number) => ({
    check: "mechanical",
    slot: "turn",
    value: { kind: "choice", choice: value },
    typed: "",
    epoch,
    ...plain,
  });
  const entries = [
    { kind: "reading", body: { ...aReading(0, turn("grinding", 0)), id: n(2) } },
    {
      kind: "reading",
      body: { ...aReading(0, { ...plain, value: { kind: "open" }, typed: "OL" }), id: n(3) },
    },
    { kind: "reading", body: { ...aReading(0, { ...plain, slot: "BC" }), id: n(4) } },
    { kind: "undo", body: { id: n(5), of: n(4), ...by } },
    {
      kind: "decision",
      body: { ...aDecision(0, { disposition: "replacePart", cures: ["bearings"] }), id: n(6) },
    },
    { kind: "work", body: { id: n(7), epoch: 0, plan: "bearings", step: "Bearings out", photos: [], ...by } },
    {
      kind: "part",
      body: {
        id: n(8),
        epoch: 0,
        part: "6201-2RS",
        state: "here",
        due: null,
        price: 9,
        replaces: null,
        ...by,
      },
    },
    { kind: "repair", body: { id: n(9), plan: "bearings", done: "Bearings replaced", minutes: 40, ...by } },
    { kind: "reading", body: { ...aReading(0, turn("even", 1)), id: n(10) } },
    { kind: "closing", body: { ...aTurning(0, "done"), id: n(11) } },
  ];
  for (const [version, entry] of entries.entries()) await jobs.append(id, entry as Entry, version);
  await judging.idle();
  return toBundle((await bundles.bundle(id)).job);
}
