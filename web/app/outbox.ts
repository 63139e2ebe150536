import type { FileType } from "#contract/files";
import type { Receipt } from "#contract/jobs";
import type { EntryKind, Intake } from "#core/record";

/** What a parcel carries: an entry of the journal, the bytes of a file that entries name, or a motor that is taken in. */
type ParcelKind = EntryKind | "file" | "takeIn";

/** What a parcel of a take-in carries: the id of its job, and what was said. */
export interface TakeInBody {
  readonly id: string;
  readonly intake: Intake;
}

/** Something on its way to the server, kept on this device until the server has it on disk. */
export interface Parcel {
  /** A UUID v7: sorts by time. For an entry its own id, which makes a second delivery harmless. */
  readonly id: string;
  readonly job: string;
  readonly kind: ParcelKind;
  readonly body: { readonly id: string };
  /** The bytes of a file, whose name is the id of its body. */
  readonly bytes?: ArrayBuffer;
  /** What kind of file it is; a photo where nobody says. */
  readonly type?: FileType;
  /** The version of the job it is written onto: what the screen had, earlier entries of the job counted in. */
  readonly version: number;
  /** Why the server would not take it when it was replayed; null while it waits. */
  readonly refused: string | null;
  /** Not on this device's disk yet: a screen does not call it kept. */
  readonly unstored?: boolean;
}

export interface OutboxStore {
  readonly all: () => Promise<Parcel[]>;
  readonly put: (parcel: Parcel) => Promise<void>;
  readonly remove: (id: string) => Promise<void>;
}

export type Answer =
  /** On the server's disk; a file has no receipt, since the job's version does not move. */
  | { readonly kind: "saved"; readonly receipt: Receipt | null }
  | { readonly kind: "unreachable" }
  | { readonly kind: "refused"; readonly sentence: string };

/** What became of an entry: on the server's disk, kept here until it answers, or refused with the reason. */
export type Outcome =
  | { readonly kind: "saved" }
  | { readonly kind: "kept" }
  | { readonly kind: "refused"; readonly sentence: string };

export interface OutboxParts {
  readonly store: OutboxStore;
  readonly send: (parcel: Parcel) => Promise<Answer>;
  /** The job's version on the server now; null where it does not answer. */
  readonly versionOf: (job: string) => Promise<number | null>;
  /** Brings the entry onto the screen as the server has it; only then is the parcel let go. */
  readonly onSaved: (parcel: Parcel, receipt: Receipt) => void | Promise<void>;
  readonly onChange: (parcels: readonly Parcel[]) => void;
}

/** Only an entry moves the version of its job. */
export const isEntry = ({ kind }: Pick<Parcel, "kind">) => kind !== "file" && kind !== "takeIn";

/**
 * A durable queue: an entry is stored on the device before it is sent and taken away only when the server
 * has answered. Deliveries run one after another in the order of writing; a replay of something the server
 * already has changes nothing, since ids are ours and files go by what they hold.
 */
export function createOutbox({ store, send, versionOf, onSaved, onChange }: OutboxParts) {
  let parcels: Parcel[] = [];
  /** By job: the version that stands once everything of ours is delivered. */
  const expected = new Map<string, number>();
  let line: Promise<unknown> = Promise.resolve();
  const inTurn = <T>(work: () => Promise<T>): Promise<T> => {
    const result = line.then(work);
    line = result.catch(() => undefined);
    return result;
  };
  const show = (next: Parcel[]) => {
    parcels = next;
    onChange(parcels);
  };
  const drop = async ({ id }: Parcel) => {
    await store.remove(id);
    show(parcels.filter((parcel) => parcel.id !== id));
  };
  const countIn = (parcel: Parcel) => {
    const { job, version } = parcel;
    if (isEntry(parcel)) expected.set(job, Math.max(version + 1, expected.get(job) ?? 0));
  };
  const amend = async (changed: Parcel) => {
    await store.put(changed);
    show(parcels.map((parcel) => (parcel.id === changed.id ? changed : parcel)));
  };

  /** Delivers what waits, oldest first; stops at a job whose parcel was refused, and when nobody answers. */
  const deliver = async (): Promise<void> => {
    const halted = new Set(parcels.filter(({ refused }) => refused).map(({ job }) => job));
    for (const parcel of parcels) {
      if (halted.has(parcel.job)) continue;
      const answer = await send(parcel);
      if (answer.kind === "unreachable") return;
      if (answer.kind === "saved") {
        // First what the server has, then without the parcel: the entry never leaves the screen between.
        if (answer.receipt) await onSaved(parcel, answer.receipt);
        await drop(parcel);
      } else {
        halted.add(parcel.job);
        await amend({ ...parcel, refused: answer.sentence });
      }
    }
  };

  return {
    /** Reads what an earlier visit left behind and tries to deliver it. */
    open: () =>
      inTurn(async () => {
        const left = await store.all();
        const known = new Set(parcels.map(({ id }) => id));
        left.forEach(countIn);
        show([...left.filter(({ id }) => !known.has(id)), ...parcels].sort((a, b) => (a.id < b.id ? -1 : 1)));
        await deliver();
      }),

    /** Stores, then sends. A refusal is handed back to the field it came from, and nothing is kept. */
    async submit(written: Parcel): Promise<Outcome> {
      // Two entries typed within one breath see the same screen; the second is written onto the first.
      const version = Math.max(written.version, expected.get(written.job) ?? 0);
      const parcel = { ...written, version };
      countIn(parcel);
      // On the screen at once; kept once this device's disk has it; saved once the server has.
      show([...parcels, { ...parcel, unstored: true }]);
      await store.put(parcel);
      show(parcels.map((one) => (one.id === parcel.id ? parcel : one)));
      return inTurn(async () => {
        await deliver();
        const mine = parcels.find(({ id }) => id === parcel.id);
        if (!mine) return { kind: "saved" };
        // With others written behind it the refusal is shown with them, so that none is lost with its field.
        const others = parcels.some(({ id, job }) => job === mine.job && id !== mine.id);
        if (mine.refused === null || others) return { kind: "kept" };
        await drop(mine);
        // The count was broken by somebody else's entry: the next one starts from what the screen then shows.
        expected.delete(mine.job);
        return { kind: "refused", sentence: mine.refused };
      });
    },

    replay: () => inTurn(deliver),

    /** Adds what was refused after all, onto the job as it stands now. */
    resend: (job: string) =>
      inTurn(async () => {
        // A job that was never taken in begins at nothing.
        const begins = parcels.some((parcel) => parcel.job === job && parcel.kind === "takeIn");
        const version = begins ? 0 : await versionOf(job);
        if (version === null) return;
        expected.delete(job);
        let next = version;
        for (const parcel of parcels.filter((candidate) => candidate.job === job)) {
          const again = { ...parcel, version: next, refused: null };
          await amend(again);
          countIn(again);
          if (isEntry(parcel)) next += 1;
        }
        await deliver();
      }),

    /** Throws one away, by a person's choice; those written after it move up. With a motor goes all that was read of it. */
    discard: (id: string) =>
      inTurn(async () => {
        const gone = parcels.find((parcel) => parcel.id === id);
        if (!gone) return;
        await drop(gone);
        if (gone.kind === "takeIn") {
          for (const parcel of parcels.filter(({ job }) => job === gone.job)) await drop(parcel);
          expected.delete(gone.job);
        }
        if (isEntry(gone)) {
          const later = parcels.filter((one) => one.job === gone.job && one.version > gone.version);
          for (const parcel of later) await amend({ ...parcel, version: parcel.version - 1 });
          if (expected.has(gone.job)) expected.set(gone.job, expected.get(gone.job)! - 1);
        }
        await deliver();
      }),
  };
}

export type Outbox = ReturnType<typeof createOutbox>;
