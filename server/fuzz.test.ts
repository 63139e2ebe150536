import { once } from "node:events";
import type { AddressInfo } from "node:net";
import { join } from "node:path";
import { pino } from "pino";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { aClosedBundle } from "../tests/closedBundle.ts";
import { fuzz } from "../tests/fuzz.ts";
import { fuzzBundles } from "../tests/fuzzBundles.ts";
import { aReading, NOW, useShop } from "../tests/shop.ts";
import { createApp } from "./app.ts";
import { onPostgres } from "../tests/postgresShop.ts";
import { databaseCopies } from "./keeping/dump.ts";
import { copyKeeper, fileCopies } from "./keeping/daily.ts";

const REQUESTS = 1200;
const BUNDLES = 60;

describe("wild requests", () => {
  const shop = useShop();
  let server: ReturnType<ReturnType<typeof createApp>["listen"]>;
  let base = "";
  beforeEach(async () => {
    const log = pino({ level: "silent" });
    const { services, doors, folder, file } = shop;
    server = createApp({
      services,
      doors,
      copies: copyKeeper({
        maker: onPostgres ? databaseCopies(shop.database.sequelize, shop.address!, "shop") : fileCopies(file),
        ...{ folder: join(folder, "copies"), keep: 1, clock: () => NOW, log },
      }),
      log,
      hosts: ["127.0.0.1"],
      web: null,
      requestsAMinute: 1e9,
    }).listen(0, "127.0.0.1");
    await once(server, "listening");
    base = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
  });
  afterEach(() => new Promise<void>((done) => void server.close(() => done())));

  it("are each answered or refused in a sentence, and none makes the server fail", async () => {
    await shop.takeIn().expect(201);
    await shop.put("readings", aReading(1, { instrumentId: null }), 0).expect(201);
    const { faults, byStatus } = await fuzz(base, REQUESTS, 20_260_302);
    expect(faults.slice(0, 5)).toEqual([]);
    // It got to where things happen, and to where they are refused.
    expect([...byStatus.keys()]).toEqual(expect.arrayContaining([200, 404, 415, 422]));
  });

  it("with a bundle whose closing was changed are refused with the place, or opened, printed and exported", async () => {
    const { faults, refused, taken } = await fuzzBundles(
      base,
      await aClosedBundle(shop.services),
      BUNDLES,
      7,
    );
    expect(faults).toEqual([]);
    expect(refused).toBeGreaterThan(BUNDLES / 4);
    // What nothing reads may be anything: some are taken, and looked at.
    expect(taken).toBeGreaterThan(BUNDLES / 20);
    await shop.services.judging.idle();
  });
});
