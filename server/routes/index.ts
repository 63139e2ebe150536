import { json, Router } from "express";
import { openApi } from "#contract/openApi";
import { Problem } from "../problem.ts";
import type { Services } from "../services/index.ts";
import { bundleRoutes } from "./bundles.ts";
import { fileRoutes } from "./files.ts";
import { jobRoutes } from "./jobs.ts";
import { peopleRoutes } from "./people.ts";
import { shopRoutes } from "./shop.ts";

/** HTTP only: reads, checks the form, calls the service, answers. @param bodyLimit of JSON bodies */
export function routes({ jobs, bundles, files, people, shop }: Services, bodyLimit: string): Router {
  const router = Router();
  // Bytes first: they are read as they come, not as JSON.
  router.use(bundleRoutes(bundles));
  router.use(fileRoutes(files));
  router.use(json({ limit: bodyLimit }));
  router.use(jobRoutes(jobs));
  router.use(peopleRoutes(people));
  router.use(shopRoutes(shop));
  router.get("/health", async (_request, response) => {
    await people.instruments();
    response.json({ ok: true });
  });
  router.get("/openapi.json", (_request, response) => {
    response.json(openApi());
  });
  router.use(() => {
    throw new Problem(404, "No such address", "The API has nothing at this address.");
  });
  return router;
}
