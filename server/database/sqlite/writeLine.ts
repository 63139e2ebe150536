import { Transaction, type Sequelize } from "sequelize";
import { plainSql } from "../plainSql.ts";

type Change<T> = (transaction: Transaction) => Promise<T>;

/** Somebody who waits for a change to be on disk. */
interface Waiting {
  /** Makes the change; what it gives back tells of it once it is on disk. */
  readonly make: Change<() => void>;
  readonly refuse: (error: unknown) => void;
}

/** So many changes share one sync of the disk at most; who comes later waits for the next. */
const MOST_AT_ONCE = 32;

/** One change of several: if it fails it is undone alone, and the others stand. */
async function alone({ make, refuse }: Waiting, transaction: Transaction): Promise<() => void> {
  await plainSql(transaction, "SAVEPOINT change", {});
  try {
    const told = await make(transaction);
    await plainSql(transaction, "RELEASE change", {});
    return told;
  } catch (error) {
    // A disk that is full has taken the whole transaction back already: then nothing of it stands.
    await plainSql(transaction, "ROLLBACK TO change", {}).catch(() => {
      throw error;
    });
    return () => refuse(error);
  }
}

/**
 * SQLite has one writer: changes are made one after another, in the order in which they came. Those that wait together
 * share a transaction, since the disk's sync is what takes the time. Whoever waits is told once all of it is on disk.
 * @param onFault called after a transaction that could not be committed
 */
export function writeLine(sequelize: Sequelize, onFault: () => Promise<void>) {
  const waiting: Waiting[] = [];
  let running: Promise<void> | null = null;

  async function writeAll(): Promise<void> {
    while (waiting.length > 0) {
      const together = waiting.splice(0, MOST_AT_ONCE);
      try {
        const told: (() => void)[] = [];
        await sequelize.transaction({ type: Transaction.TYPES.IMMEDIATE }, async (transaction) => {
          for (const one of together) told.push(await alone(one, transaction));
        });
        for (const tell of told) tell();
      } catch (error) {
        await onFault();
        for (const { refuse } of together) refuse(error);
      }
    }
    running = null;
  }

  return {
    write<T>(change: Change<T>): Promise<T> {
      return new Promise<T>((resolve, refuse) => {
        const make = async (transaction: Transaction) => {
          const result = await change(transaction);
          return () => resolve(result);
        };
        waiting.push({ make, refuse });
        running ??= writeAll();
      });
    },
    /** Resolves when nobody waits any more. */
    async idle(): Promise<void> {
      while (running) await running;
    },
  };
}
