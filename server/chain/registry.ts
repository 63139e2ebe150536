import { QueryTypes, type Sequelize, type Transaction } from "sequelize";
import type { Database } from "../database/database.ts";
import { UnfitDatabase } from "../database/migrate.ts";
import { elsewhere, type Neighbour, type Surroundings } from "../database/postgres/elsewhere.ts";

/** Where the chain's own people and lists are. */
export const OFFICE = "chain";
/** Number of the shop that was there first, and of the office. */
const HOME_NUMBER = 0;
export const OFFICE_NUMBER = 1;
/** What the first shop is called by in an address, until there is another name for it. */
export const HOME = "home";

/** What processes tell each other when a shop comes in, or is named otherwise. */
export const CHANGED = "shops";

/** A shop of a chain. */
export interface ChainShop extends Neighbour {
  /** Given once, in the order in which they came in. */
  readonly number: number;
}

const ID = /^[a-z][a-z0-9]*(?:-[a-z0-9]+)*$/u;
const LONGEST_ID = 24;
const LONGEST_TITLE = 60;

/** @throws UnfitDatabase in a sentence */
export function checkShopName(id: string, title: string): void {
  if (!ID.test(id) || id.length > LONGEST_ID || id === HOME || id === OFFICE)
    throw new UnfitDatabase(
      `“${id}” is no name for an address: small letters, digits and single hyphens, ${LONGEST_ID} at most, as north or harbour-2; and neither ${HOME} nor ${OFFICE}.`,
    );
  if (title.trim() === "" || title.length > LONGEST_TITLE)
    throw new UnfitDatabase(`Say how the shop is called, in ${LONGEST_TITLE} letters at most.`);
}

const schemaOf = (id: string) => `shop_${id.replaceAll("-", "_")}`;

const LIST = `CREATE TABLE IF NOT EXISTS "${OFFICE}".shops (
  id TEXT PRIMARY KEY,
  number INTEGER NOT NULL UNIQUE,
  title TEXT NOT NULL UNIQUE,
  schema TEXT NOT NULL UNIQUE,
  -- Empty while it is being made: nobody goes in.
  opened_at TEXT NOT NULL DEFAULT '')`;

/** Whether a database holds a chain. */
export async function isChain(sequelize: Sequelize): Promise<boolean> {
  const [row] = await sequelize.query<{ there: boolean }>(
    `SELECT to_regclass('"${OFFICE}".shops') IS NOT NULL AS there`,
    { type: QueryTypes.SELECT },
  );
  return row!.there;
}

/** The shops of a chain that are open, in the order in which they came in. */
export async function shopsOf(
  sequelize: Sequelize,
  transaction: Transaction | null = null,
): Promise<ChainShop[]> {
  return sequelize.query<ChainShop>(
    `SELECT id, number, title, schema FROM "${OFFICE}".shops WHERE opened_at <> '' ORDER BY number`,
    { type: QueryTypes.SELECT, transaction },
  );
}

/** Shows every shop what the others are now: all of them, or none. */
async function lookAround(sequelize: Sequelize, transaction: Transaction): Promise<void> {
  const shops = await shopsOf(sequelize, transaction);
  const tell = (sql: string) => sequelize.query(sql, { transaction });
  const [here] = await sequelize.query<{ path: string }>("SELECT current_setting('search_path') AS path", {
    type: QueryTypes.SELECT,
    transaction,
  });
  for (const { schema } of shops) {
    const around: Surroundings = { others: shops.filter((one) => one.schema !== schema), office: OFFICE };
    await tell(`SET LOCAL search_path TO "${schema}"`);
    for (const statement of elsewhere(around)) await tell(statement);
  }
  await tell(`SET LOCAL search_path TO ${here!.path}`);
}

/** Makes the place for the chain's own lists, where there is none. */
export async function makeOffice(home: Sequelize): Promise<void> {
  await home.query(`CREATE SCHEMA IF NOT EXISTS "${OFFICE}"`);
}

/** Where the shop lies that was there first. */
export async function schemaOfHome(home: Sequelize): Promise<string> {
  const [here] = await home.query<{ schema: string }>("SELECT current_schema() AS schema", {
    type: QueryTypes.SELECT,
  });
  return here!.schema;
}

/** Writes the shop that was there first into the chain's list; what is there stays. */
export async function enterHome(home: Sequelize, office: Database, title: string, now: Date): Promise<void> {
  const schema = await schemaOfHome(home);
  await office.write(async (transaction) => {
    await office.sequelize.query(LIST, { transaction });
    await office.sequelize.query(
      `INSERT INTO shops (id, number, title, schema, opened_at) VALUES ($id, $number, $title, $schema, $at)
         ON CONFLICT (id) DO NOTHING`,
      {
        bind: { id: HOME, number: HOME_NUMBER, title, schema, at: now.toISOString() },
        transaction,
      },
    );
    await lookAround(office.sequelize, transaction);
  });
}

/**
 * Keeps a place for a shop that comes in: nobody goes into it before it is opened. One that was begun and not finished is
 * gone on with. @throws UnfitDatabase where the name is taken
 */
export async function reserve(office: Database, id: string, title: string): Promise<ChainShop> {
  checkShopName(id, title);
  const schema = schemaOf(id);
  return office.write(async (transaction) => {
    const rows = await office.sequelize.query<ChainShop & { openedAt: string }>(
      `SELECT id, number, title, schema, opened_at AS "openedAt" FROM shops`,
      { type: QueryTypes.SELECT, transaction },
    );
    const there = rows.find((one) => one.id === id || one.schema === schema);
    if (there && there.openedAt !== "")
      throw new UnfitDatabase(`There is a shop ${there.id} in this chain already: ${there.title}.`);
    const namesake = rows.find((one) => one.title === title.trim() && one.id !== id);
    if (namesake)
      throw new UnfitDatabase(`${title.trim()} is the shop ${namesake.id} already. Name it otherwise.`);
    const number = there?.number ?? Math.max(OFFICE_NUMBER, ...rows.map((one) => one.number)) + 1;
    await office.sequelize.query(
      `INSERT INTO shops (id, number, title, schema) VALUES ($id, $number, $title, $schema)
         ON CONFLICT (id) DO UPDATE SET title = excluded.title`,
      { bind: { id, number, title: title.trim(), schema }, transaction },
    );
    await office.sequelize.query(`CREATE SCHEMA IF NOT EXISTS "${schema}"`, { transaction });
    return { id, number, title: title.trim(), schema };
  });
}

/** Opens a shop whose tables are there: all see it from now on. */
export async function openDoors(office: Database, id: string, now: Date): Promise<void> {
  await office.write(async (transaction) => {
    await office.sequelize.query("UPDATE shops SET opened_at = $at WHERE id = $id AND opened_at = ''", {
      bind: { id, at: now.toISOString() },
      transaction,
    });
    await lookAround(office.sequelize, transaction);
  });
}

/** Names a shop otherwise. @throws UnfitDatabase where another one is called so, or there is none */
export async function rename(office: Database, id: string, title: string): Promise<void> {
  if (id !== HOME) checkShopName(id, title);
  await office.write(async (transaction) => {
    const shops = await shopsOf(office.sequelize, transaction);
    if (!shops.some((one) => one.id === id)) throw new UnfitDatabase(`There is no shop ${id} in this chain.`);
    const namesake = shops.find((one) => one.title === title.trim() && one.id !== id);
    if (namesake) throw new UnfitDatabase(`${title.trim()} is the shop ${namesake.id} already.`);
    await office.sequelize.query("UPDATE shops SET title = $title WHERE id = $id", {
      bind: { id, title: title.trim() },
      transaction,
    });
    await lookAround(office.sequelize, transaction);
  });
}
