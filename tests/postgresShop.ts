import { Client } from "pg";
import { fillDemo } from "../server/demo/fill.ts";
import { openDatabase } from "../server/database/database.ts";
import { firstInstruments } from "../server/services/firstInstruments.ts";
import { services } from "../server/services/index.ts";
import { NOW } from "./entries.ts";

/** Where the tests' own PostgreSQL server is; unset where they run on files. */
const SERVER = process.env["GREEN_FABLE_TEST_POSTGRES"];
export const onPostgres = SERVER !== undefined;

/** Shops that tests begin with a copy of: nobody has written to one, and the whole demo was played in the other. */
export type Beginning = "untouched" | "played";

const addressOf = (database: string) => {
  const url = new URL(SERVER!);
  url.pathname = `/${database}`;
  return url.href;
};

async function tell(sql: string): Promise<void> {
  const client = new Client({ connectionString: SERVER! });
  await client.connect();
  try {
    await client.query(sql);
  } finally {
    await client.end();
  }
}

let made = 0;
/** A database of its own, a copy of how a shop begins. @returns its address */
export async function databaseLike(beginning: Beginning): Promise<string> {
  const name = `shop_${process.pid}_${(made += 1)}`;
  await tell(`CREATE DATABASE ${name} TEMPLATE ${beginning}`);
  return addressOf(name);
}

/** An empty database, in which nothing was made. */
export async function emptyDatabase(): Promise<string> {
  const name = `shop_${process.pid}_${(made += 1)}`;
  await tell(`CREATE DATABASE ${name} TEMPLATE template0`);
  return addressOf(name);
}

export async function dropDatabase(address: string): Promise<void> {
  await tell(`DROP DATABASE IF EXISTS ${new URL(address).pathname.slice(1)} WITH (FORCE)`);
}

/** Makes what tests begin with a copy of: once, before any of them. */
export async function makeBeginnings(): Promise<void> {
  await tell("CREATE DATABASE untouched TEMPLATE template0");
  const untouched = await openDatabase(addressOf("untouched"), NOW);
  await firstInstruments(services(untouched, () => NOW).people);
  await untouched.close();
  await tell("CREATE DATABASE played TEMPLATE untouched");
  const played = await openDatabase(addressOf("played"), NOW);
  await fillDemo((clock) => services(played, clock));
  await services(played, () => NOW).judging.idle();
  await played.close();
}
