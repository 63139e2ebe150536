import { describe, expect, it } from "vitest";
import type { Day } from "#contract/jobs";
import { daySchema } from "#contract/responseSchemas";
import { API } from "#contract/routes";
import type { Account } from "#contract/shop";
import { HUB, madeSafe } from "../../tests/jobs.ts";
import { aDecision, aReading, aTurning, INTAKE, useShop, uuid } from "../../tests/shop.ts";

const shop = useShop();
/** A Monday morning. */
const MORNING = new Date("2026-03-02T08:40:12.345Z");
const line = (n: number, part: object) => ({ id: uuid(n), by: "MO", at: MORNING.toISOString(), ...part });
const jobId = (n: number) => `01990000-0000-7000-8000-00000000000${n}`;

async function day(query = ""): Promise<Day> {
  await shop.services.judging.idle();
  const { body } = await shop.agent.get(`${API}/day${query}`).expect(200);
  expect(daySchema.validate(body).error).toBeUndefined();
  return body as Day;
}

/** A motor taken in: its name, and what was said of it. */
async function motor(n: number, name: string, more: Partial<typeof INTAKE> = {}): Promise<string> {
  shop.now = MORNING;
  const intake = {
    ...INTAKE,
    motor: { ...HUB, id: uuid(900 + n), serial: `S-${n}`, name },
    by: "MO",
    ...more,
  };
  await shop.takeIn(jobId(n), intake).expect(201);
  return jobId(n);
}
const names = ({ rows }: Day) => rows.map(({ job }) => job.name);
const put = (job: string, noun: string, body: { id: string }, version: number) =>
  shop.put(noun, body, version, job).expect(201);

describe("the day at the bench", () => {
  it("has every open job in an order, whole minutes from now on, until the shop closes", async () => {
    await motor(1, "Pump");
    await motor(2, "Winch");
    const today = await day();
    expect(today.now).toBe("2026-03-02T08:40:00.000Z");
    expect([today.from, today.until]).toEqual(["2026-03-02T08:40:00.000Z", "2026-03-02T17:00:00.000Z"]);
    expect(names(today).toSorted()).toEqual(["Pump", "Winch"]);
    expect(today.rows[0]?.start).toBe(today.now);
    expect(today.blocks.filter(({ kind }) => kind === "work").length).toBeGreaterThan(1);
    const { ready } = today.rows[0]!;
    expect(ready!.chance).toBeGreaterThanOrEqual(0.6);
    expect(ready!.at > today.now).toBe(true);
  });

  it("puts first what stands still without it, and a promise before that", async () => {
    await motor(1, "Pump", { pressing: "waits" });
    await motor(2, "Winch", { pressing: "standsStill" });
    await motor(3, "Lift");
    expect(names(await day())).toEqual(["Winch", "Lift", "Pump"]);
    const pump = (await day()).rows.find(({ job }) => job.name === "Pump")!.job;
    const correction = aTurning(20, "rang");
    await put(pump.id, "corrections", { ...correction, changes: { promised: "2026-03-02" } } as never, 0);
    const today = await day();
    expect(today.rows.find(({ job }) => job.name === "Pump")).toMatchObject({
      job: { summary: { promised: "2026-03-02" } },
    });
    expect(today.rows.find(({ job }) => job.name === "Pump")!.kept).toBeGreaterThan(0.5);
    expect(today.rows.find(({ job }) => job.name === "Winch")!.kept).toBeNull();
  });

  it("keeps the place that a person gives until it is taken away, and for no job that is not open", async () => {
    for (const [n, name] of ["Pump", "Winch", "Lift"].entries()) await motor(n + 1, name);
    const [first, , last] = names(await day());
    const moved = (await day()).rows.at(-1)!.job.id;
    const move = (place: number | null) => shop.agent.put(`${API}/day/${moved}`).send({ job: moved, place });
    await move(0).expect(200);
    expect(names(await day())[0]).toBe(last);
    expect((await day()).rows[0]).toMatchObject({ pinned: true });
    await move(null).expect(200);
    expect(names(await day())[0]).toBe(first);
    await move(-1).expect(422);
    const nobody = uuid(77);
    await shop.agent.put(`${API}/day/${nobody}`).send({ job: nobody, place: 0 }).expect(404);
  });

  it("shows one person's jobs to whoever asks for them alone", async () => {
    await motor(1, "Pump");
    await motor(2, "Winch", { by: "PR" });
    expect(names(await day("?mine=PR"))).toEqual(["Winch"]);
    expect(names(await day("?mine=MO"))).toEqual(["Pump"]);
    expect((await day()).rows.map(({ person }) => person).toSorted()).toEqual(["MO", "PR"]);
  });

  it("sets apart what waits for others: parts by their day, and for an answer nobody can tell", async () => {
    const pump = await motor(1, "Pump");
    await put(pump, "decisions", aDecision(30, { cures: ["starJoint"], waitingFor: "parts" }), 0);
    const winch = await motor(2, "Winch");
    await put(winch, "decisions", aDecision(31, { cures: ["starJoint"], waitingFor: "answer" }), 0);
    const some = {
      epoch: 0,
      part: "6203 2RS",
      state: "awaited",
      due: "2026-03-05",
      price: null,
      replaces: null,
    };
    expect((await day()).waiting.map(({ ready }) => ready)).toEqual([null, null]);
    await put(pump, "parts", line(32, some), 1);
    const { rows, waiting } = await day();
    expect(rows).toEqual([]);
    const ready = Object.fromEntries(waiting.map((one) => [one.job.name, one.ready]));
    expect(ready.Winch).toBeNull();
    expect(ready.Pump!.at >= "2026-03-05T08:00:00.000Z").toBe(true);
    // Its day is past, and no other was said.
    shop.now = new Date("2026-03-06T09:00:00.000Z");
    expect((await day()).waiting.map((one) => one.ready)).toEqual([null, null]);
  });

  it("says what was done today, and no more of what was closed before", async () => {
    const pump = await motor(1, "Pump");
    await put(pump, "decisions", aDecision(40, { disposition: "undecided" }), 0);
    await put(pump, "closings", aTurning(41), 1);
    expect((await day()).done.map(({ name }) => name)).toEqual(["Pump"]);
    shop.now = new Date("2026-03-03T08:00:00.000Z");
    expect((await day()).done).toEqual([]);
  });

  it("plans on from the next opening where the shop is shut", async () => {
    await motor(1, "Pump");
    shop.now = new Date("2026-03-07T12:00:00.000Z");
    const saturday = await day();
    expect(saturday.from).toBe("2026-03-09T08:00:00.000Z");
    expect(saturday.rows[0]?.start).toBe("2026-03-09T08:00:00.000Z");
  });

  it("goes by the shop's own hours", async () => {
    await motor(1, "Pump");
    const limits = { hours: { opens: "10:00", closes: "12:30", days: [1, 2] } };
    await shop.agent.put(`${API}/limits`).send(limits).expect(200);
    const today = await day();
    expect([today.from, today.until]).toEqual(["2026-03-02T10:00:00.000Z", "2026-03-02T12:30:00.000Z"]);
    const shut = { hours: { opens: "12:00", closes: "10:00", days: [1] } };
    await shop.agent.put(`${API}/limits`).send(shut).expect(422);
  });

  it("does not begin what its capacitors still hold", async () => {
    const fan = await motor(1, "Fan", {
      motor: { ...HUB, id: uuid(950), serial: "F-1", name: "Fan", family: "ecm", polePairs: null },
    });
    await motor(2, "Winch");
    const others = madeSafe("ecm").flatMap(({ slot }) => (slot === "discharge" ? [] : [slot]));
    const say = (n: number, slot: string, choice: string) =>
      aReading(50 + n, {
        ...{ check: "safety", slot, takenAt: MORNING.toISOString(), instrumentId: null },
        ...{ value: { kind: "choice", choice }, typed: "" },
      });
    for (const [n, slot] of others.entries()) await put(fan, "readings", say(n, slot, "done"), n);
    expect((await day()).rows.find(({ job }) => job.name === "Fan")?.start).toBe("2026-03-02T08:40:00.000Z");
    await put(fan, "readings", say(40, "discharge", "started"), others.length);
    const today = await day();
    expect(names(today)).toEqual(["Winch", "Fan"]);
    // Its five minutes began at 8:40:12, and nobody touches it before they are over.
    expect(today.rows[1]!.start >= "2026-03-02T08:46:00.000Z").toBe(true);
  });
});

describe("what customers were told", () => {
  it("is held against when the motor was closed", async () => {
    const pump = await motor(1, "Pump");
    const told = (n: number, readyBy: string | null, chance: number | null) =>
      line(n, { words: "It is ready on Tuesday.", readyBy, chance });
    await put(pump, "tellings", told(60, "2026-03-02T09:00:00.000Z", 0.9), 0);
    await put(pump, "tellings", told(61, "2026-03-03T12:00:00.000Z", 0.6), 1);
    await put(pump, "tellings", told(62, null, null), 2);
    await put(pump, "decisions", aDecision(63, { disposition: "undecided" }), 3);
    const account = async () => {
      await shop.services.judging.idle();
      return ((await shop.agent.get(`${API}/account`).expect(200)).body as Account).told;
    };
    expect(await account()).toEqual({ of: 0, kept: 0, expected: 0 });
    shop.now = new Date("2026-03-03T11:00:00.000Z");
    await put(pump, "closings", aTurning(64), 4);
    // The last time that was told counts, and was kept.
    expect(await account()).toEqual({ of: 1, kept: 1, expected: 0.6 });
  });
});
