import type { Transaction } from "sequelize";
import type { ShopLimits } from "#core/record";
import type { Models } from "../models/index.ts";

/** Key of the one row of settings. */
export const SHOP_SETTINGS = "shop";

/** The shop's limits of today. */
export async function shopLimits(models: Models, transaction?: Transaction): Promise<ShopLimits> {
  const row = await models.Setting.findByPk(SHOP_SETTINGS, transaction ? { transaction } : {});
  return (row?.body ?? {}) as ShopLimits;
}
