import type { Sequelize, Transaction } from "sequelize";
import type { MotorVersion } from "#contract/bundledJob";
import { SEARCH_LIMITS } from "#contract/jobs";
import type { Unit, UnitVisit } from "#contract/shop";
import { foldCase, serialKey, type Motor, type Visit } from "#core/record";
import { dialectOf } from "../database/dialect.ts";
import type { Dialect } from "../database/port.ts";
import { plainSql } from "../database/plainSql.ts";
import type { JobRow, Models, MotorVersionRow } from "../models/index.ts";
import { modelsOfChain, motorsElsewhere, visitsElsewhere, type MotorElsewhere } from "./elsewhere.ts";
import { isShort } from "./searching.ts";

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

const byDay = (one: Visit, other: Visit) => (one.at < other.at ? -1 : Number(one.at > other.at));

/**
 * What the visits before this job measured, the oldest first: those here in the order of the shop's own numbers, those to other
 * shops of the chain by the clock.
 */
export async function pastOf(
  models: Models,
  job: Pick<JobRow, "number" | "takenInAt">,
  serial: string,
  transaction?: Transaction,
): Promise<Visit[]> {
  const key = serialKey(serial);
  if (key === "") return [];
  const earlier = (await jobsOfSerial(models, serial, transaction)).filter(
    ({ number }) => number < job.number,
  );
  const here = await visitsOf(models, earlier, transaction);
  const there = (await visitsElsewhere(transaction ?? models.Job.sequelize!, [key])).get(key) ?? [];
  const all = [...here, ...there.filter(({ at }) => at < job.takenInAt)];
  return (there.length === 0 ? all : all.toSorted(byDay)).map(
    ({ shop, jobNumber, at, pairs, constant, insulation }) => ({
      ...(shop !== undefined && { shop }),
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

/** Visits here and to other shops, by the clock where there are any. */
const withThose = (here: readonly UnitVisit[], there: readonly UnitVisit[] = []): readonly UnitVisit[] =>
  there.length === 0 ? here : [...here, ...there].toSorted(byDay);

interface JobOfUnit {
  readonly key: string;
  readonly id: string;
  readonly motorId: string;
  readonly closedAt: string | null;
}

/** What was known and measured of units, each by its serial, in three questions however many they are. */
async function pastsOf(
  sequelize: Sequelize,
  keys: readonly string[],
): Promise<ReadonlyMap<string, Pick<Unit, "versions" | "visits" | "openJob">>> {
  const { texts } = dialectOf(sequelize);
  const jobs = await plainSql<JobOfUnit>(
    sequelize,
    `SELECT serial_key AS key, jobs.id AS id, motor_id AS "motorId", closed_at AS "closedAt"
       FROM motors JOIN jobs ON motor_id = motors.id
       WHERE serial_key IN ${texts("$keys")} ORDER BY number`,
    { $keys: JSON.stringify(keys) },
  );
  const jobsOf = new Map(keys.map((key): [string, JobOfUnit[]] => [key, []]));
  for (const job of jobs) jobsOf.get(job.key)!.push(job);
  const latest = [...jobsOf.values()].flatMap((all) => all.slice(-MOST_VISITS));
  const [there, visits, versions] = await Promise.all([
    visitsElsewhere(sequelize, keys),
    plainSql<{ readonly body: string }>(
      sequelize,
      `SELECT body FROM visits WHERE job_id IN ${texts("$jobs")}`,
      { $jobs: JSON.stringify(latest.map(({ id }) => id)) },
    ),
    plainSql<VersionAsWritten>(
      sequelize,
      `SELECT motor_id AS "motorId", body, by_whom AS "byWhom", at, reason FROM motor_versions
         WHERE motor_id IN ${texts("$motors")} ORDER BY id`,
      { $motors: JSON.stringify([...new Set(latest.map(({ motorId }) => motorId))]) },
    ),
  ]);
  const visitOf = new Map(
    visits.map(({ body }) => {
      const visit = JSON.parse(body) as UnitVisit;
      return [visit.jobId, visit];
    }),
  );
  const keyOf = new Map(jobs.map(({ motorId, key }) => [motorId, key]));
  return new Map(
    [...jobsOf].map(([key, all]) => [
      key,
      {
        versions: versions.filter(({ motorId }) => keyOf.get(motorId) === key).map(readVersion),
        visits: withThose(
          all.slice(-MOST_VISITS).flatMap(({ id }) => visitOf.get(id) ?? []),
          there.get(key),
        ),
        openJob: all.findLast(({ closedAt }) => closedAt === null)?.id ?? null,
      },
    ]),
  );
}

type VersionKept = Pick<MotorVersionRow, "body" | "byWhom" | "at" | "reason">;

const versionOf = ({ body, byWhom, at, reason }: VersionKept): MotorVersion => ({
  motor: body as Motor,
  by: byWhom,
  at,
  reason,
});

interface VersionAsWritten extends Pick<MotorVersionRow, "motorId" | "byWhom" | "at" | "reason"> {
  readonly body: string;
}

const readVersion = ({ body, ...version }: VersionAsWritten): MotorVersion =>
  versionOf({ ...version, body: JSON.parse(body) as object });

const UNITS_A_PAGE = 20;
/** Sisters stand side by side: all of a model, as far as anybody could look at them. */
const SISTERS_A_PAGE = 200;
/**
 * Motors that words are found in, by the newest jobs that they came with, and those with just this serial, however old; one
 * or two letters are looked for in their serials.
 */
const named = ({ found }: Dialect) => `id IN (
  SELECT motor_id FROM (SELECT motor_id FROM ${found.from}
    WHERE ${found.where("$phrase")} ORDER BY ${found.number} DESC LIMIT ${SEARCH_LIMITS.most}) AS newest
  UNION ALL SELECT id FROM motors WHERE serial_key = $key)`;
const namedShortly = ({ holds }: Dialect) => holds("serial_key", "$q");
const ofModel = ({ text }: Dialect) => `${text("body", "modelId")} = $model`;

interface MotorAsWritten extends Pick<Unit, "serial" | "name" | "owner"> {
  readonly id: string;
  readonly serialKey: string;
  readonly body: string;
}

/** Units by serial, the last seen first, with their visits as written down. What carries just this serial comes before all. */
export async function unitsOf(
  sequelize: Sequelize,
  query: { readonly q?: string; readonly model?: string; readonly page: number },
): Promise<{ items: Unit[]; total: number; page: number; pageSize: number }> {
  const pageSize = query.model === undefined ? UNITS_A_PAGE : SISTERS_A_PAGE;
  const q = foldCase(query.q ?? "");
  const dialect = dialectOf(sequelize);
  const conditions = [
    ...(query.model === undefined ? [] : [ofModel(dialect)]),
    ...(q === "" ? [] : [isShort(q) ? namedShortly(dialect) : named(dialect)]),
  ];
  const key = serialKey(q);
  const bind = {
    ...(query.model !== undefined && { $model: query.model }),
    ...(q !== "" && (isShort(q) ? { $q: q } : { $phrase: dialect.piecesOf(q), $key: key })),
  };
  // The last motor of each unit; all of them are written down, those of some are gathered.
  const units =
    conditions.length === 0
      ? "SELECT motor_id AS id FROM units"
      : `SELECT max(id) AS id FROM motors WHERE ${["serial_key <> ''", ...conditions].join(" AND ")} GROUP BY serial_key`;
  const order = q === "" ? "1 DESC" : "CASE WHEN serial_key = $key THEN 0 ELSE 1 END, 1 DESC";
  const [[counted], page] = await Promise.all([
    plainSql<{ n: number }>(sequelize, `SELECT count(*) AS n FROM (${units}) AS units`, bind),
    plainSql<{ readonly id: string }>(sequelize, `${units} ORDER BY ${order} LIMIT $size OFFSET $from`, {
      ...bind,
      ...(q !== "" && { $key: key }),
      $size: pageSize,
      $from: (query.page - 1) * pageSize,
    }),
  ]);
  const written = await plainSql<MotorAsWritten>(
    sequelize,
    `SELECT id, serial, serial_key AS "serialKey", name, owner, body FROM motors WHERE id IN ${dialect.texts("$ids")}`,
    { $ids: JSON.stringify(page.map(({ id }) => id)) },
  );
  const byId = new Map(written.map((motor) => [motor.id, motor]));
  const shown = page.map(({ id }) => byId.get(id)!);
  const pasts = await pastsOf(
    sequelize,
    shown.map(({ serialKey: key }) => key),
  );
  const items = shown.map(({ id: _, serialKey: key, body, ...motor }): Unit => {
    const known = JSON.parse(body) as Motor;
    return { ...motor, modelId: known.modelId ?? null, motor: known, ...pasts.get(key)! };
  });
  const more = query.page === 1 ? await unitsElsewhere(sequelize, query, shown) : [];
  return { items: [...items, ...more], total: counted!.n + more.length, page: query.page, pageSize };
}

/**
 * Motors that were never here, and which other shops of the chain know: the one that carries exactly this serial, or the
 * sisters of a model that is the chain's.
 */
async function unitsElsewhere(
  sequelize: Sequelize,
  query: { readonly q?: string; readonly model?: string },
  here: readonly Pick<MotorAsWritten, "serialKey">[],
): Promise<readonly Unit[]> {
  const key = serialKey(query.q ?? "");
  const found =
    query.model !== undefined || key !== "" ? await motorsElsewhere(sequelize, { ...query, key }) : [];
  // The last motor of each unit, as here.
  const units = new Map<string, MotorElsewhere>(found.map((motor) => [motor.serialKey, motor]));
  for (const one of here) units.delete(one.serialKey);
  const [visits, models] = await Promise.all([
    visitsElsewhere(sequelize, [...units.keys()]),
    modelsOfChain(sequelize),
  ]);
  return [...units.values()].map(({ serialKey: of, shop, serial, name, body }): Unit => {
    const { modelId = null, ...known } = body;
    const shared = modelId !== null && models.some(({ id }) => id === modelId) ? { modelId } : {};
    return {
      ...{ shop, serial, name, owner: "", versions: [], openJob: null },
      modelId: shared.modelId ?? null,
      // Whose it was is that shop's own business; and a model that is not the chain's is none here.
      motor: { ...known, ...shared, owner: "" },
      visits: visits.get(of) ?? [],
    };
  });
}
