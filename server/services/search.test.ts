import { describe, expect, it } from "vitest";
import { API } from "#contract/routes";
import type { JobList } from "#contract/jobs";
import type { Unit } from "#contract/shop";
import { HUB } from "../../tests/jobs.ts";
import { aTurning, INTAKE, JOB, useShop, uuid } from "../../tests/shop.ts";

const shop = useShop();
const AT = "2026-03-02T11:00:00.000Z";
const found = async (q: string, narrowed: object = {}) =>
  (
    await shop.agent
      .get(`${API}/jobs`)
      .query({ q, ...narrowed })
      .expect(200)
  ).body as JobList;
const numbers = async (q: string, narrowed: object = {}) =>
  (await found(q, narrowed)).items.map(({ number }) => number);
const note = (n: number, words: string) => ({ id: uuid(n), by: "MO", at: AT, words });
const CALLER = {
  ...INTAKE,
  motor: { ...HUB, name: "Öl-Pumpe 3, Schleuse", owner: "Larkrise Moorings", serial: "NB-77/b" },
  contact: "01632 960 118",
  complaintWords: "Rüttelt, then 50% power",
};

/** Copies of a job past the services, up to so many in all, for what depends on their number alone. */
async function many(count: number, of = 1): Promise<void> {
  await shop.database.sequelize.query(
    `WITH RECURSIVE n(i) AS (SELECT ${of + 1} UNION ALL SELECT i + 1 FROM n WHERE i < ${count})
     INSERT INTO jobs (id, number, motor_id, complaint, complaint_words, events, version, summarised, stage, summary,
         search, taken_in_at, closed_at, intake)
       SELECT '01990000-0000-7000-8000-' || substr('000000000000' || i, length('' || i) + 1), i, motor_id, complaint,
         complaint_words, events, version, version, 'closed', summary,
         'j-' || substr('000000' || i, length('' || i) + 3) || ' cargo trike', taken_in_at, taken_in_at, intake FROM n, jobs WHERE number = ${of}`,
  );
}

describe("looking for a job", () => {
  it("finds it by telephone, however it is written, by words of the complaint, and by part of any of them", async () => {
    await shop.takeIn(JOB, CALLER).expect(201);
    for (const q of ["01632 960 118", "01632960118", "960118", "RÜTTELT", "rüttelt, then 50%", "0% pow"])
      expect(await numbers(q), q).toEqual([1]);
    for (const q of ["öl-pumpe", "ÖL-PUMPE 3, schl", "larkrise", "nb-77/B", "J-0001"])
      expect(await numbers(q), q).toEqual([1]);
    for (const q of ["01632 960 119", "pumpe 4", "50_ power", '"', '" OR "nb', "nb*", "words:nb-77"])
      expect(await numbers(q), q).toEqual([]);
  });

  it("finds it by the words that were left with it", async () => {
    await shop.takeIn().expect(201);
    await shop.put("notes", note(1, "The MAGNET ring rattles; owner rings on Friday"), 0).expect(201);
    expect(await numbers("magnet ring")).toEqual([1]);
  });

  it("follows a correction, and finds it by what no longer holds no more", async () => {
    await shop.takeIn(JOB, CALLER).expect(201);
    await shop
      .put("corrections", { ...aTurning(3, "misheard"), changes: { contact: "01632 960 777" } }, 0)
      .expect(201);
    expect(await numbers("960777")).toEqual([1]);
    expect(await numbers("960118")).toEqual([]);
  });

  it("finds a job that came in with a file by the words left with it", async () => {
    await shop.takeIn(JOB, CALLER).expect(201);
    await shop.put("notes", note(1, "bring a puller"), 0).expect(201);
    const zip = await shop.bytes(`${API}/jobs/${JOB}/bundle`);
    await shop.moveToAnEmptyOne();
    await shop.import(uuid(500), zip).expect(201);
    for (const q of ["puller", "960118", "rüttelt"]) expect(await numbers(q), q).toEqual([1]);
  });

  it("narrows what was found by stage, and counts what it narrowed to", async () => {
    await shop.takeIn(JOB, CALLER).expect(201);
    expect((await found("larkrise", { stage: "open" })).total).toBe(1);
    expect((await found("larkrise", { stage: "closed" })).total).toBe(0);
  });

  it("says that more were found than anybody looks through, and shows the newest", async () => {
    await shop.takeIn().expect(201);
    await many(1001);
    const list = await found("cargo");
    expect(list).toMatchObject({ partly: "most", total: 1000 });
    expect(list.items[0]!.number).toBe(1001);
    // Copies are found in the words of the first job's kind alone, so one less than there are.
    expect(await found("j-1001")).not.toHaveProperty("partly");
  });

  it("looks for one or two letters among the newest, and says so where there are more", async () => {
    await shop.takeIn(JOB, { ...INTAKE, motor: { ...HUB, name: "Winch Qx" } }).expect(201);
    expect(await numbers("qx")).toEqual([1]);
    expect(await found("qx")).not.toHaveProperty("partly");
    await many(2001);
    expect(await found("qx")).toMatchObject({ partly: "newest", total: 0 });
    expect(await numbers("h qx")).toEqual([1]);
  });
});

describe("the units of a shop", () => {
  it("are found by the words of any job of theirs, the last seen first, each counted once", async () => {
    const motor = (n: number, serial: string, name: string) => ({ ...HUB, id: uuid(600 + n), serial, name });
    const units = async (q = "") =>
      (await shop.agent.get(`${API}/units`).query({ q }).expect(200)).body as {
        items: Unit[];
        total: number;
      };
    await shop
      .takeIn(JOB, { ...INTAKE, motor: motor(1, "S-1", "Winch 1"), contact: "01632 960 118" })
      .expect(201);
    await shop.takeIn(uuid(800), { ...INTAKE, motor: motor(2, "S-2", "Winch 2") }).expect(201);
    await shop.takeIn(uuid(801), { ...INTAKE, motor: motor(3, "s-1", "Winch 1") }).expect(201);
    const all = await units();
    expect(all.total).toBe(2);
    expect(all.items.map(({ serial }) => serial.toLowerCase())).toEqual(["s-1", "s-2"]);
    expect((await units("960118")).total).toBe(1);
    expect((await units("winch")).total).toBe(2);
    expect((await units("-2")).items).toMatchObject([{ serial: "S-2" }]);
    expect((await units("winch 3")).total).toBe(0);
  });

  it("come with the one that carries just this serial first, however many newer ones hold it in theirs", async () => {
    const serials = ["TF-1", ...Array.from({ length: 24 }, (_, n) => `TF-1${n}`)];
    for (const [n, serial] of serials.entries())
      await shop
        .takeIn(uuid(800 + n), {
          ...INTAKE,
          motor: { ...HUB, id: uuid(600 + n), serial, name: `Winch ${n}` },
        })
        .expect(201);
    const asked = async (q: string, page = 1) =>
      (await shop.agent.get(`${API}/units`).query({ q, page }).expect(200)).body as {
        items: Unit[];
        total: number;
      };
    const first = await asked("tf-1");
    expect(first.total).toBe(25);
    expect(first.items[0]!.serial).toBe("TF-1");
    expect(first.items[1]!.serial).toBe("TF-123");
    // It is shown once, and none is lost for it.
    const all = [...first.items, ...(await asked("tf-1", 2)).items].map(({ serial }) => serial);
    expect(new Set(all).size).toBe(25);
    expect((await asked("f-")).total).toBe(25);
  });

  it("are found by their serial however many newer jobs have it in their words", async () => {
    const named = (n: number, serial: string) => ({
      ...INTAKE,
      motor: { ...HUB, id: uuid(600 + n), serial },
    });
    await shop.takeIn(JOB, named(1, "Cargo trike")).expect(201);
    await shop.takeIn(uuid(801), named(2, "S-2")).expect(201);
    await many(1003, 2);
    const { items } = (await shop.agent.get(`${API}/units`).query({ q: "cargo TRIKE" }).expect(200)).body as {
      items: Unit[];
    };
    expect(items.map(({ serial }) => serial)).toEqual(["Cargo trike", "S-2"]);
  });
});
