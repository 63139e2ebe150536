import type { Services } from "../services/index.ts";
import { demoSteps } from "./build.ts";
import { DEMO_MODELS, DEMO_SETTINGS } from "./parts.ts";
import { DEMO_JOBS, DEMO_PEOPLE } from "./scenario.ts";

/** Plays the scenario through the same services a user's clicks go through, one job judged before the next. */
export async function fillDemo({ jobs, shop, people, judging }: Services): Promise<void> {
  for (const person of DEMO_PEOPLE) await people.putTechnician(person);
  await shop.putLimits(DEMO_SETTINGS);
  for (const model of DEMO_MODELS) await shop.putModel(model);
  for (const job of DEMO_JOBS) {
    const { id, intake, entries } = demoSteps(job, DEMO_JOBS.indexOf(job) + 1);
    let { version } = (await jobs.takeIn(id, intake)).view;
    // Judged step by step: later visits of a unit are held against what this one measured.
    for (const entry of entries) version = (await jobs.append(id, entry, version)).receipt.version;
    await judging.idle();
  }
}
