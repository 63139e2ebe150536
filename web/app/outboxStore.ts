import { openDB, type IDBPDatabase } from "idb";
import type { OutboxStore, Parcel } from "./outbox.ts";
import { keptAs } from "./place.ts";

/** What waits for one shop is sent to no other. */
const NAME = keptAs("green-fable");
const PARCELS = "outbox";

/** Where a browser lets nothing be kept: the outbox itself holds what is on its way, for as long as the page lives. */
const NOWHERE: OutboxStore = {
  all: () => Promise.resolve([]),
  put: () => Promise.resolve(),
  remove: () => Promise.resolve(),
};

function onDisk(database: IDBPDatabase): OutboxStore {
  return {
    all: async () => (await database.getAll(PARCELS)) as Parcel[],
    put: async (parcel) => {
      // Strict: resolved only once it is on the disk.
      const change = database.transaction(PARCELS, "readwrite", { durability: "strict" });
      await change.store.put(parcel);
      await change.done;
    },
    remove: (id) => database.delete(PARCELS, id),
  };
}

/** The outbox on the device's own disk. @param onDenied told once where the browser lets nothing be kept */
export function deviceStore(onDenied: () => void): OutboxStore {
  const opening = Promise.resolve()
    .then(() =>
      openDB(NAME, 1, {
        upgrade(database) {
          database.createObjectStore(PARCELS, { keyPath: "id" });
        },
      }),
    )
    .then(onDisk, () => {
      onDenied();
      return NOWHERE;
    });
  return {
    all: async () => (await opening).all(),
    // A disk that is full is no reason not to send it.
    put: async (parcel) => (await opening).put(parcel).catch(onDenied),
    remove: async (id) => (await opening).remove(id),
  };
}
