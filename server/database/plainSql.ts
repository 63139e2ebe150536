import type { Sequelize, Transaction } from "sequelize";
import { engineOf } from "./dialect.ts";
import type { Binding } from "./port.ts";
import { askPostgres } from "./postgres/named.ts";
import { askSqlite } from "./sqlite/prepared.ts";

/**
 * One statement past the row objects and read by the engine once: a tenth of their cost, for what is read and written with
 * every reading or looked for by everybody. JSON columns come and go as text.
 * @param from the transaction it belongs to; or the database, where it only reads what was written before
 * @param sql a text that stays the same: what differs is bound
 * @param bind by name, with its "$"
 */
export function plainSql<Row>(from: Transaction | Sequelize, sql: string, bind: Binding): Promise<Row[]> {
  return engineOf(from) === "sqlite" ? askSqlite<Row>(from, sql, bind) : askPostgres<Row>(from, sql, bind);
}
