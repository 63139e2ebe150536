// @vitest-environment jsdom
import { beforeEach, expect, test, vi } from "vitest";
import type { JobView, Receipt } from "#contract/jobs";
import { collectAsked, nextAsked, type Asked } from "../../tests/answers.ts";

let asked: Asked[];

beforeEach(() => {
  vi.resetModules();
  vi.unstubAllGlobals();
  asked = collectAsked();
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

const next = (method: string) => nextAsked(asked, method);

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
