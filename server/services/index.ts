import { pino, type Logger } from "pino";
import type { Database } from "../database/database.ts";
import { inThisThread, type Judge } from "../judge/judge.ts";
import { bundleService } from "./bundles.ts";
import { dayService } from "./day.ts";
import { feedService } from "./feeds.ts";
import { fileService } from "./files.ts";
import { jobService, type Clock } from "./jobs.ts";
import { judging } from "./judging.ts";
import { peopleService } from "./people.ts";
import { practiceService } from "./practice.ts";
import { NO_LINES, shopService } from "./shop.ts";
import { wholeShopService } from "./wholeShop.ts";

/**
 * Everything a shop can do, over one database.
 * @param judge null where nothing is judged, as while a shop moves in
 * @param instrumentsAnywhere whether instruments beyond the shop's own networks may be asked
 * @param linesElsewhere closed jobs of the other shops of its chain
 */
export function services(
  database: Database,
  clock: Clock,
  judge: Judge | null = inThisThread,
  log: Logger = pino({ level: "silent" }),
  instrumentsAnywhere = false,
  linesElsewhere = NO_LINES,
) {
  const judged = judging(database, judge, log);
  return {
    judging: judged,
    jobs: jobService(database, judged, clock, log),
    day: dayService(database, judged, clock),
    bundles: bundleService(database, judged, clock),
    feeds: feedService(database, instrumentsAnywhere),
    files: fileService(database, clock),
    people: peopleService(database, judged),
    practice: practiceService(database),
    whole: wholeShopService(database),
    shop: shopService(database, judged, clock, linesElsewhere),
  };
}

export type Services = ReturnType<typeof services>;
