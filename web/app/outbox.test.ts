import { beforeEach, describe, expect, it, vi } from "vitest";
import type { Receipt } from "#contract/jobs";
import { createOutbox, type Answer, type Outbox, type OutboxStore, type Parcel } from "./outbox.ts";

/** A device's disk that outlives the page. */
function memoryStore(): OutboxStore & { readonly kept: Map<string, Parcel> } {
  const kept = new Map<string, Parcel>();
  return {
    kept,
    all: () => Promise.resolve([...kept.values()]),
    put: (parcel) => Promise.resolve(void kept.set(parcel.id, parcel)),
    remove: (id) => Promise.resolve(void kept.delete(id)),
  };
}

/** A server that keeps one job's journal and answers as ours does. */
class Server {
  readonly journal: string[] = [];
  reachable = true;
  /** It writes, and its answer is lost on the way back. */
  losesAnswers = false;
  readonly asked: Parcel[] = [];

  readonly send = (parcel: Parcel): Promise<Answer> => {
    this.asked.push(parcel);
    if (!this.reachable) return Promise.resolve({ kind: "unreachable" });
    if (!this.journal.includes(parcel.id)) {
      if (parcel.version !== this.journal.length)
        return Promise.resolve({
          kind: "refused",
          sentence: `version ${this.journal.length}, not ${parcel.version}`,
        });
      this.journal.push(parcel.id);
    }
    if (this.losesAnswers) return Promise.resolve({ kind: "unreachable" });
    return Promise.resolve({
      kind: "saved",
      receipt: { job: parcel.job, version: this.journal.length, closedAt: null, savedAt: "" },
    });
  };
}

const parcel = (id: string, version: number, job = "job"): Parcel => ({
  id,
  job,
  kind: "reading",
  body: { id },
  version,
  refused: null,
});

let store: ReturnType<typeof memoryStore>;
let server: Server;
let shown: readonly Parcel[];
let saved: Receipt[];
/** When the screen has what the server has. */
let arrives: Promise<void>;
const open = (): Outbox =>
  createOutbox({
    store,
    send: (one) => server.send(one),
    versionOf: () => Promise.resolve(server.reachable ? server.journal.length : null),
    onSaved: async (_parcel, receipt) => {
      await arrives;
      saved.push(receipt);
    },
    onChange: (parcels) => (shown = parcels),
  });

beforeEach(() => {
  store = memoryStore();
  server = new Server();
  shown = [];
  saved = [];
  arrives = Promise.resolve();
});

describe("the outbox", () => {
  it("delivers at once and keeps nothing behind", async () => {
    expect(await open().submit(parcel("a", 0))).toEqual({ kind: "saved" });
    expect(server.journal).toEqual(["a"]);
    expect([...store.kept.keys(), ...shown]).toEqual([]);
    expect(saved).toMatchObject([{ version: 1 }]);
  });

  it("keeps on the device what the server cannot take, in order, and delivers it once when it can", async () => {
    server.reachable = false;
    const outbox = open();
    expect(await outbox.submit(parcel("a", 0))).toEqual({ kind: "kept" });
    expect(await outbox.submit(parcel("b", 0))).toEqual({ kind: "kept" });
    expect(shown.map(({ id }) => id)).toEqual(["a", "b"]);
    server.reachable = true;
    await outbox.replay();
    await outbox.replay();
    expect(server.journal).toEqual(["a", "b"]);
    expect(store.kept.size).toBe(0);
  });

  it("shows an entry at once, and calls it kept only once the device's disk has it", async () => {
    let stored: () => void = () => undefined;
    const disk = new Promise<void>((resolve) => (stored = resolve));
    const { put } = store;
    const slow = async (one: Parcel) => {
      await disk;
      return put(one);
    };
    store = { ...store, put: slow };
    server.reachable = false;
    const done = open().submit(parcel("a", 0));
    expect(shown).toMatchObject([{ id: "a", unstored: true }]);
    expect(server.asked).toEqual([]);
    stored();
    await done;
    expect(shown.map(({ unstored }) => unstored)).toEqual([undefined]);
    expect(store.kept.get("a")).not.toHaveProperty("unstored");
  });

  it("lets an entry go only once the screen has it from the server: it never leaves between", async () => {
    let arrive: () => void = () => undefined;
    arrives = new Promise((resolve) => (arrive = resolve));
    const submitted = open().submit(parcel("a", 0));
    await vi.waitFor(() => expect(server.journal).toEqual(["a"]));
    expect(shown.map(({ id }) => id)).toEqual(["a"]);
    arrive();
    await submitted;
    expect(shown).toEqual([]);
  });

  it("outlives the page: another visit finds and delivers what the first left", async () => {
    server.reachable = false;
    await open().submit(parcel("a", 0));
    server.reachable = true;
    await open().open();
    expect(server.journal).toEqual(["a"]);
  });

  it("writes once although the first answer was lost", async () => {
    server.losesAnswers = true;
    const outbox = open();
    expect(await outbox.submit(parcel("a", 0))).toEqual({ kind: "kept" });
    server.losesAnswers = false;
    await outbox.replay();
    expect(server.journal).toEqual(["a"]);
    expect(shown).toEqual([]);
  });

  it("writes entries typed within one breath onto each other, though the screen showed one version", async () => {
    const outbox = open();
    const outcomes = await Promise.all(["a", "b", "c"].map((id) => outbox.submit(parcel(id, 0))));
    expect(outcomes.map(({ kind }) => kind)).toEqual(["saved", "saved", "saved"]);
    // The answer is there; the screen is not drawn anew yet.
    expect(await outbox.submit(parcel("d", 0))).toEqual({ kind: "saved" });
    expect(server.journal).toEqual(["a", "b", "c", "d"]);
  });

  it("hands a refusal back to the field, keeps nothing, and goes on from what the screen then shows", async () => {
    server.journal.push("somebody else's");
    const outbox = open();
    expect(await outbox.submit(parcel("a", 0))).toEqual({ kind: "refused", sentence: "version 1, not 0" });
    expect(store.kept.size).toBe(0);
    expect(await outbox.submit(parcel("b", 1))).toEqual({ kind: "saved" });
  });

  it("shows what was refused on a later delivery, sends nothing behind it, and adds it when told to", async () => {
    server.reachable = false;
    const outbox = open();
    await outbox.submit(parcel("a", 0));
    await outbox.submit(parcel("b", 0));
    server.journal.push("somebody else's");
    server.reachable = true;
    await outbox.replay();
    expect(shown.map(({ id, refused }) => [id, refused])).toEqual([
      ["a", "version 1, not 0"],
      ["b", null],
    ]);
    expect(store.kept.get("a")?.refused).not.toBeNull();
    await outbox.resend("job");
    expect(server.journal).toEqual(["somebody else's", "a", "b"]);
    expect(shown).toEqual([]);
  });

  it("throws one away by choice, and what stood behind it moves up", async () => {
    server.reachable = false;
    const outbox = open();
    await outbox.submit(parcel("a", 0));
    await outbox.submit(parcel("b", 0));
    server.reachable = true;
    await outbox.discard("a");
    expect(server.journal).toEqual(["b"]);
    expect(store.kept.size).toBe(0);
  });

  it("lets a job that waits for a person not hold up another", async () => {
    server.reachable = false;
    const outbox = open();
    await outbox.submit(parcel("a", 5, "first"));
    await outbox.submit(parcel("b", 0, "second"));
    server.reachable = true;
    await outbox.replay();
    expect(server.journal).toEqual(["b"]);
    expect(shown.map(({ id }) => id)).toEqual(["a"]);
  });
});
