import { createHash, randomBytes, timingSafeEqual } from "node:crypto";
import { engineOf } from "../database/dialect.ts";
import type { Database } from "../database/database.ts";

const CODE_BYTES = 9;
const ROW = "owner-codes";
/** Processes that may be started before there is an owner. */
const MOST = 20;

const digestOf = (code: string) => createHash("sha256").update(code.trim()).digest("hex");
const same = (one: string, other: string) => timingSafeEqual(Buffer.from(one), Buffer.from(other));

/**
 * What the first owner proves to be at the machine with: said once on the server's own screen. Where several processes work on
 * one database, each takes the code of any: whoever answers need not be who said it.
 */
export function ownerCode({ sequelize, models, write }: Database) {
  const code = randomBytes(CODE_BYTES).toString("base64url");
  const shared = engineOf(sequelize) === "postgres";
  const codes = async () => {
    const row = shared ? await models.Setting.findByPk(ROW) : null;
    return [...((row?.body as { readonly digests?: readonly string[] } | undefined)?.digests ?? [])];
  };
  return {
    code,
    /** Makes it known to the other processes. */
    async share(): Promise<void> {
      if (!shared) return;
      await write(async (transaction) => {
        const digests = [...(await codes()), digestOf(code)].slice(-MOST);
        await models.Setting.upsert({ id: ROW, body: { digests } }, { transaction });
      });
    },
    async isRight(given: string): Promise<boolean> {
      const digest = digestOf(given);
      return [digestOf(code), ...(await codes())].some((one) => same(one, digest));
    },
    /** There is an owner: no code opens anything any more. */
    async forget(): Promise<void> {
      if (shared) await models.Setting.destroy({ where: { id: ROW } });
    },
  };
}
