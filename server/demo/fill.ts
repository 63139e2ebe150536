import type { JobService } from "../services/jobs.ts";
import type { ShopService } from "../services/shop.ts";
import { demoSteps } from "./build.ts";
import { DEMO_MODELS } from "./parts.ts";
import { DEMO_JOBS, DEMO_PEOPLE } from "./scenario.ts";

/** Plays the scenario through the same service a user's clicks go through. */
export async function fillDemo(jobs: JobService, shop: ShopService): Promise<void> {
  for (const person of DEMO_PEOPLE) await jobs.putTechnician(person);
  for (const model of DEMO_MODELS) await shop.putModel(model);
  for (const job of DEMO_JOBS) {
    const { id, intake, entries } = demoSteps(job, DEMO_JOBS.indexOf(job) + 1);
    let { version } = (await jobs.takeIn(id, intake)).view;
    for (const { kind, body } of entries)
      version = (await jobs.append(id, kind, body, version)).receipt.version;
  }
}
