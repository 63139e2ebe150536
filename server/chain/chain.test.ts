import { QueryTypes } from "sequelize";
import { describe, expect, it } from "vitest";
import { chainSchema } from "#contract/chainSchemas";
import type { ChainView } from "#contract/chain";
import type { JobList, JobView } from "#contract/jobs";
import type { Account, ListedModel, Unit } from "#contract/shop";
import { readView } from "#contract/view";
import { TOKEN_HEADER, type AuditPage, type SessionView } from "#contract/doors";
import { API } from "#contract/routes";
import { ChainProcess, placeOf, useChain, type TestChain } from "../../tests/chain.ts";
import { aDecision, aReading, aTurning, NOW, uuid } from "../../tests/entries.ts";
import { onPostgres } from "../../tests/postgresShop.ts";
import { UnfitDatabase } from "../database/migrate.ts";
import { visitsSql } from "../services/elsewhere.ts";
import { inShop, takeIn } from "./founding.ts";

const SERIAL = "CT-4471";
const MODEL: ListedModel = {
  id: uuid(950),
  name: "Hub 250 W",
  facts: {
    family: "hub",
    connection: "star",
    polePairs: 10,
    expected: null,
    speedConstant: { rpmPerVolt: 12, convention: "peak", source: "nameplate" },
    balanceLimit: null,
  },
  notes: "",
};

/** A motor comes in, its pairs are read, and it is sent back as sound. */
async function readIn(
  chain: TestChain,
  shop: string,
  n: number,
  { serial = SERIAL, takenInAt = "2026-03-02T09:00:00.000Z", modelId = null as string | null } = {},
  typed = ["128m", "128m", "128m"],
): Promise<string> {
  const job = uuid(n);
  await chain
    .takeIn(shop, job, { id: uuid(600 + n), serial, ...(modelId !== null && { modelId }) }, { takenInAt })
    .expect(201);
  for (const [i, slot] of ["AB", "BC", "CA"].entries()) {
    const ohms = Number.parseFloat(typed[i]!) / 1000;
    const body = aReading(n * 100 + i, { slot, typed: typed[i], value: { kind: "ohms", ohms } });
    await chain.put(shop, "readings", body, i, job).expect(201);
  }
  return job;
}
async function close(chain: TestChain, shop: string, n: number, version = 3): Promise<void> {
  const decision = aDecision(n * 100 + 50, { disposition: "notMotor", reason: "reads as it should" });
  await chain.put(shop, "decisions", decision, version, uuid(n)).expect(201);
  await chain.put(shop, "closings", aTurning(n * 100 + 51, "sound"), version + 1, uuid(n)).expect(201);
}
const pastOf = async (chain: TestChain, shop: string, job: string) =>
  readView(await chain.body<JobView>(shop, `/jobs/${job}`)).record.past ?? [];

describe.runIf(onPostgres)("shops of a chain", () => {
  const chain = useChain();

  it("each count their own jobs, and have people, limits, instruments and prices of their own", async () => {
    for (const shop of ["home", "north"]) {
      await chain.takeIn(shop, uuid(shop === "home" ? 1 : 2), { id: uuid(601), serial: "" }).expect(201);
      const { items, total } = await chain.body<JobList>(shop, "/jobs");
      expect([total, items[0]!.number]).toEqual([1, 1]);
    }
    await chain.get("north", `/jobs/${uuid(1)}`).expect(404);
    await chain.get("home", `/jobs/${uuid(2)}`).expect(404);
    const maud = { id: uuid(701), initials: "MO", name: "Maud Oakhanger" };
    await chain.agent
      .put(`${placeOf("north")}/technicians/${maud.id}`)
      .send(maud)
      .expect(200);
    expect(await chain.body("home", "/technicians")).toEqual([]);
    expect(await chain.body("north", "/technicians")).toMatchObject([{ initials: "MO" }]);
    const prices = { hourly: 75, currency: "NOK" };
    await chain.agent
      .put(`${placeOf("north")}/limits`)
      .send({ prices })
      .expect(200);
    expect(await chain.body("north", "/limits")).toEqual({ prices });
    expect(await chain.body<{ prices?: object }>("home", "/limits")).not.toHaveProperty("prices");
  });

  it("see nothing of each other's tables, even where one of their own is missing", async () => {
    const { sequelize } = chain.process.shop("north").database;
    const [rows] = await sequelize.query("SELECT current_schemas(false) AS seen");
    expect(rows).toEqual([{ seen: "{shop_north}" }]);
    const [own] = await chain.process.home.database.sequelize.query("SELECT current_schema() AS here");
    expect(own).toEqual([{ here: "public" }]);
  });

  it("hold each other up by no change, and hear nothing of each other's instruments", async () => {
    const [home, north] = [chain.process.home.database, chain.process.shop("north").database];
    const heard: string[] = [];
    const second = await chain.another();
    const ends = [
      second.home.database.others.hear("samples", (message) => heard.push(`home ${String(message)}`)),
      second
        .shop("north")
        .database.others.hear("samples", (message) => heard.push(`north ${String(message)}`)),
    ];
    await home.write(async () => {
      // The first shop is in the midst of a change of all of it.
      await chain.takeIn("north", uuid(2), { id: uuid(602), serial: "" }).expect(201);
    });
    home.others.tell("samples", "of the first");
    north.others.tell("samples", "of the north");
    await expect.poll(() => heard.toSorted()).toEqual(["home of the first", "north of the north"]);
    for (const end of ends) end();
  });

  it("have a motor's past in common: what another shop measured of it, and where", async () => {
    await readIn(chain, "home", 1, { takenInAt: "2026-02-02T09:00:00.000Z" });
    await close(chain, "home", 1);
    await chain.process.idle();
    await readIn(chain, "north", 2, { serial: SERIAL.toLowerCase() });
    expect(await pastOf(chain, "north", uuid(2))).toMatchObject([
      {
        shop: "Mill lane",
        jobNumber: 1,
        at: "2026-02-02T09:00:00.000Z",
        pairs: { AB: { value: expect.closeTo(0.128, 2) } },
      },
    ]);
    const { items } = await chain.body<{ items: Unit[] }>("north", `/units?q=${SERIAL}`);
    expect(items).toHaveLength(1);
    expect(items[0]!.shop).toBeUndefined();
    expect(items[0]!.visits.map(({ shop }) => shop)).toContain("Mill lane");
    // What it cost there, and what was said of it, is that shop's own business.
    for (const visit of items[0]!.visits.filter(({ shop }) => shop)) {
      expect(visit).not.toHaveProperty("ledger");
      expect(visit).not.toHaveProperty("outcome");
    }
  });

  it("ask each other for it by the index of serials, however many motors each has", async () => {
    const { sequelize } = chain.process.shop("north").database;
    const plan = await sequelize.transaction(async (transaction) => {
      await sequelize.query("SET LOCAL enable_seqscan = off", { transaction });
      return sequelize.query<{ "QUERY PLAN": string }>(
        `EXPLAIN ${visitsSql(sequelize).replace("$keys", "'[\"ct-4471\"]'")}`,
        { transaction, type: QueryTypes.SELECT },
      );
    });
    expect(plan.map((line) => line["QUERY PLAN"]).join("\n")).toMatch(/Index Cond: \(serial_key = ANY/u);
  });

  it("hold nothing against a motor that came elsewhere later, and nothing of motors without a serial", async () => {
    await readIn(chain, "home", 1, { takenInAt: "2026-03-02T09:30:00.000Z" });
    await readIn(chain, "north", 2, { takenInAt: "2026-03-02T09:00:00.000Z" });
    await readIn(chain, "home", 3, { serial: "n/a" });
    await readIn(chain, "north", 4, { serial: "n/a", takenInAt: "2026-03-02T09:40:00.000Z" });
    await chain.process.idle();
    expect(await pastOf(chain, "north", uuid(2))).toEqual([]);
    expect(await pastOf(chain, "home", uuid(1))).toMatchObject([{ shop: "Harbour room" }]);
    expect(await pastOf(chain, "north", uuid(4))).toEqual([]);
  });

  it("know a motor at take-in that was never here by exactly its serial, and say nothing of whose it is", async () => {
    await chain
      .takeIn(
        "home",
        uuid(1),
        { id: uuid(601), serial: SERIAL, owner: "Pell Rushbrook", modelId: MODEL.id },
        { takenInAt: "2026-02-02T09:00:00.000Z" },
      )
      .expect(201);
    await chain.process.idle();
    const unitsFor = async (q: string) =>
      (await chain.body<{ items: Unit[]; total: number }>("north", `/units?q=${encodeURIComponent(q)}`))
        .items;
    expect(await unitsFor(` ${SERIAL.toLowerCase()}`)).toMatchObject([
      { shop: "Mill lane", serial: SERIAL, owner: "", openJob: null, visits: [{ shop: "Mill lane" }] },
    ]);
    // Nor which of its own models that shop calls it.
    const said = JSON.stringify(await unitsFor(SERIAL));
    expect(said).not.toContain("Pell");
    expect(said).not.toContain(MODEL.id);
    for (const q of [SERIAL.slice(0, -1), "hub", "", "CT_4471", "%"]) expect(await unitsFor(q)).toEqual([]);
  });

  it("judge an open job anew when what another shop measured before reads otherwise", async () => {
    await readIn(chain, "home", 1, { takenInAt: "2026-02-02T09:00:00.000Z" });
    await readIn(chain, "north", 2);
    await chain.process.idle();
    const summarised = async () => {
      const [rows] = await chain.process
        .shop("north")
        .database.sequelize.query("SELECT summarised, version FROM jobs");
      return (rows as { summarised: number; version: number }[])[0]!;
    };
    expect((await summarised()).summarised).toBe(3);
    // Read again in the first shop, and it is half of what it was.
    const { judging } = chain.process.home.services;
    await chain
      .put(
        "home",
        "readings",
        aReading(190, { typed: "64m", value: { kind: "ohms", ohms: 0.064 } }),
        3,
        uuid(1),
      )
      .expect(201);
    await judging.idle();
    expect((await summarised()).summarised).toBe(-1);
    await chain.process.idle();
    expect(await summarised()).toEqual({ summarised: 3, version: 3 });
    expect((await pastOf(chain, "north", uuid(2)))[0]!.pairs!.AB.value).toBeLessThan(0.1);
  });

  it("count a motor that came back to another shop as come back, in the account of who had it first", async () => {
    await readIn(chain, "home", 1, { takenInAt: "2026-03-02T08:00:00.000Z" });
    await close(chain, "home", 1);
    await chain.process.idle();
    const cameBack = async () =>
      (await chain.body<Account>("home", "/account")).items.map((one) => one.cameBack);
    expect(await cameBack()).toEqual([false]);
    await readIn(chain, "north", 2, { takenInAt: "2026-03-05T09:00:00.000Z" });
    await chain.process.idle();
    expect(await cameBack()).toEqual([true]);
    expect((await chain.body<Account>("north", "/account")).items).toEqual([]);
  });

  it("routine visits elsewhere, and those after the time that counts, are no coming back", async () => {
    await readIn(chain, "home", 1);
    await close(chain, "home", 1);
    await chain
      .takeIn(
        "north",
        uuid(2),
        { id: uuid(602), serial: SERIAL },
        { complaint: "routine", takenInAt: "2026-03-05T09:00:00.000Z" },
      )
      .expect(201);
    await chain
      .takeIn("north", uuid(3), { id: uuid(603), serial: SERIAL }, { takenInAt: "2027-03-05T09:00:00.000Z" })
      .expect(201);
    await chain.process.idle();
    expect((await chain.body<Account>("home", "/account")).items).toMatchObject([{ cameBack: false }]);
  });

  it("share a model once the chain makes it its own: listed, held against sisters, changed by nobody but it", async () => {
    const put = (shop: string, model: object = MODEL) =>
      chain.agent.put(`${placeOf(shop)}/models/${MODEL.id}`).send(model);
    await put("home").expect(200);
    await readIn(chain, "home", 1, { modelId: MODEL.id });
    await readIn(chain, "north", 2, { serial: "CT-9", modelId: MODEL.id });
    await chain.process.idle();
    expect(await chain.body("north", "/models")).toEqual([]);
    expect((await chain.body<{ items: Unit[] }>("north", `/units?model=${MODEL.id}`)).items).toHaveLength(1);
    await chain.agent.put(`/chain${API}/models/${MODEL.id}/of/north`).expect(404);
    await chain.agent.put(`/chain${API}/models/${MODEL.id}/of/home`).expect(200);
    for (const shop of ["home", "north"])
      expect(await chain.body(shop, "/models")).toEqual([{ ...MODEL, shared: true }]);
    const { items, total } = await chain.body<{ items: Unit[]; total: number }>(
      "north",
      `/units?model=${MODEL.id}`,
    );
    expect([total, items.map(({ serial, shop }) => [serial, shop])]).toEqual([
      2,
      [
        ["CT-9", undefined],
        [SERIAL, "Mill lane"],
      ],
    ]);
    expect((await put("home", { ...MODEL, notes: "mine" }).expect(403)).body.detail).toMatch(/the chain's/u);
    await chain.agent
      .put(`/chain${API}/models/${MODEL.id}`)
      .send({ ...MODEL, notes: "ours" })
      .expect(200);
    expect(await chain.body("north", "/models")).toMatchObject([{ notes: "ours" }]);
  });

  it("learn of the chain's models from all shops, and of a family from their own jobs alone", async () => {
    await chain.agent
      .put(`${placeOf("home")}/models/${MODEL.id}`)
      .send(MODEL)
      .expect(200);
    for (let n = 1; n <= 10; n += 1) {
      await readIn(chain, "home", n, { serial: `A-${n}`, modelId: MODEL.id });
      await close(chain, "home", n);
    }
    await chain.process.idle();
    const found = async () =>
      (await chain.body<{ known: number }>("north", `/found?model=${MODEL.id}`)).known;
    const experience = async (shop: string) => (await chain.body<Account>(shop, "/account")).experience;
    expect([await found(), await experience("north")]).toEqual([0, []]);
    await chain.agent.put(`/chain${API}/models/${MODEL.id}/of/home`).expect(200);
    expect(await found()).toBe(10);
    expect(await experience("north")).toMatchObject([{ model: MODEL.id, known: 10 }]);
    expect(await experience("home")).toMatchObject([{ model: MODEL.id }, { model: null, known: 10 }]);
    // What was said in the first shop is its own word.
    expect((await chain.body<Account>("north", "/account")).unsaid).toBe(0);
  });

  it("are seen by the chain side by side, each with its own account", async () => {
    await readIn(chain, "home", 1);
    await close(chain, "home", 1);
    await readIn(chain, "north", 2, { serial: "X" });
    await chain.process.idle();
    const { body } = await chain.agent.get(`/chain${API}/chain`).expect(200);
    expect(chainSchema.validate(body).error).toBeUndefined();
    const { shops } = body as ChainView;
    expect(shops.map(({ id, title, address, here }) => [id, title, address, here])).toEqual([
      ["home", "Mill lane", "/", 0],
      ["north", "Harbour room", "/at/north/", 1],
    ]);
    const said = ({ counts, unsaid }: ChainView["shops"][number]) =>
      unsaid + Object.values(counts).reduce((sum, n) => sum + n, 0);
    expect(shops.map(said)).toEqual([1, 0]);
    expect(shops[0]!.month).toMatchObject({ closed: 1 });
  });

  it("come in while others work, by whichever process, and are named otherwise", async () => {
    const second = await chain.another();
    const owner = { initials: "EL", name: "Edda Lowick", passPhrase: "quiet copper heron" };
    await chain.agent.put(`/chain${API}/shops/mill-2`).send({ title: "Quay", owner }).expect(201);
    await chain.takeIn("mill-2", uuid(1), { id: uuid(601), serial: SERIAL }).expect(201);
    await expect
      .poll(async () => (await second.agent.get(`/at/mill-2${API}/jobs`)).status, { timeout: 10_000 })
      .toBe(200);
    await chain.agent.put(`/chain${API}/shops/mill-2/title`).send({ title: "Quay room" }).expect(200);
    await chain.process.idle();
    const { items } = await chain.body<{ items: Unit[] }>("north", `/units?q=${SERIAL}`);
    expect(items[0]!.shop).toBe("Quay room");
  });

  it.each([
    ["a name that is no address", "North Pier", "Pier", /no name for an address/u],
    ["a name that is the first shop's", "home", "Pier", /no name for an address/u],
    ["a name with a hyphen at its end", "pier-", "Pier", /no name for an address/u],
    ["one that tries the database", "x; drop schema public", "Pier", /no name for an address/u],
    ["one that is there", "north", "Pier", /a shop north in this chain already/u],
    ["a title that is there", "pier", "Harbour room", /is the shop north already/u],
    ["a title of nothing", "pier", "", /how the shop is called/u],
  ])("refuse %s in a sentence, and nothing is changed", async (_, id, title, why) => {
    const owner = { initials: "EL", name: "Edda Lowick", passPhrase: "quiet copper heron" };
    const { body, status } = await chain.agent
      .put(`/chain${API}/shops/${encodeURIComponent(id)}`)
      .send({ title, owner });
    expect(status).toBeGreaterThanOrEqual(400);
    expect(status).toBeLessThan(500);
    expect(body.detail).toMatch(why);
    const { shops } = (await chain.agent.get(`/chain${API}/chain`)).body as ChainView;
    expect(shops.map(({ title: called }) => called)).toEqual(["Mill lane", "Harbour room"]);
    await expect(
      takeIn(chain.address, { id, title, homeTitle: "" }, NOW, () => Promise.resolve()),
    ).rejects.toThrow(UnfitDatabase);
  });

  it("that was begun and not finished lets nobody in, and is gone on with", async () => {
    const asked = { id: "pier", title: "Pier", homeTitle: "" };
    const cut = () => Promise.reject(new Error("the line was cut"));
    await expect(takeIn(chain.address, asked, NOW, cut)).rejects.toThrow("the line was cut");
    await chain.process.chain.look();
    await chain.get("pier", "/jobs").expect(404);
    await takeIn(chain.address, asked, NOW, () => Promise.resolve());
    await chain.process.chain.look();
    await chain.get("pier", "/jobs").expect(200);
  });

  it("work on where one of them cannot be opened: it says so at its address and to the chain", async () => {
    await chain.process
      .shop("north")
      .database.sequelize.query(`INSERT INTO migrations (name) VALUES ('999-of-tomorrow')`);
    const later = await chain.another();
    await later.agent.get(`${API}/jobs`).expect(200);
    const { body } = await later.agent.get(`/at/north${API}/jobs`).expect(503);
    expect(body.detail).toMatch(/could not be opened/u);
    const page = await later.agent.get("/at/north/").set("Accept", "text/html").expect(503);
    expect(page.get("Cache-Control")).toBe("no-store");
    const view = (await later.agent.get(`/chain${API}/chain`).expect(200)).body as ChainView;
    expect(chainSchema.validate(view).error).toBeUndefined();
    expect(view.shops.map(({ id }) => id)).toEqual(["home"]);
    expect(view.shut).toMatchObject([
      { id: "north", title: "Harbour room", why: expect.stringMatching(/newer/u) as string },
    ]);
    const naming = await later.agent
      .put(`/chain${API}/shops/north/title`)
      .send({ title: "Quay" })
      .expect(503);
    expect(naming.body.detail).toMatch(/Harbour room could not be opened.*newer/u);
    // It is tried again by the next process alone: a copy is made before each try.
    await chain.process
      .shop("north")
      .database.sequelize.query("DELETE FROM migrations WHERE name = '999-of-tomorrow'");
    await later.chain.look();
    await later.agent.get(`/at/north${API}/jobs`).expect(503);
    const mended = await chain.another();
    await mended.agent.get(`/at/north${API}/jobs`).expect(200);
  });

  it("have one address each: another leads nowhere", async () => {
    for (const path of ["/at/south", "/at/NORTH", "/at/home", "/at", "/at/"]) {
      const { body } = await chain.agent.get(`${path}${API}/jobs`).expect(404);
      expect(body.detail).toMatch(/no shop at this address|nothing at this address/u);
    }
    await expect(inShop(chain.address, "south", NOW, () => Promise.resolve())).rejects.toThrow(
      /no shop south in this database; there are home, north/u,
    );
  });
});

describe.runIf(onPostgres)("the doors of a chain", () => {
  const chain = useChain(true);
  const PHRASE = "quiet copper heron";
  const MAUD = { id: uuid(701), initials: "MO", name: "Maud Oakhanger" };

  /** Signs in and returns what every later request carries, and the cookie as it was given. */
  async function signedIn(place: string, initials: string, passPhrase = PHRASE) {
    const answer = await chain.agent.post(`${place}/session`).send({ initials, passPhrase }).expect(200);
    const cookie = answer.get("Set-Cookie")![0]!;
    const { token } = answer.body as SessionView;
    return { cookie, headers: { Cookie: cookie.split(";")[0]!, [TOKEN_HEADER]: token! } };
  }
  const inOffice = async () => {
    const code = /code: (\S+)/u.exec(chain.process.told.find((line) => line.includes("/chain"))!)![1]!;
    await chain.agent
      .post(`/chain${API}/session/first`)
      .send({ code, initials: "EL", name: "Edda Lowick", passPhrase: PHRASE })
      .expect(200);
    return signedIn(`/chain${API}`, "EL");
  };
  async function withMaud(shop: string, role: "owner" | "trainee") {
    const { services, doors } = chain.process.shop(shop) as ReturnType<ChainProcess["shop"]> & {
      doors: { givePhrase: (id: string, phrase: string, who: string, address: string) => Promise<void> };
    };
    await services.people.putTechnician({ ...MAUD, role });
    await doors.givePhrase(MAUD.id, PHRASE, "test", "");
  }

  it("open to a person what each shop lets them: one key opens one shop", async () => {
    await withMaud("home", "owner");
    await withMaud("north", "trainee");
    const home = await signedIn(API, "MO");
    const north = await signedIn(placeOf("north"), "MO");
    expect(home.cookie).toMatch(/Path=\/;/u);
    expect(north.cookie).toMatch(/Path=\/at\/north;/u);
    await chain.get("north", "/jobs").set(home.headers).expect(401);
    await chain.get("home", "/jobs").set(north.headers).expect(401);
    await chain.get("home", "/audit").set(home.headers).expect(200);
    await chain.get("north", "/audit").set(north.headers).expect(403);
    // A browser sends both, the nearer place first.
    const both = { Cookie: `${north.headers.Cookie}; ${home.headers.Cookie}` };
    const { body } = await chain.get("north", "/session").set(both).expect(200);
    expect(body).toMatchObject({ person: { role: "trainee" }, shop: "Harbour room" });
    await chain.agent.get(`/chain${API}/chain`).set(home.headers).expect(401);
  });

  it("let the chain's own people look into every shop, and write in none", async () => {
    await withMaud("north", "owner");
    const office = await inOffice();
    expect(office.cookie).toMatch(/^green-fable-chain=.*Path=\/;/u);
    for (const shop of ["home", "north"]) {
      await chain.get(shop, "/jobs").set(office.headers).expect(200);
      await chain.get(shop, "/audit").set(office.headers).expect(200);
      const { body } = await chain.get(shop, "/session").set(office.headers).expect(200);
      expect(body.person).toEqual({ initials: "EL", name: "Edda Lowick", role: "owner", looksIn: true });
    }
    const refused = await chain
      .takeIn("north", uuid(1), { id: uuid(601), serial: "" }, { by: "EL" })
      .set(office.headers)
      .expect(403);
    expect(refused.body.detail).toMatch(/look into this shop from the chain/u);
    await chain.agent
      .put(`${placeOf("north")}/limits`)
      .set(office.headers)
      .send({})
      .expect(403);
    await chain.agent
      .delete(`${placeOf("north")}/session`)
      .set(office.headers)
      .expect(403);
    const north = await signedIn(placeOf("north"), "MO");
    const { items } = (await chain.get("north", "/audit").set(north.headers).expect(200)).body as AuditPage;
    expect(items.map(({ who, what }) => `${who}: ${what}`)).toContain(
      "EL of the chain: was not allowed: PUT /limits",
    );
    await chain.agent.delete(`/chain${API}/session`).set(office.headers).expect(200);
    await chain.get("north", "/jobs").set(office.headers).expect(401);
  });

  it("show nothing of the chain to who is not of it, and let only its owners change it", async () => {
    await withMaud("home", "owner");
    const home = await signedIn(API, "MO");
    for (const headers of [{}, home.headers]) {
      await chain.agent.get(`/chain${API}/chain`).set(headers).expect(401);
      await chain.agent.put(`/chain${API}/shops/pier`).set(headers).send({}).expect(401);
    }
    const office = await inOffice();
    const person = { id: uuid(702), initials: "PR", name: "Pell Rushbrook", role: "trainee" };
    await chain.agent
      .put(`/chain${API}/technicians/${person.id}`)
      .set(office.headers)
      .send(person)
      .expect(200);
    await chain.agent
      .put(`/chain${API}/technicians/${person.id}/pass-phrase`)
      .set(office.headers)
      .send({ passPhrase: PHRASE })
      .expect(200);
    const clerk = await signedIn(`/chain${API}`, "PR");
    await chain.agent.get(`/chain${API}/chain`).set(clerk.headers).expect(200);
    // What only an owner sees in a shop only an owner of the chain sees there.
    await chain.get("north", "/jobs").set(clerk.headers).expect(200);
    for (const path of ["/audit", "/export.zip"]) {
      await chain.get("north", path).set(clerk.headers).expect(403);
      await chain.get("north", path).set(office.headers).expect(200);
    }
    const owner = { initials: "EL", name: "Edda Lowick", passPhrase: PHRASE };
    await chain.agent
      .put(`/chain${API}/shops/pier`)
      .set(clerk.headers)
      .send({ title: "Pier", owner })
      .expect(403);
    await chain.agent
      .put(`/chain${API}/shops/pier`)
      .set(office.headers)
      .send({ title: "Pier", owner })
      .expect(201);
    // Who runs the new shop is in at once.
    const pier = await signedIn(placeOf("pier"), "EL");
    await chain.get("pier", "/audit").set(pier.headers).expect(200);
    await chain.get("north", "/jobs").set(pier.headers).expect(401);
  });

  it("refuse a change that comes without the page's own word, from the chain too", async () => {
    const office = await inOffice();
    const { Cookie } = office.headers;
    const { body } = await chain.agent.put(`/chain${API}/shops/pier`).set({ Cookie }).send({}).expect(403);
    expect(body.title).toBe("Not from our page");
  });
});
