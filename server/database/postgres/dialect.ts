import type { Dialect } from "../port.ts";

const at = (column: string, path: readonly string[]) => `(${column} #>> '{${path.join(",")}}')`;

/** A process that has not let go of a job for so long is dead, s: the slowest judges many in that time. */
const LEFT_ALONE = 60;

const PIECES = {
  from: "jobs",
  number: "number",
  where: (bound: string) => `(search || ' ' || further) LIKE ${bound}`,
};

export const POSTGRES: Dialect = {
  engine: "postgres",
  text: (column, ...path) => at(column, path),
  number: (column, ...path) => `${at(column, path)}::double precision`,
  texts: (bound) => `(SELECT json_array_elements_text(${bound}::json))`,
  // A query in the place of the list would be joined with all rows of all tables.
  isOneOf: (column, bound) => `${column} = ANY(ARRAY(SELECT json_array_elements_text(${bound}::json)))`,
  numbers: (bound) => `(SELECT json_array_elements_text(${bound}::json)::integer)`,
  listOf: (column, query) =>
    `SELECT coalesce(json_agg(${column}), '[]')::text AS list FROM (${query}) AS found`,
  holds: (text, bound) => `strpos(${text}, ${bound}) > 0`,
  total: (column) => `coalesce(sum(${column}), 0)::double precision`,
  journal: (bound) => `SELECT coalesce(json_agg(
      json_build_object('kind', kind, 'body', body, 'savedAt', saved_at) ORDER BY version), '[]')::text AS journal
    FROM entries WHERE job_id = ${bound}`,
  objects: (bound) => `json_array_elements(${bound}::json) WITH ORDINALITY AS one (value, place)`,
  asJson: (text) => `(${text})::json`,
  part: (name) => `value ->> '${name}'`,
  jobsByNumber: "jobs",
  // The index of pieces, by pg_trgm, is of the jobs themselves.
  found: PIECES,
  foundAmongAll: PIECES,
  piecesOf: (phrase) => `%${phrase.replaceAll(/[\\%_]/gu, (sign) => `\\${sign}`)}%`,
  unsummarised: "unsummarised",
  shared: {
    // Who writes to a job just now has it; it is judged after that.
    take: (where, most) => `WITH free AS (
        SELECT id FROM jobs WHERE ${where} AND NOT EXISTS (
          SELECT 1 FROM being_judged WHERE job_id = jobs.id AND until > clock_timestamp())
        ORDER BY number LIMIT ${most} FOR NO KEY UPDATE SKIP LOCKED),
      taken AS (
        INSERT INTO being_judged (job_id, by_whom, until)
          SELECT id, $by, clock_timestamp() + interval '${LEFT_ALONE} seconds' FROM free
          ON CONFLICT (job_id) DO UPDATE SET by_whom = excluded.by_whom, until = excluded.until
            WHERE being_judged.until <= clock_timestamp()
          RETURNING job_id)
      SELECT id FROM jobs JOIN taken ON job_id = id ORDER BY number`,
    letGo: "DELETE FROM being_judged WHERE job_id = $id AND by_whom = $by RETURNING job_id",
    letGoOfAll: "DELETE FROM being_judged WHERE by_whom = $by",
    overtake: "DELETE FROM being_judged WHERE job_id IN (SELECT json_array_elements_text($jobs::json))",
  },
  placeOfEntry: "place",
};
