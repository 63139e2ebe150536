import { describe, expect, it } from "vitest";
import { bestWay, recordOf } from "#bench/bestWay";
import { CASES } from "#bench/cases";
import type { CaseFile } from "#bench/caseFile";
import type { Marks } from "#bench/marks";
import type { CaseLine, Progress } from "#contract/practice";
import { API } from "#contract/routes";
import { INTAKE, JOB, useShop, uuid } from "../../tests/shop.ts";

const HILL = "cuts-out-on-the-hill";
const AT = "2026-03-02T10:00:00.000Z";
/** What is written down by who goes the shortest way of a case. */
const entriesOf = (caseId: string) => {
  const file = CASES.find(({ id }) => id === caseId)!;
  return recordOf(file, bestWay(file)!.steps).readings.map((body) => ({ kind: "reading", body }));
};
const attempt = (n: number, changes: object = {}) => ({
  ...{ id: uuid(n), caseId: HILL, by: "MO", at: AT, peeked: false },
  acts: [{ after: 0, act: { do: "power", on: false } }],
  entries: [],
  words: [{ fault: "highJoint", chance: 0.8 }],
  decided: { cures: ["joint"] },
  ...changes,
});

describe("practice", () => {
  const shop = useShop();
  const put = (path: string, body: object) => shop.agent.put(`${API}${path}`).send(body);
  const send = (body: { readonly id: string }) => put(`/practice/attempts/${body.id}`, body);
  const progress = async () =>
    (await shop.agent.get(`${API}/practice/progress`).expect(200)).body as Progress;

  it("lists its cases without what is the matter with them, and gives one whole to who takes it", async () => {
    const { body } = await shop.agent.get(`${API}/practice/cases`).expect(200);
    const lines = body as CaseLine[];
    expect(lines).toHaveLength(CASES.length);
    expect(JSON.stringify(lines)).not.toMatch(/ailments|"is"|lesson/u);
    const one = (await shop.agent.get(`${API}/practice/cases/${HILL}`).expect(200)).body as CaseFile;
    expect(one.ailments).toEqual([{ is: "joint", at: "A", amount: 0.8 }]);
    await shop.agent.get(`${API}/practice/cases/nothing-such`).expect(404);
  });

  it("works the marks out itself, keeps a try once, and tells who did what", async () => {
    const { body } = await send(attempt(1)).expect(200);
    expect(body as Marks).toMatchObject({ outcome: "right", settled: false, seconds: 20, unsafe: [] });
    expect((body as Marks).brier).toBeCloseTo(0.04);
    // Sent again with another word, since its answer was lost: the first stands.
    const again = await send(attempt(1, { decided: { cures: ["motor"] } })).expect(200);
    expect((again.body as Marks).outcome).toBe("right");
    await send(attempt(1, { by: "PR" })).expect(409);
    const { attempts } = await progress();
    expect(attempts).toHaveLength(1);
    expect(attempts[0]).toMatchObject({ by: "MO", caseId: HILL, family: "hub", outcome: "right", unsafe: 0 });
  });

  it.each([
    [{ caseId: "nothing-such" }, 404],
    [{ entries: [{ kind: "decision", body: {} }] }, 422],
    [{ entries: [{ kind: "reading", body: { check: "winding" } }] }, 422],
    [{ words: [{ fault: "ghost", chance: 1 }] }, 422],
    [{ words: [{ fault: "bearing", chance: 1.2 }] }, 422],
    [{ decided: { cures: ["prayer"] } }, 422],
    [{ acts: [{ after: 0, act: { do: "fly" } }] }, 422],
    [{ acts: [{ after: -5, act: { do: "stop" } }] }, 422],
    [{ acts: [{ after: 0, act: { do: "lift", with: "nobody's" } }] }, 422],
    [{ acts: [{ after: 0, act: { do: "range", with: "practice-meter", fullScale: 7 } }] }, 422],
  ] as const)("refuses a try that cannot be: %j", async (changes, status) => {
    const { body } = await send(attempt(2, changes)).expect(status);
    expect(body.detail).toMatch(/\S/u);
    expect((await progress()).attempts).toEqual([]);
  });

  it("enters no job: no motor, no history, nothing that is learned", async () => {
    await shop.services.jobs.takeIn(JOB, INTAKE);
    const counted = async () => {
      const { Job, Entry, Motor, Visit, Snapshot } = shop.database.models;
      return Promise.all([Job.count(), Entry.count(), Motor.count(), Visit.count(), Snapshot.count()]);
    };
    const before = await counted();
    await send(attempt(3)).expect(200);
    expect(await counted()).toEqual(before);
    const { body } = await shop.agent.get(`${API}/account`).expect(200);
    expect(JSON.stringify(body)).not.toContain(HILL);
  });

  it("takes a case of the shop's own, as often as it is changed, and never in place of one that ships", async () => {
    const growls = CASES.find(({ id }) => id === "growls")!;
    await put("/practice/cases/growls", growls).expect(409);
    await put("/practice/cases/own", { ...growls, id: "other" }).expect(422);
    const spoilt = await put("/practice/cases/own", {
      ...growls,
      id: "own",
      ailments: [{ is: "battery", at: "A" }],
    }).expect(422);
    expect(spoilt.body.detail).toMatch(/sits at no phase/u);
    await put("/practice/cases/own", { ...growls, id: "own" }).expect(200);
    await put("/practice/cases/own", { ...growls, id: "own", said: "It sings." }).expect(200);
    const lines = (await shop.agent.get(`${API}/practice/cases`)).body as CaseLine[];
    expect(lines.at(-1)).toMatchObject({ id: "own", said: "It sings.", own: true });
    await send(attempt(4, { caseId: "own", decided: { cures: ["bearings"] } })).expect(200);
    await shop.agent.delete(`${API}/practice/cases/own`).expect(200);
    await shop.agent.delete(`${API}/practice/cases/own`).expect(404);
    await shop.agent.delete(`${API}/practice/cases/growls`).expect(409);
    // What was shown with it stays shown.
    expect((await progress()).attempts).toHaveLength(1);
  });

  it("shows who has shown what, and who may work alone", async () => {
    await shop.services.people.putTechnician({
      ...{ id: uuid(70), initials: "TN", name: "Tam Netherby", role: "trainee" },
    });
    const tries = [
      [HILL, "joint"],
      ["growls", "bearings"],
      ["dies-at-the-bridge", "battery"],
    ] as const;
    for (const [n, [caseId, cure]] of tries.entries()) {
      const { people } = await progress();
      expect(people.find(({ initials }) => initials === "TN")?.shown).toEqual([]);
      const tried = { by: "TN", caseId, decided: { cures: [cure] } };
      // A right guess on nothing that was read shows nothing.
      await send(attempt(90 + n, tried)).expect(200);
      await send(attempt(80 + n, { ...tried, entries: entriesOf(caseId) })).expect(200);
    }
    await put(`/technicians/${uuid(70)}/alone`, { families: ["hub"] }).expect(200);
    await put(`/technicians/${uuid(70)}/alone`, { families: ["submarine"] }).expect(422);
    await put(`/technicians/${uuid(71)}/alone`, { families: ["hub"] }).expect(404);
    const { people } = await progress();
    expect(people.find(({ initials }) => initials === "TN")).toMatchObject({
      shown: ["hub"],
      alone: ["hub"],
    });
    // The list of people is changed without it being lost.
    await shop.services.people.putTechnician({
      ...{ id: uuid(70), initials: "TN", name: "Tam N.", role: "trainee" },
    });
    expect((await progress()).people.find(({ initials }) => initials === "TN")?.alone).toEqual(["hub"]);
  });
});
