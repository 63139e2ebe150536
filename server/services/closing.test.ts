import { pino } from "pino";
import { describe, expect, it } from "vitest";
import { API } from "#contract/routes";
import { CannotJudge, inThisThread, type Judge } from "../judge/judge.ts";
import { aDecision, aReading, aTurning, bundledIn, JOB, NOW, uuid, useShop } from "../../tests/shop.ts";
import { services } from "./index.ts";

const shop = useShop();
const YEAR = 365 * 24 * 3_600_000;
const DAY = 24 * 3_600_000;

async function decided(): Promise<void> {
  await shop.takeIn().expect(201);
  await shop.put("readings", aReading(1), 0).expect(201);
  await shop.put("decisions", aDecision(2), 1).expect(201);
}

/** A judge that lets something happen while a closing is frozen. */
function whileFreezing(happens: () => Promise<unknown>, times = 1): Judge {
  let left = times;
  return {
    ...inThisThread,
    freeze: async (input) => {
      if (left > 0) {
        left -= 1;
        await happens();
      }
      return inThisThread.freeze(input);
    },
  };
}

describe("the closing that is shown", () => {
  it("is the last in the journal, by a clock that jumps a year ahead and a day back", async () => {
    await decided();
    shop.now = new Date(NOW.getTime() + YEAR);
    await shop.put("closings", aTurning(3, "first"), 2).expect(201);
    shop.now = new Date(NOW.getTime() - DAY);
    await shop.put("reopenings", aTurning(4, "came back"), 3).expect(201);
    await shop.put("closings", aTurning(5, "second"), 4).expect(201);
    const view = await shop.view();
    expect(view.closing).toMatchObject({ reason: "second", at: shop.now.toISOString() });
    expect(view.closedAt).toBe(shop.now.toISOString());
    const { closings } = await bundledIn(await shop.bytes(`${API}/jobs/${JOB}/bundle`));
    expect(closings.map(({ reason }) => reason)).toEqual(["first", "second"]);
    await shop.services.judging.idle();
    // What came back is told by the order of the shop's jobs.
    const [later] = [uuid(90)];
    await shop.takeIn(later, {
      ...(await shop.view()).intake,
      takenInAt: new Date(NOW.getTime() - 2 * DAY).toISOString(),
    });
    await shop.services.judging.idle();
    const { items } = (await shop.agent.get(`${API}/account`).expect(200)).body;
    expect(items[0].cameBack).toBe(true);
  });
});

describe("a job", () => {
  it("that is open is not opened again, and one that is closed takes nothing but its reopening", async () => {
    await decided();
    const open = await shop.put("reopenings", aTurning(3, "came back"), 2).expect(409);
    expect(open.body.title).toBe("Job is open");
    await shop.put("closings", aTurning(4, "done"), 2).expect(201);
    const closed = await shop.put("readings", aReading(5), 3).expect(409);
    expect(closed.body.title).toBe("Job is closed");
    await shop.put("reopenings", aTurning(6, "came back"), 3).expect(201);
    await shop.put("readings", aReading(7), 4).expect(201);
  });
});

describe("what a closing freezes", () => {
  it("is what its version holds: a reading that lands while it is judged is in it, or it is refused", async () => {
    await decided();
    const other = services(shop.database, () => shop.now);
    const late = aReading(7, { slot: "BC" });
    const judge = whileFreezing(() => other.jobs.append(JOB, { kind: "reading", body: late } as never, 2));
    const { jobs } = services(shop.database, () => shop.now, judge);
    // It names the version that the reading made: as two tablets send both together.
    await jobs.append(JOB, { kind: "closing", body: aTurning(8, "done") } as never, 3);
    const view = await shop.view();
    expect(view.entries.map(({ kind }) => kind)).toEqual(["reading", "decision", "reading", "closing"]);
    expect(view.closing!.record.readings.map(({ id }) => id)).toEqual([uuid(1), uuid(7)]);
    await other.judging.idle();
  });

  it("is refused where the reading came first and the closing did not know of it", async () => {
    await decided();
    const judge = whileFreezing(() => shop.put("readings", aReading(7, { slot: "BC" }), 2).expect(201));
    const { jobs } = services(shop.database, () => shop.now, judge);
    await expect(jobs.append(JOB, { kind: "closing", body: aTurning(8) } as never, 2)).rejects.toMatchObject({
      status: 412,
    });
    expect((await shop.view()).closedAt).toBeNull();
  });

  it("is judged by the limits that stand when it is written down", async () => {
    await decided();
    const limits = { spin: { limit: 0.07, reason: "old drill" } };
    const judge = whileFreezing(() => shop.agent.put(`${API}/limits`).send(limits).expect(200));
    const { jobs } = services(shop.database, () => shop.now, judge);
    await jobs.append(JOB, { kind: "closing", body: aTurning(8) } as never, 2);
    expect((await shop.view()).closing!.record.limits).toEqual(limits);
  });

  it("is given up, with a sentence, where it changes faster than it can be judged; the job stays open", async () => {
    await decided();
    let n = 0;
    const judge = whileFreezing(
      () =>
        shop.agent
          .put(`${API}/limits`)
          .send({ spin: { limit: 0.05 + (n += 1) / 1000, reason: "old drill" } })
          .expect(200),
      100,
    );
    const { jobs } = services(shop.database, () => shop.now, judge);
    await expect(jobs.append(JOB, { kind: "closing", body: aTurning(8) } as never, 2)).rejects.toMatchObject({
      status: 503,
      message: expect.stringContaining("Nothing was changed") as string,
    });
    expect((await shop.view()).closedAt).toBeNull();
  });

  it("that cannot be judged never hangs: the job stays open, and it is said", async () => {
    await decided();
    const judge: Judge = { ...inThisThread, freeze: () => Promise.reject(new CannotJudge("lost")) };
    const { jobs } = services(shop.database, () => shop.now, judge, pino({ level: "silent" }));
    await expect(jobs.append(JOB, { kind: "closing", body: aTurning(8) } as never, 2)).rejects.toMatchObject({
      status: 503,
      message: expect.stringContaining("stays open") as string,
    });
    expect((await shop.view()).closedAt).toBeNull();
  });
});
