import { type IncomingMessage, request as plainRequest } from "node:http";
import type { AddressInfo } from "node:net";
import { once } from "node:events";
import { afterEach, beforeEach, describe, expect, it } from "vitest";
import { pino } from "pino";
import { Op } from "sequelize";
import { openApi } from "#contract/openApi";
import { TOKEN_HEADER, TRAINEE_ENTRIES, type Role, type SessionView } from "#contract/doors";
import { CHAIN_AT } from "#contract/chain";
import { API, ENTRY_PATHS } from "#contract/routes";
import { createApp } from "../app.ts";
import { copyKeeper, fileCopies } from "../keeping/daily.ts";
import { aReading, INTAKE, JOB, useShop, uuid, type TestShop } from "../../tests/shop.ts";
import { join } from "node:path";
import { underWay } from "../underWay.ts";
import { routes } from "./index.ts";
import { officeRoutes } from "./office.ts";

const PHRASE = "quiet copper heron";
const PEOPLE: Readonly<Record<Role, { id: string; initials: string; name: string }>> = {
  owner: { id: uuid(701), initials: "MO", name: "Maud Oakhanger" },
  technician: { id: uuid(702), initials: "PR", name: "Pell Rushbrook" },
  trainee: { id: uuid(703), initials: "TN", name: "Tam Netherby" },
};
type Who = "nobody" | Role;
const ALL: readonly Who[] = ["nobody", "trainee", "technician", "owner"];

interface Address {
  readonly method: string;
  readonly path: string;
}

/** What the router itself holds: not a list that somebody keeps beside it. */
function addressesOf(router: unknown): Address[] {
  const { stack } = router as {
    stack: readonly { route?: { path: string; methods: Readonly<Record<string, boolean>> } }[];
  };
  return stack.flatMap(({ route }) =>
    route
      ? Object.keys(route.methods).map((method) => ({ method: method.toUpperCase(), path: route.path }))
      : [],
  );
}

/** What each may, as the trade's own rule: written here by hand, and held against what the routes declare. */
const OPEN = ["GET /session", "POST /session", "POST /session/first", "GET /health"];
/** Whoever carries an instrument's key, signed in or not; nobody here does. */
const WITH_A_KEY = "POST /instruments/:id/samples";
const OWNERS = [
  "PUT /instruments/:id/feed",
  "DELETE /instruments/:id/feed",
  "PUT /technicians/:id",
  "PUT /technicians/:id/pass-phrase",
  "PUT /technicians/:id/alone",
  "GET /audit",
  "PUT /limits",
  "GET /copies",
  "POST /copies",
  "GET /copies/:name",
  "GET /export.zip",
];
const TECHNICIANS = [
  "PUT /instruments/:id",
  "PUT /models/:id",
  "PUT /day/:job",
  "GET /periods",
  "GET /ledger.csv",
  "PUT /jobs/:job/import",
  "PUT /practice/cases/:case",
  "DELETE /practice/cases/:case",
  ...Object.entries(ENTRY_PATHS).flatMap(([kind, noun]) =>
    TRAINEE_ENTRIES.some((one) => one === kind) ? [] : [`PUT /jobs/:job/${noun}/:id`],
  ),
];

function mayAsk(who: Who, { method, path }: Address): boolean {
  const name = `${method} ${path}`;
  if (OPEN.includes(name)) return true;
  if (who === "nobody") return false;
  if (OWNERS.includes(name)) return who === "owner";
  if (TECHNICIANS.includes(name)) return who !== "trainee";
  return true;
}

/** The same address as somebody else would write it who wants past a rule. */
const WAYS: readonly (readonly [string, (path: string) => string])[] = [
  ["in capitals", (path) => path.toUpperCase()],
  ["with one capital", (path) => path.replace(/[a-z]/u, (letter) => letter.toUpperCase())],
  ["with a slash at its end", (path) => `${path}/`],
  ["with doubled slashes", (path) => path.replace("/", "//")],
  ["with a dot", (path) => `/.${path}`],
  [
    "with a letter encoded",
    (path) => path.replace(/[a-z]/u, (letter) => `%${letter.charCodeAt(0).toString(16)}`),
  ],
  ["with a slash encoded", (path) => `/%2f${path.slice(1)}`],
  ["with a semicolon", (path) => `${path};a=b`],
];

const none = () => Promise.reject(new Error("none"));

describe("every route", () => {
  const shop = useShop(true);
  let server: ReturnType<ReturnType<typeof createApp>["listen"]>;
  let port = 0;
  let addresses: Address[] = [];
  const keys = new Map<Who, Record<string, string>>([["nobody", {}]]);

  beforeEach(async () => {
    const log = pino({ level: "silent" });
    const copies = copyKeeper({
      maker: fileCopies(shop.file),
      folder: join(shop.folder, "copies"),
      keep: 3,
      clock: () => shop.now,
      log,
    });
    const parts = {
      services: shop.services,
      doors: shop.doors,
      copies,
      log,
      hosts: ["127.0.0.1"],
      web: null,
    };
    server = createApp({ ...parts, requestsAMinute: 1e9 }).listen(0, "127.0.0.1");
    await once(server, "listening");
    port = (server.address() as AddressInfo).port;
    addresses = addressesOf(
      routes({
        ...parts,
        bodyLimit: "1mb",
        demo: false,
        incoming: { folder: shop.folder, bundle: none, capture: none },
        underWay: underWay(),
      }),
    );
    for (const role of ["owner", "technician", "trainee"] as const) {
      await shop.services.people.putTechnician({ ...PEOPLE[role], role });
      await shop.doors.givePhrase(PEOPLE[role].id, PHRASE, "test", "");
      const answer = await shop.agent
        .post(`${API}/session`)
        .send({ initials: PEOPLE[role].initials, passPhrase: PHRASE })
        .expect(200);
      keys.set(role, {
        Cookie: answer.get("Set-Cookie")![0]!.split(";")[0]!,
        [TOKEN_HEADER]: (answer.body as SessionView).token!,
      });
    }
  });
  afterEach(() => new Promise<void>((done) => void server.close(() => done())));

  /** As it goes onto the wire: no client puts an address right on its way. */
  const ask = (who: Who, method: string, path: string) =>
    new Promise<{ status: number; headers: IncomingMessage["headers"] }>((resolve, reject) => {
      const asked = plainRequest(
        {
          host: "127.0.0.1",
          port,
          method,
          path,
          headers: { ...keys.get(who), "Content-Type": "application/json", "If-Match": '"0"' },
          agent: false,
        },
        (response) => {
          response.resume();
          response.on("error", reject);
          response.on("end", () => resolve({ status: response.statusCode ?? 0, headers: response.headers }));
        },
      );
      asked.on("error", reject);
      asked.end(["GET", "DELETE"].includes(method) ? undefined : "{}");
    });
  const linesOfDeeds = () =>
    shop.database.models.Audit.count({ where: { what: { [Op.notLike]: "was not allowed%" } } });
  const filled = (path: string) =>
    path
      .replace(":job", JOB)
      .replace(":case", "growls")
      .replace(":id", uuid(9))
      .replace(":name", "green-fable-2026-03-02.sqlite");

  it("lets those ask it who may, and nobody else: nobody, trainee, technician, owner", async () => {
    expect(addresses.length).toBeGreaterThan(35);
    for (const who of ALL)
      for (const address of addresses) {
        // Signing out ends what the others are asked with.
        if (`${address.method} ${address.path}` === "DELETE /session") continue;
        const { status } = await ask(who, address.method, `${API}${filled(address.path)}`);
        const refused = [401, 403].includes(status);
        const told = `${who}: ${address.method} ${address.path} answered ${status}`;
        if (`${address.method} ${address.path}` === WITH_A_KEY) {
          expect(status, told).toBe(401);
          continue;
        }
        if (mayAsk(who, address)) {
          // With a body of nothing most is refused for what it says; the door itself answers 401 to wrong words.
          const byDoor = address.path.startsWith("/session") && address.method === "POST";
          if (!byDoor) expect(refused, told).toBe(false);
        } else expect(status, told).toBe(who === "nobody" ? 401 : 403);
      }
  });

  it("has one address: written in any other way it leads nowhere, and nothing is done", async () => {
    const before = await linesOfDeeds();
    for (const who of ALL)
      for (const { method, path } of addresses)
        for (const [way, rewritten] of WAYS) {
          const asked = rewritten(filled(path));
          // What is only another id or name is asked for at the same address, by the same rule.
          if (asked === filled(path) || (way === "with a semicolon" && /:\w+$/u.test(path))) continue;
          const { status } = await ask(who, method, `${API}${asked}`);
          expect([400, 401, 404], `${who} ${way}: ${method} ${asked} answered ${status}`).toContain(status);
        }
    for (const who of ALL) {
      const { status } = await ask(who, "PUT", `${API.toUpperCase()}/limits`);
      expect(status).toBe(404);
    }
    const after = await linesOfDeeds();
    expect(after).toBe(before);
  });

  it("is described, and everything that is described is there; so is what the chain's own people do", () => {
    const all = Object.entries(openApi()["paths"] as Record<string, object>);
    const describedAt = (place: string) =>
      all
        .filter(([path]) => path.startsWith(place))
        .flatMap(([path, verbs]) =>
          Object.keys(verbs).map((verb) => `${verb.toUpperCase()} ${path.slice(place.length)}`),
        );
    const described = describedAt(API);
    const office = officeRoutes(null as never);
    expect(
      office
        .map(({ method, path }) => `${method.toUpperCase()} ${path.replace(/:(\w+)/gu, "{$1}")}`)
        .toSorted(),
    ).toEqual(describedAt(`${CHAIN_AT}${API}`).toSorted());
    // Who sees the chain changes nothing of it, unless they own it; what is changed is told in who did what.
    for (const { method, may, audit } of office)
      expect([method, may, "line" in audit]).toEqual(
        method === "get" ? ["get", "trainee", false] : ["put", "owner", true],
      );
    const there = addresses
      .filter(({ path }) => path !== "/openapi.json")
      .map(({ method, path }) => `${method} ${path.replace(/:(\w+)/gu, "{$1}")}`);
    expect(there.toSorted()).toEqual(described.toSorted());
  });

  it("that changes the shop itself is told in who did what", async () => {
    const put = (who: Role, path: string, body: object) =>
      shop.agent.put(`${API}${path}`).set(keys.get(who)!).send(body).expect(200);
    await put("owner", "/limits", {});
    await put("owner", `/technicians/${uuid(704)}`, { id: uuid(704), initials: "XY", name: "Xan Yarrow" });
    const lines = (await shop.doors.auditPage(1, 100)).items.map(({ who, what }) => `${who} ${what}`);
    expect(lines).toContain("MO changed limits, schools or prices (/limits)");
    expect(lines).toContain(`MO changed the list of people (/technicians/${uuid(704)})`);
  });
});

describe("what a trainee may undo", () => {
  const shop = useShop(true);
  const signedIn = async (role: Role, test: TestShop) => {
    await test.services.people.putTechnician({ ...PEOPLE[role], role });
    await test.doors.givePhrase(PEOPLE[role].id, PHRASE, "test", "");
    const answer = await test.agent
      .post(`${API}/session`)
      .send({ initials: PEOPLE[role].initials, passPhrase: PHRASE })
      .expect(200);
    const headers = {
      Cookie: answer.get("Set-Cookie")![0]!.split(";")[0]!,
      [TOKEN_HEADER]: (answer.body as SessionView).token!,
    };
    const by = PEOPLE[role].initials;
    return (noun: string, body: { id: string; [field: string]: unknown }, version: number) =>
      test.agent
        .put(`${API}/jobs/${JOB}/${noun}/${body.id}`)
        .set({ ...headers, "If-Match": `"${version}"` })
        .send({ ...body, by });
  };
  const at = "2026-03-02T11:00:00.000Z";

  it("is their own reading; what a technician read or decided stands, undone or corrected", async () => {
    const technician = await signedIn("technician", shop);
    const trainee = await signedIn("trainee", shop);
    await shop.services.jobs.takeIn(JOB, INTAKE);
    await technician("readings", aReading(1), 0).expect(201);
    const decision = {
      id: uuid(2),
      disposition: "resolder",
      reason: "star joint open",
      waitingFor: "nothing",
      at,
    };
    await technician("decisions", decision, 1).expect(201);
    for (const of of [uuid(1), uuid(2)]) {
      const { body } = await trainee("undos", { id: uuid(10), of, at }, 2).expect(403);
      expect(body.detail).toMatch(/PR wrote this/u);
    }
    for (const value of [
      { kind: "withdrawn", reason: "no" },
      { kind: "ohms", ohms: 9 },
    ])
      await trainee("readings", aReading(11, { supersedes: uuid(1), value }), 2).expect(403);
    await trainee("readings", aReading(12, { slot: "BC" }), 2).expect(201);
    await trainee("readings", aReading(13, { slot: "BC", supersedes: uuid(12) }), 3).expect(201);
    await trainee("undos", { id: uuid(14), of: uuid(13), at }, 4).expect(201);
    await technician("undos", { id: uuid(15), of: uuid(12), at }, 5).expect(201);
  });

  it("on a motor of a family they may work alone on is what a technician may, and on no other", async () => {
    const technician = await signedIn("technician", shop);
    const trainee = await signedIn("trainee", shop);
    await shop.services.jobs.takeIn(JOB, INTAKE);
    await technician("readings", aReading(1), 0).expect(201);
    const decision = { disposition: "resolder", reason: "star joint open", waitingFor: "nothing", at };
    await trainee("decisions", { id: uuid(2), ...decision }, 1).expect(403);
    const { family } = INTAKE.motor;
    await shop.services.practice.letAlone(PEOPLE.trainee.id, [family === "hub" ? "hobby" : "hub"]);
    await trainee("decisions", { id: uuid(2), ...decision }, 1).expect(403);
    await shop.services.practice.letAlone(PEOPLE.trainee.id, [family]);
    await trainee("decisions", { id: uuid(2), ...decision }, 1).expect(201);
    await trainee("undos", { id: uuid(3), of: uuid(1), at }, 2).expect(201);
    await shop.services.practice.letAlone(PEOPLE.trainee.id, []);
    await trainee("decisions", { id: uuid(4), ...decision }, 3).expect(403);
  });
});
