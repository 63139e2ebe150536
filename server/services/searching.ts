import { QueryTypes, type Sequelize } from "sequelize";
import type { JobFilter } from "#contract/jobs";
import { foldCase } from "#core/record";

/** From so many letters on all jobs are looked through, by pieces of three; with fewer the newest. */
const LETTERS_OF_ALL = 3;
/** As many of the newest jobs as one or two letters are looked for in. */
export const NEWEST = 2000;
/** As many as one search brings; who looks for more says more. */
export const MOST_FOUND = 1000;

/** Whether words are looked for in the newest jobs alone. */
export const isShort = (q: string): boolean => [...q].length < LETTERS_OF_ALL;

/** A phrase as the index of pieces asks for it: every sign in it is a letter like others. */
export const phrase = (q: string) => `"${q.replaceAll('"', '""')}"`;

/** What narrows the jobs beside words, as conditions of a query with what is bound in them. */
function narrowing({ stage, owner, mine, dueBefore }: JobFilter) {
  const bind: Record<string, string> = {};
  const conditions: string[] = [];
  const narrow = (condition: string, name?: string, value?: string) => {
    conditions.push(condition);
    if (name !== undefined && value !== undefined) bind[name] = value;
  };
  if (stage === "open") narrow("closed_at IS NULL");
  else if (stage) narrow("stage = $stage", "stage", stage);
  if (owner) narrow("owner = $owner", "owner", owner);
  if (mine) narrow("(last_by = $mine OR taken_in_by = $mine)", "mine", mine);
  if (dueBefore) narrow("due < $dueBefore", "dueBefore", dueBefore);
  return { bind, conditions };
}

/** Where words are looked for. */
const WORDS = "instr(search || ' ' || further, $q) > 0";

/**
 * Numbers of jobs whose words contain what is looked for, the newest first, one more than anybody is shown. Open jobs are
 * few, and are looked through whole; of all others the index of pieces tells, from three letters on.
 */
export async function numbersOf(sequelize: Sequelize, filter: JobFilter, words: string): Promise<number[]> {
  const { bind, conditions } = narrowing(filter);
  const q = foldCase(words);
  const isOpen = filter.stage === "open";
  const newest = `number > (SELECT max(number) FROM jobs) - ${NEWEST}`;
  const whole = isOpen || isShort(words);
  const where = [
    ...(whole ? [WORDS] : ["job_search MATCH $q"]),
    ...(whole && !isOpen ? [newest] : []),
    ...conditions,
  ].join(" AND ");
  const rows = await sequelize.query<{ readonly number: number }>(
    whole
      ? `SELECT number FROM jobs WHERE ${where} ORDER BY number DESC LIMIT ${MOST_FOUND + 1}`
      : // The index first: what it finds is already in the order of numbers.
        `SELECT number FROM job_search CROSS JOIN jobs ON number = job_search.rowid
           WHERE ${where} ORDER BY job_search.rowid DESC LIMIT ${MOST_FOUND + 1}`,
    { type: QueryTypes.SELECT, bind: { ...bind, q: whole ? q : phrase(q) } },
  );
  return rows.map(({ number }) => number);
}
