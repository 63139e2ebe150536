// @vitest-environment jsdom
import { beforeEach, expect, test, vi } from "vitest";
import type { JobView, Receipt } from "#contract/jobs";

/** A fetch whose answer the test gives when it likes. */
interface Asked {
  readonly method: string;
  readonly path: string;
  readonly answer: (body: unknown) => void;
}

const asked: Asked[] = [];

beforeEach(() => {
  asked.length = 0;
  vi.resetModules();
  const PlainRequest = globalThis.Request;
  vi.stubGlobal(
    "Request",
    class extends PlainRequest {
      constructor(path: string | Request, init?: RequestInit) {
        super(typeof path === "string" ? new URL(path, "http://127.0.0.1") : path, init);
      }
    },
  );
  vi.stubGlobal(
    "fetch",
    (what: string | Request, init: RequestInit = {}) =>
      new Promise<Response>((resolve) => {
        const url = typeof what === "string" ? what : what.url;
        asked.push({
          method: typeof what === "string" ? (init.method ?? "GET") : what.method,
          path: new URL(url, "http://127.0.0.1").pathname,
          answer: (body) =>
            resolve(new Response(JSON.stringify(body), { headers: { "Content-Type": "application/json" } })),
        });
      }),
  );
});

const JOB = "01900000-0000-7000-8000-000000000001";
const NOTE = { id: "01900000-0000-7000-8000-000000000002", words: "B is loose", at: "2026-03-02", by: "MO" };
const view = (version: number): JobView =>
  ({
    id: JOB,
    version,
    entries: Array.from({ length: version - 1 }, () => ({ kind: "note", body: NOTE })),
  }) as unknown as JobView;
const receipt: Receipt = { version: 2, savedAt: "2026-03-02T10:00:00Z", closedAt: null } as Receipt;

/** The next request of a kind, once it was made. */
async function next(method: string): Promise<Asked> {
  await vi.waitFor(() => expect(asked.some((one) => one.method === method)).toBe(true));
  const at = asked.findIndex((one) => one.method === method);
  return asked.splice(at, 1)[0]!;
}

async function open() {
  const { outbox, store } = await import("./store.ts");
  const { api } = await import("./api.ts");
  const fetching = store.dispatch(api.endpoints.job.initiate(JOB));
  (await next("GET")).answer(view(1));
  await fetching;
  const onScreen = () => api.endpoints.job.select(JOB)(store.getState()).data;
  const submit = () =>
    outbox.submit({ id: NOTE.id, job: JOB, kind: "note", body: NOTE, version: 1, refused: null });
  return { api, store, onScreen, submit };
}

test("what was delivered is added to what the screen has, without a fetch", async () => {
  const { onScreen, submit } = await open();
  const outcome = submit();
  (await next("PUT")).answer(receipt);
  expect(await outcome).toEqual({ kind: "saved" });
  expect(onScreen()).toMatchObject({ version: 2, entries: [{ body: NOTE }] });
  expect(asked).toEqual([]);
});

test("a fetch asked before and answered after the delivery takes nothing off the screen", async () => {
  const { api, store, onScreen, submit } = await open();
  const again = store.dispatch(api.endpoints.job.initiate(JOB, { forceRefetch: true }));
  const old = await next("GET");
  const outcome = submit();
  (await next("PUT")).answer(receipt);
  await new Promise((resolve) => setTimeout(resolve, 20));
  old.answer(view(1));
  await again;
  (await next("GET")).answer(view(2));
  await outcome;
  expect(onScreen()).toMatchObject({ version: 2, entries: [{ body: NOTE }] });
  expect(store.getState().bench.parcels).toEqual([]);
});
