import type { Database } from "../database/database.ts";
import type { CaseFile } from "#bench/caseFile";
import type { AuditLine } from "#contract/doors";
import type { Feed, FeedView } from "#contract/feed";
import type { Family } from "#core/record";
import type { Carried } from "./journal.ts";

/** A verdict as an early version kept it beside a job. */
interface KeptSnapshot {
  readonly id: string;
  readonly jobId: string;
  readonly rules: string;
  readonly body: object;
  readonly at: string;
}

/** A try at a case, as it was kept with its marks. */
interface KeptTry {
  readonly id: string;
  readonly caseId: string;
  readonly byWhom: string;
  readonly at: string;
  readonly line: object;
  readonly attempt: object;
  readonly marks: object;
}

/** What a shop holds beside its lists and its jobs, and what moves with it. */
export interface Beside {
  /** What jobs that came in with a file brought along to be judged by, by their id; all others follow this shop. */
  readonly carried: Readonly<Record<string, Carried>>;
  /** Who did what, the oldest first. */
  readonly audit: readonly AuditLine[];
  readonly snapshots: readonly KeptSnapshot[];
  /** How instruments speak; the key that one calls with is told once and stays behind. */
  readonly feeds: readonly FeedView[];
  /** Cases that this shop wrote. */
  readonly cases: readonly CaseFile[];
  /** What was tried in practice. */
  readonly tries: readonly KeptTry[];
  /** Families on which somebody may work alone, by their id. */
  readonly alone: Readonly<Record<string, readonly Family[]>>;
}

const AT_ONCE = 500;

/** What moves with a whole shop and stands on no screen of a job. */
export function wholeShopService({ models, write }: Database) {
  return {
    async beside(): Promise<Beside> {
      const jobs = await models.Job.findAll({ attributes: ["id", "carried"], order: [["number", "ASC"]] });
      const audit = await models.Audit.findAll({ order: [["id", "ASC"]] });
      const snapshots = await models.Snapshot.findAll({ order: [["id", "ASC"]] });
      const feeds = await models.InstrumentFeed.findAll({ order: [["instrumentId", "ASC"]] });
      const cases = await models.PracticeCase.findAll({ order: [["id", "ASC"]] });
      const tries = await models.PracticeAttempt.findAll({ order: [["id", "ASC"]] });
      const people = await models.Technician.findAll({ order: [["id", "ASC"]] });
      return {
        carried: Object.fromEntries(
          jobs.flatMap(({ id, carried }) => (carried ? [[id, carried as Carried]] : [])),
        ),
        audit: audit.map(({ at, who, what, address }) => ({ at, who, what, address })),
        snapshots: snapshots.map(({ id, jobId, rules, body, at }) => ({ id, jobId, rules, body, at })),
        feeds: feeds.map(({ instrumentId, body }) => ({ instrument: instrumentId, feed: body as Feed })),
        cases: cases.map(({ body }) => body as CaseFile),
        tries: tries.map(({ id, caseId, byWhom, at, line, attempt, marks }) => ({
          ...{ id, caseId, byWhom, at, line, attempt, marks },
        })),
        alone: Object.fromEntries(
          people.flatMap(({ id, alone }) => (alone.length > 0 ? [[id, alone as Family[]]] : [])),
        ),
      };
    },

    /** Writes down what moved in, once its people, instruments and jobs are there. */
    async takeBeside({
      audit = [],
      snapshots = [],
      feeds = [],
      cases = [],
      tries = [],
      alone = {},
    }: Partial<Omit<Beside, "carried">>): Promise<void> {
      for (let from = 0; from < audit.length; from += AT_ONCE)
        await write(async (transaction) => {
          await models.Audit.bulkCreate([...audit.slice(from, from + AT_ONCE)], { transaction });
        });
      await write(async (transaction) => {
        await models.Snapshot.bulkCreate([...snapshots], { transaction });
        const spoken = feeds.map(({ instrument, feed }) => ({ instrumentId: instrument, body: feed }));
        await models.InstrumentFeed.bulkCreate(spoken, { transaction });
        await models.PracticeCase.bulkCreate(
          cases.map((one) => ({ id: one.id, body: one })),
          { transaction },
        );
        await models.PracticeAttempt.bulkCreate([...tries], { transaction });
        for (const [id, families] of Object.entries(alone))
          await models.Technician.update({ alone: [...families] }, { where: { id }, transaction });
      });
    },
  };
}
