import type { Dialect } from "../port.ts";

const at = (column: string, path: readonly string[]) => `(${column} #>> '{${path.join(",")}}')`;

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
  placeOfEntry: "place",
};
