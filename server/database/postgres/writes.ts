import { setTimeout as after } from "node:timers/promises";
import type { Sequelize, Transaction } from "sequelize";
import { plainSql } from "../plainSql.ts";

type Change<T> = (transaction: Transaction) => Promise<T>;

/** Whoever changes a shop holds this, with the shop's number above it, for as long as the change takes. */
const SHOP = 0x67_66_61_62;
const ABOVE = 2 ** 32;

/** Two changes waited for each other, and the server ended one of them: it is made again. */
const GAVE_WAY = new Set(["40001", "40P01"]);
const MOST_TRIES = 6;
const TRIES_AGAIN = 20;

const codeOf = (error: unknown): unknown => {
  if (!(error instanceof Error)) return undefined;
  const { code, original } = error as Error & { code?: unknown; original?: unknown };
  return code ?? codeOf(original);
};

/**
 * Changes of a database that several processes write. One of the shop is alone: everything it asked still holds when it
 * writes. One of a job holds that job, and goes on beside those of other jobs.
 * @param number of the shop in its chain, from 0 on: what is changed in one holds no other up
 */
export function sharedWrites(sequelize: Sequelize, number: number) {
  const held = SHOP + number * ABOVE;
  let running = 0;
  let idle: (() => void)[] = [];

  async function change<T>(make: Change<T>): Promise<T> {
    running += 1;
    try {
      for (let tries = 1; ; tries += 1)
        try {
          return await sequelize.transaction(make);
        } catch (error) {
          if (!GAVE_WAY.has(String(codeOf(error))) || tries >= MOST_TRIES) throw error;
          await after(TRIES_AGAIN * tries * Math.random());
        }
    } finally {
      running -= 1;
      if (running === 0) {
        const told = idle;
        idle = [];
        for (const tell of told) tell();
      }
    }
  }

  return {
    write: <T>(make: Change<T>): Promise<T> =>
      change(async (transaction) => {
        await plainSql(transaction, "SELECT pg_advisory_xact_lock($shop)", { $shop: held });
        return make(transaction);
      }),
    writeTo: <T>(job: string | null, make: Change<T>): Promise<T> =>
      change(async (transaction) => {
        await plainSql(transaction, "SELECT pg_advisory_xact_lock_shared($shop)", { $shop: held });
        if (job !== null)
          await plainSql(transaction, "SELECT id FROM jobs WHERE id = $job FOR NO KEY UPDATE", { $job: job });
        return make(transaction);
      }),
    /** Resolves when no change is under way. */
    async idle(): Promise<void> {
      if (running > 0) await new Promise<void>((told) => idle.push(told));
    },
  };
}
