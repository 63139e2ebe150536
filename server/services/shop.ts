import type { Account, ListedModel, MotorModel, Periods, Unit } from "#contract/shop";
import { QueryTypes } from "sequelize";
import { dialectOf } from "../database/dialect.ts";
import { foundIn, type Found, type Span } from "#core/outcomes";
import type { ShopLimits } from "#core/record";
import type { Database } from "../database/database.ts";
import { Problem } from "../problem.ts";
import type { Clock } from "./jobs.ts";
import { modelsOfChain } from "./elsewhere.ts";
import { judgeAnew, type JudgingService } from "./judging.ts";
import { ledgerCsv, periodsIn } from "./ledger.ts";
import { SHOP_SETTINGS, shopLimits } from "./limits.ts";
import { accountOf, rememberedLines, type ClosedLine } from "./outcomes.ts";
import { unitsOf } from "./visits.ts";

interface ToldRow {
  readonly readyBy: string;
  readonly chance: number;
  readonly closedAt: string;
}

/** The last time of each closed job that its customer was told, against when it was closed. */
async function toldReady(sequelize: Database["sequelize"]): Promise<Account["told"]> {
  const { text, number } = dialectOf(sequelize);
  const rows = await sequelize.query<ToldRow>(
    `SELECT ${text("body", "readyBy")} AS "readyBy", ${number("body", "chance")} AS chance,
       closed_at AS "closedAt"
     FROM entries JOIN jobs ON jobs.id = entries.job_id
     WHERE kind = 'told' AND ${text("body", "readyBy")} IS NOT NULL AND closed_at IS NOT NULL
       AND entries.version = (SELECT max(version) FROM entries AS last WHERE last.kind = 'told'
         AND last.job_id = entries.job_id AND ${text("last.body", "readyBy")} IS NOT NULL)`,
    { type: QueryTypes.SELECT },
  );
  return {
    of: rows.length,
    kept: rows.filter(({ readyBy, closedAt }) => closedAt <= readyBy).length,
    expected: rows.reduce((sum, { chance }) => sum + chance, 0),
  };
}

/** Closed jobs of the other shops of a chain. */
export type LinesElsewhere = (now: Date) => Promise<readonly ClosedLine[]>;
export const NO_LINES: LinesElsewhere = () => Promise.resolve([]);

/**
 * What a shop keeps beside its jobs: models, units by serial, limits and schools.
 * @param linesElsewhere of which those of the chain's models count here too
 */
export function shopService(
  { write, models, sequelize }: Database,
  judging: JudgingService,
  clock: Clock,
  linesElsewhere: LinesElsewhere,
) {
  const lines = rememberedLines(models);

  /** Closed jobs of models that are the chain's, in its other shops. */
  async function sharedLines(now: Date): Promise<readonly ClosedLine[]> {
    const shared = new Set((await modelsOfChain(sequelize)).map(({ id }) => id));
    if (shared.size === 0) return [];
    return (await linesElsewhere(now)).filter(
      ({ outcome: { modelId } }) => modelId !== null && shared.has(modelId),
    );
  }

  return {
    /** Closed jobs of this shop, as its account counts them. */
    lines: () => lines(clock()),

    /** The shop's own, and the chain's, which stand in the place of its own ones with the same id. */
    async models(): Promise<ListedModel[]> {
      const shared = await modelsOfChain(sequelize);
      const own = (await models.MotorModel.findAll({ order: [["name", "ASC"]] }))
        .map(({ body }) => body as MotorModel)
        .filter(({ id }) => !shared.some((one) => one.id === id));
      return shared.length === 0
        ? own
        : [...own, ...shared].toSorted(({ name }, other) => (name < other.name ? -1 : 1));
    },

    async putModel(model: MotorModel): Promise<void> {
      await write(async (transaction) => {
        const shared = await modelsOfChain(transaction);
        if (shared.some(({ id }) => id === model.id))
          throw new Problem(403, "The chain's", `${model.name} is the chain's: only its owner changes it.`);
        const namesake =
          shared.find(({ name }) => name === model.name) ??
          (await models.MotorModel.findOne({ where: { name: model.name }, transaction }));
        if (namesake && namesake.id !== model.id) {
          const sentence = `${model.name} is on the list already.`;
          throw new Problem(409, "Name taken", sentence, { fields: [{ field: "name", sentence }] });
        }
        await models.MotorModel.upsert({ id: model.id, name: model.name, body: model }, { transaction });
      });
    },

    units(query: { q?: string; model?: string; page: number }): Promise<{ items: Unit[]; total: number }> {
      return unitsOf(sequelize, query);
    },

    /** What was said of closed jobs, and what became of it. */
    async account(): Promise<Account> {
      const now = clock();
      return accountOf(await lines(now), await sharedLines(now), await toldReady(sequelize));
    },

    /** What weeks and months earned, took and waited for. */
    async periods(): Promise<Periods> {
      const now = clock();
      return periodsIn(await lines(now), await shopLimits(models), now);
    },

    /** The closed jobs of a week or a month as CSV. */
    async ledgerCsv(of: { readonly day: string; readonly span: Span }): Promise<string> {
      return ledgerCsv(await lines(clock()), await shopLimits(models), of);
    },

    /** What closed jobs of a model, or of a family where no model is named, turned out to have. */
    async found(query: { readonly model?: string; readonly family?: string }): Promise<Found> {
      const now = clock();
      return foundIn(
        query.model
          ? [...(await lines(now)), ...(await sharedLines(now))].filter(
              ({ outcome }) => outcome.modelId === query.model,
            )
          : (await lines(now)).filter(({ outcome }) => outcome.family === query.family),
      );
    },

    limits(): Promise<ShopLimits> {
      return shopLimits(models);
    },

    /** The clock of a shop that never named one is that of the computer it began on. Words alone: nothing is judged anew. */
    async ensureTimeZone(timeZone: string): Promise<void> {
      await write(async (transaction) => {
        const limits = await shopLimits(models, transaction);
        if (limits.timeZone === undefined)
          await models.Setting.upsert({ id: SHOP_SETTINGS, body: { timeZone, ...limits } }, { transaction });
      });
    },

    /** New limits judge every open job anew, in the background; a closed one keeps those of its closing. */
    async putLimits(limits: ShopLimits): Promise<void> {
      await write(async (transaction) => {
        await models.Setting.upsert({ id: SHOP_SETTINGS, body: limits }, { transaction });
        await judgeAnew(transaction);
      });
      judging.wake();
    },
  };
}

export type ShopService = ReturnType<typeof shopService>;
