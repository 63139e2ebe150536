import { INSTRUMENT_TEMPLATES } from "#core/quantity";
import type { PeopleService } from "./people.ts";

/** A new shop starts with general meters, to be replaced by its own. */
export async function firstInstruments(people: PeopleService): Promise<void> {
  if ((await people.instruments()).length > 0) return;
  for (const [i, template] of INSTRUMENT_TEMPLATES.entries())
    await people.putInstrument({ ...template, id: `meter-${i + 1}` });
}
