import type { Transaction } from "sequelize";
import type { ShopLimits } from "#core/record";
import type { JobRow, Models } from "../models/index.ts";

/** Key of the one row of settings. */
export const SHOP_SETTINGS = "shop";

/** The limits a job is judged by: the shop's of today, or those of its closing. */
export async function limitsFor(models: Models, job: JobRow, transaction?: Transaction): Promise<ShopLimits> {
  if (job.closedAt !== null) return (job.limits ?? {}) as ShopLimits;
  const row = await models.Setting.findByPk(SHOP_SETTINGS, transaction ? { transaction } : {});
  return (row?.body ?? {}) as ShopLimits;
}
