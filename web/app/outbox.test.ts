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

  send = (parcel: Parcel): Promise<Answer> => {
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

  const file = (id: string, job = "job"): Parcel => ({
    ...parcel(id, 0, job),
    kind: "file",
    body: { id: "name" },
  });

  it("counts only what the server counts: bytes of a file move no version", async () => {
    server.reachable = false;
    const outbox = open();
    for (const one of [file("a"), parcel("b", 0), file("c"), parcel("d", 0)]) await outbox.submit(one);
    expect(shown.map(({ id, version }) => [id, version])).toEqual([
      ["a", 0],
      ["b", 0],
      ["c", 1],
      ["d", 1],
    ]);
  });

  it("added after all, entries follow each other and files stand between without counting", async () => {
    server.reachable = false;
    const outbox = open();
    for (const one of [parcel("a", 0), file("b"), parcel("c", 0)]) await outbox.submit(one);
    server.journal.push("x", "y");
    server.reachable = true;
    server.send = (one: Parcel) => {
      server.asked.push(one);
      return Promise.resolve({ kind: "unreachable" });
    };
    await outbox.resend("job");
    expect(shown.map(({ id, version, refused }) => [id, version, refused])).toEqual([
      ["a", 2, null],
      ["b", 3, null],
      ["c", 3, null],
    ]);
    expect([...store.kept.values()].map(({ version }) => version)).toEqual([2, 3, 3]);
    // What is written next goes behind them.
    await outbox.submit(parcel("d", 0));
    expect(shown.at(-1)?.version).toBe(4);
  });

  it("adds after all what is of that job alone, and sends it on to the end", async () => {
    server.reachable = false;
    const outbox = open();
    await outbox.submit(parcel("a", 7, "other"));
    await outbox.submit(parcel("b", 7));
    server.reachable = true;
    await outbox.replay();
    expect(shown.map(({ refused }) => refused !== null)).toEqual([true, true]);
    await outbox.resend("job");
    expect(shown).toMatchObject([{ id: "a", version: 7, refused: "version 0, not 7" }]);
    expect(server.journal).toEqual(["b"]);
  });

  it("cannot be added while nobody answers, and stays refused", async () => {
    server.reachable = false;
    const outbox = open();
    await outbox.submit(parcel("a", 7));
    server.reachable = true;
    await outbox.replay();
    server.reachable = false;
    await outbox.resend("job");
    expect(shown).toMatchObject([{ id: "a", version: 7, refused: "version 0, not 7" }]);
  });

  it("throws away one that nobody has no trace of without a word, and a file without moving the rest", async () => {
    server.reachable = false;
    const outbox = open();
    await outbox.submit(parcel("a", 0));
    await outbox.submit(file("b"));
    await outbox.submit(parcel("c", 0));
    await outbox.submit(parcel("d", 3, "other"));
    await outbox.discard("never there");
    await outbox.discard("b");
    expect(shown.map(({ id, version }) => [id, version])).toEqual([
      ["a", 0],
      ["c", 1],
      ["d", 3],
    ]);
    await outbox.discard("a");
    expect(shown.map(({ id, version }) => [id, version])).toEqual([
      ["c", 0],
      ["d", 3],
    ]);
    expect([...store.kept.keys()]).toEqual(["c", "d"]);
    // The next one of that job is written onto the one that moved up, and the other job's is not touched.
    await outbox.submit(parcel("e", 0));
    await outbox.submit(parcel("f", 0, "other"));
    expect(shown.map(({ id, version }) => [id, version]).slice(2)).toEqual([
      ["e", 1],
      ["f", 4],
    ]);
  });

  it("sends what stood behind one that is thrown away", async () => {
    server.reachable = false;
    const outbox = open();
    await outbox.submit(parcel("a", 5));
    await outbox.submit(parcel("b", 5));
    server.reachable = true;
    await outbox.replay();
    expect(shown.map(({ id, refused }) => [id, refused !== null])).toEqual([
      ["a", true],
      ["b", false],
    ]);
    server.journal.push("1", "2", "3", "4", "5");
    await outbox.discard("a");
    expect(server.journal.at(-1)).toBe("b");
    expect(shown).toEqual([]);
  });

  it("keeps one that was refused with others behind it, so that none is lost with its field", async () => {
    server.reachable = false;
    const outbox = open();
    const first = outbox.submit(parcel("a", 5));
    server.reachable = true;
    const second = outbox.submit(parcel("b", 5));
    expect((await Promise.all([first, second])).map(({ kind }) => kind)).toEqual(["kept", "kept"]);
    // Another job's parcel is no reason to keep it.
    const third = outbox.submit(parcel("c", 9, "third"));
    expect((await third).kind).toBe("refused");
  });

  it("shows each once, oldest first, when an earlier visit's are read while this one writes", async () => {
    server.reachable = false;
    await open().submit(parcel("b", 0));
    const outbox = open();
    const writing = outbox.submit(parcel("a", 0, "second"));
    const again = outbox.open();
    await Promise.all([writing, again]);
    expect(shown.map(({ id }) => id)).toEqual(["a", "b"]);
    // What an earlier visit left counts too for what is written next.
    await outbox.submit(parcel("c", 0));
    expect(shown.at(-1)).toMatchObject({ id: "c", version: 1 });
  });

  it("goes on after something that threw", async () => {
    const outbox = createOutbox({
      store,
      send: () => Promise.reject(new Error("broken")),
      versionOf: () => Promise.resolve(0),
      onSaved: () => undefined,
      onChange: (parcels) => (shown = parcels),
    });
    await expect(outbox.submit(parcel("a", 0))).rejects.toThrow("broken");
    await expect(outbox.replay()).rejects.toThrow("broken");
    expect(shown.map(({ id }) => id)).toEqual(["a"]);
  });

  it("brings nothing onto the screen for bytes of a file: they have no receipt", async () => {
    const outbox = createOutbox({
      store,
      send: () => Promise.resolve({ kind: "saved", receipt: null }),
      versionOf: () => Promise.resolve(0),
      onSaved: (_parcel, receipt) => void saved.push(receipt),
      onChange: (parcels) => (shown = parcels),
    });
    expect(await outbox.submit(file("a"))).toEqual({ kind: "saved" });
    expect([saved, shown]).toEqual([[], []]);
  });

  it("delivers a motor that was taken in before what was read of it, whose versions it does not move", async () => {
    const takeIn: Parcel = { ...parcel("t", 0), kind: "takeIn", body: { id: "job" } };
    const entries = server.send;
    server.reachable = false;
    server.send = (one) => {
      if (one.kind !== "takeIn" || !server.reachable) return entries(one);
      server.asked.push(one);
      return Promise.resolve({ kind: "saved", receipt: null });
    };
    const outbox = open();
    expect(await outbox.submit(takeIn)).toEqual({ kind: "kept" });
    await outbox.submit(parcel("u", 0));
    expect(shown.map(({ id, version }) => [id, version])).toEqual([
      ["t", 0],
      ["u", 0],
    ]);
    server.reachable = true;
    await outbox.replay();
    expect(server.asked.slice(-2).map(({ kind }) => kind)).toEqual(["takeIn", "reading"]);
    expect(shown).toEqual([]);
    expect(saved).toHaveLength(1);
  });

  it("begins at nothing where a job that was refused is sent anew", async () => {
    server.reachable = false;
    const outbox = open();
    await outbox.submit({ ...parcel("t", 0), kind: "takeIn", body: { id: "job" } });
    await outbox.submit(parcel("u", 0));
    server.send = (one) => {
      server.asked.push(one);
      return Promise.resolve({ kind: "refused", sentence: "no" });
    };
    await outbox.replay();
    expect(shown.map(({ refused }) => refused)).toEqual(["no", null]);
    const asked = server.asked.length;
    // The server knows no such job, and can name no version of it.
    await outbox.resend("job");
    expect(server.asked.length).toBeGreaterThan(asked);
  });

  it("throws a motor away with all that was read of it, and nothing of another", async () => {
    server.reachable = false;
    const outbox = open();
    await outbox.submit({ ...parcel("t", 0), kind: "takeIn", body: { id: "job" } });
    await outbox.submit(parcel("u", 0));
    await outbox.submit(parcel("v", 3, "other"));
    await outbox.discard("t");
    expect(shown.map(({ id }) => id)).toEqual(["v"]);
    expect([...store.kept.keys()]).toEqual(["v"]);
  });
});
