import { Op, col, fn, where as whereOf, type Transaction } from "sequelize";
import type { Unit, UnitVisit } from "#contract/shop";
import { assessJob } from "#core/assess";
import { leftSound, visitOf } from "#core/history";
import type { JobRecord, Motor, Visit } from "#core/record";
import type { JobRow, Models, MotorRow } from "../models/index.ts";

/** How the journal makes a record; given in, since it asks for the past itself. */
export type RecordOf = (job: JobRow, transaction?: Transaction) => Promise<JobRecord>;

const options = (transaction?: Transaction) => (transaction ? { transaction } : {});

/** Jobs of every motor that carries this serial, oldest first. Motors without a serial have no past. */
async function jobsOfSerial(models: Models, serial: string, transaction?: Transaction): Promise<JobRow[]> {
  if (serial.trim() === "") return [];
  const motors = await models.Motor.findAll({
    attributes: ["id"],
    where: whereOf(fn("lower", col("serial")), serial.trim().toLowerCase()),
    ...options(transaction),
  });
  return models.Job.findAll({
    where: { motorId: motors.map(({ id }) => id) },
    order: [["number", "ASC"]],
    ...options(transaction),
  });
}

/** What the visits before this job measured. */
export async function pastOf(
  models: Models,
  job: JobRow,
  serial: string,
  recordOf: RecordOf,
  transaction?: Transaction,
): Promise<Visit[]> {
  const earlier = (await jobsOfSerial(models, serial, transaction)).filter(
    ({ number }) => number < job.number,
  );
  const visits: Visit[] = [];
  for (const one of earlier)
    visits.push(visitOf(await recordOf(one, transaction), { jobNumber: one.number, at: one.takenInAt }));
  return visits;
}

const UNITS_A_PAGE = 20;

/** Units by serial, the last seen first, with their visits. */
export async function unitsOf(
  models: Models,
  query: { readonly q?: string; readonly model?: string; readonly page: number },
  recordOf: RecordOf,
): Promise<{ items: Unit[]; total: number; page: number; pageSize: number }> {
  const like = query.q ? `%${query.q.replace(/[%_]/gu, "")}%` : null;
  const motors = await models.Motor.findAll({
    where: {
      serial: { [Op.ne]: "" },
      ...(like && {
        [Op.or]: [
          { serial: { [Op.like]: like } },
          { name: { [Op.like]: like } },
          { owner: { [Op.like]: like } },
        ],
      }),
    },
    order: [["id", "DESC"]],
  });
  const bySerial = new Map<string, MotorRow>();
  for (const motor of motors) {
    const key = motor.serial.trim().toLowerCase();
    if (query.model && (motor.body as Motor).modelId !== query.model) continue;
    if (!bySerial.has(key)) bySerial.set(key, motor);
  }
  const units = [...bySerial.values()];
  const page = units.slice((query.page - 1) * UNITS_A_PAGE, query.page * UNITS_A_PAGE);
  const items: Unit[] = [];
  for (const motor of page) {
    const visits: UnitVisit[] = [];
    for (const job of await jobsOfSerial(models, motor.serial)) {
      const record = await recordOf(job);
      const verdict = assessJob(record);
      visits.push({
        ...visitOf(record, { jobNumber: job.number, at: job.takenInAt }),
        jobId: job.id,
        headline: verdict.headline,
        disposition: record.decisions.at(-1)?.disposition ?? null,
        sound: job.closedAt !== null && leftSound(record, verdict.findings),
      });
    }
    items.push({
      serial: motor.serial,
      name: motor.name,
      owner: motor.owner,
      modelId: (motor.body as Motor).modelId ?? null,
      motor: motor.body as Motor,
      visits,
    });
  }
  return { items, total: units.length, page: query.page, pageSize: UNITS_A_PAGE };
}
