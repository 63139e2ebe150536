import { Router } from "express";
import type { MotorModel } from "#contract/shop";
import { limitsSchema } from "#contract/limitsSchema";
import { modelSchema } from "#contract/shopSchemas";
import type { ShopLimits } from "#core/record";
import { Problem } from "../problem.ts";
import type { ShopService } from "../services/shop.ts";
import { idOf, pageOf, validated } from "./reading.ts";

/** Models, units and limits. HTTP only. */
export function shopRoutes(shop: ShopService): Router {
  const router = Router();
  router.get("/models", async (_request, response) => {
    response.json(await shop.models());
  });
  router.put("/models/:id", async (request, response) => {
    const model = validated<MotorModel>(modelSchema, request.body);
    if (model.id !== idOf(request, "id"))
      throw new Problem(422, "Ids differ", "The id in the body is not the one in the address.");
    await shop.putModel(model);
    response.json(model);
  });
  router.get("/units", async (request, response) => {
    const { q, model } = request.query;
    response.json(
      await shop.units({
        ...(typeof q === "string" && q !== "" ? { q: q.slice(0, 100) } : {}),
        ...(typeof model === "string" && model !== "" ? { model } : {}),
        page: pageOf(request),
      }),
    );
  });
  router.get("/limits", async (_request, response) => {
    response.json(await shop.limits());
  });
  router.put("/limits", async (request, response) => {
    const limits = validated<ShopLimits>(limitsSchema, request.body);
    await shop.putLimits(limits);
    response.json(limits);
  });
  return router;
}
