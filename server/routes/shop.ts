import { Router } from "express";
import { limitsSchema } from "#contract/limitsSchema";
import { modelSchema } from "#contract/shopSchemas";
import type { ShopService } from "../services/shop.ts";
import { pageOf, sameId, textOf, validated } from "./reading.ts";

/** Models, units and limits. HTTP only. */
export function shopRoutes(shop: ShopService): Router {
  const router = Router();
  router.get("/models", async (_request, response) => {
    response.json(await shop.models());
  });
  router.put("/models/:id", async (request, response) => {
    const model = validated(modelSchema, request.body);
    sameId(request, "id", model.id);
    await shop.putModel(model);
    response.json(model);
  });
  router.get("/units", async (request, response) => {
    const q = textOf(request, "q");
    const model = textOf(request, "model");
    response.json(await shop.units({ ...(q && { q }), ...(model && { model }), page: pageOf(request) }));
  });
  router.get("/account", async (_request, response) => {
    response.json(await shop.account());
  });
  router.get("/found", async (request, response) => {
    const model = textOf(request, "model");
    const family = textOf(request, "family");
    response.json(await shop.found({ ...(model && { model }), ...(family && { family }) }));
  });
  router.get("/limits", async (_request, response) => {
    response.json(await shop.limits());
  });
  router.put("/limits", async (request, response) => {
    const limits = validated(limitsSchema, request.body);
    await shop.putLimits(limits);
    response.json(limits);
  });
  return router;
}
