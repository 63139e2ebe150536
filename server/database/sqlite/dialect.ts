import type { Dialect } from "../port.ts";

const at = (column: string, path: readonly string[]) => `json_extract(${column}, '$.${path.join(".")}')`;

const PIECES = {
  number: "job_search.rowid",
  where: (bound: string) => `job_search MATCH ${bound}`,
};

export const SQLITE: Dialect = {
  engine: "sqlite",
  text: (column, ...path) => at(column, path),
  number: (column, ...path) => at(column, path),
  texts: (bound) => `(SELECT value FROM json_each(${bound}))`,
  isOneOf: (column, bound) => `${column} IN (SELECT value FROM json_each(${bound}))`,
  numbers: (bound) => `(SELECT value FROM json_each(${bound}))`,
  listOf: (column, query) => `SELECT json_group_array(${column}) AS list FROM (${query})`,
  holds: (text, bound) => `instr(${text}, ${bound}) > 0`,
  total: (column) => `total(${column})`,
  // Put together by SQLite in a thread of its own: a row each would cost ten times as much.
  journal: (bound) => `SELECT json_group_array(
      json_object('kind', kind, 'body', json(body), 'savedAt', saved_at) ORDER BY version) AS journal
    FROM entries WHERE job_id = ${bound}`,
  objects: (bound) => `(SELECT value, key + 1 AS place FROM json_each(${bound}))`,
  asJson: (text) => text,
  part: (name) => `value ->> '$.${name}'`,
  jobsByNumber: "jobs INDEXED BY jobs_on_bench",
  // What the index finds is in the order of numbers already; the jobs themselves are asked only where more is wanted.
  found: { ...PIECES, from: "job_search CROSS JOIN jobs ON number = job_search.rowid" },
  foundAmongAll: { ...PIECES, from: "job_search" },
  piecesOf: (phrase) => `"${phrase.replaceAll('"', '""')}"`,
  unsummarised: "summarised <> version",
  shared: null,
  placeOfEntry: "rowid",
};
