import { RULES_VERSION } from "#core/judge";
import type { Database } from "../database/database.ts";
import { UnfitDatabase } from "../database/migrate.ts";

const ROW = "rules";

async function versionIn({ models }: Database): Promise<number> {
  const row = await models.Setting.findByPk(ROW);
  return Number((row?.body as { readonly version?: string } | undefined)?.version ?? 0);
}

/**
 * All processes of a database judge by the same rules: the newest that one was started with.
 * @param own the version of this program's rules
 * @throws UnfitDatabase where newer ones judge already; nothing is changed then
 */
export async function judgeByOurRules(database: Database, own = RULES_VERSION): Promise<void> {
  await database.write(async (transaction) => {
    const there = await versionIn(database);
    if (there > Number(own))
      throw new UnfitDatabase(
        `A newer program judges this shop by rules of version ${there}; this one has version ${own}. Start that program; nothing was changed.`,
      );
    if (there < Number(own))
      await database.models.Setting.upsert({ id: ROW, body: { version: own } }, { transaction });
  });
}

/** Whether a program with newer rules was started on this database since. */
export const judgesByNewerRules = async (database: Database, own = RULES_VERSION): Promise<boolean> =>
  (await versionIn(database)) > Number(own);
