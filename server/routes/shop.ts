import { limitsSchema } from "#contract/limitsSchema";
import { modelSchema } from "#contract/shopSchemas";
import type { ShopService } from "../services/shop.ts";
import { SPANS, spanOf } from "#core/outcomes";
import { Problem } from "../problem.ts";
import { dayOf, pageOf, sameId, textOf, validated } from "./reading.ts";
import { READS, type Route } from "./route.ts";

/** Models: of a shop, or of a chain. HTTP only. */
export function modelRoutes(shop: ShopService): Route[] {
  return [
    {
      method: "get",
      path: "/models",
      may: "trainee",
      audit: READS,
      handle: async (_request, response) => void response.json(await shop.models()),
    },
    {
      method: "put",
      path: "/models/:id",
      may: "technician",
      audit: { line: "changed a model" },
      handle: async (request) => {
        const model = validated(modelSchema, request.body);
        sameId(request, "id", model.id);
        await shop.putModel(model);
        return { body: model };
      },
    },
  ];
}

/** Models, units and limits. HTTP only. */
export function shopRoutes(shop: ShopService): Route[] {
  return [
    ...modelRoutes(shop),
    {
      method: "get",
      path: "/units",
      may: "trainee",
      audit: READS,
      handle: async (request, response) => {
        const q = textOf(request, "q");
        const model = textOf(request, "model");
        response.json(await shop.units({ ...(q && { q }), ...(model && { model }), page: pageOf(request) }));
      },
    },
    {
      method: "get",
      path: "/account",
      may: "trainee",
      audit: READS,
      handle: async (_request, response) => void response.json(await shop.account()),
    },
    {
      method: "get",
      path: "/periods",
      may: "technician",
      audit: READS,
      handle: async (_request, response) => void response.json(await shop.periods()),
    },
    {
      method: "get",
      path: "/ledger.csv",
      may: "technician",
      audit: READS,
      handle: async (request, response) => {
        const day = dayOf(request, "day");
        const span = SPANS.find((one) => one === textOf(request, "span"));
        if (!span) throw new Problem(400, "Bad span", "A span is week or month.");
        const csv = await shop.ledgerCsv({ day, span });
        response
          .attachment(`closed-${span}-${spanOf(day, span).from}.csv`)
          .type("text/csv; charset=utf-8")
          .send(csv);
      },
    },
    {
      method: "get",
      path: "/found",
      may: "trainee",
      audit: READS,
      handle: async (request, response) => {
        const model = textOf(request, "model");
        const family = textOf(request, "family");
        response.json(await shop.found({ ...(model && { model }), ...(family && { family }) }));
      },
    },
    {
      method: "get",
      path: "/limits",
      may: "trainee",
      audit: READS,
      handle: async (_request, response) => void response.json(await shop.limits()),
    },
    {
      method: "put",
      path: "/limits",
      may: "owner",
      audit: { line: "changed limits, schools or prices" },
      handle: async (request) => {
        const limits = validated(limitsSchema, request.body);
        await shop.putLimits(limits);
        return { body: limits };
      },
    },
  ];
}
