import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { openDatabase, type Database } from "../database/database.ts";
import { inThisThread, type Judge } from "../judge/judge.ts";
import { INTAKE, NOW, aReading, useShop, uuid } from "../../tests/shop.ts";
import { onPostgres } from "../../tests/postgresShop.ts";
import { services } from "./index.ts";

/** A judge that says which jobs it was given, and waits where it is told to. */
function watched(wait: (job: string) => Promise<void> = () => Promise.resolve()) {
  const judged: string[] = [];
  const judge: Judge = {
    ...inThisThread,
    judge: async (input) => {
      judged.push(input.jobId);
      await wait(input.jobId);
      return inThisThread.judge(input);
    },
  };
  return { judge, judged };
}

describe.runIf(onPostgres)("processes that judge the same jobs", () => {
  const shop = useShop();
  const COUNT = 40;
  let others: Database[] = [];
  const anotherProcess = async (judge: Judge) => {
    const database = await openDatabase(shop.address!, NOW);
    others.push(database);
    return services(database, () => NOW, judge);
  };
  const motor = (n: number, serial = "") => ({
    ...INTAKE,
    motor: { ...INTAKE.motor, id: uuid(500 + n), serial },
  });
  const toBeJudged = () =>
    shop.database.sequelize.query("UPDATE jobs SET summarised = -1").then(() => undefined);
  const left = async () => (await shop.services.judging.progress()).left;
  beforeEach(async () => {
    await shop.services.judging.stop(() => Promise.resolve());
    for (let n = 1; n <= COUNT; n += 1) await shop.services.jobs.takeIn(uuid(n), motor(n));
  });
  afterEach(async () => {
    for (const one of others) await one.close();
    others = [];
  });

  it("share them: each is judged once, and all are", async () => {
    await toBeJudged();
    const [first, second] = [watched(), watched()];
    const two = [await anotherProcess(first.judge), await anotherProcess(second.judge)];
    for (const { judging } of two) judging.wake();
    while ((await left()) > 0) for (const { judging } of two) await judging.idle();
    expect([...first.judged, ...second.judged].toSorted()).toEqual(
      Array.from({ length: COUNT }, (_, n) => uuid(n + 1)).toSorted(),
    );
    expect(first.judged.length).toBeGreaterThan(0);
    expect(second.judged.length).toBeGreaterThan(0);
  });

  it("take over what one was judging when it died, and not before it has been silent for a while", async () => {
    await toBeJudged();
    const dead = watched(() => new Promise(() => undefined));
    (await anotherProcess(dead.judge)).judging.wake();
    while (dead.judged.length === 0) await new Promise((resolve) => setTimeout(resolve, 10));
    const alive = watched();
    const { judging } = await anotherProcess(alive.judge);
    judging.wake();
    await judging.idle();
    expect(alive.judged).toHaveLength(COUNT - 32);
    expect(await left()).toBe(32);
    await shop.database.sequelize.query(
      "UPDATE being_judged SET until = clock_timestamp() - interval '1 second'",
    );
    judging.wake();
    await judging.idle();
    expect(await left()).toBe(0);
    expect(new Set(alive.judged).size).toBe(COUNT);
  });

  it("keep no verdict that was held against a past which another one changed meanwhile", async () => {
    const [earlier, later] = [uuid(801), uuid(802)];
    for (const [id, n] of [
      [earlier, 901],
      [later, 902],
    ] as const)
      await shop.services.jobs.takeIn(id, motor(n, "SN 4711"));
    const settles = await anotherProcess(inThisThread);
    settles.judging.wake();
    await settles.judging.idle();
    // One judges the later visit, and is slow about it.
    await shop.database.sequelize.query(`UPDATE jobs SET summarised = -1 WHERE id = '${later}'`);
    let goOn = () => {};
    const slow = watched(() => new Promise((resolve) => (goOn = resolve)));
    const slowProcess = await anotherProcess(slow.judge);
    slowProcess.judging.wake();
    while (slow.judged.length === 0) await new Promise((resolve) => setTimeout(resolve, 10));
    // Meanwhile the earlier one reads differently.
    for (const [version, slot] of ["AB", "BC", "CA"].entries())
      await shop.services.jobs.append(
        earlier,
        { kind: "reading", body: aReading(20 + version, { slot }) as never },
        version,
      );
    const fast = watched();
    const fastProcess = await anotherProcess(fast.judge);
    fastProcess.judging.wake();
    await fastProcess.judging.idle();
    expect(fast.judged).toContain(earlier);
    expect(fast.judged).toContain(later);
    const before = (await shop.database.models.Job.findByPk(later))!.summarised;
    goOn();
    await slowProcess.judging.idle();
    expect((await shop.database.models.Job.findByPk(later))!.summarised).toBe(before);
    expect(await left()).toBe(0);
  });
});
