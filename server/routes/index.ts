import { json, Router } from "express";
import { openApi } from "#contract/openApi";
import type { Services } from "../services/index.ts";
import type { DoorService } from "../doors/doors.ts";
import { answered, gate, nothingHere, personOf, whoAsks } from "../doors/gate.ts";
import type { OfficeService } from "../chain/office.ts";
import type { CopyKeeper } from "../keeping/daily.ts";
import { captureRoutes } from "./captures.ts";
import { bundleRoutes, type Incoming } from "./bundles.ts";
import { doorRoutes } from "./doors.ts";
import { feedRoutes } from "./feeds.ts";
import { fileRoutes } from "./files.ts";
import { dayRoutes } from "./day.ts";
import { jobRoutes } from "./jobs.ts";
import { keepingRoutes } from "./keeping.ts";
import { officeRoutes } from "./office.ts";
import { peopleRoutes } from "./people.ts";
import { practiceRoutes } from "./practice.ts";
import { READS, type Route } from "./route.ts";
import { modelRoutes, shopRoutes } from "./shop.ts";
import type { UnderWay } from "../underWay.ts";

export interface RouteParts {
  readonly services: Services;
  readonly doors: DoorService;
  /** Where this is a chain's office, and no shop: what is done there. */
  readonly office?: OfficeService | null;
  /** Null where nobody keeps copies, as in tests. */
  readonly copies: CopyKeeper | null;
  /** Of JSON bodies. */
  readonly bodyLimit: string;
  /** Whether the shop is the invented one. */
  readonly demo: boolean;
  /** What is uploaded: where it lies until it was read, and who reads it. */
  readonly incoming: Incoming;
  readonly underWay: UnderWay;
}

function ownRoutes({ services: { people, judging }, doors, demo }: RouteParts): Route[] {
  return [
    {
      method: "get",
      path: "/health",
      may: "anybody",
      audit: READS,
      handle: async (_request, response) => {
        // Who is not signed in makes nothing be written.
        await (doors.needed && !personOf(response) ? people.instruments() : people.beat());
        const unjudged = await judging.unjudged();
        response.json({ ok: true, demo, unjudged });
      },
    },
    {
      method: "get",
      path: "/openapi.json",
      may: "trainee",
      audit: READS,
      handle: (_request, response) => void response.json(openApi()),
    },
  ];
}

/** Every address of the API, each with the role it asks for and what the audit says of it. */
function allRoutes(parts: RouteParts): Route[] {
  const { services, doors, copies, incoming } = parts;
  const { jobs, day, bundles, files, people, shop } = services;
  if (parts.office)
    return [
      ...officeRoutes(parts.office),
      ...peopleRoutes(people),
      ...modelRoutes(shop),
      ...doorRoutes(doors),
      ...ownRoutes(parts),
    ];
  return [
    ...bundleRoutes(bundles, incoming),
    ...fileRoutes(files),
    ...captureRoutes(incoming),
    ...jobRoutes(jobs, doors),
    ...dayRoutes(day),
    ...peopleRoutes(people),
    ...feedRoutes(services.feeds, doors),
    ...practiceRoutes(services.practice),
    ...shopRoutes(shop),
    ...doorRoutes(doors),
    ...(copies ? keepingRoutes(services, copies) : []),
    ...ownRoutes(parts),
  ];
}

/** HTTP only: who asks, whether they may, how the body is read, the answer, and who did it. */
export function routes(parts: RouteParts): Router {
  const { doors, bodyLimit, underWay } = parts;
  // An address is written in one way: another one has no rule of its own, and leads nowhere.
  const router = Router({ caseSensitive: true, strict: true });
  // What is said here is of this moment and of this person: nobody keeps it.
  router.use((_request, response, next) => {
    response.set("Cache-Control", "no-store");
    next();
  });
  router.use(whoAsks(doors));
  const readJson = json({ limit: bodyLimit });
  for (const route of allRoutes(parts)) {
    const answer = answered(doors, route);
    router[route.method](route.path, gate(doors, route), route.body ?? readJson, (...asked) =>
      underWay.follow(answer(...asked)),
    );
  }
  router.use(nothingHere(doors));
  return router;
}
