import { describe, expect, it, vi } from "vitest";
import type { Intake } from "#core/record";
import { API } from "#contract/routes";
import { aDecision, aReading, aTurning, INTAKE, JOB, useShop, uuid } from "../../tests/shop.ts";
import { rememberedLines } from "./outcomes.ts";

const shop = useShop();
const intakeOf = (n: number, motor: Partial<Intake["motor"]>): Intake => ({
  ...INTAKE,
  motor: { ...INTAKE.motor, id: uuid(600 + n), name: `Trike ${n}`, ...motor },
});
async function readAndTakenIn(n: number, serial: string): Promise<void> {
  await shop.takeIn(uuid(n), intakeOf(n, { serial })).expect(201);
  for (const [i, slot] of ["AB", "BC", "CA"].entries())
    await shop.put("readings", aReading(n * 100 + i, { slot }), i, uuid(n)).expect(201);
}
const unitsFor = async (q: string) =>
  ((await shop.agent.get(`${API}/units`).query({ q }).expect(200)).body.items as { serial: string }[]).map(
    ({ serial }) => serial,
  );

describe("a serial", () => {
  it.each([
    ["ÖL-77", "öl-77"],
    ["TF-0022", " tf-0022"],
    ["STRASSE", "straße"],
  ])("%j and %j are one unit: the second visit has the first as its past", async (one, other) => {
    await readAndTakenIn(1, one);
    await readAndTakenIn(2, other.trim());
    await shop.services.judging.idle();
    expect((await shop.record(uuid(2))).past).toMatchObject([{ jobNumber: 1 }]);
    expect(await unitsFor(one.toLowerCase())).toHaveLength(1);
  });

  it.each(["n/a", "-", "none", "N.A.", "?"])("%j joins no two motors, anywhere", async (none) => {
    await readAndTakenIn(1, none);
    await shop.put("decisions", aDecision(11), 3, uuid(1)).expect(201);
    await shop.put("closings", aTurning(12), 4, uuid(1)).expect(201);
    await readAndTakenIn(2, none);
    await shop.services.judging.idle();
    expect((await shop.record(uuid(2))).past ?? []).toEqual([]);
    expect(await unitsFor("")).toEqual([]);
    // The second is not the first come back.
    const { items } = (await shop.agent.get(`${API}/account`).expect(200)).body;
    expect(items).toMatchObject([{ cameBack: false }]);
  });

  it("with “_” or “%” in it is found by them, and by nothing else", async () => {
    for (const [n, serial] of ["A_1", "AB1", "50%", "500"].entries())
      await shop.takeIn(uuid(n + 1), intakeOf(n + 1, { serial })).expect(201);
    expect(await unitsFor("_")).toEqual(["A_1"]);
    expect(await unitsFor("%")).toEqual(["50%"]);
    const jobsFor = async (q: string) =>
      (await shop.agent.get(`${API}/jobs`).query({ q })).body.total as number;
    expect([await jobsFor("_"), await jobsFor("%"), await jobsFor("öl")]).toEqual([1, 1, 0]);
  });

  it("is looked for without regard to case, beyond ASCII too", async () => {
    await shop.takeIn(uuid(1), intakeOf(1, { serial: "ÖL-77", owner: "Żuraw" })).expect(201);
    for (const q of ["öl", "ÖL", "ŻURAW", "żuraw"]) {
      expect(await unitsFor(q), q).toEqual(["ÖL-77"]);
      expect((await shop.agent.get(`${API}/jobs`).query({ q })).body.total, q).toBe(1);
    }
  });
});

describe("what is remembered of closed jobs", () => {
  it("is not a failure: the next who asks is answered", async () => {
    await shop.takeIn().expect(201);
    await shop.put("decisions", aDecision(1), 0).expect(201);
    await shop.put("closings", aTurning(2), 1).expect(201);
    await shop.services.judging.idle();
    const { models } = shop.database;
    const lines = rememberedLines(models);
    const stumble = vi.spyOn(models.Visit, "findAll").mockRejectedValueOnce(new Error("the disk stumbled"));
    await expect(lines(shop.now)).rejects.toThrow("stumbled");
    stumble.mockRestore();
    expect(await lines(shop.now)).toMatchObject([{ jobId: JOB }]);
  });
});
