/** A shop beside others in one database: each lies in a schema of its own. */
export interface Neighbour {
  readonly id: string;
  readonly title: string;
  readonly schema: string;
}

/** What a shop sees beyond itself. */
export interface Surroundings {
  readonly others: readonly Neighbour[];
  /** Where the chain's own lists are; null where there is no chain. */
  readonly office: string | null;
}

export const NOWHERE: Surroundings = { others: [], office: null };

const quoted = (name: string) => `"${name}"`;
const text = (words: string) => `'${words.replaceAll("'", "''")}'::text`;

/** Rows of every other shop, or a query of the same columns that finds none. */
const gathered = (others: readonly Neighbour[], of: (other: Neighbour) => string, none: string) =>
  others.length === 0 ? `${none} WHERE false` : others.map(of).join("\n  UNION ALL ");

/**
 * The views by which a shop sees what the others know: their visits of a motor, their motors, and the chain's models. It sees
 * nothing of owners, prices and people. Made anew whenever a shop comes in or is named otherwise.
 */
export function elsewhere({ others, office }: Surroundings): readonly string[] {
  const views: Readonly<Record<string, string>> = {
    shops_elsewhere: gathered(
      others,
      ({ id, title, schema }) =>
        `SELECT ${text(id)} AS id, ${text(title)} AS title, ${text(schema)} AS place,
    (SELECT max(number) FROM ${quoted(schema)}.jobs) AS jobs`,
      "SELECT ''::text AS id, ''::text AS title, ''::text AS place, 0 AS jobs",
    ),
    visits_elsewhere: gathered(
      others,
      ({
        title,
        schema,
      }) => `SELECT ${text(title)} AS shop, serial_key, job_id, taken_in_at, complaint, visits.body
    FROM ${quoted(schema)}.motors JOIN ${quoted(schema)}.jobs ON motor_id = motors.id
      JOIN ${quoted(schema)}.visits ON job_id = jobs.id`,
      "SELECT ''::text AS shop, ''::text AS serial_key, ''::text AS job_id, ''::text AS taken_in_at, ''::text AS complaint, '{}'::json AS body",
    ),
    motors_elsewhere: gathered(
      others,
      ({ title, schema }) =>
        `SELECT ${text(title)} AS shop, id, serial, serial_key, name, body FROM ${quoted(schema)}.motors`,
      "SELECT ''::text AS shop, ''::text AS id, ''::text AS serial, ''::text AS serial_key, ''::text AS name, '{}'::json AS body",
    ),
    models_of_chain:
      office === null
        ? "SELECT ''::text AS id, ''::text AS name, '{}'::json AS body WHERE false"
        : `SELECT id, name, body FROM ${quoted(office)}.models`,
  };
  return Object.entries(views).flatMap(([name, query]) => [
    `DROP VIEW IF EXISTS ${name}`,
    `CREATE VIEW ${name} AS ${query}`,
  ]);
}
