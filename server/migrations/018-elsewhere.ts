import { elsewhere, NOWHERE } from "../database/postgres/elsewhere.ts";
import { runAll, type Migration, type Statement } from "./migration.ts";

/** A shop in a file is in no chain: there is nothing elsewhere, and it is asked for in the same words. */
const IN_FILE: readonly string[] = [
  `CREATE VIEW shops_elsewhere AS SELECT '' AS id, '' AS title, '' AS place, 0 AS jobs WHERE 0`,
  `CREATE VIEW visits_elsewhere AS
    SELECT '' AS shop, '' AS serial_key, '' AS job_id, '' AS taken_in_at, '' AS complaint, '' AS body WHERE 0`,
  `CREATE VIEW motors_elsewhere AS
    SELECT '' AS shop, '' AS id, '' AS serial, '' AS serial_key, '' AS name, '' AS body WHERE 0`,
  `CREATE VIEW models_of_chain AS SELECT '' AS id, '' AS name, '' AS body WHERE 0`,
];

const STATEMENTS: readonly Statement[] = [
  ...IN_FILE.map((sqlite) => ({ sqlite, postgres: null })),
  ...elsewhere(NOWHERE).map((postgres) => ({ sqlite: null, postgres })),
];

/** What the other shops of a chain know, as a shop asks for it. */
export const whatElsewhereKnows: Migration = {
  name: "018-elsewhere",
  up: (run) => runAll(run, STATEMENTS),
};
