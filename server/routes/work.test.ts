import { beforeEach, describe, expect, it } from "vitest";
import { API } from "#contract/routes";
import { workshopOf } from "#core/record";
import { aDecision, aReading, aTurning, bundledIn, JOB, useShop, uuid } from "../../tests/shop.ts";

const shop = useShop();
const AT = "2026-03-02T11:00:00.000Z";
const line = (n: number, part: object = {}) => ({ id: uuid(n), epoch: 0, by: "MO", at: AT, ...part });
const aStep = (n: number, part: object = {}) =>
  line(n, {
    plan: "Resolder the star joint",
    step: "Read the three pairs.",
    photos: [],
    ...part,
  }) as ReturnType<typeof line>;
const aPart = (n: number, part: object = {}) =>
  line(n, {
    part: "Bearing, 6203 2RS",
    state: "awaited",
    due: "2026-03-09",
    price: 11,
    replaces: null,
    ...part,
  });
const aRun = (n: number, part: object = {}) =>
  line(n, { epoch: 1, minutes: 60, load: "light", celsius: 31, sound: "even", note: "", ...part });
const aRelease = (n: number, part: object = {}) => line(n, { epoch: 1, as: "use", words: "", ...part });
const aRepair = (n: number) => ({
  id: uuid(n),
  plan: "Bearings",
  done: "both",
  minutes: 60,
  by: "MO",
  at: AT,
});
const undo = (n: number, of: string) => ({ id: uuid(n), of, by: "MO", at: AT });
const chose = (n: number, slot: string, choice: string, epoch = 0) =>
  aReading(n, { check: "mechanical", slot, epoch, value: { kind: "choice", choice }, instrumentId: null });

beforeEach(async () => {
  await shop.takeIn();
});

describe("the work on a motor", () => {
  it("is on disk when it is answered: steps, parts, runs", async () => {
    await shop.put("work-steps", aStep(1), 0).expect(201);
    await shop.put("parts", aPart(2), 1).expect(201);
    await shop.put("repairs", aRepair(3), 2).expect(201);
    await shop.put("burn-ins", aRun(4), 3).expect(201);
    await shop.close();
    await shop.open();
    const { done, parts, runs } = workshopOf(await shop.record());
    expect([done, parts, runs]).toEqual([[aStep(1)], [aPart(2)], [aRun(4)]]);
  });

  it.each([
    ["work-steps", aStep(1, { step: "" }), "step"],
    ["work-steps", aStep(1, { photos: ["../secret"] }), "photos.0"],
    ["parts", aPart(1, { part: " " }), "part"],
    ["parts", aPart(1, { due: "2026-02-31" }), "due"],
    ["parts", aPart(1, { due: "next week" }), "due"],
    ["parts", aPart(1, { price: -1 }), "price"],
    ["parts", aPart(1, { state: "lost" }), "state"],
    ["parts", aPart(1, { replaces: uuid(70) }), "replaces"],
    ["burn-ins", aRun(1, { epoch: 0, minutes: 0 }), "minutes"],
    ["burn-ins", aRun(1, { epoch: 0, celsius: 900 }), "celsius"],
    ["burn-ins", aRun(1, { epoch: 0, sound: "lovely" }), "sound"],
    ["burn-ins", aRun(1), "epoch"],
    ["releases", aRelease(1, { epoch: 0, as: "gift" }), "as"],
    ["releases", aRelease(1, { epoch: 0 }), "as"],
  ])("in %s is refused with field and sentence, and nothing is stored (%#)", async (noun, body, field) => {
    const { body: problem } = await shop.put(noun, body, 0).expect(422);
    expect(problem.fields[0].field).toBe(field);
    expect(problem.fields[0].sentence).toMatch(/\.$/u);
    expect((await shop.view()).version).toBe(0);
  });

  it("a part that came stands in the place of its order, once, and goes back to ordered", async () => {
    const here = (n: number) => aPart(n, { state: "here", due: null, replaces: uuid(1) });
    await shop.put("parts", aPart(1), 0).expect(201);
    await shop.put("parts", here(2), 1).expect(201);
    await shop.put("parts", here(3), 2).expect(422);
    expect((await shop.put("undos", undo(4, uuid(1)), 2).expect(422)).body.detail).toContain("changed since");
    await shop.put("undos", undo(4, uuid(2)), 2).expect(201);
    await shop.put("parts", here(5), 3).expect(201);
  });

  it("goes with the job into an empty shop: work, parts, runs, release, and the closing's outcome", async () => {
    await shop.put("readings", chose(1, "turn", "grinding"), 0).expect(201);
    await shop
      .put("decisions", aDecision(2, { disposition: "replacePart", cures: ["bearings"] }), 1)
      .expect(201);
    await shop.put("work-steps", aStep(3), 2).expect(201);
    await shop.put("parts", aPart(4), 3).expect(201);
    await shop.put("repairs", aRepair(5), 4).expect(201);
    await shop.put("readings", chose(6, "turn", "even", 1), 5).expect(201);
    await shop.put("burn-ins", aRun(7), 6).expect(201);
    await shop.put("releases", aRelease(8), 7).expect(201);
    await shop.put("closings", aTurning(9), 8).expect(201);
    const [before, view] = [await shop.record(), await shop.view()];
    const zip = await shop.bytes(`${API}/jobs/${JOB}/bundle`);
    await shop.moveToAnEmptyOne();
    await shop.import(JOB, zip).expect(201);
    const after = await shop.view();
    expect(workshopOf(await shop.record())).toEqual(workshopOf(before));
    const [kept] = (await bundledIn(await shop.bytes(`${API}/jobs/${JOB}/bundle`))).closings;
    expect(kept!.outcome).toMatchObject({ proof: "proved", release: "use", repairs: 1 });
    expect(kept).toEqual({ entryId: uuid(9), ...view.closing });
    expect(after.closing).toBeNull();
  });

  it("a repair is not taken back from under what was written after it", async () => {
    await shop.put("repairs", aRepair(1), 0).expect(201);
    await shop.put("burn-ins", aRun(2), 1).expect(201);
    expect((await shop.put("undos", undo(3, uuid(1)), 2).expect(422)).body.detail).toContain(
      "Work was written down after this repair",
    );
    await shop.put("undos", undo(3, uuid(2)), 2).expect(201);
    await shop.put("undos", undo(4, uuid(1)), 3).expect(201);
  });
});

describe("a release", () => {
  beforeEach(async () => {
    await shop.put("readings", chose(1, "turn", "grinding"), 0).expect(201);
    await shop.put("decisions", aDecision(2, { disposition: "replacePart" }), 1).expect(201);
    await shop.put("repairs", aRepair(3), 2).expect(201);
  });

  it("for use waits for the proof and the run; the server says so whatever a screen thinks", async () => {
    const detail = async () => (await shop.put("releases", aRelease(9), 3).expect(422)).body.detail as string;
    expect(await detail()).toContain("The proof is not complete");
    await shop.put("readings", chose(4, "turn", "even", 1), 3).expect(201);
    await shop.put("releases", aRelease(9), 4).expect(422);
    await shop.put("burn-ins", aRun(5), 4).expect(201);
    await shop.put("releases", aRelease(6), 5).expect(201);
    await shop.put("undos", undo(7, uuid(6)), 6).expect(201);
  });

  it("with a restriction needs no proof, but the words of what it is not for", async () => {
    const restricted = (words: string) => aRelease(4, { as: "restricted", words });
    const { body } = await shop.put("releases", restricted(""), 3).expect(422);
    expect(body.detail).toContain("Say what it may not be used for");
    await shop.put("releases", restricted("Not on the road."), 3).expect(201);
  });
});

describe("a part that is awaited", () => {
  it("keeps the job among those that wait, with its day", async () => {
    await shop.put("decisions", aDecision(1), 0).expect(201);
    await shop.put("parts", aPart(2), 1).expect(201);
    await shop.services.judging.idle();
    const { body } = await shop.agent.get(`${API}/jobs`).query({ stage: "parts" }).expect(200);
    expect(body.items).toMatchObject([{ id: JOB, summary: { next: "Parts to come", due: "2026-03-09" } }]);
  });
});
