import { literal, Op, where as whereOf, type Transaction } from "sequelize";
import type { MotorVersion } from "#contract/bundledJob";
import type { Unit, UnitVisit } from "#contract/shop";
import { foldCase, serialKey, type Motor, type Visit } from "#core/record";
import type { JobRow, Models } from "../models/index.ts";

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
  return rows.map(({ body, byWhom, at, reason }) => ({ motor: body as Motor, by: byWhom, at, reason }));
}

const UNITS_A_PAGE = 20;
const MODEL_OF = literal("json_extract(body, '$.modelId')");

/** Units by serial, the last seen first, with their visits as written down. */
export async function unitsOf(
  models: Models,
  query: { readonly q?: string; readonly model?: string; readonly page: number },
): Promise<{ items: Unit[]; total: number; page: number; pageSize: number }> {
  // Of many thousand motors only what they are found by: the rest is read for those that are shown.
  const motors = await models.Motor.findAll({
    attributes: ["id", "serialKey", "name", "owner"],
    where: { serialKey: { [Op.ne]: "" }, ...(query.model && { [Op.and]: [whereOf(MODEL_OF, query.model)] }) },
    order: [["id", "DESC"]],
    raw: true,
  });
  const wanted = foldCase(query.q ?? "");
  const latest = new Map<string, string>();
  for (const { id, serialKey: key, name, owner } of motors) {
    if (latest.has(key)) continue;
    if ([key, foldCase(name), foldCase(owner)].some((text) => text.includes(wanted))) latest.set(key, id);
  }
  const units = [...latest.values()];
  const page = units.slice((query.page - 1) * UNITS_A_PAGE, query.page * UNITS_A_PAGE);
  const shown = await models.Motor.findAll({ where: { id: page }, order: [["id", "DESC"]] });
  const items: Unit[] = [];
  for (const motor of shown) {
    const jobs = await jobsOfSerial(models, motor.serial);
    items.push({
      serial: motor.serial,
      name: motor.name,
      owner: motor.owner,
      modelId: (motor.body as Motor).modelId ?? null,
      motor: motor.body as Motor,
      versions: await versionsOf(models, [...new Set(jobs.map(({ motorId }) => motorId))]),
      visits: await visitsOf(models, jobs),
    });
  }
  return { items, total: units.length, page: query.page, pageSize: UNITS_A_PAGE };
}
