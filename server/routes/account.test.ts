import { describe, expect, it } from "vitest";
import { accountSchema, foundSchema } from "#contract/outcomeSchemas";
import { API } from "#contract/routes";
import type { JobList, JobView } from "#contract/jobs";
import type { Account } from "#contract/shop";
import { readView } from "#contract/view";
import { assessJob } from "#core/judge";
import type { Found } from "#core/outcomes";
import { aDecision, aTurning, JOB, useShop, uuid } from "../../tests/shop.ts";

const shop = useShop();
const account = async () => {
  await shop.services.judging.idle();
  const { body } = await shop.agent.get(`${API}/account`).expect(200);
  expect(accountSchema.validate(body).error).toBeUndefined();
  return body as Account;
};

describe("what the shop said and what was true", () => {
  it("is empty while nothing is closed, and loses a job that is opened again", async () => {
    await shop.takeIn();
    await shop.put("decisions", aDecision(1), 0).expect(201);
    expect(await account()).toEqual({
      bands: [],
      counts: { true: 0, half: 0, false: 0, open: 0 },
      unsaid: 0,
      told: { of: 0, kept: 0, expected: 0 },
      experience: [],
      items: [],
    });
    await shop.put("closings", aTurning(2), 1).expect(201);
    expect(await account()).toMatchObject({ unsaid: 1, items: [{ jobId: JOB, truth: "open" }] });
    await shop.put("reopenings", aTurning(3, "forgot the spin"), 2).expect(201);
    expect((await account()).items).toEqual([]);
  });

  it("keeps what was said at the closing through the limits of later days", async () => {
    await shop.becomeDemo();
    const before = await account();
    expect(before.counts.true).toBeGreaterThan(10);
    // The motor that was cleared, and came back with a joint that had been twisted together.
    expect(
      before.items.filter(({ cameBack }) => cameBack).map(({ name, truth }) => [name, truth]),
    ).toContainEqual(["Cargo trike 4, front hub", "false"]);
    await shop.agent
      .put(`${API}/limits`)
      .send({ spin: { limit: 0.01, reason: "trying it" } })
      .expect(200);
    expect(await account()).toEqual(before);
  });

  it("weighs in open jobs once its owner says why, and in no closed one", async () => {
    await shop.becomeDemo();
    const { experience: of, items } = await account();
    expect(of.find(({ model, family }) => model === null && family === "hub")!.known).toBeGreaterThanOrEqual(
      10,
    );
    const experience = { counted: "2026-11-01", reason: "every job is written down", of };
    await shop.agent
      .put(`${API}/limits`)
      .send({ experience: { ...experience, reason: "" } })
      .expect(422);
    await shop.agent.put(`${API}/limits`).send({ experience }).expect(200);
    const { body: list } = await shop.agent.get(`${API}/jobs`).expect(200);
    const open = (list as JobList).items.find(
      ({ name, stage }) => /trike/u.test(name) && stage !== "closed",
    )!;
    const viewed = async (id: string) =>
      (await shop.agent.get(`${API}/jobs/${id}`).expect(200)).body as JobView;
    const view = await viewed(open.id);
    expect(assessJob(readView(view, []).record).experience).toMatch(/^\d+ closed jobs of this model weigh/u);
    const closed = await viewed(items[0]!.jobId);
    expect(closed.closing!.verdict).not.toHaveProperty("experience");
  });

  it("counts what a model turned out to have, or a family where no model is named", async () => {
    await shop.becomeDemo();
    const found = async (query: object) => {
      const { body } = await shop.agent.get(`${API}/found`).query(query).expect(200);
      expect(foundSchema.validate(body).error).toBeUndefined();
      return body as Found;
    };
    const hubs = await found({ family: "hub" });
    expect(hubs.cures[0]).toMatchObject({ cure: "bearings" });
    expect(hubs.cameBack).toBeGreaterThan(0);
    expect(hubs.known).toBeGreaterThan(hubs.cures[0]!.n);
    expect((await found({ model: uuid(55) })).known).toBe(0);
    expect((await found({ family: "ecmSealed" })).known).toBe(0);
  });
});
