import type { HowFar } from "./migrate.ts";
import type { Database } from "./port.ts";
import { openFile } from "./sqlite/open.ts";

export type { Database };

const IS_SERVER = /^postgres(?:ql)?:\/\//iu;

/**
 * Opens a shop's data and brings it up to date. What a newer program wrote is refused and left as it is.
 * @param place path of its SQLite file, or the address of a PostgreSQL database: postgres://user@host/name
 * @throws UnfitDatabase in a sentence
 */
export async function openDatabase(place: string, now: Date, howFar: HowFar = {}): Promise<Database> {
  if (!IS_SERVER.test(place)) return openFile(place, now, howFar);
  // A shop on a file needs nothing of it.
  const { openServer } = await import("./postgres/open.ts");
  return openServer(place, howFar);
}
