import { QueryTypes, type Transaction } from "sequelize";
import type { MotorVersion } from "#contract/bundledJob";
import { SEARCH_LIMITS } from "#contract/jobs";
import type { Unit, UnitVisit } from "#contract/shop";
import { foldCase, serialKey, type Motor, type Visit } from "#core/record";
import type { JobRow, Models, MotorVersionRow } from "../models/index.ts";
import { isShort, phrase } from "./searching.ts";

const within = (transaction: Transaction | undefined) => (transaction ? { transaction } : {});

/** Of a unit that comes back for ever the latest visits count: enough for any trend, and bounded. */
const MOST_VISITS = 200;

/** Jobs of every motor that carries this serial, oldest first. Motors without a serial have no past. */
async function jobsOfSerial(models: Models, serial: string, transaction?: Transaction): Promise<JobRow[]> {
  const key = serialKey(serial);
  if (key === "") return [];
  const motors = await models.Motor.findAll({
    attributes: ["id"],
    where: { serialKey: key },
    ...within(transaction),
  });
  const latest = await models.Job.findAll({
    where: { motorId: motors.map(({ id }) => id) },
    order: [["number", "DESC"]],
    limit: MOST_VISITS,
    ...within(transaction),
  });
  return latest.reverse();
}

/** What jobs measured, as written down; those not judged yet are left out. */
async function visitsOf(
  models: Models,
  jobs: readonly Pick<JobRow, "id">[],
  transaction?: Transaction,
): Promise<UnitVisit[]> {
  const rows = await models.Visit.findAll({
    where: { jobId: jobs.map(({ id }) => id) },
    ...within(transaction),
  });
  const byJob = new Map(rows.map(({ jobId, body }) => [jobId, body as UnitVisit]));
  return jobs.flatMap(({ id }) => byJob.get(id) ?? []);
}

/** What the visits before this job measured. */
export async function pastOf(
  models: Models,
  job: Pick<JobRow, "number">,
  serial: string,
  transaction?: Transaction,
): Promise<Visit[]> {
  const earlier = (await jobsOfSerial(models, serial, transaction)).filter(
    ({ number }) => number < job.number,
  );
  return (await visitsOf(models, earlier, transaction)).map(
    ({ jobNumber, at, pairs, constant, insulation }) => ({
      jobNumber,
      at,
      pairs,
      constant,
      insulation,
    }),
  );
}

/** What was known of motors from when on, oldest first. */
export async function versionsOf(
  models: Models,
  motorIds: readonly string[],
  transaction?: Transaction,
): Promise<MotorVersion[]> {
  const rows = await models.MotorVersion.findAll({
    where: { motorId: [...motorIds] },
    order: [["id", "ASC"]],
    ...within(transaction),
  });
  return rows.map(versionOf);
}

/** What was known and measured of units, each by its serial, in four questions however many they are. */
async function pastsOf(
  models: Models,
  keys: readonly string[],
): Promise<ReadonlyMap<string, Pick<Unit, "versions" | "visits" | "openJob">>> {
  const motors = await models.Motor.findAll({
    attributes: ["id", "serialKey"],
    where: { serialKey: [...keys] },
    raw: true,
  });
  const keyOf = new Map(motors.map(({ id, serialKey: key }) => [id, key]));
  const jobs = await models.Job.findAll({
    attributes: ["id", "motorId", "closedAt"],
    where: { motorId: [...keyOf.keys()] },
    order: [["number", "ASC"]],
    raw: true,
  });
  const jobsOf = new Map(
    keys.map((key): [string, Pick<JobRow, "id" | "motorId" | "closedAt">[]] => [key, []]),
  );
  for (const job of jobs) jobsOf.get(keyOf.get(job.motorId)!)!.push(job);
  const latest = [...jobsOf.values()].flatMap((all) => all.slice(-MOST_VISITS));
  const visits = new Map((await visitsOf(models, latest)).map((visit) => [visit.jobId, visit]));
  const versions = await models.MotorVersion.findAll({
    where: { motorId: [...new Set(latest.map(({ motorId }) => motorId))] },
    order: [["id", "ASC"]],
  });
  return new Map(
    [...jobsOf].map(([key, all]) => [
      key,
      {
        versions: versions.filter(({ motorId }) => keyOf.get(motorId) === key).map(versionOf),
        visits: all.slice(-MOST_VISITS).flatMap(({ id }) => visits.get(id) ?? []),
        openJob: all.findLast(({ closedAt }) => closedAt === null)?.id ?? null,
      },
    ]),
  );
}

const versionOf = ({ body, byWhom, at, reason }: MotorVersionRow): MotorVersion => ({
  motor: body as Motor,
  by: byWhom,
  at,
  reason,
});

const UNITS_A_PAGE = 20;
/** Sisters stand side by side: all of a model, as far as anybody could look at them. */
const SISTERS_A_PAGE = 200;
/**
 * Motors that words are found in, by the newest jobs that they came with; one or two letters are looked for in their
 * serials.
 */
const NAMED = `id IN (SELECT motor_id FROM job_search CROSS JOIN jobs ON number = job_search.rowid
  WHERE job_search MATCH $phrase ORDER BY job_search.rowid DESC LIMIT ${SEARCH_LIMITS.most})`;
const NAMED_SHORTLY = "instr(serial_key, $q) > 0";
const OF_MODEL = "json_extract(body, '$.modelId') = $model";

/** Units by serial, the last seen first, with their visits as written down. */
export async function unitsOf(
  models: Models,
  query: { readonly q?: string; readonly model?: string; readonly page: number },
): Promise<{ items: Unit[]; total: number; page: number; pageSize: number }> {
  const sequelize = models.Motor.sequelize!;
  const pageSize = query.model === undefined ? UNITS_A_PAGE : SISTERS_A_PAGE;
  const q = foldCase(query.q ?? "");
  const conditions = [
    ...(query.model === undefined ? [] : [OF_MODEL]),
    ...(q === "" ? [] : [isShort(q) ? NAMED_SHORTLY : NAMED]),
  ];
  const bind = {
    ...(query.model !== undefined && { model: query.model }),
    ...(q !== "" && (isShort(q) ? { q } : { phrase: phrase(q) })),
  };
  // The last motor of each unit; all of them are written down, those of some are gathered.
  const units =
    conditions.length === 0
      ? "SELECT motor_id AS id FROM units"
      : `SELECT max(id) AS id FROM motors WHERE ${["serial_key <> ''", ...conditions].join(" AND ")} GROUP BY serial_key`;
  const [counted] = await sequelize.query<{ n: number }>(`SELECT count(*) AS n FROM (${units})`, {
    type: QueryTypes.SELECT,
    bind,
  });
  const page = await sequelize.query<{ readonly id: string }>(
    `${units} ORDER BY 1 DESC LIMIT ${pageSize} OFFSET ${(query.page - 1) * pageSize}`,
    { type: QueryTypes.SELECT, bind },
  );
  const shown = await models.Motor.findAll({
    where: { id: page.map(({ id }) => id) },
    order: [["id", "DESC"]],
  });
  const pasts = await pastsOf(
    models,
    shown.map(({ serialKey: key }) => key),
  );
  const items = shown.map((motor): Unit => {
    const { serial, name, owner } = motor;
    const body = motor.body as Motor;
    return {
      serial,
      name,
      owner,
      modelId: body.modelId ?? null,
      motor: body,
      ...pasts.get(motor.serialKey)!,
    };
  });
  return { items, total: counted!.n, page: query.page, pageSize };
}
