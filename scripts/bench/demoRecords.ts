import { readJournal } from "#core/judge";
import { INSTRUMENT_TEMPLATES } from "#core/quantity";
import type { JobRecord } from "#core/record";
import { demoSteps } from "../../server/demo/build.ts";
import { DEMO_JOBS } from "../../server/demo/scenario.ts";

/** Every job of the demo as the record that is judged, without a shop around it. */
export function demoRecords(): JobRecord[] {
  const instruments = INSTRUMENT_TEMPLATES.map((template, i) => ({ ...template, id: `meter-${i + 1}` }));
  return DEMO_JOBS.map((job, i) => {
    const { intake, entries } = demoSteps(job, i + 1);
    return readJournal(intake, entries, { instruments }).record;
  });
}
