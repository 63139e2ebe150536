import type { Sequelize, Transaction } from "sequelize";
import type { Dialect, Engine } from "./port.ts";
import { POSTGRES } from "./postgres/dialect.ts";
import { SQLITE } from "./sqlite/dialect.ts";

const DIALECTS: Readonly<Record<Engine, Dialect>> = { sqlite: SQLITE, postgres: POSTGRES };

/** The engine under a database, or under a change of it. */
export const engineOf = (from: Sequelize | Transaction): Engine =>
  databaseOf(from).getDialect() === "postgres" ? "postgres" : "sqlite";

export const dialectOf = (from: Sequelize | Transaction): Dialect => DIALECTS[engineOf(from)];

/** The database that a change belongs to; itself where it is one. */
function databaseOf(from: Sequelize | Transaction): Sequelize {
  return "sequelize" in from
    ? (from as Transaction & { readonly sequelize: Sequelize }).sequelize
    : (from as Sequelize);
}
