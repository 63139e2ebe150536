import { CAPTURE_LIMITS } from "#contract/captures";
import { writtenAt } from "#core/record";
import type { Services } from "../services/index.ts";
import type { Clock } from "../services/jobs.ts";
import { demoSteps } from "./build.ts";
import { DEMO_MODELS, DEMO_SETTINGS } from "./parts.ts";
import { DEMO_JOBS, DEMO_PEOPLE } from "./scenario.ts";

/**
 * Plays the scenario through the same services a user's clicks go through, one job judged before the next.
 * @param servicesBy a shop's services by a clock: here one that shows the day the scenario is at
 */
export async function fillDemo(servicesBy: (clock: Clock) => Services): Promise<void> {
  const built = new Date();
  let now = built;
  const { jobs, shop, people, judging, files } = servicesBy(() => now);
  for (const person of DEMO_PEOPLE) await people.putTechnician(person);
  await shop.putLimits(DEMO_SETTINGS);
  for (const model of DEMO_MODELS) await shop.putModel(model);
  for (const [index, job] of DEMO_JOBS.entries()) {
    const { id, intake, entries, files: recorded } = demoSteps(job, index + 1, built);
    now = new Date(intake.takenInAt);
    let { version } = (await jobs.takeIn(id, intake)).view;
    for (const { name, bytes } of recorded) await files.put(id, name, { bytes, type: CAPTURE_LIMITS.type });
    // Judged step by step: later visits of a unit are held against what this one measured.
    for (const entry of entries) {
      now = new Date(writtenAt(entry));
      version = (await jobs.append(id, entry, version)).receipt.version;
    }
    await judging.idle();
  }
}
