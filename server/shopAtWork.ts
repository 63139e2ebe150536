import type { Logger } from "pino";
import { NO_ZONE } from "#core/record";
import { isOpenAt, USUAL_HOURS } from "#core/schedule";
import { createApp, type AppParts } from "./app.ts";
import type { ShopAtWork } from "./chain/chain.ts";
import type { Database } from "./database/database.ts";
import { doorService, type DoorService, type House } from "./doors/doors.ts";
import type { Judge } from "./judge/judge.ts";
import { copyKeeper, type CopyKeeper, type CopyMaker } from "./keeping/daily.ts";
import { firstInstruments } from "./services/firstInstruments.ts";
import { services, type Services } from "./services/index.ts";
import type { Clock } from "./services/jobs.ts";
import type { LinesElsewhere } from "./services/shop.ts";

/** What all shops of a process have in common. */
export interface Common {
  readonly clock: Clock;
  readonly judge: Judge;
  readonly log: Logger;
  readonly signIn: boolean;
  readonly instrumentsAnywhere: boolean;
  readonly keepCopies: number;
  /** What they answer with and to. */
  readonly app: Omit<AppParts, "services" | "doors" | "copies" | "log">;
}

/** What is one shop's own. */
export interface Own {
  readonly house: House;
  readonly linesElsewhere: LinesElsewhere;
  readonly maker: CopyMaker;
  /** Where its copies lie. */
  readonly copies: string;
  /** Done before anybody is let in: the invented shop is filled. */
  readonly fill?: (by: (clock: Clock) => Services) => Promise<void>;
}

export interface AtWork extends ShopAtWork {
  readonly doors: DoorService;
  readonly copies: CopyKeeper;
}

/** Puts a shop to work: what it does, who may come in, its copies, and how it answers. */
export async function putToWork(database: Database, common: Common, own: Own): Promise<AtWork> {
  const { clock, judge, log } = common;
  const by = (at: Clock) =>
    services(database, at, judge, log, common.instrumentsAnywhere, own.linesElsewhere);
  const shop = by(clock);
  await firstInstruments(shop.people);
  await own.fill?.(by);
  await shop.shop.ensureTimeZone(Intl.DateTimeFormat().resolvedOptions().timeZone || "UTC");
  await shop.judging.tryAgain();
  shop.judging.wake();
  const doors = doorService(database, clock, common.signIn, own.house);
  const isOpen = async () => {
    const { timeZone = NO_ZONE, hours = USUAL_HOURS } = await shop.shop.limits();
    return isOpenAt(clock().toISOString(), timeZone, hours);
  };
  const copies = copyKeeper({
    ...{ maker: own.maker, folder: own.copies, keep: common.keepCopies, clock, isOpen, log },
    zone: async () => (await shop.shop.limits()).timeZone,
  });
  return {
    ...{ database, doors, copies, services: shop },
    app: createApp({ ...common.app, services: shop, doors, copies, log }),
    stop: async () => {
      await shop.judging.stop(judge.close);
      await common.app.underWay?.idle();
      await database.close();
    },
  };
}
