import { openDatabase, type Database } from "../database/database.ts";
import { UnfitDatabase, type HowFar } from "../database/migrate.ts";
import { othersAt } from "../database/postgres/bus.ts";
import { openPremises, type Premises } from "../database/postgres/open.ts";
import {
  CHANGED,
  checkShopName,
  enterHome,
  HOME,
  isChain,
  makeOffice,
  OFFICE,
  OFFICE_NUMBER,
  openDoors,
  reserve,
  schemaOfHome,
  shopsOf,
  type ChainShop,
} from "./registry.ts";

/** A database that is a chain's, or becomes one; opened beside the processes that work on it. */
async function withHome<T>(
  address: string,
  now: Date,
  work: (home: Database, placeOf: (shop: Pick<ChainShop, "schema" | "number">) => Premises) => Promise<T>,
): Promise<T> {
  const home = await openDatabase(address, now);
  try {
    const homeSchema = await schemaOfHome(home.sequelize);
    return await work(home, ({ schema, number }) => ({
      ...{ schema, number, home: homeSchema },
      others: othersAt(schema, home.others),
    }));
  } finally {
    await home.close();
  }
}

/** Brings every shop of a database up to date, and the chain's own lists. */
export async function bringAllUp(address: string, now: Date, howFar: HowFar): Promise<void> {
  await (await openDatabase(address, now, howFar)).close();
  await withHome(address, now, async ({ sequelize }, placeOf) => {
    if (!(await isChain(sequelize))) return;
    const office = { schema: OFFICE, number: OFFICE_NUMBER };
    for (const place of [office, ...(await shopsOf(sequelize)).filter(({ id }) => id !== HOME)])
      await (await openPremises(address, placeOf(place), howFar)).close();
  });
}

/** The shops that lie in a database; null where it is one shop alone. */
export const shopsIn = (address: string, now: Date): Promise<readonly ChainShop[] | null> =>
  withHome(address, now, async ({ sequelize }) => ((await isChain(sequelize)) ? shopsOf(sequelize) : null));

/**
 * Takes a shop into the chain of a database, which becomes one with the first that is taken in. Everything of the shop that
 * was there stays as it is.
 * @param begin what is done in it before anybody goes in: it moves in, or nothing
 * @throws UnfitDatabase in a sentence
 */
export async function takeIn<T>(
  address: string,
  { id, title, homeTitle }: { readonly id: string; readonly title: string; readonly homeTitle: string },
  now: Date,
  begin: (shop: Database) => Promise<T>,
): Promise<T> {
  checkShopName(id, title);
  return withHome(address, now, async (home, placeOf) => {
    await makeOffice(home.sequelize);
    const office = await openPremises(address, placeOf({ schema: OFFICE, number: OFFICE_NUMBER }));
    try {
      await enterHome(home.sequelize, office, homeTitle, now);
      const place = await reserve(office, id, title);
      const shop = await openPremises(address, placeOf(place));
      const begun = await begin(shop).finally(() => shop.close());
      await openDoors(office, id, now);
      home.others.tell(CHANGED, null);
      return begun;
    } finally {
      await office.close();
    }
  });
}

/** Works on one shop of a chain. @throws UnfitDatabase where there is none of this name */
export function inShop<T>(
  address: string,
  id: string,
  now: Date,
  work: (shop: Database) => Promise<T>,
): Promise<T> {
  return withHome(address, now, async (home, placeOf) => {
    if (id === HOME) return work(home);
    const shops = (await isChain(home.sequelize)) ? await shopsOf(home.sequelize) : [];
    const there = shops.find((shop) => shop.id === id);
    if (!there)
      throw new UnfitDatabase(
        `There is no shop ${id} in this database; ${shops.length === 0 ? "it holds one shop alone" : `there are ${shops.map((shop) => shop.id).join(", ")}`}.`,
      );
    const shop = await openPremises(address, placeOf(there));
    return work(shop).finally(() => shop.close());
  });
}

/** The first shop of a database, or its only one, as a place that a shop moves into. */
export const intoHome =
  (address: string, now: Date) =>
  <T>(work: (home: Database) => Promise<T>): Promise<T> =>
    inShop(address, HOME, now, work);
