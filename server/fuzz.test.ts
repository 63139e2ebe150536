import { once } from "node:events";
import type { AddressInfo } from "node:net";
import { join } from "node:path";
import { pino } from "pino";
import { expect, it } from "vitest";
import { fuzz } from "../tests/fuzz.ts";
import { aReading, INTAKE, JOB, NOW, useShop } from "../tests/shop.ts";
import { createApp } from "./app.ts";
import { copyKeeper } from "./keeping/daily.ts";

const ASKED = 1200;
const shop = useShop();

it("answers whatever it is asked with no fault of its own, and every refusal as problem+json", async () => {
  await shop.takeIn(JOB, INTAKE).expect(201);
  await shop.put("readings", aReading(1, { instrumentId: null }), 0).expect(201);
  const log = pino({ level: "silent" });
  const { services, doors, folder, file } = shop;
  const copies = copyKeeper({ file, folder: join(folder, "copies"), keep: 1, clock: () => NOW, log });
  const app = createApp({
    services,
    doors,
    copies,
    log,
    hosts: ["127.0.0.1"],
    web: null,
    requestsAMinute: 1e9,
  });
  const server = app.listen(0, "127.0.0.1");
  await once(server, "listening");
  try {
    const { port } = server.address() as AddressInfo;
    const { faults, byStatus } = await fuzz(`http://127.0.0.1:${port}`, ASKED, 20_260_302);
    expect(faults.slice(0, 5)).toEqual([]);
    expect([...byStatus.keys()].filter((status) => status >= 200 && status < 300)).not.toEqual([]);
  } finally {
    server.close();
  }
}, 120_000);
