import type { Sequelize, Transaction } from "sequelize";
import type { ListedModel, MotorModel, UnitVisit } from "#contract/shop";
import type { Motor } from "#core/record";
import { dialectOf, engineOf } from "../database/dialect.ts";
import { plainSql } from "../database/plainSql.ts";

/** Of a unit that is known everywhere the latest visits count. */
const MOST_VISITS = 200;

/** Visits to other shops of the motors with the serials in `$keys`, the oldest first. */
export const visitsSql = (from: Sequelize | Transaction): string =>
  `SELECT shop, serial_key AS key, body FROM visits_elsewhere
     WHERE ${dialectOf(from).isOneOf("serial_key", "$keys")} AND serial_key <> '' ORDER BY taken_in_at, job_id`;

/** What other shops of the chain measured of motors, by serial, the oldest first; nothing where there is no chain. */
export async function visitsElsewhere(
  from: Sequelize | Transaction,
  keys: readonly string[],
): Promise<ReadonlyMap<string, readonly UnitVisit[]>> {
  if (keys.length === 0) return new Map();
  const rows = await plainSql<{ readonly shop: string; readonly key: string; readonly body: string }>(
    from,
    visitsSql(from),
    { $keys: JSON.stringify(keys) },
  );
  const visits = new Map<string, UnitVisit[]>(keys.map((key) => [key, []]));
  for (const { key, shop, body } of rows)
    visits.get(key)?.push({ ...withoutTheBill(JSON.parse(body) as UnitVisit), shop });
  return new Map([...visits].map(([key, all]) => [key, all.slice(-MOST_VISITS)]));
}

/** What was said, and what it earned there, is that shop's own business. */
function withoutTheBill({ ledger: _, outcome: __, ...visit }: UnitVisit): UnitVisit {
  return visit;
}

/** When a motor came to another shop, and why, by its serial. */
export interface CameElsewhere {
  readonly key: string;
  readonly takenInAt: string;
  readonly complaint: string;
}

export function cameElsewhere(
  from: Sequelize | Transaction,
  keys: readonly string[],
): Promise<readonly CameElsewhere[]> {
  return plainSql<CameElsewhere>(
    from,
    `SELECT serial_key AS key, taken_in_at AS "takenInAt", complaint FROM visits_elsewhere
       WHERE ${dialectOf(from).isOneOf("serial_key", "$keys")}`,
    { $keys: JSON.stringify(keys) },
  );
}

/** A number that grows whenever a motor comes to another shop of the chain. */
export async function takenInElsewhere(from: Sequelize): Promise<number> {
  const [row] = await plainSql<{ readonly n: number | null }>(
    from,
    "SELECT sum(jobs) AS n FROM shops_elsewhere",
    {},
  );
  return Number(row?.n ?? 0);
}

/** A motor as another shop wrote it down. */
export interface MotorElsewhere {
  readonly shop: string;
  readonly serial: string;
  readonly serialKey: string;
  readonly name: string;
  readonly body: Motor;
}

/** Motors of other shops, each after those it follows: of a model that is the chain's, or with exactly this serial. */
export async function motorsElsewhere(
  from: Sequelize,
  { model, key }: { readonly model?: string; readonly key: string },
): Promise<readonly MotorElsewhere[]> {
  const { text } = dialectOf(from);
  const conditions = [
    "serial_key <> ''",
    ...(model === undefined
      ? []
      : [`${text("body", "modelId")} = $model`, "EXISTS (SELECT 1 FROM models_of_chain WHERE id = $model)"]),
    ...(key === "" ? [] : ["serial_key = $key"]),
  ];
  const rows = await plainSql<Omit<MotorElsewhere, "body"> & { readonly body: string }>(
    from,
    `SELECT shop, serial, serial_key AS "serialKey", name, body FROM motors_elsewhere
       WHERE ${conditions.join(" AND ")} ORDER BY id LIMIT 1000`,
    { ...(model !== undefined && { $model: model }), ...(key !== "" && { $key: key }) },
  );
  return rows.map(({ body, ...motor }) => ({ ...motor, body: JSON.parse(body) as Motor }));
}

/** The chain's models; none where there is no chain. */
export async function modelsOfChain(from: Sequelize | Transaction): Promise<readonly ListedModel[]> {
  const rows = await plainSql<{ readonly body: string }>(
    from,
    "SELECT body FROM models_of_chain ORDER BY name",
    {},
  );
  return rows.map(({ body }) => ({ ...(JSON.parse(body) as MotorModel), shared: true }));
}

/** A visit reads differently now: jobs of this motor that are open in other shops, and later, are judged anew. */
export async function touchElsewhere(
  transaction: Transaction,
  { serialKey, takenInAt }: { readonly serialKey: string; readonly takenInAt: string },
): Promise<void> {
  // A shop in a file is in no chain.
  if (engineOf(transaction) === "sqlite") return;
  const shops = await plainSql<{ readonly place: string }>(
    transaction,
    "SELECT place FROM shops_elsewhere",
    {},
  );
  const { shared } = dialectOf(transaction);
  for (const { place } of shops) {
    const there = `"${place}".`;
    const later = await plainSql<{ readonly id: string }>(
      transaction,
      `UPDATE ${there}jobs SET summarised = -1 WHERE closed_at IS NULL AND taken_in_at > $at
         AND motor_id IN (SELECT id FROM ${there}motors WHERE serial_key = $key) RETURNING id`,
      { $at: takenInAt, $key: serialKey },
    );
    if (later.length > 0)
      await plainSql(transaction, shared!.overtake.replace("being_judged", `${there}being_judged`), {
        $jobs: JSON.stringify(later.map(({ id }) => id)),
      });
  }
}
