import { newShopSchema, shopTitleSchema } from "#contract/chainSchemas";
import type { OfficeService } from "../chain/office.ts";
import { idOf, validated } from "./reading.ts";
import { READS, type Route } from "./route.ts";

/** A shop's name in an address is no UUID: what it may be is said where it is kept. */
const shopIn = (params: Readonly<Record<string, unknown>>) => String(params["shop"]);

/** The chain as its own people see it. HTTP only. */
export function officeRoutes(office: OfficeService): Route[] {
  return [
    {
      method: "get",
      path: "/chain",
      may: "trainee",
      audit: READS,
      handle: async (_request, response) => void response.json(await office.view()),
    },
    {
      method: "put",
      path: "/shops/:shop",
      may: "owner",
      audit: { line: "took a shop into the chain" },
      handle: async (request) => {
        await office.putShop(shopIn(request.params), validated(newShopSchema, request.body));
        return { status: 201, body: await office.view() };
      },
    },
    {
      method: "put",
      path: "/shops/:shop/title",
      may: "owner",
      audit: { line: "named a shop otherwise" },
      handle: async (request) => {
        await office.rename(shopIn(request.params), validated(shopTitleSchema, request.body).title);
        return { body: await office.view() };
      },
    },
    {
      method: "put",
      path: "/models/:id/of/:shop",
      may: "owner",
      audit: { line: "made a model the chain's" },
      handle: async (request) => {
        await office.share(idOf(request, "id"), shopIn(request.params));
        return { body: await office.view() };
      },
    },
  ];
}
