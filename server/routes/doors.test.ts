import { createHash } from "node:crypto";
import { describe, expect, it, vi } from "vitest";
import { auditSchema, sessionSchema } from "#contract/doorSchemas";
import { TOKEN_HEADER, type AuditPage, type Role, type SessionView } from "#contract/doors";
import { API } from "#contract/routes";
import { aPicture, INTAKE, JOB, NOW, useShop, type TestShop } from "../../tests/shop.ts";

const PHRASE = "quiet copper heron";
const PEOPLE: Readonly<Record<Role, { id: string; initials: string; name: string }>> = {
  owner: { id: "01980000-0000-7000-8000-0000000000a1", initials: "MO", name: "Maud Oakhanger" },
  technician: { id: "01980000-0000-7000-8000-0000000000a2", initials: "PR", name: "Pell Rushbrook" },
  trainee: { id: "01980000-0000-7000-8000-0000000000a3", initials: "TN", name: "Tam Netherby" },
};

async function withPeople(shop: TestShop) {
  for (const role of ["owner", "technician", "trainee"] as const) {
    await shop.services.people.putTechnician({ ...PEOPLE[role], role });
    await shop.doors.givePhrase(PEOPLE[role].id, PHRASE, "test", "");
  }
}

/** Signs in and returns what every later request carries. */
async function signedIn(shop: TestShop, role: Role) {
  const answer = await shop.agent
    .post(`${API}/session`)
    .send({ initials: PEOPLE[role].initials, passPhrase: PHRASE })
    .expect(200);
  const cookie = answer.get("Set-Cookie")![0]!;
  const { token } = answer.body as SessionView;
  return { cookie, headers: { Cookie: cookie.split(";")[0]!, [TOKEN_HEADER]: token! } };
}

describe("where a server listens to its own computer alone", () => {
  const shop = useShop();

  it("nobody signs in", async () => {
    const { body } = await shop.agent.get(`${API}/session`).expect(200);
    expect(body).toEqual({
      needed: false,
      person: null,
      first: false,
      tries: null,
      timeZone: "UTC",
      shop: null,
      token: null,
    });
    await shop.takeIn().expect(201);
  });
});

describe("where it listens to a network", () => {
  const shop = useShop(true);

  it("shows nothing and takes nothing before somebody signed in", async () => {
    for (const path of ["/jobs", "/technicians", "/limits", "/export.zip", "/openapi.json", "/audit"])
      await shop.agent.get(`${API}${path}`).expect(401);
    await shop.takeIn().expect(401);
    await shop.agent.get(`${API}/health`).expect(200);
    const { body } = await shop.agent.get(`${API}/session`).expect(200);
    expect(sessionSchema.validate(body).error).toBeUndefined();
    expect(body).toMatchObject({ needed: true, person: null, first: true });
  });

  it("leaves no photo behind in a browser", async () => {
    await withPeople(shop);
    const { headers } = await signedIn(shop, "technician");
    const picture = aPicture();
    const name = createHash("sha256").update(picture).digest("hex");
    await shop.agent
      .put(`${API}/jobs/${JOB}`)
      .set(headers)
      .send({ ...INTAKE, by: "PR" })
      .expect(201);
    const path = `${API}/jobs/${JOB}/files/${name}`;
    await shop.agent.put(path).set(headers).set("Content-Type", "image/jpeg").send(picture).expect(201);
    const answer = await shop.agent.get(path).set(headers).expect(200);
    expect(answer.headers["cache-control"]).toBe("no-store");
  });

  it("lets the first owner in by the printed code, once", async () => {
    const first = { code: "wrong", initials: "MO", name: "Maud Oakhanger", passPhrase: PHRASE };
    await shop.agent.post(`${API}/session/first`).send(first).expect(401);
    await shop.agent
      .post(`${API}/session/first`)
      .send({ ...first, code: shop.doors.code, passPhrase: "short" })
      .expect(422);
    const { body } = await shop.agent
      .post(`${API}/session/first`)
      .send({ ...first, code: shop.doors.code })
      .expect(200);
    expect(body).toMatchObject({ person: { initials: "MO", role: "owner" }, first: false });
    await shop.agent
      .post(`${API}/session/first`)
      .send({ ...first, initials: "XX", code: shop.doors.code })
      .expect(409);
  });

  it("lets a person in by initials and pass-phrase, with a key that no script reads", async () => {
    await withPeople(shop);
    const { cookie, headers } = await signedIn(shop, "technician");
    expect(cookie).toMatch(/HttpOnly/u);
    expect(cookie).toMatch(/SameSite=Strict/u);
    await shop.agent.get(`${API}/jobs`).set(headers).expect(200);
    const { by: _, ...intake } = INTAKE;
    await shop.agent
      .put(`${API}/jobs/${JOB}`)
      .set(headers)
      .send({ ...intake, by: "PR" })
      .expect(201);
  });

  it("takes no change without the session's token, whatever cookie comes with it", async () => {
    await withPeople(shop);
    const { headers } = await signedIn(shop, "owner");
    const { Cookie } = headers;
    await shop.agent.put(`${API}/limits`).set({ Cookie }).send({}).expect(403);
    await shop.agent
      .put(`${API}/limits`)
      .set({ Cookie, [TOKEN_HEADER]: "x" })
      .send({})
      .expect(403);
    await shop.agent.put(`${API}/limits`).set(headers).send({}).expect(200);
    await shop.agent
      .put(`${API}/limits`)
      .set({ ...headers, Origin: "http://elsewhere" })
      .send({})
      .expect(403);
  });

  it("writes nobody else's initials", async () => {
    await withPeople(shop);
    const { headers } = await signedIn(shop, "technician");
    const { body } = await shop.agent
      .put(`${API}/jobs/${JOB}`)
      .set(headers)
      .send({ ...INTAKE, by: "MO" })
      .expect(403);
    expect(body).toMatchObject({ detail: expect.stringContaining("You are signed in as PR") as string });
  });

  it("holds a trainee to what a trainee does, and says so", async () => {
    await withPeople(shop);
    const { headers } = await signedIn(shop, "trainee");
    await shop.agent
      .put(`${API}/jobs/${JOB}`)
      .set(headers)
      .send({ ...INTAKE, by: "TN" })
      .expect(201);
    const { body } = await shop.agent
      .put(`${API}/jobs/${JOB}/closings/01980000-0000-7000-8000-0000000000b1`)
      .set(headers)
      .set("If-Match", '"0"')
      .send({ id: "01980000-0000-7000-8000-0000000000b1", reason: "", by: "TN", at: NOW.toISOString() })
      .expect(403);
    expect(body).toMatchObject({ detail: expect.stringContaining("trainee") as string });
    await shop.agent.get(`${API}/audit`).set(headers).expect(403);
  });

  it("locks out after five wrong pass-phrases, the right one too, until time has passed", async () => {
    await withPeople(shop);
    const tryOnce = (passPhrase: string) =>
      shop.agent.post(`${API}/session`).send({ initials: "MO", passPhrase });
    for (let n = 0; n < 5; n += 1) await tryOnce("guess number").expect(401);
    const { body, headers } = await tryOnce(PHRASE).expect(429);
    expect(body).toMatchObject({ title: "Wait" });
    expect(Number(headers["retry-after"])).toBeGreaterThan(60);
    shop.now = new Date(NOW.getTime() + 16 * 60_000);
    await tryOnce(PHRASE).expect(200);
    shop.now = NOW;
  });

  it("tells of an unknown person what it tells of a wrong pass-phrase", async () => {
    await withPeople(shop);
    const wrong = await shop.agent
      .post(`${API}/session`)
      .send({ initials: "MO", passPhrase: "guess number" });
    const nobody = await shop.agent
      .post(`${API}/session`)
      .send({ initials: "ZZ", passPhrase: "guess number" });
    expect(nobody.body).toEqual(wrong.body);
  });

  it("ends a session by signing out, by time, by a new pass-phrase and by retiring", async () => {
    await withPeople(shop);
    const open = (headers: Record<string, string>) => shop.agent.get(`${API}/jobs`).set(headers);
    const out = await signedIn(shop, "technician");
    await shop.agent.delete(`${API}/session`).set(out.headers).expect(200);
    await open(out.headers).expect(401);

    const late = await signedIn(shop, "technician");
    shop.now = new Date(NOW.getTime() + 15 * 3_600_000);
    await open(late.headers).expect(401);
    shop.now = NOW;

    const old = await signedIn(shop, "technician");
    const owner = await signedIn(shop, "owner");
    await shop.agent
      .put(`${API}/technicians/${PEOPLE.technician.id}/pass-phrase`)
      .set(owner.headers)
      .send({ passPhrase: "another long phrase" })
      .expect(200);
    await open(old.headers).expect(401);

    const trainee = await signedIn(shop, "trainee");
    await shop.agent
      .put(`${API}/technicians/${PEOPLE.trainee.id}`)
      .set(owner.headers)
      .send({ ...PEOPLE.trainee, retired: true })
      .expect(200);
    await open(trainee.headers).expect(401);
    await shop.agent.post(`${API}/session`).send({ initials: "TN", passPhrase: PHRASE }).expect(401);
  });

  it("keeps who came in and who changed what, and lets nobody change that", async () => {
    await withPeople(shop);
    await shop.agent.post(`${API}/session`).send({ initials: "MO", passPhrase: "guess number" }).expect(401);
    const { headers } = await signedIn(shop, "owner");
    await shop.agent.put(`${API}/limits`).set(headers).send({}).expect(200);
    const pageOf = async (query: object = {}) =>
      (await shop.agent.get(`${API}/audit`).query(query).set(headers).expect(200)).body as AuditPage;
    await vi.waitFor(async () => expect((await pageOf()).total).toBeGreaterThan(4));
    const { items: lines, tries } = await pageOf();
    expect(auditSchema.validate(await pageOf()).error).toBeUndefined();
    expect(tries).toMatchObject([{ hour: "2026-03-02T10:00:00.000Z", count: 1, initials: ["MO"] }]);
    // Page by page it is the same.
    const pages = await Promise.all([1, 2, 3].map((page) => pageOf({ page, size: 2 })));
    expect(pages.flatMap(({ items }) => items)).toEqual(lines.slice(0, 6));
    expect(lines.map(({ who, what }) => `${who} ${what}`)).toEqual(
      expect.arrayContaining(["MO signed in", "MO changed limits, schools or prices (/limits)"]),
    );
    expect(JSON.stringify(lines)).not.toContain(PHRASE);
    const { Audit } = shop.database.models;
    const before = await Audit.findAll({ raw: true });
    await expect(Audit.destroy({ where: {} })).rejects.toThrow();
    await expect(Audit.update({ who: "PR" }, { where: {} })).rejects.toThrow();
    expect(await Audit.findAll({ raw: true })).toEqual(before);
  });

  it("counts the tries of nobody in one line an hour and address, and tells the owner how many and from where", async () => {
    await withPeople(shop);
    const before = await shop.database.models.Audit.count();
    for (let n = 0; n < 12; n += 1)
      await shop.agent
        .post(`${API}/session`)
        .send({ initials: n % 2 ? "ZZ" : "PR", passPhrase: "guess number" });
    expect(await shop.database.models.Audit.count()).toBe(before);
    const { headers } = await signedIn(shop, "owner");
    const session = (await shop.agent.get(`${API}/session`).set(headers).expect(200)).body as SessionView;
    expect(session.tries).toMatchObject({ count: 12, from: [expect.stringMatching(/127\.0\.0\.1/u)] });
    const { tries } = await shop.doors.auditPage(1, 10);
    expect(tries).toMatchObject([{ count: 12, initials: ["PR", "ZZ"] }]);
    const others = await signedIn(shop, "trainee");
    const theirs = (await shop.agent.get(`${API}/session`).set(others.headers).expect(200))
      .body as SessionView;
    expect(theirs.tries).toBeNull();
  });

  it("changes one's own pass-phrase only with the old one, and counts wrong ones as at the door", async () => {
    await withPeople(shop);
    const { headers } = await signedIn(shop, "technician");
    const change = (old: string) =>
      shop.agent
        .put(`${API}/session/pass-phrase`)
        .set(headers)
        .send({ old, passPhrase: "another long phrase" });
    await shop.agent
      .put(`${API}/session/pass-phrase`)
      .set(headers)
      .send({ passPhrase: "another long phrase" })
      .expect(422);
    const { body } = await change("guess number").expect(422);
    expect(body.fields).toMatchObject([{ field: "old" }]);
    const answer = await change(PHRASE).expect(200);
    await shop.agent.get(`${API}/jobs`).set(headers).expect(401);
    const cookie = answer.get("Set-Cookie")![0]!.split(";")[0]!;
    await shop.agent.get(`${API}/jobs`).set({ Cookie: cookie }).expect(200);
    // Whoever has the owner's screen gives others theirs, and not themselves a new one.
    const owner = await signedIn(shop, "owner");
    await shop.agent
      .put(`${API}/technicians/${PEOPLE.owner.id}/pass-phrase`)
      .set(owner.headers)
      .send({ passPhrase: "another long phrase" })
      .expect(409);
    for (let n = 0; n < 5; n += 1)
      await shop.agent
        .put(`${API}/session/pass-phrase`)
        .set(owner.headers)
        .send({ old: "guess number", passPhrase: "another long phrase" })
        .expect(422);
    await shop.agent
      .put(`${API}/session/pass-phrase`)
      .set(owner.headers)
      .send({ old: PHRASE, passPhrase: "another long phrase" })
      .expect(429);
  });

  it("keeps no pass-phrase and no key of a device in its file", async () => {
    await withPeople(shop);
    const { headers } = await signedIn(shop, "owner");
    const rows = JSON.stringify([
      await shop.database.models.PassPhrase.findAll({ raw: true }),
      await shop.database.models.Session.findAll({ raw: true }),
    ]);
    expect(rows).not.toContain(PHRASE);
    expect(rows).not.toContain(headers.Cookie.split("=")[1]);
  });
});
