// @vitest-environment jsdom
import "fake-indexeddb/auto";
import { IDBFactory } from "fake-indexeddb";
import { beforeEach, describe, expect, it, test, vi } from "vitest";
import type { JobView, Receipt } from "#contract/jobs";
import { collectAsked, nextAsked, soon, type Asked } from "../../tests/answers.ts";
import type { Parcel } from "./outbox.ts";

const JOB = "01900000-0000-7000-8000-000000000001";
const id = (n: number) => `01900000-0000-7000-8000-${String(n).padStart(12, "0")}`;
const NOTE = { id: id(2), words: "B is loose", at: "2026-03-02", by: "MO" };
const parcel = (part: Partial<Parcel> = {}): Parcel => ({
  id: NOTE.id,
  job: JOB,
  kind: "note",
  body: NOTE,
  version: 3,
  refused: null,
  ...part,
});
const view = (version: number): JobView => ({ id: JOB, version, entries: [] }) as unknown as JobView;
const receipt = (version: number, closedAt: string | null = null): Receipt => ({
  job: JOB,
  version,
  savedAt: `2026-03-02T10:00:0${version}Z`,
  closedAt,
});
let asked: Asked[];

beforeEach(() => {
  vi.resetModules();
  vi.unstubAllGlobals();
  vi.stubGlobal("indexedDB", new IDBFactory());
  localStorage.clear();
  asked = collectAsked();
});

const page = async () => {
  const { outbox, store, startOutbox } = await import("./store.ts");
  const { api } = await import("./api.ts");
  const bench = () => store.getState().bench;
  const shown = async (version: number) => {
    const fetching = store.dispatch(api.endpoints.job.initiate(JOB));
    (await nextAsked(asked, "GET")).answer(view(version));
    await fetching;
  };
  const onScreen = () => api.endpoints.job.select(JOB)(store.getState()).data;
  return { outbox, store, api, bench, shown, onScreen, startOutbox };
};

describe("an entry on its way", () => {
  it("is put at its own address, with the version it is written onto and the session's token", async () => {
    const { outbox, store, api } = await page();
    const session = store.dispatch(api.endpoints.session.initiate());
    (await nextAsked(asked, "GET", "/api/v1/session")).answer({
      token: "secret",
      timeZone: "UTC",
      person: null,
    });
    await session;
    void outbox.submit(parcel());
    const put = await nextAsked(asked, "PUT");
    expect(put.path).toBe(`/api/v1/jobs/${JOB}/notes/${NOTE.id}`);
    expect(put.headers.get("if-match")).toBe('"3"');
    expect(put.headers.get("content-type")).toBe("application/json");
    expect([...put.headers.values()]).toContain("secret");
    expect(JSON.parse(await put.body())).toEqual(NOTE);
  });

  it("as a file is put as its bytes, and waits for no version", async () => {
    const { outbox } = await page();
    const name = "a".repeat(64);
    const outcome = outbox.submit(
      parcel({ kind: "file", body: { id: name }, bytes: new Uint8Array([1, 2, 3]).buffer }),
    );
    const put = await nextAsked(asked, "PUT");
    expect(put.path).toBe(`/api/v1/jobs/${JOB}/files/${name}`);
    expect(put.headers.get("content-type")).toBe("image/jpeg");
    expect(put.headers.get("if-match")).toBeNull();
    expect((await put.body()).length).toBe(3);
    put.answer({ ok: true });
    expect(await outcome).toEqual({ kind: "saved" });
    expect(asked.filter(({ method }) => method === "GET")).toEqual([]);
  });

  it("brings version, times and itself onto a screen that is one step behind", async () => {
    const { outbox, shown, onScreen } = await page();
    await shown(3);
    const outcome = outbox.submit(parcel());
    (await nextAsked(asked, "PUT")).answer(receipt(4));
    await outcome;
    expect(onScreen()).toEqual({
      ...view(3),
      version: 4,
      savedAt: receipt(4).savedAt,
      closedAt: null,
      entries: [{ kind: "note", body: NOTE }],
    });
  });

  it.each(["closing", "callingOff", "reopening", "correction"] as const)(
    "of kind %s is fetched: the server knows more of it than what was written",
    async (kind) => {
      const { outbox, shown, onScreen } = await page();
      await shown(3);
      const outcome = outbox.submit(parcel({ kind }));
      (await nextAsked(asked, "PUT")).answer(receipt(4));
      (await nextAsked(asked, "GET", `/api/v1/jobs/${JOB}`)).answer({ ...view(4), savedAt: "fetched" });
      await outcome;
      expect(onScreen()).toMatchObject({ version: 4, savedAt: "fetched" });
    },
  );

  it("fetches where the server is further than one step, and no more than three times", async () => {
    const { outbox, shown, onScreen } = await page();
    await shown(3);
    const outcome = outbox.submit(parcel());
    (await nextAsked(asked, "PUT")).answer(receipt(7));
    for (const version of [3, 4, 5])
      (await nextAsked(asked, "GET", `/api/v1/jobs/${JOB}`)).answer(view(version));
    await outcome;
    expect(onScreen()?.version).toBe(5);
    expect(asked.filter(({ path }) => path.endsWith(JOB))).toEqual([]);
  });
});

describe("what the server says to it", () => {
  const said = async (status: number, body: unknown) => {
    const opened = await page();
    const outcome = opened.outbox.submit(parcel());
    (await nextAsked(asked, "PUT")).answer(body, { status });
    return { ...opened, outcome: await outcome };
  };

  it.each([400, 403, 409, 413])(
    "a refusal (%i) comes back with its sentence, and nothing is kept",
    async (status) => {
      const { outcome, bench } = await said(status, { detail: "No." });
      expect(outcome).toEqual({ kind: "refused", sentence: "No." });
      expect(bench()).toMatchObject({ parcels: [], unreachable: false, cannotKeep: "" });
    },
  );

  it("somebody else's change comes with who wrote what, and the job is fetched again", async () => {
    const { outbox, shown, store, api } = await page();
    await shown(3);
    const watched = store.dispatch(api.endpoints.job.initiate(JOB));
    const outcome = outbox.submit(parcel());
    (await nextAsked(asked, "PUT")).answer(
      {
        detail: "It changed.",
        changes: [
          { what: "a reading", by: "PK" },
          { what: "a note", by: "AM" },
        ],
      },
      { status: 412 },
    );
    await nextAsked(asked, "GET", `/api/v1/jobs/${JOB}`);
    expect(await outcome).toEqual({
      kind: "refused",
      sentence: "It changed. Meanwhile: PK wrote a reading; AM wrote a note.",
    });
    watched.unsubscribe();
  });

  it.each([500, 503, 429])(
    "a server in trouble (%i) leaves it here, and says why it keeps nothing",
    async (status) => {
      const { outcome, bench, outbox } = await said(status, { detail: "The disk is full." });
      expect(outcome).toEqual({ kind: "kept" });
      expect(bench()).toMatchObject({ unreachable: false, cannotKeep: "The disk is full." });
      expect(bench().parcels).toMatchObject([{ id: NOTE.id, refused: null }]);
      const again = outbox.replay();
      (await nextAsked(asked, "PUT")).answer(receipt(4));
      (await nextAsked(asked, "GET", `/api/v1/jobs/${JOB}`)).answer(view(4));
      await again;
      expect(bench()).toMatchObject({ cannotKeep: "", parcels: [] });
    },
  );

  it("an answer that is no sentence is put into one of ours", async () => {
    const { outcome } = await said(400, "nonsense");
    expect(outcome).toMatchObject({
      kind: "refused",
      sentence: expect.stringMatching(/does not answer/u) as string,
    });
  });

  it("a session that ended leaves it here, and asks who is here", async () => {
    const { outbox, store, api, bench } = await page();
    const session = store.dispatch(api.endpoints.session.initiate());
    (await nextAsked(asked, "GET", "/api/v1/session")).answer({ token: null, timeZone: "UTC", person: null });
    await session;
    const outcome = outbox.submit(parcel());
    (await nextAsked(asked, "PUT")).answer({ detail: "Sign in." }, { status: 401 });
    expect(await outcome).toEqual({ kind: "kept" });
    expect(bench()).toMatchObject({ unreachable: false, cannotKeep: "" });
    await nextAsked(asked, "GET", "/api/v1/session");
    session.unsubscribe();
  });

  it("nobody's answer leaves it on this device, where the next visit finds and sends it", async () => {
    const first = await page();
    const outcome = first.outbox.submit(parcel());
    (await nextAsked(asked, "PUT")).unreachable();
    expect(await outcome).toEqual({ kind: "kept" });
    expect(first.bench().unreachable).toBe(true);
    vi.resetModules();
    const second = await page();
    second.startOutbox();
    (await nextAsked(asked, "PUT")).answer(receipt(4));
    (await nextAsked(asked, "GET", `/api/v1/jobs/${JOB}`)).answer(view(4));
    await soon(() => expect(second.bench().parcels).toEqual([]));
    expect(second.bench().unreachable).toBe(false);
    vi.resetModules();
    const third = await page();
    await third.outbox.open();
    expect(third.bench().parcels).toEqual([]);
  });

  it("leaves the bytes of a file out of what a screen holds", async () => {
    const { outbox, bench } = await page();
    const bytes = new Uint8Array([1, 2, 3]).buffer;
    const outcome = outbox.submit(parcel({ kind: "file", body: { id: "b".repeat(64) }, bytes }));
    (await nextAsked(asked, "PUT")).unreachable();
    await outcome;
    expect(bench().parcels).toHaveLength(1);
    expect(bench().parcels[0]).not.toHaveProperty("bytes");
  });

  it("added after all goes onto the job as it stands now", async () => {
    const { outbox } = await page();
    const outcome = outbox.submit(parcel());
    (await nextAsked(asked, "PUT")).unreachable();
    await outcome;
    const resent = outbox.resend(JOB);
    (await nextAsked(asked, "GET", `/api/v1/jobs/${JOB}`)).answer(view(9));
    const put = await nextAsked(asked, "PUT");
    expect(put.headers.get("if-match")).toBe('"9"');
    put.answer(receipt(10));
    await resent;
  });

  it("added after all while nobody answers stays as it is", async () => {
    const { outbox, bench } = await page();
    const outcome = outbox.submit(parcel());
    (await nextAsked(asked, "PUT")).unreachable();
    await outcome;
    const resent = outbox.resend(JOB);
    (await nextAsked(asked, "GET", `/api/v1/jobs/${JOB}`)).unreachable();
    await resent;
    expect(bench().parcels).toMatchObject([{ id: NOTE.id, version: 3 }]);
  });
});

describe("while the server is away", () => {
  it("it is asked now and then, and what waits is sent and what is shown fetched when it is back", async () => {
    const every = vi.spyOn(window, "setInterval");
    const { outbox, startOutbox, shown, bench, store, api } = await page();
    await shown(3);
    const watched = store.dispatch(api.endpoints.job.initiate(JOB));
    every.mockReturnValue(0 as never);
    startOutbox();
    await outbox.replay();
    const [later, milliseconds] = every.mock.lastCall as [() => void, number];
    every.mockRestore();
    expect(milliseconds).toBe(4000);
    const outcome = outbox.submit(parcel());
    (await nextAsked(asked, "PUT")).unreachable();
    await outcome;
    later();
    (await nextAsked(asked, "GET", "/api/v1/health")).unreachable();
    (await nextAsked(asked, "PUT")).unreachable();
    await soon(() => expect(bench().unreachable).toBe(true));
    later();
    (await nextAsked(asked, "GET", "/api/v1/health")).answer({ ok: false }, { status: 503 });
    const put = await nextAsked(asked, "PUT");
    expect(bench().unreachable).toBe(true);
    put.unreachable();
    await soon(() => expect(bench().parcels).toHaveLength(1));
    later();
    (await nextAsked(asked, "GET", "/api/v1/health")).answer({ ok: true });
    (await nextAsked(asked, "GET", `/api/v1/jobs/${JOB}`)).answer(view(3));
    await soon(() => expect(api.endpoints.job.select(JOB)(store.getState()).isLoading).toBe(false));
    (await nextAsked(asked, "PUT")).answer(receipt(4));
    await soon(() => expect(bench()).toMatchObject({ unreachable: false, parcels: [] }));
    asked.length = 0;
    later();
    await new Promise((resolve) => setTimeout(resolve, 20));
    expect(asked).toEqual([]);
    watched.unsubscribe();
  });

  it("a browser that is on line again sends at once", async () => {
    const { outbox, startOutbox } = await page();
    startOutbox();
    await outbox.replay();
    const outcome = outbox.submit(parcel());
    (await nextAsked(asked, "PUT")).unreachable();
    await outcome;
    window.dispatchEvent(new Event("online"));
    (await nextAsked(asked, "PUT")).answer(receipt(4));
  });

  it("an answer out of this device's memory is not the server's, and one of the server's is", async () => {
    const { store, api, bench } = await page();
    const { FROM_DEVICE } = await import("../offline/strategy.ts");
    const ask = async (init: ResponseInit | null) => {
      const asking = store.dispatch(api.endpoints.models.initiate(undefined, { forceRefetch: true }));
      const request = await nextAsked(asked, "GET", "/api/v1/models");
      if (init) request.answer([], init);
      else request.unreachable();
      await asking;
      return bench().unreachable;
    };
    expect(await ask(null)).toBe(true);
    expect(await ask({})).toBe(false);
    expect(await ask({ headers: { [FROM_DEVICE]: "1" } })).toBe(true);
    expect(await ask({ status: 400 })).toBe(false);
    expect(await ask({ status: 400, headers: { [FROM_DEVICE]: "1" } })).toBe(true);
  });
});

describe("a device", () => {
  it("on which nothing can be kept says so, and sends all the same", async () => {
    vi.stubGlobal("indexedDB", undefined);
    const { outbox, bench } = await page();
    const outcome = outbox.submit(parcel());
    (await nextAsked(asked, "PUT")).answer(receipt(4));
    (await nextAsked(asked, "GET")).answer(view(4));
    expect(await outcome).toEqual({ kind: "saved" });
    expect(bench().storageDenied).toBe(true);
  });

  it("whose disk is full says so, and sends all the same", async () => {
    const { outbox, bench } = await page();
    await outbox.open();
    expect(bench().storageDenied).toBe(false);
    const { IDBObjectStore } = await import("fake-indexeddb");
    const put = vi.spyOn(IDBObjectStore.prototype, "put").mockImplementation(() => {
      throw new DOMException("full", "QuotaExceededError");
    });
    const outcome = outbox.submit(parcel());
    (await nextAsked(asked, "PUT")).answer(receipt(4));
    (await nextAsked(asked, "GET")).answer(view(4));
    expect(await outcome).toEqual({ kind: "saved" });
    expect(bench().storageDenied).toBe(true);
    put.mockRestore();
  });

  it("remembers who is at it", async () => {
    const { bench } = await page();
    expect(bench().who).toBeNull();
    localStorage.setItem("green-fable.who", "PK");
    vi.resetModules();
    expect((await page()).bench().who).toBe("PK");
  });
});

test("parcels of an earlier visit are shown oldest first, before this one's", async () => {
  const first = await page();
  const write = (n: number) => first.outbox.submit(parcel({ id: id(n), body: { id: id(n) }, version: n }));
  const one = write(5);
  (await nextAsked(asked, "PUT")).unreachable();
  await one;
  const two = write(4);
  (await nextAsked(asked, "PUT")).unreachable();
  await two;
  vi.resetModules();
  const second = await page();
  const opening = second.outbox.open();
  (await nextAsked(asked, "PUT")).unreachable();
  await opening;
  expect(second.bench().parcels.map((one) => one.id)).toEqual([id(4), id(5)]);
});
