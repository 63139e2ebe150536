import type { Database } from "../database/database.ts";
import type { AuditLine } from "#contract/doors";
import type { Carried } from "./journal.ts";

/** A verdict as an early version kept it beside a job. */
interface KeptSnapshot {
  readonly id: string;
  readonly jobId: string;
  readonly rules: string;
  readonly body: object;
  readonly at: string;
}

/** What a shop holds beside its lists and its jobs, and what moves with it. */
export interface Beside {
  /** What jobs that came in with a file brought along to be judged by, by their id; all others follow this shop. */
  readonly carried: Readonly<Record<string, Carried>>;
  /** Who did what, the oldest first. */
  readonly audit: readonly AuditLine[];
  readonly snapshots: readonly KeptSnapshot[];
}

const AT_ONCE = 500;

/** What moves with a whole shop and stands on no screen of a job. */
export function wholeShopService({ models, write }: Database) {
  return {
    async beside(): Promise<Beside> {
      const jobs = await models.Job.findAll({ attributes: ["id", "carried"], order: [["number", "ASC"]] });
      const audit = await models.Audit.findAll({ order: [["id", "ASC"]] });
      const snapshots = await models.Snapshot.findAll({ order: [["id", "ASC"]] });
      return {
        carried: Object.fromEntries(
          jobs.flatMap(({ id, carried }) => (carried ? [[id, carried as Carried]] : [])),
        ),
        audit: audit.map(({ at, who, what, address }) => ({ at, who, what, address })),
        snapshots: snapshots.map(({ id, jobId, rules, body, at }) => ({ id, jobId, rules, body, at })),
      };
    },

    /** Writes down what moved in, once its jobs are there. */
    async takeBeside({ audit, snapshots }: Omit<Beside, "carried">): Promise<void> {
      for (let from = 0; from < audit.length; from += AT_ONCE)
        await write(async (transaction) => {
          await models.Audit.bulkCreate([...audit.slice(from, from + AT_ONCE)], { transaction });
        });
      await write(async (transaction) => {
        await models.Snapshot.bulkCreate([...snapshots], { transaction });
      });
    },
  };
}
