import { beforeEach, describe, expect, it } from "vitest";
import type { JobView } from "#contract/jobs";
import { API } from "#contract/routes";
import { readView } from "#contract/view";
import { assessJob } from "#core/judge";
import { sinceClosing } from "#core/closing";
import { HUB } from "../../tests/jobs.ts";
import { aDecision, aReading, aTurning, INTAKE, JOB, useShop, uuid } from "../../tests/shop.ts";

const shop = useShop();

/** 128, 128, 134 mΩ: 3.1 % above the mean, within the usual 5 %. */
async function readThreePairs(): Promise<number> {
  for (const [i, ohms] of [0.128, 0.128, 0.134].entries())
    await shop
      .put("readings", aReading(10 + i, { slot: ["AB", "BC", "CA"][i], value: { kind: "ohms", ohms } }), i)
      .expect(201);
  return 3;
}

async function closed(): Promise<JobView> {
  await shop.takeIn();
  const version = await readThreePairs();
  await shop.put("decisions", aDecision(20, { disposition: "undecided" }), version).expect(201);
  await shop.put("closings", aTurning(21), version + 1).expect(201);
  return shop.view();
}

const meter = async () => {
  const { body } = await shop.agent.get(`${API}/instruments`).expect(200);
  return (body as { id: string; ranges: { ofReading: number; digits: number }[] }[]).find(
    ({ id }) => id === "meter-3",
  )!;
};
const spoilMeter = async () => {
  const one = await meter();
  const spoiled = { ...one, ranges: one.ranges.map((range) => ({ ...range, digits: range.digits + 200 })) };
  await shop.agent.put(`${API}/instruments/meter-3`).send(spoiled).expect(200);
};

describe("a closed job", () => {
  let before: JobView;
  let pdf: Buffer;
  beforeEach(async () => {
    before = await closed();
    pdf = await shop.bytes(`${API}/jobs/${JOB}/report.pdf`);
  });

  const unchanged = async () => {
    const after = await shop.view();
    expect(after.closing).toEqual(before.closing);
    expect(readView(after).record).toEqual(readView(before).record);
    expect(after.closing?.verdict).toEqual(before.closing?.verdict);
    // The moment of making is written into a PDF; its length tells whether its words are the same.
    expect((await shop.bytes(`${API}/jobs/${JOB}/report.pdf`)).length).toBe(pdf.length);
  };
  const lineOf = async () =>
    (await shop.agent.get(`${API}/jobs`)).body.items.find(({ id }: { id: string }) => id === JOB);

  it("is not changed by editing an instrument it was read with", async () => {
    await spoilMeter();
    await unchanged();
  });

  it("is not changed by other limits of the shop", async () => {
    await shop.agent
      .put(`${API}/limits`)
      .send({ balance: { hub: { limit: 0.02, reason: "rewind practice" } } })
      .expect(200);
    await unchanged();
  });

  it("is not renamed nor given another family by a second take-in of the same motor", async () => {
    await shop.services.judging.idle();
    const line = await lineOf();
    const motor = { ...HUB, name: "Something else", family: "hobby" as const };
    await shop.takeIn(uuid(60), { ...INTAKE, motor }).expect(201);
    await shop.services.judging.idle();
    await unchanged();
    expect(await lineOf()).toEqual(line);
    const { items } = (await shop.agent.get(`${API}/units`).query({ q: HUB.serial })).body;
    expect(items[0].versions.map(({ motor: { name } }: { motor: { name: string } }) => name)).toEqual([
      HUB.name,
      "Something else",
    ]);
  });

  it("cannot be changed or taken away, even past the services", async () => {
    const { sequelize } = shop.database;
    await expect(sequelize.query("UPDATE closed_records SET body = '{}'")).rejects.toThrow();
    await expect(sequelize.query("DELETE FROM closed_records")).rejects.toThrow();
  });

  it("gives sisters and later visits what it measured at its closing", async () => {
    await shop.services.judging.idle();
    const visits = async () =>
      (await shop.agent.get(`${API}/units`).query({ q: HUB.serial })).body.items[0].visits;
    const then = await visits();
    await spoilMeter();
    // Judged anew, it still says what its own record says.
    await shop.database.models.Job.update({ summarised: -1 }, { where: { id: JOB } });
    shop.services.judging.wake();
    await shop.services.judging.idle();
    expect(await visits()).toEqual(then);
  });

  it("opened again is judged by today's meters and limits, and says what changed since", async () => {
    await spoilMeter();
    await shop.agent
      .put(`${API}/limits`)
      .send({ balance: { hub: { limit: 0.02, reason: "rewind practice" } } })
      .expect(200);
    await shop.put("reopenings", aTurning(30, "it came back"), before.version).expect(201);
    const view = await shop.view();
    const { record } = readView(view);
    expect(view.closing).toEqual(before.closing);
    const changes = sinceClosing(view.closing!, record, assessJob(record)).join(" ");
    expect(changes).toContain("Milliohm meter, four-wire");
    expect(changes).toContain("limits changed");
  });

  it("opened again with nothing changed says nothing", async () => {
    await shop.put("reopenings", aTurning(30, "a look"), before.version).expect(201);
    const view = await shop.view();
    const { record } = readView(view);
    expect(sinceClosing(view.closing!, record, assessJob(record))).toEqual([]);
  });
});
