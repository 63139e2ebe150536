import { INSTRUMENT_TEMPLATES } from "#core/quantity";
import type { JobService } from "./jobs.ts";

/** A new shop starts with general meters, to be replaced by its own. */
export async function firstInstruments(jobs: JobService): Promise<void> {
  if ((await jobs.instruments()).length > 0) return;
  for (const [i, template] of INSTRUMENT_TEMPLATES.entries())
    await jobs.putInstrument({ ...template, id: `meter-${i + 1}` });
}
