import { pino } from "pino";
import request from "supertest";
import { afterEach, beforeEach } from "vitest";
import type { Intake } from "#core/record";
import { API } from "#contract/routes";
import { createApp } from "../server/app.ts";
import { chainOn, type Chain, type ShopAtWork } from "../server/chain/chain.ts";
import { takeIn } from "../server/chain/founding.ts";
import { HOME } from "../server/chain/registry.ts";
import { openDatabase } from "../server/database/database.ts";
import { inThisThread } from "../server/judge/judge.ts";
import { services } from "../server/services/index.ts";
import { putToWork, type Common } from "../server/shopAtWork.ts";
import { INTAKE, NOW, uuid } from "./entries.ts";
import { databaseLike, dropDatabase } from "./postgresShop.ts";

type Agent = ReturnType<typeof request>;

/** Nobody makes copies in these tests. */
const NO_COPIES = {
  ending: ".dump",
  copy: () => Promise.reject(new Error("none")),
  bytes: () => Promise.resolve(0),
} as const;

/** One process that works on a chain, as a server does. */
export class ChainProcess {
  private constructor(
    readonly chain: Chain,
    readonly home: ShopAtWork,
    readonly agent: Agent,
    readonly shops: ReadonlyMap<string, ShopAtWork>,
    readonly told: readonly string[],
  ) {}

  static async start(address: string, signIn: boolean, now: () => Date): Promise<ChainProcess> {
    const database = await openDatabase(address, NOW);
    const log = pino({ level: "silent" });
    const common: Common = {
      ...{ clock: now, judge: inThisThread, log, signIn, instrumentsAnywhere: false, keepCopies: 3 },
      app: { hosts: ["127.0.0.1"], web: null },
    };
    const shops = new Map<string, ShopAtWork>();
    const told: string[] = [];
    const chain = chainOn({
      ...{ address, home: database, clock: now, signIn, log, howFar: () => ({}) },
      tell: (sentence) => told.push(sentence),
      putToWork: async (there, { id, house, linesElsewhere }) => {
        const shop = await putToWork(there, common, {
          ...{ house, linesElsewhere, maker: NO_COPIES, copies: "" },
        });
        shops.set(id, shop);
        return shop;
      },
      officeApp: (there, doors, office) =>
        createApp({ ...common.app, doors, office, log, services: services(there, now, null) }),
    });
    const home = await putToWork(database, common, {
      ...{ house: chain.house(HOME), linesElsewhere: chain.linesBeside(HOME) },
      ...{ maker: NO_COPIES, copies: "" },
    });
    chain.hasHome(home);
    shops.set(HOME, home);
    await chain.look();
    return new ChainProcess(chain, home, request(chain.before(home.app)), shops, told);
  }

  shop(id: string): ShopAtWork {
    return this.shops.get(id)!;
  }

  /** Everything that was written is judged, in every shop. */
  async idle(): Promise<void> {
    // What is judged in one shop may be news for another.
    for (let round = 0; round < 3; round += 1)
      for (const { services: shop } of this.shops.values()) {
        shop.judging.wake();
        await shop.judging.idle();
      }
  }

  async stop(): Promise<void> {
    await this.idle();
    await this.chain.stop();
    await this.home.stop();
  }
}

/** Where a shop answers. */
export const placeOf = (id: string) => (id === HOME ? API : `/at/${id}${API}`);

/** A chain for the tests of one file: the first shop, and one in the north. @param signIn whether people sign in */
export class TestChain {
  address = "";
  process!: ChainProcess;
  private others: ChainProcess[] = [];
  now = NOW;

  constructor(private readonly signIn: boolean) {}

  async open(): Promise<void> {
    this.address = await databaseLike("untouched");
    this.now = NOW;
    const north = { id: "north", title: "Harbour room", homeTitle: "Mill lane" };
    await takeIn(this.address, north, NOW, () => Promise.resolve());
    this.process = await ChainProcess.start(this.address, this.signIn, () => this.now);
  }

  /** Another process on the same chain. */
  async another(): Promise<ChainProcess> {
    const one = await ChainProcess.start(this.address, this.signIn, () => this.now);
    this.others.push(one);
    return one;
  }

  async close(): Promise<void> {
    for (const one of this.others) await one.stop();
    this.others = [];
    await this.process.stop();
    await dropDatabase(this.address);
  }

  get agent(): Agent {
    return this.process.agent;
  }

  get(shop: string, path: string) {
    return this.agent.get(`${placeOf(shop)}${path}`);
  }

  async body<T>(shop: string, path: string): Promise<T> {
    return (await this.get(shop, path).expect(200)).body as T;
  }

  takeIn(shop: string, id: string, motor: Partial<Intake["motor"]>, part: Partial<Intake> = {}) {
    return this.agent
      .put(`${placeOf(shop)}/jobs/${id}`)
      .send({ ...INTAKE, motor: { ...INTAKE.motor, id: uuid(900), ...motor }, ...part });
  }

  put(
    shop: string,
    noun: string,
    body: { id: string; [field: string]: unknown },
    version: number,
    job: string,
  ) {
    return this.agent
      .put(`${placeOf(shop)}/jobs/${job}/${noun}/${body.id}`)
      .set("If-Match", `"${version}"`)
      .send(body);
  }
}

export function useChain(signIn = false): TestChain {
  const chain = new TestChain(signIn);
  beforeEach(() => chain.open());
  afterEach(() => chain.close());
  return chain;
}
