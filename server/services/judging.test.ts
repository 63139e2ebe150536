import { pino } from "pino";
import { describe, expect, it, vi } from "vitest";
import { API } from "#contract/routes";
import { inThisThread, JudgeGone, type Judge, type Judged } from "../judge/judge.ts";
import { aReading, INTAKE, JOB, NOW, useShop, uuid } from "../../tests/shop.ts";
import { HUB } from "../../tests/jobs.ts";
import { services } from "./index.ts";
import { jobService } from "./jobs.ts";

const shop = useShop();

/** A judge that counts what it is asked, and answers only when told to. */
function countingJudge() {
  let open: (() => void) | null = null;
  const gate = new Promise<void>((resolve) => (open = resolve));
  const asked: string[] = [];
  const judge: Judge = {
    ...inThisThread,
    judge: async (input) => {
      asked.push(input.jobId);
      await gate;
      return inThisThread.judge(input);
    },
  };
  return { judge, asked, release: () => open!() };
}

describe("judging in the background", () => {
  it("never makes a list or a saved reading wait", async () => {
    const { judge, asked, release } = countingJudge();
    const { jobs, judging } = services(shop.database, () => NOW, judge, pino({ level: "silent" }));
    await jobs.takeIn(JOB, INTAKE);
    await vi.waitFor(() => expect(asked).toEqual([JOB]));
    // The judge is still at it: the list answers all the same, and says so.
    const list = await jobs.list();
    expect(list.judging).toEqual({ left: 1, of: 1 });
    expect(list.items[0]).toMatchObject({ name: HUB.name, summary: { headline: "Being weighed" } });
    await jobs.append(JOB, { kind: "reading", body: aReading(1) } as never, 0);
    release();
    await judging.idle();
    expect((await jobs.list()).judging.left).toBe(0);
    // Once for the take-in, once more for the reading that came meanwhile.
    expect(asked).toEqual([JOB, JOB]);
  });

  it("leaves what it was asked as it is once whoever judges is gone: nobody could not judge it", async () => {
    const gone: Judge = { ...inThisThread, judge: () => Promise.reject(new JudgeGone()) };
    const { jobs, judging } = services(shop.database, () => NOW, gone, pino({ level: "silent" }));
    await jobs.takeIn(JOB, INTAKE);
    await judging.idle();
    expect([await judging.unjudged(), (await judging.progress()).left]).toEqual([0, 1]);
    // As at the next start.
    const again = services(shop.database, () => new Date(NOW.getTime() + 120_000));
    await shop.database.sequelize.query("UPDATE jobs SET summarised = -1");
    await judging.stop(() => Promise.resolve());
    again.judging.wake();
    await again.judging.idle();
    expect((await again.judging.progress()).left).toBe(0);
  });

  it("lets those go first who write", async () => {
    let asked = 0;
    let known: Judged | null = null;
    const quick: Judge = {
      ...inThisThread,
      judge: async (input) => {
        asked += 1;
        return (known ??= await inThisThread.judge(input));
      },
    };
    const { jobs, judging } = services(shop.database, () => NOW, quick, pino({ level: "silent" }));
    await jobs.takeIn(JOB, INTAKE);
    await judging.idle();
    asked = 0;
    const start = performance.now();
    for (let n = 0; n < 40; n += 1)
      await jobs.append(JOB, { kind: "reading", body: aReading(n + 1) } as never, n);
    // While somebody writes without a pause, one job in a quarter of a second at most.
    expect(asked).toBeLessThanOrEqual((performance.now() - start) / 250);
    await judging.idle();
    expect((await jobs.list()).judging.left).toBe(0);
  });

  it("judges each open job once after a change of limits, whoever looks how often", async () => {
    const { judge, asked, release } = countingJudge();
    const { jobs, judging, shop: own } = services(shop.database, () => NOW, judge, pino({ level: "silent" }));
    release();
    for (let n = 0; n < 5; n += 1)
      await jobs.takeIn(uuid(100 + n), { ...INTAKE, motor: { ...HUB, id: uuid(200 + n), serial: `S-${n}` } });
    await judging.idle();
    asked.length = 0;
    await own.putLimits({ spin: { limit: 0.05, reason: "old drill" } });
    await Promise.all(Array.from({ length: 8 }, () => jobs.list()));
    await judging.idle();
    expect(asked.toSorted()).toEqual(Array.from({ length: 5 }, (_, n) => uuid(100 + n)));
  });

  it("says how many are left of those it began with, whatever was judged meanwhile", async () => {
    const gates: (() => void)[] = [];
    const judge: Judge = {
      ...inThisThread,
      judge: async (input) => {
        await new Promise<void>((resolve) => gates.push(resolve));
        return inThisThread.judge(input);
      },
    };
    const { jobs, judging, shop: own } = services(shop.database, () => NOW, judge, pino({ level: "silent" }));
    const COUNT = 20;
    /** Lets jobs be judged until about half of them are written down, and says how far it is. */
    const halfWay = async () => {
      for (;;) {
        await vi.waitFor(() => expect(gates.length).toBeGreaterThan(0));
        gates.shift()!();
        const { judging: far } = await jobs.list();
        if (far.left <= COUNT / 2 + 2) return far;
      }
    };
    const rest = async () => {
      let done = false;
      const idle = judging.idle().then(() => (done = true));
      while (!done) {
        gates.shift()?.();
        await new Promise((resolve) => setImmediate(resolve));
      }
      await idle;
    };
    for (let n = 0; n < COUNT; n += 1)
      await jobs.takeIn(uuid(100 + n), { ...INTAKE, motor: { ...HUB, id: uuid(200 + n), serial: `S-${n}` } });
    const taken = await halfWay();
    expect(taken.left).toBeGreaterThan(0);
    expect(taken.of).toBeGreaterThan(taken.left);
    await rest();
    expect((await jobs.list()).judging).toEqual({ left: 0, of: 0 });

    await own.putLimits({ spin: { limit: 0.05, reason: "old drill" } });
    const anew = await halfWay();
    expect(anew.left).toBeGreaterThan(0);
    expect(anew.of).toBe(COUNT);
    await rest();
  });

  it("goes on after a job that cannot be judged, and says so in the log", async () => {
    const failing: Judge = {
      ...inThisThread,
      judge: (input) => (input.jobId === JOB ? Promise.reject(new Error("no")) : inThisThread.judge(input)),
    };
    const { jobs, judging } = services(shop.database, () => NOW, failing, pino({ level: "silent" }));
    await jobs.takeIn(JOB, INTAKE);
    await jobs.takeIn(uuid(7), { ...INTAKE, motor: { ...HUB, id: uuid(8), serial: "other" } });
    await judging.idle();
    const { items, judging: left } = await jobs.list();
    expect(left.left).toBe(0);
    expect(items.find(({ id }) => id === uuid(7))!.summary.headline).not.toBe("Being weighed");
  });

  it("never calls a list fresh whose jobs were read before they were judged", async () => {
    const { judge, release } = countingJudge();
    const { jobs, judging } = services(shop.database, () => NOW, judge, pino({ level: "silent" }));
    await jobs.takeIn(JOB, INTAKE);
    // The judge is done just while a list is put together.
    const looking = jobService(
      shop.database,
      {
        ...judging,
        progress: async () => {
          release();
          await judging.idle();
          return judging.progress();
        },
      },
      () => NOW,
    );
    const list = await looking.list();
    expect(list.judging.left).toBe(0);
    expect(list.items[0]!.summary.headline).not.toBe("Being weighed");
  });

  it("judges a later visit anew when an earlier one reads differently", async () => {
    await shop.takeIn();
    const later = uuid(9);
    await shop.takeIn(later, { ...INTAKE, motor: { ...HUB, id: uuid(10) } });
    for (const [i, slot] of ["AB", "BC", "CA"].entries())
      await shop.put("readings", aReading(20 + i, { slot }), i).expect(201);
    await shop.services.judging.idle();
    expect((await shop.record(later)).past).toMatchObject([
      { jobNumber: 1, pairs: { AB: { value: expect.closeTo(0.128, 3) } } },
    ]);
    expect((await shop.agent.get(`${API}/jobs`)).body.judging.left).toBe(0);
  });
});
