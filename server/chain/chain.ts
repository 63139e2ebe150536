import express, { type Express, type RequestHandler } from "express";
import type { Logger } from "pino";
import { CHAIN_AT, SHOPS_AT } from "#contract/chain";
import type { Database } from "../database/database.ts";
import { passes, UnfitDatabase, type HowFar } from "../database/migrate.ts";
import { othersAt } from "../database/postgres/bus.ts";
import { openPremises, type Premises } from "../database/postgres/open.ts";
import { isDatabaseGone } from "../database/port.ts";
import { doorService, type DoorService, type House, type SignedIn } from "../doors/doors.ts";
import type { Services } from "../services/index.ts";
import type { Clock } from "../services/jobs.ts";
import type { LinesElsewhere } from "../services/shop.ts";
import { officeService, type OfficeService } from "./office.ts";
import { isOfChain, noShopHere, shopIsShut } from "./noShop.ts";
import { CHANGED, HOME, isChain, OFFICE, OFFICE_NUMBER, shopsOf, type ChainShop } from "./registry.ts";

/** A shop that a process works on, and answers for. */
export interface ShopAtWork {
  readonly database: Database;
  readonly services: Services;
  readonly app: Express;
  readonly stop: () => Promise<void>;
}

/** What the chain gives a shop that is put to work. */
interface ShopParts {
  readonly id: string;
  readonly house: House;
  readonly linesElsewhere: LinesElsewhere;
}

interface OfficeAtWork {
  readonly database: Database;
  readonly doors: DoorService;
  readonly answer: RequestHandler;
}

/** An application below an address: it sees what follows it. */
function below(path: string, app: Express): RequestHandler {
  const router = express.Router({ caseSensitive: true, strict: true });
  router.use(path, app);
  return router;
}

interface Parts {
  readonly address: string;
  readonly home: Database;
  readonly clock: Clock;
  readonly signIn: boolean;
  readonly log: Logger;
  /** How one of an earlier version is brought up to date. @param id of the shop, or of the office */
  readonly howFar: (id: string) => HowFar;
  readonly putToWork: (database: Database, parts: ShopParts) => Promise<ShopAtWork>;
  readonly officeApp: (database: Database, doors: DoorService, service: OfficeService) => Express;
  /** Told of the first owner's code, where the chain has nobody yet. */
  readonly tell: (sentence: string) => void;
}

/**
 * The shops that lie in one database, each in a place of its own: those that come in while this process works are put to work
 * too. Until there is a chain it holds nothing.
 */
export function chainOn({ address, home, clock, signIn, log, howFar, putToWork, officeApp, tell }: Parts) {
  const atWork = new Map<string, ShopAtWork>();
  const answers = new Map<string, RequestHandler>();
  /** Shops that could not be opened, by id, and why: the others work on. They are tried again at the next start. */
  const shut = new Map<string, string>();
  let listed: readonly ChainShop[] = [];
  let office: OfficeAtWork | null = null;
  let looking: Promise<void> | null = null;
  let again = false;
  let stopped = false;

  const titleOf = (id: string) => listed.find((shop) => shop.id === id)?.title ?? null;
  const placeOf = ({ schema, number }: Pick<ChainShop, "schema" | "number">): Premises => ({
    ...{ schema, number },
    home: listed.find(({ id }) => id === HOME)?.schema ?? "public",
    others: othersAt(schema, home.others),
  });

  /** One of the chain's own people, as they stand in each of its shops: with the role that they have in the chain. */
  async function lookingIn(key: string | undefined): Promise<SignedIn | null> {
    const person = office ? await office.doors.who(key) : null;
    return person && { ...person, looksIn: true };
  }

  /** What the doors of a shop know of the chain. */
  const house = (id: string): House => ({ kind: "shop", title: () => titleOf(id), ofChain: lookingIn });

  const linesBeside =
    (id: string): LinesElsewhere =>
    async () =>
      (
        await Promise.all(
          [...atWork].filter(([one]) => one !== id).map(([, { services }]) => services.shop.lines()),
        )
      ).flat();

  async function openOffice(): Promise<OfficeAtWork> {
    const database = await openPremises(
      address,
      placeOf({ schema: OFFICE, number: OFFICE_NUMBER }),
      howFar(OFFICE),
    );
    const doors = doorService(database, clock, signIn, {
      kind: "office",
      title: () => "The chain",
      ofChain: () => Promise.resolve(null),
    });
    const service = officeService({
      ...{ office: database, clock, address, premises: placeOf },
      shops: () =>
        listed.flatMap((shop) => {
          const there = atWork.get(shop.id);
          return there ? [{ shop, database: there.database, services: there.services }] : [];
        }),
      shut: () =>
        listed.flatMap(({ id, title }) => (shut.has(id) ? [{ id, title, why: shut.get(id)! }] : [])),
      changed: async () => {
        home.others.tell(CHANGED, null);
        await look();
      },
    });
    if (signIn && (await doors.noOwnerYet())) {
      await doors.shareCode();
      tell(`Nobody can sign in to the chain yet. Open ${CHAIN_AT} there with this code: ${doors.code}`);
    }
    return { database, doors, answer: below(CHAIN_AT, officeApp(database, doors, service)) };
  }

  async function open(shop: ChainShop): Promise<void> {
    const { id } = shop;
    const database = await openPremises(address, placeOf(shop), howFar(id));
    const parts = { id, house: house(id), linesElsewhere: linesBeside(id) };
    const put = await putToWork(database, parts).catch(async (error: unknown) => {
      await database.close();
      throw error;
    });
    atWork.set(id, put);
    answers.set(id, below(`${SHOPS_AT}/${id}`, put.app));
  }

  async function lookOnce(): Promise<void> {
    if (!(await isChain(home.sequelize))) return;
    listed = await shopsOf(home.sequelize);
    office ??= await openOffice();
    for (const shop of listed) {
      if (stopped || atWork.has(shop.id) || shut.has(shop.id)) continue;
      await open(shop).catch((error: unknown) => {
        if (shop.id === HOME || passes(error)) throw error;
        log.error({ err: error, shop: shop.id }, "a shop of the chain could not be opened");
        shut.set(shop.id, error instanceof UnfitDatabase ? error.message : "The server's log says why.");
        answers.set(shop.id, shopIsShut);
      });
    }
  }

  /** Looks which shops there are, and puts those to work that are new. */
  function look(): Promise<void> {
    again = looking !== null;
    looking ??= (async () => {
      do {
        again = false;
        await lookOnce();
      } while (again && !stopped);
    })().finally(() => (looking = null));
    return looking;
  }

  const endHearing = home.others.hear(CHANGED, () => void look().catch(() => undefined));

  /** What lies below the shops' addresses, and the chain's own; all else is the first shop's. */
  const routes: RequestHandler = (request, response, next) => {
    const [, at = "", id = ""] = request.path.split("/");
    if (!isOfChain(request.path)) return next();
    const answer = `/${at}` === CHAIN_AT ? office?.answer : answers.get(id);
    if (answer) return void answer(request, response, next);
    noShopHere(request, response, next);
  };

  return {
    /** Answers for every shop, and for the chain; all else is the first shop's. */
    before(home: Express): Express {
      const all = express();
      all.disable("x-powered-by");
      all.use(routes, home);
      return all;
    },
    house,
    linesBeside,
    look,
    /** The first shop, which this process had before it knew of a chain. */
    hasHome(shop: ShopAtWork): void {
      atWork.set(HOME, shop);
    },
    /** Looks after what other processes left, in every shop; and which shops came in. */
    async lookAround(): Promise<void> {
      for (const { services } of atWork.values()) services.judging.lookAround();
      await look().catch((error: unknown) => {
        if (!isDatabaseGone(error)) log.error({ err: error }, "the shops of the chain could not be read");
      });
    },
    /** Ends all but the first shop, which is ended by whoever opened it. */
    async stop(): Promise<void> {
      stopped = true;
      endHearing();
      // All of them begin nothing more before any of them is waited for.
      const ending = new Map(
        [...atWork].filter(([id]) => id !== HOME).map(([id, shop]) => [id, shop.stop()]),
      );
      await looking?.catch(() => undefined);
      await Promise.all(
        [...atWork].map(([id, shop]) => (id === HOME ? null : (ending.get(id) ?? shop.stop()))),
      );
      await office?.database.close();
    },
    hangUp(): void {
      for (const [id, { services }] of atWork) if (id !== HOME) services.feeds.end();
    },
  };
}

export type Chain = ReturnType<typeof chainOn>;
