import { Op } from "sequelize";
import type { TryLine, WrongTries } from "#contract/doors";
import type { Database } from "../database/database.ts";
import type { WrongTryRow } from "../models/index.ts";
import type { Clock } from "../services/jobs.ts";

const HOUR = "2026-03-02T09".length;
/** The hour in which something was, UTC. */
const hourOf = (at: Date) => `${at.toISOString().slice(0, HOUR)}:00:00.000Z`;
const DAY = 24 * 3_600_000;
/** Initials kept of an hour and address. */
const MOST_INITIALS = 8;
/** Hours and addresses kept; whoever comes from ever new addresses fills nobody's disk. */
const MOST_LINES = 5000;
const SHOWN = 50;

const lineOf = ({ hour, address, count, initials }: WrongTryRow): TryLine => ({
  hour,
  address,
  count,
  initials: initials as string[],
});

/** Tries by nobody who is known: one line an hour and address, beside who did what, so that they push nothing out of it. */
export function wrongTries({ models, write }: Database, clock: Clock) {
  return {
    async count(initials: string, address: string): Promise<void> {
      const hour = hourOf(clock());
      await write(async (transaction) => {
        const there = await models.WrongTry.findOne({ where: { hour, address }, transaction });
        const known = (there?.initials ?? []) as readonly string[];
        const named =
          initials === "" || known.includes(initials) || known.length >= MOST_INITIALS
            ? known
            : [...known, initials];
        await models.WrongTry.upsert(
          { hour, address, count: (there?.count ?? 0) + 1, initials: [...named] },
          { transaction },
        );
        if (there) return;
        const oldest = await models.WrongTry.findOne({
          order: [["hour", "DESC"]],
          offset: MOST_LINES,
          transaction,
        });
        if (oldest)
          await models.WrongTry.destroy({ where: { hour: { [Op.lte]: oldest.hour } }, transaction });
      });
    },

    async latest(): Promise<TryLine[]> {
      const rows = await models.WrongTry.findAll({
        order: [
          ["hour", "DESC"],
          ["address", "ASC"],
        ],
        limit: SHOWN,
      });
      return rows.map(lineOf);
    },

    /** For the owner: how many in the last day, and from where; null where there were none. */
    async ofTheLastDay(): Promise<WrongTries | null> {
      const since = hourOf(new Date(clock().getTime() - DAY));
      const rows = await models.WrongTry.findAll({ where: { hour: { [Op.gte]: since } } });
      const count = rows.reduce((sum, one) => sum + one.count, 0);
      return count === 0
        ? null
        : { count, from: [...new Set(rows.map(({ address }) => address))].slice(0, 5) };
    },
  };
}
