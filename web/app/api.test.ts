// @vitest-environment jsdom
import { beforeEach, describe, expect, it, vi } from "vitest";
import { collectAsked, nextAsked, soon, type Asked } from "../../tests/answers.ts";

let asked: Asked[];

beforeEach(() => {
  vi.resetModules();
  vi.unstubAllGlobals();
  asked = collectAsked();
});

const page = async () => {
  const { api, tokenHeaders, sentenceOf } = await import("./api.ts");
  const { store } = await import("./store.ts");
  return { api, store, tokenHeaders, sentenceOf, endpoints: api.endpoints };
};

type Page = Awaited<ReturnType<typeof page>>;
const ID = "01900000-0000-7000-8000-000000000001";
const MODEL = { id: ID, name: "model" } as never;
const FILE = new File(["zip"], "job.zip");

/** What a screen asks or sends, and how it looks on the line. */
const ASKS: [string, (page: Page) => unknown, string, unknown][] = [
  [
    "jobs",
    ({ endpoints: e }) => e.jobs.initiate({ stage: "open", q: "trike" }),
    "GET /jobs?stage=open&q=trike",
    undefined,
  ],
  ["aside", ({ endpoints: e }) => e.aside.initiate(), "GET /aside", undefined],
  ["job", ({ endpoints: e }) => e.job.initiate(ID), `GET /jobs/${ID}`, undefined],
  [
    "takeIn",
    ({ endpoints: e }) => e.takeIn.initiate({ id: ID, intake: { complaint: "hot" } as never }),
    `PUT /jobs/${ID}`,
    { complaint: "hot" },
  ],
  [
    "importJob",
    ({ endpoints: e }) => e.importJob.initiate({ id: ID, file: FILE }),
    `PUT /jobs/${ID}/import`,
    "zip",
  ],
  ["session", ({ endpoints: e }) => e.session.initiate(), "GET /session", undefined],
  [
    "signIn",
    ({ endpoints: e }) => e.signIn.initiate({ initials: "MO", passPhrase: "p" }),
    "POST /session",
    { initials: "MO", passPhrase: "p" },
  ],
  [
    "firstOwner",
    ({ endpoints: e }) => e.firstOwner.initiate({ code: "c", initials: "MO", name: "M", passPhrase: "p" }),
    "POST /session/first",
    { code: "c", initials: "MO", name: "M", passPhrase: "p" },
  ],
  ["signOut", ({ endpoints: e }) => e.signOut.initiate(), "DELETE /session", undefined],
  [
    "givePassPhrase",
    ({ endpoints: e }) => e.givePassPhrase.initiate({ id: ID, passPhrase: "p" }),
    `PUT /technicians/${ID}/pass-phrase`,
    { passPhrase: "p" },
  ],
  [
    "changePassPhrase",
    ({ endpoints: e }) => e.changePassPhrase.initiate({ old: "o", passPhrase: "p" }),
    "PUT /session/pass-phrase",
    { old: "o", passPhrase: "p" },
  ],
  [
    "audit",
    ({ endpoints: e }) => e.audit.initiate({ page: 2, size: 50 }),
    "GET /audit?page=2&size=50",
    undefined,
  ],
  ["copies", ({ endpoints: e }) => e.copies.initiate(), "GET /copies", undefined],
  ["makeCopy", ({ endpoints: e }) => e.makeCopy.initiate(), "POST /copies", undefined],
  ["health", ({ endpoints: e }) => e.health.initiate(), "GET /health", undefined],
  ["models", ({ endpoints: e }) => e.models.initiate(), "GET /models", undefined],
  ["putModel", ({ endpoints: e }) => e.putModel.initiate(MODEL), `PUT /models/${ID}`, MODEL],
  ["units", ({ endpoints: e }) => e.units.initiate({ q: "a", page: 2 }), "GET /units?q=a&page=2", undefined],
  ["account", ({ endpoints: e }) => e.account.initiate(), "GET /account", undefined],
  ["found", ({ endpoints: e }) => e.found.initiate({ family: "hub" }), "GET /found?family=hub", undefined],
  ["limits", ({ endpoints: e }) => e.limits.initiate(), "GET /limits", undefined],
  ["putLimits", ({ endpoints: e }) => e.putLimits.initiate({} as never), "PUT /limits", {}],
  ["instruments", ({ endpoints: e }) => e.instruments.initiate(), "GET /instruments", undefined],
  ["putInstrument", ({ endpoints: e }) => e.putInstrument.initiate(MODEL), `PUT /instruments/${ID}`, MODEL],
  ["technicians", ({ endpoints: e }) => e.technicians.initiate(), "GET /technicians", undefined],
  ["putTechnician", ({ endpoints: e }) => e.putTechnician.initiate(MODEL), `PUT /technicians/${ID}`, MODEL],
];

describe("what a screen asks of the server", () => {
  it.each(ASKS)("%s goes to its own address", async (_name, action, line, body) => {
    const opened = await page();
    opened.store.dispatch(action(opened) as never);
    const [method, path] = line.split(" ") as [string, string];
    const request = await nextAsked(asked, method);
    expect(`${request.path}${request.query}`).toBe(`/api/v1${path}`);
    if (typeof body === "string")
      expect(request.headers.get("content-type")).toBe("application/octet-stream");
    else if (body !== undefined) expect(JSON.parse(await request.body())).toEqual(body);
    else expect(await request.body()).toBe("");
  });
});

const SESSION = { token: "secret", timeZone: "Europe/Berlin", person: null };

describe("the session", () => {
  it("gives its token to every later change, and none before", async () => {
    const { store, endpoints, tokenHeaders } = await page();
    expect(tokenHeaders()).toEqual({});
    store.dispatch(endpoints.models.initiate());
    const before = await nextAsked(asked, "GET");
    expect([...before.headers.values()]).not.toContain("secret");
    const session = store.dispatch(endpoints.session.initiate());
    (await nextAsked(asked, "GET")).answer(SESSION);
    await session;
    expect(Object.values(tokenHeaders())).toEqual(["secret"]);
    store.dispatch(endpoints.putModel.initiate(MODEL));
    expect([...(await nextAsked(asked, "PUT")).headers.values()]).toContain("secret");
  });

  it("shows times by the shop's clock, and by the device's where an earlier version named none", async () => {
    const { shopDay } = await import("../ui/dates.ts");
    const day = async (timeZone: string | undefined) => {
      const { store, endpoints } = await page();
      const asking = store.dispatch(endpoints.session.initiate(undefined, { forceRefetch: true }));
      (await nextAsked(asked, "GET")).answer({ ...SESSION, timeZone });
      await asking;
      return shopDay(new Date("2026-03-02T11:00:00Z"));
    };
    expect(await day("Pacific/Kiritimati")).toBe("2026-03-03");
    expect(await day("Pacific/Pago_Pago")).toBe("2026-03-02");
    expect(await day(undefined)).toMatch(/^2026-03-0[23]$/u);
  });
});

/** The addresses that are asked again after something was said to the server. */
async function askedAfter(change: (page: Page) => unknown, status = 200): Promise<string[]> {
  vi.resetModules();
  asked.length = 0;
  const opened = await page();
  const { store, endpoints: e } = opened;
  const watched = [
    e.session.initiate(),
    e.jobs.initiate({}),
    e.job.initiate(ID),
    e.copies.initiate(),
    e.technicians.initiate(),
    e.models.initiate(),
    e.limits.initiate(),
    e.instruments.initiate(),
    e.aside.initiate(),
    e.units.initiate({}),
    e.account.initiate(),
    e.found.initiate({}),
  ].map((action) => store.dispatch(action as never) as unknown as Promise<unknown>);
  for (let i = 0; i < watched.length; i += 1) (await nextAsked(asked, "GET")).answer(SESSION);
  await Promise.all(watched);
  const changing = store.dispatch(change(opened) as never) as unknown as Promise<unknown>;
  await soon(() => expect(asked.length).toBeGreaterThan(0));
  asked.splice(0, 1)[0]!.answer(status === 200 ? SESSION : { detail: "No." }, { status });
  await changing;
  await new Promise((resolve) => setTimeout(resolve, 30));
  return asked.map(({ path }) => path.replace("/api/v1/", "")).toSorted();
}
const ALL_JOBS = ["account", "aside", "found", "jobs", "units"];
const EVERYTHING = [
  ...ALL_JOBS,
  "copies",
  "instruments",
  `jobs/${ID}`,
  "limits",
  "models",
  "session",
  "technicians",
].toSorted();

describe("what is shown is asked again", () => {
  it.each([
    [
      "a job taken in",
      ({ endpoints: e }: Page) => e.takeIn.initiate({ id: ID, intake: {} as never }),
      ALL_JOBS,
    ],
    ["a bundle", ({ endpoints: e }: Page) => e.importJob.initiate({ id: ID, file: FILE }), ALL_JOBS],
    ["signing out", ({ endpoints: e }: Page) => e.signOut.initiate(), ["session"]],
    [
      "signing in",
      ({ endpoints: e }: Page) => e.signIn.initiate({ initials: "", passPhrase: "" }),
      EVERYTHING,
    ],
    [
      "becoming the first owner",
      ({ endpoints: e }: Page) => e.firstOwner.initiate({ code: "", initials: "", name: "", passPhrase: "" }),
      EVERYTHING,
    ],
    [
      "one's own new pass-phrase",
      ({ endpoints: e }: Page) => e.changePassPhrase.initiate({ old: "", passPhrase: "" }),
      ["session"],
    ],
    [
      "somebody's pass-phrase",
      ({ endpoints: e }: Page) => e.givePassPhrase.initiate({ id: ID, passPhrase: "" }),
      [],
    ],
    ["a copy", ({ endpoints: e }: Page) => e.makeCopy.initiate(), ["copies"]],
    ["a model", ({ endpoints: e }: Page) => e.putModel.initiate(MODEL), ["models"]],
    [
      "limits",
      ({ endpoints: e }: Page) => e.putLimits.initiate({} as never),
      [...ALL_JOBS, `jobs/${ID}`, "limits"].toSorted(),
    ],
    [
      "an instrument",
      ({ endpoints: e }: Page) => e.putInstrument.initiate(MODEL),
      ["instruments", `jobs/${ID}`],
    ],
    ["a person", ({ endpoints: e }: Page) => e.putTechnician.initiate(MODEL), ["technicians"]],
  ] as const)("after %s: what it changed and nothing else", async (_name, change, again) => {
    expect(await askedAfter(change)).toEqual([...again]);
  });

  it("after a wrong pass-phrase: nothing, or the form would lose what it says", async () => {
    const signIn = ({ endpoints: e }: Page) => e.signIn.initiate({ initials: "", passPhrase: "" });
    expect(await askedAfter(signIn, 401)).toEqual([]);
    expect(await askedAfter(signIn, 429)).toEqual([]);
    const first = ({ endpoints: e }: Page) =>
      e.firstOwner.initiate({ code: "", initials: "", name: "", passPhrase: "" });
    expect(await askedAfter(first, 403)).toEqual([]);
    const own = ({ endpoints: e }: Page) => e.changePassPhrase.initiate({ old: "", passPhrase: "" });
    expect(await askedAfter(own, 400)).toEqual([]);
  });

  it("who is here, where a session ended meanwhile", async () => {
    expect(await askedAfter(({ endpoints: e }) => e.putTechnician.initiate(MODEL), 401)).toContain("session");
    expect(await askedAfter(({ endpoints: e }) => e.putTechnician.initiate(MODEL), 400)).not.toContain(
      "session",
    );
  });
});

describe("the sentence of a refusal", () => {
  it("is the server's, with who wrote what meanwhile, or one of ours", async () => {
    const { sentenceOf } = await page();
    const ours = "The server does not answer. Nothing of what you see is lost; try again in a moment.";
    expect(sentenceOf({ data: { detail: "It is closed." } })).toBe("It is closed.");
    const changes = [
      { by: "PK", what: "a reading" },
      { by: "AM", what: "a note" },
    ];
    expect(sentenceOf({ data: { detail: "Changed.", changes } })).toBe(
      "Changed. Meanwhile: PK wrote a reading; AM wrote a note.",
    );
    expect(sentenceOf({ data: { detail: "Changed.", changes: [] } })).toBe("Changed.");
    expect(sentenceOf({ data: { detail: "Changed.", changes: "none" } })).toBe("Changed.");
    for (const nothing of [null, undefined, "text", 5, {}, { data: null }, { data: "text" }, { data: {} }])
      expect(sentenceOf(nothing), JSON.stringify(nothing)).toBe(ours);
  });
});
