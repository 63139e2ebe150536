import { once } from "node:events";
import { createServer, type AddressInfo, type Server } from "node:net";
import { afterEach, beforeEach, describe, expect, it, vi } from "vitest";
import type { LiveEvent } from "#contract/feed";
import { useShop, NOW } from "../../tests/shop.ts";
import { onPostgres } from "../../tests/postgresShop.ts";
import { openDatabase, type Database } from "../database/database.ts";
import { services } from "../services/index.ts";

const METER = "meter-2";
const SAMPLE = { time: 1, function: "ohms", unit: "Ω" } as const;

/** A meter on the network that counts whoever is connected to it. */
async function meterOnTheWire(): Promise<{
  server: Server;
  port: number;
  told: string[];
  lines: () => number;
}> {
  const told: string[] = [];
  let lines = 0;
  const server = createServer((socket) => {
    lines += 1;
    socket.on("close", () => (lines -= 1)).on("error", () => undefined);
    socket.on("data", (text) => {
      for (const words of String(text).split("\n").filter(Boolean)) {
        told.push(words);
        if (words.endsWith("?")) socket.write(words === "SYST:ERR?" ? '+0,"No error"\n' : "1.5\n");
      }
    });
  }).listen(0, "127.0.0.1");
  await once(server, "listening");
  return { server, port: (server.address() as AddressInfo).port, told, lines: () => lines };
}

describe.runIf(onPostgres)("an instrument of a shop with two processes", () => {
  const shop = useShop();
  let database: Database;
  let other: ReturnType<typeof services>["feeds"];
  beforeEach(async () => {
    database = await openDatabase(shop.address!, NOW);
    other = services(database, () => NOW).feeds;
  });
  afterEach(async () => {
    other.end();
    shop.services.feeds.end();
    await database.close();
  });

  const listenAt = (feeds: typeof other, reads: "ohms" | "acVolts" = "ohms") => {
    const events: LiveEvent[] = [];
    const end = feeds.listen({
      to: [{ instrument: METER, reads }],
      tell: (event) => events.push(event),
      over: () => undefined,
    });
    const values = () =>
      events.flatMap((event) => (event.kind === "shown" ? event.displays.map(({ value }) => value) : []));
    const watched = () => events.flatMap((event) => (event.kind === "watched" ? [event] : [])).at(-1);
    return { events, end, values, watched };
  };
  const send = (feeds: typeof other, key: string, from: number, count: number) =>
    feeds.hear(
      METER,
      key,
      Array.from({ length: count }, (_, n) => ({ ...SAMPLE, sequence: from + n, value: from + n })),
    );

  it("is heard wherever somebody looks, in order and once, whichever process it calls", async () => {
    const { key } = await shop.services.feeds.putFeed(METER, { kind: "http" });
    const bench = listenAt(other);
    await vi.waitFor(() => expect(bench.watched()?.benches).toBe(1));
    // Said to the other process by then.
    await new Promise((resolve) => setTimeout(resolve, 200));
    await send(shop.services.feeds, key!, 1, 100);
    await vi.waitFor(() => expect(bench.values()).toHaveLength(100));
    await send(other, key!, 101, 2);
    await vi.waitFor(() => expect(bench.values()).toHaveLength(102));
    // What comes again through the first one is of before.
    await send(shop.services.feeds, key!, 50, 3);
    await send(shop.services.feeds, key!, 103, 1);
    await vi.waitFor(() => expect(bench.values()).toHaveLength(103));
    expect(bench.values()).toEqual(Array.from({ length: 103 }, (_, n) => n + 1));
    bench.end();
  });

  it("tells each bench how many look at it in all, and forgets one that went", async () => {
    await shop.services.feeds.putFeed(METER, { kind: "http" });
    const [here, there] = [listenAt(shop.services.feeds), listenAt(other)];
    await vi.waitFor(() => {
      expect(here.watched()?.benches).toBe(2);
      expect(there.watched()?.benches).toBe(2);
    });
    there.end();
    await vi.waitFor(() => expect(here.watched()?.benches).toBe(1));
    here.end();
  });

  it("on the network is asked by one of them, for whoever came last, and both hear it", async () => {
    const meter = await meterOnTheWire();
    await shop.services.feeds.putFeed(METER, { kind: "scpi", host: "127.0.0.1", port: meter.port });
    const here = listenAt(shop.services.feeds);
    await vi.waitFor(() => expect(here.values().length).toBeGreaterThan(2));
    await new Promise((resolve) => setTimeout(resolve, 20));
    const there = listenAt(other, "acVolts");
    await vi.waitFor(() => expect(there.values().length).toBeGreaterThan(2), { timeout: 20_000 });
    await vi.waitFor(() => expect(here.watched()).toMatchObject({ benches: 2, asked: "acVolts" }));
    await vi.waitFor(() => expect(meter.lines()).toBe(1));
    expect(meter.told.at(-1)).toBe("READ?");
    expect(meter.told.filter((words) => words.startsWith("CONF")).at(-1)).toBe("CONF:VOLT:AC");
    // Whoever is left has it back, whichever process asked.
    there.end();
    await vi.waitFor(() => expect(here.watched()).toMatchObject({ benches: 1, asked: "ohms" }), {
      timeout: 20_000,
    });
    here.end();
    await vi.waitFor(() => expect(meter.lines()).toBe(0));
    meter.server.close();
  });
});
