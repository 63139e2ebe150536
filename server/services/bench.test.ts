import { describe, expect, it } from "vitest";
import { API } from "#contract/routes";
import type { BenchAside, JobList, JournalChange } from "#contract/jobs";
import type { Account } from "#contract/shop";
import { madeSafe, HUB } from "../../tests/jobs.ts";
import { aDecision, aReading, aTurning, INTAKE, NOW, useShop, uuid } from "../../tests/shop.ts";

const shop = useShop();
const AT = "2026-03-02T11:00:00.000Z";
const motor = (n: number, part: Partial<typeof HUB> = {}) => ({
  ...HUB,
  id: uuid(900 + n),
  serial: `S-${n}`,
  ...part,
});
const aNote = (n: number, words = "C rubs") => ({ id: uuid(n), by: "MO", at: AT, words });
const aCorrection = (n: number, changes: object) => ({ ...aTurning(n, "misread"), changes });
const list = async (query = "") => (await shop.agent.get(`${API}/jobs?${query}`).expect(200)).body as JobList;
const aside = async () => (await shop.agent.get(`${API}/aside`).expect(200)).body as BenchAside;

/** Everything that may be written to a job, one after the other. @returns the version after it */
async function writeAll(): Promise<number> {
  await shop.takeIn().expect(201);
  const line = (n: number, part: object) => ({ id: uuid(n), by: "MO", at: AT, ...part });
  const entries: [string, { id: string }][] = [
    ["readings", aReading(1)],
    ["readings", aReading(2, { slot: "BC", typed: "" })],
    ["notes", line(3, { words: "C rubs" })],
    ["work-steps", line(4, { epoch: 0, plan: "Bearings", step: "Draw the rotor.", photos: [] })],
    [
      "parts",
      line(5, { epoch: 0, part: "6203 2RS", state: "awaited", due: null, price: null, replaces: null }),
    ],
    ["decisions", aDecision(6)],
    ["repairs", line(7, { plan: "Bearings", done: "both", minutes: 60 })],
    ["burn-ins", line(8, { epoch: 1, minutes: 60, load: "light", celsius: null, sound: "even", note: "" })],
    ["releases", line(9, { epoch: 1, as: "restricted", words: "Flat ground." })],
    ["corrections", aCorrection(10, { complaint: "hot" })],
    ["corrections", aCorrection(11, { complaintWords: "hums" })],
    ["undos", line(12, { of: uuid(11) })],
    ["closings", aTurning(13)],
    ["reopenings", aTurning(14, "forgot")],
    ["callings-off", aTurning(15, "sold")],
  ];
  for (const [version, [noun, body]] of entries.entries()) await shop.put(noun, body, version).expect(201);
  return entries.length;
}

describe("a stale window", () => {
  it("is told in words what was written since it was drawn, by whom and when, in its order", async () => {
    const version = await writeAll();
    const { body } = await shop.put("notes", aNote(50, "x"), 0).expect(412);
    const changes = body.changes as JournalChange[];
    expect(body.version).toBe(version);
    expect(changes.map(({ what }) => what)).toEqual([
      "Pair A–B: 128m",
      "Pair B–C: ohms",
      "left word: C rubs",
      "done: Draw the rotor.",
      "part: 6203 2RS, awaited",
      "decided: resolder",
      "repair",
      "ran 60 minutes",
      "released with a restriction",
      "corrected the take-in: runs hot",
      "corrected the take-in",
      "took an entry back",
      "closing",
      "reopening",
      "called the job off",
    ]);
    expect(changes.map((change) => change.version)).toEqual(changes.map((_, at) => at + 1));
    expect(changes[0]).toMatchObject({ kind: "reading", by: "MO", at: NOW.toISOString() });
    const later = await shop.put("notes", aNote(50, "x"), version - 1).expect(412);
    expect((later.body.changes as JournalChange[]).map(({ what }) => what)).toEqual(["called the job off"]);
  });
});

describe("an entry with an id that is taken", () => {
  it("is the same one only in the same job, of the same kind, with the same content", async () => {
    await shop.takeIn().expect(201);
    const other = uuid(70);
    await shop.takeIn(other, { ...INTAKE, motor: motor(1) }).expect(201);
    const note = aNote(1, "C rubs");
    await shop.put("notes", note, 0).expect(201);
    await shop.put("notes", note, 0).expect(200);
    await shop.put("notes", aNote(1, "B rubs"), 0).expect(409);
    await shop.put("notes", note, 0, other).expect(409);
    await shop.put("notes", note, 5, other).expect(409);
    await shop.put("decisions", aDecision(1), 1).expect(409);
    expect((await shop.view()).entries).toHaveLength(1);
    expect((await shop.view(other)).entries).toHaveLength(0);
  });
});

describe("the bench", () => {
  it("lists the latest first, page by page, by who took it in or wrote last, and by what is due", async () => {
    for (let n = 1; n <= 4; n += 1)
      await shop
        .takeIn(uuid(n), {
          ...INTAKE,
          motor: motor(n, { owner: n % 2 ? "Weir" : "" }),
          by: n === 1 ? "PR" : "MO",
        })
        .expect(201);
    await shop.put("decisions", aDecision(60, { waitingFor: "parts", by: "TR" }), 0, uuid(2)).expect(201);
    await shop
      .put(
        "parts",
        {
          id: uuid(61),
          epoch: 0,
          by: "TR",
          at: AT,
          part: "Magnet",
          state: "awaited",
          due: "2026-03-09",
          price: null,
          replaces: null,
        },
        1,
        uuid(2),
      )
      .expect(201);
    await shop.services.judging.idle();
    const numbers = async (query: string) => (await list(query)).items.map(({ number }) => number);
    expect(await numbers("")).toEqual([4, 3, 2, 1]);
    expect(await numbers("size=3&page=1")).toEqual([4, 3, 2]);
    expect(await numbers("size=3&page=2")).toEqual([1]);
    expect(await numbers("mine=PR")).toEqual([1]);
    expect(await numbers("mine=TR")).toEqual([2]);
    expect(await numbers("mine=MO")).toEqual([4, 3, 2]);
    expect(await numbers("dueBefore=2026-03-10")).toEqual([2]);
    expect(await numbers("dueBefore=2026-03-09")).toEqual([]);
    expect(await numbers("stage=parts")).toEqual([2]);
    expect(await list("stage=parts")).toMatchObject({ total: 1, page: 1, totals: { parts: { motors: 1 } } });
    expect((await aside()).owners).toEqual(["Weir"]);
  });

  it("names the three that are here longest, oldest first, and whose cautions run out first", async () => {
    for (let n = 1; n <= 5; n += 1)
      await shop
        .takeIn(uuid(n), {
          ...INTAKE,
          motor: motor(n),
          takenInAt: `2026-03-0${n === 4 ? 1 : n + 1}T09:00:00.000Z`,
        })
        .expect(201);
    await shop.put("decisions", aDecision(60), 0, uuid(1)).expect(201);
    await shop.put("closings", aTurning(61), 1, uuid(1)).expect(201);
    await shop.services.judging.idle();
    expect((await aside()).longest.map(({ number }) => number)).toEqual([4, 2, 3]);
    expect((await list("stage=open")).total).toBe(4);
    expect((await list("stage=closed")).total).toBe(1);
  });

  it("shows a motor by the name that was corrected, and finds it by that", async () => {
    await shop.takeIn().expect(201);
    const changes = { motor: { name: "Winch 7", owner: "Lock keepers" } };
    await shop.put("corrections", aCorrection(1, changes), 0).expect(201);
    expect((await list("q=winch")).total).toBe(1);
    await shop.services.judging.idle();
    expect((await list("q=winch")).items).toMatchObject([{ name: "Winch 7", owner: "Lock keepers" }]);
    await shop.put("undos", { id: uuid(2), of: uuid(1), by: "MO", at: AT }, 1).expect(201);
    expect((await list("q=winch")).total).toBe(0);
    expect((await list("q=trike")).total).toBe(1);
  });
});

describe("a motor that comes back", () => {
  /** Taken in, said to be none of the motor, and closed. */
  const clearedOn = async (n: number, day: string, part: object = {}) => {
    shop.now = new Date(`${day}T12:00:00.000Z`);
    const intake = { ...INTAKE, motor: motor(n), takenInAt: shop.now.toISOString(), ...part };
    await shop.takeIn(uuid(n), intake).expect(201);
    for (const [version, reading] of madeSafe("hub").entries())
      await shop
        .put("readings", { ...reading, id: uuid(n * 20 + 300 + version) }, version, uuid(n))
        .expect(201);
    const version = madeSafe("hub").length;
    await shop
      .put("decisions", aDecision(n + 100, { disposition: "notMotor" }), version, uuid(n))
      .expect(201);
    await shop.put("closings", aTurning(n + 200), version + 1, uuid(n)).expect(201);
  };
  const came = async () => {
    await shop.services.judging.idle();
    const { items } = (await shop.agent.get(`${API}/account`).expect(200)).body as Account;
    return items.map(({ jobNumber, cameBack }) => [jobNumber, cameBack]);
  };

  it("counts as come back within half a year of its closing, with a complaint", async () => {
    await clearedOn(1, "2026-01-10");
    expect(await came()).toEqual([[1, false]]);
    await clearedOn(2, "2026-07-09", { motor: motor(1) });
    expect(await came()).toEqual([
      [2, false],
      [1, true],
    ]);
  });

  it("does not once half a year has gone, nor for a routine check, nor as another motor", async () => {
    await clearedOn(1, "2026-01-10");
    await clearedOn(2, "2026-07-10", { motor: motor(1) });
    expect(await came()).toEqual([
      [2, false],
      [1, false],
    ]);
    await clearedOn(3, "2026-07-12", { motor: motor(1), complaint: "routine", complaintWords: "" });
    await clearedOn(4, "2026-07-13", { motor: motor(4) });
    expect(new Map((await came()) as [number, boolean][])).toEqual(
      new Map([
        [1, false],
        [2, false],
        [3, false],
        [4, false],
      ]),
    );
  });
});

describe("people and models", () => {
  it("may keep their own names when they are changed, and nobody else's", async () => {
    const person = (n: number, part: object = {}) =>
      shop.agent
        .put(`${API}/technicians/${uuid(n)}`)
        .send({ id: uuid(n), initials: "ZZ", name: "Zed Z", ...part });
    await person(1).expect(200);
    await person(1, { name: "Zed Y" }).expect(200);
    const { body } = await person(2).expect(409);
    expect(body.fields).toEqual([
      { field: "initials", sentence: "ZZ is Zed Y already. Choose other initials." },
    ]);
    await person(1, { retired: true, role: "trainee" }).expect(200);
    const { body: people } = await shop.agent.get(`${API}/technicians`).expect(200);
    expect(people).toContainEqual({
      id: uuid(1),
      initials: "ZZ",
      name: "Zed Z",
      retired: true,
      role: "trainee",
    });
    await person(1).expect(200);
    const again = (await shop.agent.get(`${API}/technicians`).expect(200)).body as object[];
    expect(again).toContainEqual({ id: uuid(1), initials: "ZZ", name: "Zed Z" });
  });

  it("a shop's clock is named once, and what it was set to stays", async () => {
    await shop.services.shop.ensureTimeZone("Europe/Berlin");
    await shop.services.shop.ensureTimeZone("Asia/Tokyo");
    expect(await shop.services.shop.limits()).toMatchObject({ timeZone: "Europe/Berlin" });
    await shop.services.shop.putLimits({ ...(await shop.services.shop.limits()), timeZone: "Asia/Tokyo" });
    await shop.services.shop.ensureTimeZone("Europe/Berlin");
    expect(await shop.services.shop.limits()).toMatchObject({ timeZone: "Asia/Tokyo" });
  });
});

describe("what cannot be taken back", () => {
  const undo = (n: number, of: string) => ({ id: uuid(n), of, by: "MO", at: AT });
  const why = async (of: string, version: number) => {
    const { body } = await shop.put("undos", undo(90 + version, of), version).expect(422);
    return (body.fields as { field: string; sentence: string }[])[0];
  };
  it("is a note, a reading under a repair, a repair with work or another after it, and what is not there", async () => {
    await shop.takeIn().expect(201);
    await shop.put("notes", aNote(1, "C rubs"), 0).expect(201);
    await shop.put("readings", aReading(2), 1).expect(201);
    const repair = (n: number) => ({
      id: uuid(n),
      plan: "Bearings",
      done: "both",
      minutes: 6,
      by: "MO",
      at: AT,
    });
    await shop.put("repairs", repair(3), 2).expect(201);
    await shop.put("repairs", repair(4), 3).expect(201);
    expect(await why(uuid(1), 4)).toEqual({
      field: "of",
      sentence: "This kind of entry cannot be taken back.",
    });
    expect((await why(uuid(2), 4))?.sentence).toMatch(/^A repair was recorded after this reading/u);
    expect((await why(uuid(3), 4))?.sentence).toBe("A later repair stands: take that one back first.");
    expect((await why(uuid(80), 4))?.sentence).toBe("The entry to take back is not in this job.");
    await shop
      .put(
        "burn-ins",
        {
          id: uuid(5),
          epoch: 2,
          minutes: 5,
          load: "free",
          celsius: null,
          sound: "even",
          note: "",
          by: "MO",
          at: AT,
        },
        4,
      )
      .expect(201);
    expect((await why(uuid(4), 5))?.sentence).toMatch(/^Work was written down after this repair/u);
    await shop.put("undos", undo(6, uuid(5)), 5).expect(201);
    expect((await why(uuid(5), 6))?.sentence).toBe("This entry was taken back already.");
    await shop.put("undos", undo(7, uuid(4)), 6).expect(201);
    await shop.put("undos", undo(8, uuid(3)), 7).expect(201);
    await shop.put("undos", undo(9, uuid(2)), 8).expect(201);
  });
});
