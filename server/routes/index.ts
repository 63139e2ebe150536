import { json, Router } from "express";
import { openApi } from "#contract/openApi";
import { Problem } from "../problem.ts";
import type { Services } from "../services/index.ts";
import type { DoorService } from "../doors/doors.ts";
import { audited, gate, personOf } from "../doors/gate.ts";
import type { CopyKeeper } from "../keeping/daily.ts";
import { bundleRoutes } from "./bundles.ts";
import { doorRoutes } from "./doors.ts";
import { fileRoutes } from "./files.ts";
import { jobRoutes } from "./jobs.ts";
import { keepingRoutes } from "./keeping.ts";
import { peopleRoutes } from "./people.ts";
import { shopRoutes } from "./shop.ts";

export interface RouteParts {
  readonly services: Services;
  readonly doors: DoorService;
  /** Null where nobody keeps copies, as in tests. */
  readonly copies: CopyKeeper | null;
  /** Of JSON bodies. */
  readonly bodyLimit: string;
  /** Whether the shop is the invented one. */
  readonly demo: boolean;
}

/** HTTP only: reads, checks the form, calls the service, answers. */
export function routes({ services, doors, copies, bodyLimit, demo }: RouteParts): Router {
  const { jobs, bundles, files, people, shop } = services;
  const router = Router();
  // What is said here is of this moment and of this person: nobody keeps it.
  router.use((_request, response, next) => {
    response.set("Cache-Control", "no-store");
    next();
  });
  router.use(gate(doors));
  router.use(audited(doors));
  // Bytes first: they are read as they come, not as JSON.
  router.use(bundleRoutes(bundles));
  router.use(fileRoutes(files));
  router.use(json({ limit: bodyLimit }));
  router.use(jobRoutes(jobs));
  router.use(peopleRoutes(people));
  router.use(shopRoutes(shop));
  router.use(doorRoutes(doors));
  if (copies) router.use(keepingRoutes(services, copies));
  router.get("/health", async (_request, response) => {
    // Who is not signed in makes nothing be written.
    await (doors.needed && !personOf(response) ? people.instruments() : people.beat());
    response.json({ ok: true, demo });
  });
  router.get("/openapi.json", (_request, response) => {
    response.json(openApi());
  });
  router.use(() => {
    throw new Problem(404, "No such address", "The API has nothing at this address.");
  });
  return router;
}
