import {
  SEARCH_LIMITS,
  type BenchAside,
  type JobFilter,
  type JobLine,
  type JobList,
  type Stage,
} from "#contract/jobs";
import { foldCase } from "#core/record";
import type { Database } from "../database/database.ts";
import { dialectOf } from "../database/dialect.ts";
import { plainSql } from "../database/plainSql.ts";
import type { Binding, Dialect } from "../database/port.ts";
import type { Judged } from "../judge/judge.ts";
import type { JudgingService } from "./judging.ts";
import { isShort } from "./searching.ts";

const USUAL_PAGE = 50;
/** How many of those that were here longest are named. */
const LONGEST = 3;

/** Which jobs, as a condition of a query with what is bound in it. */
interface Wanted {
  readonly where: string;
  readonly bind: Binding;
  /** Their numbers, the newest first, where they are known. */
  readonly numbers?: readonly number[];
}

/** Nothing is narrowed. */
const ALL = "TRUE";
const OPEN: Wanted = { where: "closed_at IS NULL", bind: {} };

const theseNumbers = (numbers: readonly number[]) => ({ $numbers: JSON.stringify(numbers) });

/** What narrows the jobs beside words. */
function narrowedTo({ stage, owner, mine, dueBefore }: JobFilter): Wanted {
  const narrowing: readonly (readonly [string, Binding])[] = [
    ...(stage === "open" ? [["closed_at IS NULL", {}] as const] : []),
    ...(stage && stage !== "open" ? [["stage = $stage", { $stage: stage }] as const] : []),
    ...(owner ? [["owner = $owner", { $owner: owner }] as const] : []),
    ...(mine ? [["(last_by = $mine OR taken_in_by = $mine)", { $mine: mine }] as const] : []),
    ...(dueBefore ? [["due < $dueBefore", { $dueBefore: dueBefore }] as const] : []),
  ];
  return {
    where: narrowing.map(([condition]) => condition).join(" AND ") || ALL,
    bind: Object.assign({}, ...narrowing.map(([, bind]) => bind)) as Binding,
  };
}

interface LineRow extends Omit<JobLine, "summary"> {
  readonly summary: string;
}

const lineIn = ({ text }: Dialect, more = "") =>
  `SELECT id, number, stage, summary, taken_in_at AS "takenInAt", closed_at AS "closedAt",
    ${text("intake", "motor", "name")} AS name, ${text("intake", "motor", "owner")} AS owner${more} FROM jobs`;

function lineOf({ summary: written, ...line }: LineRow): JobLine {
  const { name = line.name, owner = line.owner, ...summary } = JSON.parse(written) as Judged["summary"];
  return { ...line, name, owner, summary };
}

/** Lines of jobs with who took each in, read past the row objects. */
export function lineReader(sequelize: Database["sequelize"]) {
  const line = lineIn(dialectOf(sequelize), `, taken_in_by AS "takenInBy"`);
  return async (which: string, bind: Binding = {}) => {
    const rows = await plainSql<LineRow & { readonly takenInBy: string | null }>(
      sequelize,
      `${line} ${which}`,
      bind,
    );
    return rows.map(({ takenInBy, ...row }) => ({ ...lineOf(row), takenInBy: takenInBy ?? "" }));
  };
}

/** What the bench shows: lines that were judged before, read past the row objects, since everybody looks at them. */
export function listing({ sequelize }: Database, judging: JudgingService) {
  const rows = <Row extends object>(sql: string, bind: Binding = {}) => plainSql<Row>(sequelize, sql, bind);
  const dialect = dialectOf(sequelize);
  const line = lineIn(dialect);
  const linesOf = async (which: string, bind: Binding = {}) =>
    (await rows<LineRow>(`${line} ${which}`, bind)).map(lineOf);
  const amongNumbers = `number IN ${dialect.numbers("$numbers")}`;

  /** Motors and minutes of each stage, over all that match. */
  async function totalsOf({ where, bind, numbers }: Wanted): Promise<JobList["totals"]> {
    const found = await rows<{ stage: Stage; motors: number; minutes: number }>(
      `SELECT stage, count(*) AS motors, ${dialect.total("minutes")} AS minutes
         FROM ${numbers ? `${dialect.jobsByNumber} WHERE ${amongNumbers}` : `jobs WHERE ${where}`} GROUP BY stage`,
      numbers ? theseNumbers(numbers) : bind,
    );
    return Object.fromEntries(found.map(({ stage, motors, minutes }) => [stage, { motors, minutes }]));
  }

  /**
   * Numbers of jobs whose words contain what is looked for, the newest first, one more than anybody is shown. Open jobs are
   * few, and are looked through whole; of all others the index of pieces tells, from three letters on.
   */
  async function numbersOf(filter: JobFilter, words: string): Promise<number[]> {
    const { where, bind } = narrowedTo(filter);
    const q = foldCase(words);
    const inEach = `${dialect.holds("search || ' ' || further", "$q")} AND ${where}`;
    const newest = `number > (SELECT max(number) FROM jobs) - ${SEARCH_LIMITS.newest}`;
    const order = `DESC LIMIT ${SEARCH_LIMITS.most + 1}`;
    const byIndex = filter.stage !== "open" && !isShort(words);
    const index = where === ALL ? dialect.foundAmongAll : dialect.found;
    const found = byIndex
      ? `SELECT ${index.number} AS number FROM ${index.from}
           WHERE ${index.where("$q")} AND ${where} ORDER BY ${index.number} ${order}`
      : `SELECT number FROM jobs WHERE ${inEach} ${filter.stage === "open" ? "" : `AND ${newest}`} ORDER BY number ${order}`;
    // As one text: a row for each of a thousand would cost more than finding them.
    const [row] = await rows<{ readonly list: string }>(dialect.listOf("number", found), {
      ...bind,
      $q: byIndex ? dialect.piecesOf(q) : q,
    });
    return JSON.parse(row!.list) as number[];
  }

  /** The jobs that a filter leaves; of those that words are looked for in, no more than anybody would look through. */
  async function wantedBy(filter: JobFilter): Promise<Wanted & Pick<JobList, "partly">> {
    if (!filter.q) return narrowedTo(filter);
    const found = await numbersOf(filter, filter.q);
    const wanted = { ...narrowedTo(filter), numbers: found.slice(0, SEARCH_LIMITS.most) };
    if (found.length > SEARCH_LIMITS.most) return { ...wanted, partly: "most" };
    if (filter.stage === "open" || !isShort(filter.q)) return wanted;
    const [last] = await rows<{ readonly number: number | null }>("SELECT max(number) AS number FROM jobs");
    return { ...wanted, ...((last?.number ?? 0) > SEARCH_LIMITS.newest && { partly: "newest" }) };
  }

  return {
    async list(filter: JobFilter = {}, page = 1, pageSize = USUAL_PAGE): Promise<JobList> {
      // Counted before the jobs are read: one that is judged in between is looked at again, never shown old as new.
      const [{ partly, ...wanted }, progress] = await Promise.all([wantedBy(filter), judging.progress()]);
      const from = (page - 1) * pageSize;
      const { where, bind, numbers } = wanted;
      // First which, from the index alone; then these few.
      const reading = numbers
        ? linesOf(
            `WHERE ${amongNumbers} ORDER BY number DESC`,
            theseNumbers(numbers.slice(from, from + pageSize)),
          )
        : linesOf(
            `WHERE number IN (SELECT number FROM jobs WHERE ${where}
               ORDER BY number DESC LIMIT $size OFFSET $from) ORDER BY number DESC`,
            { ...bind, $size: pageSize, $from: from },
          );
      const [items, totals] = await Promise.all([reading, totalsOf(wanted)]);
      const total = Object.values(totals).reduce((sum, { motors }) => sum + motors, 0);
      return { items, total, totals, page, pageSize, judging: progress, ...(partly && { partly }) };
    },

    async aside(): Promise<BenchAside> {
      const clocks = await linesOf(`WHERE ${OPEN.where} AND clock_since IS NOT NULL ORDER BY clock_since`);
      const longest = await linesOf(`WHERE ${OPEN.where} ORDER BY taken_in_at LIMIT ${LONGEST}`);
      const owners = await rows<{ readonly owner: string }>(
        `SELECT DISTINCT owner FROM jobs WHERE ${OPEN.where} AND owner > '' ORDER BY owner`,
      );
      const totals = await totalsOf(OPEN);
      return {
        clocks,
        longest,
        owners: owners.map(({ owner }) => owner),
        minutes: Object.values(totals).reduce((sum, { minutes }) => sum + minutes, 0),
      };
    },
  };
}
