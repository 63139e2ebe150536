import { differenceInCalendarDays, parseISO } from "date-fns";
import { col, fn, Op } from "sequelize";
import type { Account, OutcomeLine, UnitVisit } from "#contract/shop";
import { calibrationOf, COME_BACK_DAYS, experienceIn, truthOf, type LedgerLine } from "#core/outcomes";
import { dialectOf } from "../database/dialect.ts";
import type { Models } from "../models/index.ts";
import { cameElsewhere, takenInElsewhere, type CameElsewhere } from "./elsewhere.ts";

/** Shown one by one. */
const LATEST = 100;
/** Closed jobs that the account goes back, the latest first: what a shop did longer ago says little of today. */
export const COUNTED = 2000;

/** Jobs by the serial of their motor; those without one are nobody's return. */
async function laterJobsOf(models: Models, motorIds: readonly string[]) {
  const own = await models.Motor.findAll({
    attributes: ["id", "serialKey"],
    where: { id: [...new Set(motorIds)], serialKey: { [Op.ne]: "" } },
    raw: true,
  });
  const alike = await models.Motor.findAll({
    attributes: ["id", "serialKey"],
    where: { serialKey: [...new Set(own.map(({ serialKey }) => serialKey))] },
    raw: true,
  });
  const serialOf = new Map([...own, ...alike].map(({ id, serialKey }) => [id, serialKey]));
  const jobs = await models.Job.findAll({
    attributes: ["motorId", "number", "takenInAt", "complaint"],
    where: { motorId: alike.map(({ id }) => id) },
    raw: true,
  });
  const elsewhere = new Map<string, CameElsewhere[]>();
  for (const came of await cameElsewhere(models.Job.sequelize!, [...new Set(serialOf.values())])) {
    const known = elsewhere.get(came.key);
    if (known) known.push(came);
    else elsewhere.set(came.key, [came]);
  }
  const bySerial = new Map<string, typeof jobs>();
  for (const job of jobs) {
    const serial = serialOf.get(job.motorId) ?? "";
    const known = bySerial.get(serial);
    if (known) known.push(job);
    else bySerial.set(serial, [job]);
  }
  return (motorId: string) => {
    const serial = serialOf.get(motorId) ?? "";
    return serial === ""
      ? NEVER
      : { here: bySerial.get(serial) ?? [], elsewhere: elsewhere.get(serial) ?? [] };
  };
}
const NEVER = { here: [], elsewhere: [] };

/** A closed job as it stands in the account, and in the sums of its week. */
export interface ClosedLine extends OutcomeLine, LedgerLine {
  readonly owner: string;
}

/** The latest closed jobs with what became of them, newest first. */
async function outcomeLines(models: Models, now: Date): Promise<readonly ClosedLine[]> {
  const closed = await models.Job.findAll({
    attributes: ["id", "number", "motorId", "takenInAt", "closedAt", "summary"],
    where: { closedAt: { [Op.ne]: null } },
    order: [["closedAt", "DESC"]],
    limit: COUNTED,
  });
  const visits = await models.Visit.findAll({ where: { jobId: closed.map(({ id }) => id) } });
  const visitOf = new Map(visits.map(({ jobId, body }) => [jobId, body as UnitVisit]));
  const jobsLike = await laterJobsOf(
    models,
    closed.map(({ motorId }) => motorId),
  );
  return closed.flatMap((job): ClosedLine[] => {
    const visit = visitOf.get(job.id);
    const closedAt = job.closedAt!;
    if (!visit?.outcome) return [];
    const isReturn = ({ takenInAt, complaint }: Pick<CameElsewhere, "takenInAt" | "complaint">) =>
      complaint !== "routine" &&
      differenceInCalendarDays(parseISO(takenInAt), parseISO(closedAt)) <= COME_BACK_DAYS;
    const later = jobsLike(job.motorId);
    const cameBack =
      // In the order of the shop's own numbers: clocks are put right. Shops have no numbers in common.
      later.here.some((one) => one.number > job.number && isReturn(one)) ||
      later.elsewhere.some((one) => one.takenInAt > closedAt && isReturn(one));
    return [
      {
        jobId: job.id,
        jobNumber: visit.jobNumber,
        name: (job.summary as { name?: string }).name ?? "",
        owner: (job.summary as { owner?: string }).owner ?? "",
        takenInAt: job.takenInAt,
        closedAt,
        ledger: visit.ledger ?? null,
        outcome: visit.outcome,
        cameBack,
        truth: truthOf(visit.outcome, cameBack, differenceInCalendarDays(now, parseISO(closedAt))),
      },
    ];
  });
}

/**
 * The same, kept while nothing of it changed: a job that opens asks for it, and nobody's saving waits for the counting.
 * @returns a reading of the lines
 */
export function rememberedLines(models: Models): (now: Date) => Promise<readonly ClosedLine[]> {
  let kept: { readonly key: string; readonly lines: Promise<readonly ClosedLine[]> } | null = null;
  return async (now) => {
    // Entries are never taken away, and what was judged of a job raises its visit's version.
    const entries = (await models.Entry.findOne({
      attributes: [[fn("max", col(dialectOf(models.Entry.sequelize!).placeOfEntry)), "latest"]],
      raw: true,
    })) as unknown as { readonly latest: number | null } | null;
    const visits = (await models.Visit.sum("version")) as number | null;
    const jobs = (await models.Job.max("number")) as number | null;
    const elsewhere = await takenInElsewhere(models.Job.sequelize!);
    const key = [now.toISOString().slice(0, 10), entries?.latest, visits, jobs, elsewhere].join(" ");
    if (kept?.key === key) return kept.lines;
    const mine = { key, lines: outcomeLines(models, now) };
    kept = mine;
    // What could not be read is asked again; whoever waited for it is told.
    mine.lines.catch(() => {
      if (kept === mine) kept = null;
    });
    return mine.lines;
  };
}

/**
 * The shop's account of what it said and what was true: its own word alone.
 * @param elsewhere closed jobs of the chain's models in its other shops: they teach what a model has, and are no word of this one
 */
export function accountOf(
  lines: readonly ClosedLine[],
  elsewhere: readonly ClosedLine[],
  told: Account["told"],
): Account {
  const said = lines.flatMap(({ outcome, truth }) =>
    outcome.said ? [{ probability: outcome.said.probability, truth }] : [],
  );
  const count = (truth: OutcomeLine["truth"]) => said.filter((one) => one.truth === truth).length;
  return {
    bands: calibrationOf(said),
    counts: { true: count("true"), half: count("half"), false: count("false"), open: count("open") },
    unsaid: lines.length - said.length,
    told,
    experience: [
      ...experienceIn([...lines, ...elsewhere]).filter(({ model }) => model !== null),
      ...experienceIn(lines).filter(({ model }) => model === null),
    ],
    items: lines
      .slice(0, LATEST)
      .map(({ ledger: _ledger, owner: _owner, takenInAt: _takenInAt, ...line }) => line),
  };
}
