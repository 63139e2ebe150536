import { openDB } from "idb";
import type { OutboxStore, Parcel } from "./outbox.ts";

const NAME = "green-fable";
const PARCELS = "outbox";

/** The outbox on the device's own disk. */
export function deviceStore(): OutboxStore {
  const opening = openDB(NAME, 1, {
    upgrade(database) {
      database.createObjectStore(PARCELS, { keyPath: "id" });
    },
  });
  return {
    all: async () => (await (await opening).getAll(PARCELS)) as Parcel[],
    put: async (parcel) => {
      // Strict: resolved only once it is on the disk.
      const change = (await opening).transaction(PARCELS, "readwrite", { durability: "strict" });
      await change.store.put(parcel);
      await change.done;
    },
    remove: async (id) => (await opening).delete(PARCELS, id),
  };
}
