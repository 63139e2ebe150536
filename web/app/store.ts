import {
  configureStore,
  createSlice,
  isFulfilled,
  isRejectedWithValue,
  type Middleware,
  type PayloadAction,
} from "@reduxjs/toolkit";
import type { FetchBaseQueryMeta } from "@reduxjs/toolkit/query";
import { useDispatch, useSelector } from "react-redux";
import type { JobView, Receipt } from "#contract/jobs";
import { PHOTO_LIMITS } from "#contract/photos";
import { ENTRY_PATHS, versionTag } from "#contract/routes";
import type { Entry } from "#core/record";
import { FROM_DEVICE } from "../offline/strategy.ts";
import { api, sentenceOf, tokenHeaders } from "./api.ts";
import { createOutbox, type Answer, type Parcel, type TakeInBody } from "./outbox.ts";
import { deviceStore } from "./outboxStore.ts";
import { fileHere, keptAs, OUR_API } from "./place.ts";

export const WHO = keptAs("green-fable.who");

const bench = createSlice({
  name: "bench",
  initialState: {
    /** Initials of the person at this device; null until somebody says. */
    who: localStorage.getItem(WHO),
    parcels: [] as readonly Parcel[],
    /** The server did not answer when it was last asked. */
    unreachable: false,
    /** Why the server keeps nothing although it answers, such as a full disk; empty while it does. */
    cannotKeep: "",
    /** This browser lets the page keep nothing on the device. */
    storageDenied: false,
  },
  reducers: {
    personChosen(state, { payload }: PayloadAction<string>) {
      state.who = payload;
    },
    serverAnswered(state, { payload }: PayloadAction<boolean>) {
      state.unreachable = !payload;
    },
    serverRefusedAll(state, { payload }: PayloadAction<string>) {
      state.cannotKeep = payload;
    },
    storageWasDenied(state) {
      state.storageDenied = true;
    },
    parcelsChanged(state, { payload }: PayloadAction<readonly Parcel[]>) {
      state.parcels = [...payload];
    },
  },
});

/** Whether an answer came from this device in the server's place. */
function fromDevice(action: { readonly meta: unknown }): boolean {
  const { baseQueryMeta } = action.meta as { baseQueryMeta?: FetchBaseQueryMeta };
  return baseQueryMeta?.response?.headers.has(FROM_DEVICE) ?? false;
}

/** Whether the server answers, seen from whatever was asked of it. */
const reachability: Middleware = (parts) => (next) => (action) => {
  if (isFulfilled(action)) parts.dispatch(bench.actions.serverAnswered(!fromDevice(action)));
  if (isRejectedWithValue(action)) {
    const { status } = action.payload as { status?: unknown };
    parts.dispatch(bench.actions.serverAnswered(status !== "FETCH_ERROR" && !fromDevice(action)));
  }
  return next(action);
};

export const store = configureStore({
  reducer: { [api.reducerPath]: api.reducer, bench: bench.reducer },
  middleware: (defaults) => defaults().concat(api.middleware, reachability),
});
type State = ReturnType<typeof store.getState>;

export const useBench = <T>(select: (state: State["bench"]) => T): T =>
  useSelector((state: State) => select(state.bench));

export function useChoosePerson(): (initials: string) => void {
  const dispatch = useDispatch();
  return (initials) => {
    localStorage.setItem(WHO, initials);
    dispatch(bench.actions.personChosen(initials));
  };
}

function request({ job, kind, body, bytes, type, version }: Parcel): Promise<Response> {
  if (kind === "takeIn")
    return fetch(`${OUR_API}/jobs/${job}`, {
      method: "PUT",
      headers: { "Content-Type": "application/json", ...tokenHeaders() },
      body: JSON.stringify((body as TakeInBody).intake),
    });
  if (kind === "file")
    return fetch(fileHere(job, body.id), {
      method: "PUT",
      headers: { "Content-Type": type ?? PHOTO_LIMITS.type, ...tokenHeaders() },
      body: bytes ?? null,
    });
  return fetch(`${OUR_API}/jobs/${job}/${ENTRY_PATHS[kind]}/${body.id}`, {
    method: "PUT",
    headers: {
      "Content-Type": "application/json",
      "If-Match": versionTag(version),
      ...tokenHeaders(),
    },
    body: JSON.stringify(body),
  });
}

async function send(parcel: Parcel): Promise<Answer> {
  let response: Response;
  try {
    response = await request(parcel);
  } catch {
    store.dispatch(bench.actions.serverAnswered(false));
    return { kind: "unreachable" };
  }
  store.dispatch(bench.actions.serverAnswered(true));
  if (response.ok) store.dispatch(bench.actions.serverRefusedAll(""));
  if (response.ok && parcel.kind === "takeIn") {
    // On every screen as the server has it, before what was kept here goes.
    await fetched(parcel.job);
    store.dispatch(api.util.invalidateTags(["Jobs", "Outcomes"]));
    return { kind: "saved", receipt: null };
  }
  if (response.ok)
    return {
      kind: "saved",
      receipt: parcel.kind === "file" ? null : ((await response.json()) as Receipt),
    };
  if (response.status === 401) {
    // Whoever signs in again sends it: it waits here meanwhile.
    store.dispatch(api.util.invalidateTags(["Session"]));
    return { kind: "unreachable" };
  }
  if (response.status >= 500 || response.status === 429) {
    const problem: unknown = await response.json().catch(() => null);
    store.dispatch(bench.actions.serverRefusedAll(sentenceOf({ data: problem })));
    return { kind: "unreachable" };
  }
  if (response.status === 412) store.dispatch(api.util.invalidateTags(["Job"]));
  return { kind: "refused", sentence: sentenceOf({ data: await response.json().catch(() => null) }) };
}

/** The view with one more entry, as the server has it now. */
function withEntry(view: JobView, { kind, body }: Parcel, { version, savedAt, closedAt }: Receipt): JobView {
  return { ...view, version, savedAt, closedAt, entries: [...view.entries, { kind, body } as Entry] };
}

/** Kinds after which the server knows more of a job than the entry itself: it is fetched anew. */
const FETCHED_ANEW: readonly Parcel["kind"][] = ["closing", "callingOff", "reopening", "correction"];

/** A job as the server has it now, on every screen that shows it; undefined where it does not answer. */
const fetched = async (job: string) =>
  (await store.dispatch(api.endpoints.job.initiate(job, { forceRefetch: true, subscribe: false }))).data;

/**
 * The same, and never from before a version: a fetch that was under way when the entry was delivered is answered without
 * it, and would take it off the screen.
 */
async function fetchedSince(job: string, version: number): Promise<void> {
  for (let tries = 0; tries < MOST_TRIES; tries += 1) {
    const view = await fetched(job);
    if (!view || view.version >= version) return;
  }
}
const MOST_TRIES = 3;

export const outbox = createOutbox({
  store: deviceStore(() => store.dispatch(bench.actions.storageWasDenied())),
  send,
  versionOf: async (job) => (await fetched(job))?.version ?? null,
  onSaved: async (parcel, receipt) => {
    const { data, isLoading } = api.endpoints.job.select(parcel.job)(store.getState());
    // One step on from what the screen has, and nothing under way that could put the older view back: added there.
    const oneStepOn = data && data.version + 1 === receipt.version && !isLoading;
    if (oneStepOn && !FETCHED_ANEW.includes(parcel.kind))
      store.dispatch(api.util.updateQueryData("job", parcel.job, (view) => withEntry(view, parcel, receipt)));
    else await fetchedSince(parcel.job, receipt.version);
    // What closed jobs turned out to have follows from what closes or corrects them, and from no reading.
    const closes = FETCHED_ANEW.includes(parcel.kind);
    store.dispatch(api.util.invalidateTags(closes ? ["Jobs", "Outcomes"] : ["Jobs"]));
  },
  // Bytes stay with the outbox: a screen only counts them.
  onChange: (parcels) =>
    store.dispatch(bench.actions.parcelsChanged(parcels.map(({ bytes: _, ...parcel }) => parcel))),
});

const RETRY_MILLISECONDS = 4000;

/** Asks whether the server is back; what could not be fetched meanwhile is fetched then. */
async function lookForServer(): Promise<void> {
  const answer = await fetch(`${OUR_API}/health`).catch(() => null);
  if (!answer?.ok) return;
  store.dispatch(bench.actions.serverAnswered(true));
  store.dispatch(
    api.util.invalidateTags(["Jobs", "Outcomes", "Job", "Technicians", "Models", "Limits", "Instruments"]),
  );
}

/** Delivers what an earlier visit left, and tries again while anything waits. */
export function startOutbox(): void {
  void outbox.open();
  window.addEventListener("online", () => void outbox.replay());
  // Asked of the browser once: what is kept here is not to be cleared away when its disk runs full.
  void navigator.storage?.persist?.();
  window.setInterval(() => {
    if (store.getState().bench.unreachable) void lookForServer();
    if (store.getState().bench.parcels.some(({ refused }) => refused === null)) void outbox.replay();
  }, RETRY_MILLISECONDS);
}
