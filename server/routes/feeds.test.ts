import { request as plainRequest, type IncomingMessage } from "node:http";
import { once } from "node:events";
import type { AddressInfo } from "node:net";
import { createServer } from "node:net";
import { pino } from "pino";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import type { FeedKey, SamplesReceipt } from "#contract/feed";
import { API } from "#contract/routes";
import { createApp } from "../app.ts";
import { useShop } from "../../tests/shop.ts";

const METER = "meter-2";
const sample = (sequence: number, more: object = {}) => ({
  sequence,
  time: sequence / 5,
  function: "ohms",
  value: 310,
  unit: "mΩ",
  range: 600_000,
  ...more,
});

/** A line that is kept open, and what came over it. */
interface Line {
  readonly events: { readonly name: string; readonly data: Record<string, unknown> }[];
  readonly until: (test: (events: Line["events"]) => boolean) => Promise<void>;
  readonly close: () => void;
}

function readLine(response: IncomingMessage, watching: boolean): Line {
  const events: Line["events"] = [];
  let text = "";
  let woken = () => {};
  response.setEncoding("utf8").on("data", (part: string) => {
    text += part;
    const blocks = text.split("\n\n");
    text = blocks.pop()!;
    for (const block of blocks) {
      const [, name, data] = /^event: (\w+)\ndata: (.*)$/u.exec(block) ?? [];
      // How many look at it has a test of its own.
      if (name && data && (name !== "watched" || watching))
        events.push({ name, data: JSON.parse(data) as Record<string, unknown> });
    }
    woken();
  });
  const until: Line["until"] = async (test) => {
    while (!test(events))
      await new Promise<void>((resolve) => {
        woken = resolve;
      });
  };
  return { events, until, close: () => response.destroy() };
}

describe("an instrument that sends its samples", () => {
  const shop = useShop();
  let server: ReturnType<ReturnType<typeof createApp>["listen"]>;
  let port = 0;
  beforeEach(async () => {
    const parts = { services: shop.services, doors: shop.doors, hosts: ["127.0.0.1"], web: null };
    server = createApp({ ...parts, log: pino({ level: "silent" }) }).listen(0, "127.0.0.1");
    await once(server, "listening");
    ({ port } = server.address() as AddressInfo);
  });
  afterEach(async () => {
    server.closeAllConnections();
    await new Promise<void>((done) => void server.close(() => done()));
  });

  const listen = async (...to: string[]) => hear(false, to);
  const hear = async (watching: boolean, to: readonly string[]): Promise<Line> => {
    const path = `${API}/live?${to.map((one) => `to=${one}`).join("&")}`;
    const asked = plainRequest({ host: "127.0.0.1", port, path, agent: false }).end();
    const [response] = (await once(asked, "response")) as [IncomingMessage];
    expect(response.statusCode).toBe(200);
    expect(response.headers["content-type"]).toMatch(/^text\/event-stream\b/u);
    return readLine(response, watching);
  };
  const speak = async (feed: object = { kind: "http" }) =>
    (await shop.agent.put(`${API}/instruments/${METER}/feed`).send(feed).expect(200)).body as FeedKey;
  const send = (key: string, samples: unknown, instrument = METER) =>
    shop.agent
      .post(`${API}/instruments/${instrument}/samples`)
      .set("Authorization", `Bearer ${key}`)
      .send({ samples });

  it("is heard by whoever listens to it, in the unit of the record, with how long ago it was", async () => {
    const { key } = await speak();
    const line = await listen(`ohms:${METER}`);
    const other = await listen("ohms:meter-3");
    await send(key!, [sample(1), sample(2, { value: null, overload: true })]).expect(200);
    await line.until((events) => events.length === 1);
    const [{ name, data }] = line.events as [Line["events"][number]];
    expect(name).toBe("shown");
    expect(data["instrument"]).toBe(METER);
    const [first, second] = data["displays"] as Record<string, number>[];
    expect(first).toMatchObject({ sequence: 1, reads: "ohms", range: 600 });
    expect(first!["value"]).toBeCloseTo(0.31, 12);
    expect(first!["ago"]).toBeCloseTo(0.2, 6);
    expect(second).toMatchObject({ sequence: 2, value: null, ago: 0 });
    expect(other.events).toEqual([]);
    line.close();
    other.close();
  });

  it("is told what is wrong, by its place, and the rest of its samples counts", async () => {
    const { key } = await speak();
    const { body } = await send(key!, [
      sample(1),
      sample(2, { unit: "V" }),
      sample(3, { value: null }),
      { sequence: "x" },
      sample(4),
    ]).expect(200);
    const { taken, dropped, refused } = body as SamplesReceipt;
    expect([taken, dropped]).toEqual([2, 0]);
    expect(refused.map(({ field }) => field)).toEqual([
      "samples.1",
      "samples.2",
      "samples.3.sequence",
      "samples.3.time",
      "samples.3.function",
      "samples.3.value",
      "samples.3.unit",
    ]);
    expect(refused[0]!.sentence).toBe("resistance is not read in “V”; Ω is, with or without a prefix.");
  });

  it("is refused as a whole where nothing of it is a sample", async () => {
    const { key } = await speak();
    const { body } = await send(key!, [sample(2, { function: "mood" })]).expect(422);
    expect(body).toMatchObject({ fields: [{ field: "samples.0.function" }] });
    await send(key!, []).expect(422);
    await send(
      key!,
      Array.from({ length: 201 }, (_, n) => sample(n)),
    ).expect(422);
  });

  it("has what came late or twice dropped", async () => {
    const { key } = await speak();
    await send(key!, [sample(5), sample(6)]).expect(200);
    const { body } = await send(key!, [sample(4), sample(6), sample(7)]).expect(200);
    expect(body).toEqual({ taken: 1, dropped: 2, refused: [] });
  });

  it("needs its key: none, another's, an older one and that of a feed that ended open nothing", async () => {
    const { key } = await speak();
    await shop.agent
      .post(`${API}/instruments/${METER}/samples`)
      .send({ samples: [sample(1)] })
      .expect(401);
    await send("not-the-key", [sample(1)]).expect(401);
    await send(key!, [sample(1)], "meter-3").expect(401);
    const { key: newer } = await speak();
    expect(newer).not.toBe(key);
    await send(key!, [sample(1)]).expect(401);
    await send(newer!, [sample(1)]).expect(200);
    await speak({ kind: "serial", baud: 115_200 });
    await send(newer!, [sample(2)]).expect(401);
    await speak();
    await shop.agent.delete(`${API}/instruments/${METER}/feed`).expect(200);
    await send(newer!, [sample(3)]).expect(401);
  });

  it("has its key told once, and kept only as a digest", async () => {
    const { key } = await speak();
    const { body } = await shop.agent.get(`${API}/feeds`).expect(200);
    expect(body).toEqual([{ instrument: METER, feed: { kind: "http" } }]);
    const [row] = await shop.database.models.InstrumentFeed.findAll();
    expect(JSON.stringify(row)).not.toContain(key);
  });

  it("must be on the list, and asked only at an address of the house", async () => {
    const at = (host: string) => ({ kind: "scpi", host, port: 5025 });
    await shop.agent.put(`${API}/instruments/nobody/feed`).send({ kind: "http" }).expect(404);
    for (const host of ["8.8.8.8", "169.254.169.254", "::ffff:8.8.8.8", "0.0.0.0", "not.a.name.invalid"]) {
      const { body } = await shop.agent.put(`${API}/instruments/${METER}/feed`).send(at(host)).expect(422);
      expect((body as { fields: { field: string }[] }).fields[0]!.field).toBe("host");
    }
    for (const host of ["http://10.0.0.1", "10.0.0.1/x", "a b", ""])
      await shop.agent.put(`${API}/instruments/${METER}/feed`).send(at(host)).expect(422);
    for (const host of ["127.0.0.1", "::1", "10.9.8.7", "192.168.1.40", "172.31.0.1", "fd00::1", "localhost"])
      await speak(at(host));
  });

  it("says how many benches look at it, as they come and go", async () => {
    const first = await hear(true, [`ohms:${METER}`]);
    const counts = () => first.events.map(({ data }) => data["benches"]);
    await first.until(() => counts().length === 1);
    const second = await hear(true, [`acVolts:${METER}`, "ohms:meter-3"]);
    await first.until(() => counts().length === 2);
    second.close();
    await first.until(() => counts().length === 3);
    expect(counts()).toEqual([1, 2, 1]);
    // Nobody but a hand turns what it reads: it is asked for nothing.
    expect(first.events.map(({ data }) => data["asked"])).toEqual([null, null, null]);
    first.close();
  });

  it("is listened to only by name", async () => {
    await shop.agent.delete(`${API}/instruments/%00/feed`).expect(404);
    await send("a-key", [sample(1)], "%00").expect(404);
    for (const query of [
      "",
      "?to=",
      "?to=ohms:%00",
      "?to=ohms",
      "?to=mood:meter-2",
      `?${"to=ohms:m&".repeat(9)}`,
    ])
      await shop.agent.get(`${API}/live${query}`).expect(422);
  });

  /** A meter of the network, by its own rules: what it was told, and what it answers. */
  async function meterOnTheWire(answer: (words: string) => string | null) {
    const told: string[] = [];
    const meter = createServer((socket) => {
      socket.on("error", () => undefined);
      socket.setEncoding("latin1").on("data", (text: string) => {
        for (const words of text.split("\n").filter(Boolean)) {
          told.push(words);
          const said = answer(words);
          if (said !== null) socket.write(`${said}\n`);
        }
      });
    }).listen(0, "127.0.0.1");
    await once(meter, "listening");
    return { told, port: (meter.address() as AddressInfo).port, close: () => meter.close() };
  }

  it("is asked over the network for as long as somebody listens, in the function that is wanted", async () => {
    const values = ["+3.10000000E-01", "+9.90000000E+37", "9.91E37", "+3.20E-01,0"];
    let n = 0;
    const meter = await meterOnTheWire((words) =>
      words === "SYST:ERR?" ? '+0,"No error"' : words === "READ?" ? values[n++ % values.length]! : null,
    );
    await speak({ kind: "scpi", host: "127.0.0.1", port: meter.port });
    await new Promise((resolve) => setTimeout(resolve, 100));
    expect(meter.told).toEqual([]);
    const line = await listen(`ohms:${METER}`);
    await line.until((events) => events.filter(({ name }) => name === "shown").length >= 3);
    expect(meter.told.slice(0, 3)).toEqual(["*CLS", "CONF:RES", "SYST:ERR?"]);
    const shown = line.events.flatMap(({ data }) => (data["displays"] as { value: number | null }[]) ?? []);
    expect(shown.slice(0, 3).map(({ value }) => value)).toEqual([0.31, null, 0.32]);
    expect(
      line.events.some(({ name, data }) => name === "silent" && /shows no number/u.test(String(data["why"]))),
    ).toBe(true);
    line.close();
    await new Promise((resolve) => setTimeout(resolve, 300));
    const before = n;
    await new Promise((resolve) => setTimeout(resolve, 300));
    expect(n).toBe(before);
    meter.close();
  });

  it("reads one thing at a time: who is there already is told what it is asked for now, and has it back after", async () => {
    const meter = await meterOnTheWire((words) =>
      words === "SYST:ERR?" ? '+0,"No error"' : words === "READ?" ? "1.5" : null,
    );
    await speak({ kind: "scpi", host: "127.0.0.1", port: meter.port });
    const first = await hear(true, [`ohms:${METER}`]);
    const asked = () =>
      first.events.flatMap(({ name, data }) => (name === "watched" && data["asked"] ? [data["asked"]] : []));
    const until = (reads: string) => first.until(() => asked().at(-1) === reads);
    await until("ohms");
    const second = await listen(`acVolts:${METER}`);
    await until("acVolts");
    await second.until((events) => events.some(({ name }) => name === "shown"));
    second.close();
    await until("ohms");
    first.close();
    meter.close();
  });

  it("is measured in one word where it knows no configuring, and nothing is switched", async () => {
    const meter = await meterOnTheWire((words) =>
      words === "SYST:ERR?" ? '-113,"Undefined header"' : words === "MEAS:FRES?" ? "0.0625" : null,
    );
    await shop.agent
      .put(`${API}/instruments/meter-3/feed`)
      .send({ kind: "scpi", host: "127.0.0.1", port: meter.port })
      .expect(200);
    const line = await listen("ohms:meter-3");
    await line.until((events) => events.some(({ name }) => name === "shown"));
    expect(meter.told.every((words) => /^(?:\*CLS|CONF:FRES|SYST:ERR\?|MEAS:FRES\?)$/u.test(words))).toBe(
      true,
    );
    line.close();
    meter.close();
  });

  it("that is not reached says so to whoever listens, and to whoever comes later", async () => {
    const meter = await meterOnTheWire(() => null);
    meter.close();
    await speak({ kind: "scpi", host: "127.0.0.1", port: meter.port });
    const line = await listen(`ohms:${METER}`);
    await line.until((events) => events.some(({ name }) => name === "silent"));
    expect(line.events[0]!.data["why"]).toMatch(/^6000-count true-RMS meter does not listen on port \d+\.$/u);
    const later = await listen(`ohms:${METER}`);
    await later.until((events) => events.length > 0);
    line.close();
    later.close();
  });
});
