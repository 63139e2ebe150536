import { engineOf } from "../database/dialect.ts";
import type { Database } from "../database/database.ts";
import { plainSql } from "../database/plainSql.ts";

/**
 * Wrong tries before it waits, and for how long: of one person from one address, so that nobody locks another out from
 * elsewhere; and from one address whoever is named.
 */
const TRIES = { pair: 5, address: 30 } as const;
const WINDOW = 15 * 60_000;
/** So many names and addresses at most are looked through for those that have run out. */
const SWEPT_AT = 10_000;

/** Whose tries are counted, and how many are heard. */
const countedFor = (initials: string, address: string) =>
  [
    [`pair ${initials} ${address}`, TRIES.pair],
    [`address ${address}`, TRIES.address],
  ] as const;

/** Milliseconds until another try is heard. @param tries their moments, in order */
const leftAfter = (tries: readonly number[], most: number, now: number): number =>
  tries.length < most ? 0 : WINDOW - (now - tries[tries.length - most]!);

/** Counts wrong pass-phrases, by whom they were for and from where they came. */
export interface LockOut {
  /**
   * Counts a try as wrong until it is known to be right: a hundred guesses at once are a hundred guesses.
   * @param now ms
   * @returns 0 where it is heard; else milliseconds until one is, and nothing is counted
   */
  readonly begin: (initials: string, address: string, now: number) => Promise<number>;
  /** It was right: this person's tries are forgotten, and it is taken off its address again. */
  readonly wasRight: (initials: string, address: string) => Promise<void>;
}

/** Of one process: what it counted goes with it. */
export function ownLockOut(): LockOut {
  const wrong = new Map<string, number[]>();
  const recent = (key: string, now: number) => {
    const kept = (wrong.get(key) ?? []).filter((at) => now - at < WINDOW);
    if (kept.length === 0) wrong.delete(key);
    else wrong.set(key, kept);
    return kept;
  };
  return {
    begin(initials, address, now) {
      const counted = countedFor(initials, address);
      const left = Math.max(0, ...counted.map(([key, most]) => leftAfter(recent(key, now), most, now)));
      if (left > 0) return Promise.resolve(left);
      if (wrong.size > SWEPT_AT) for (const key of [...wrong.keys()]) recent(key, now);
      for (const [key] of counted) wrong.set(key, [...recent(key, now), now]);
      return Promise.resolve(0);
    },
    wasRight(initials, address) {
      const [[pair], [all]] = countedFor(initials, address);
      wrong.delete(pair);
      wrong.get(all)?.pop();
      return Promise.resolve();
    },
  };
}

/** Of all processes on one database together. */
export function sharedLockOut({ write }: Database): LockOut {
  return {
    begin: (initials, address, now) =>
      write(async (transaction) => {
        await plainSql(transaction, "DELETE FROM counted_tries WHERE at <= $since", { $since: now - WINDOW });
        const counted = countedFor(initials, address);
        for (const [key, most] of counted) {
          const tries = await plainSql<{ readonly at: number }>(
            transaction,
            "SELECT at FROM counted_tries WHERE whose = $key ORDER BY at",
            { $key: key },
          );
          const left = leftAfter(
            tries.map(({ at }) => at),
            most,
            now,
          );
          if (left > 0) return left;
        }
        for (const [key] of counted)
          await plainSql(transaction, "INSERT INTO counted_tries (whose, at) VALUES ($key, $now)", {
            $key: key,
            $now: now,
          });
        return 0;
      }),
    wasRight: (initials, address) =>
      write(async (transaction) => {
        const [[pair], [all]] = countedFor(initials, address);
        await plainSql(transaction, "DELETE FROM counted_tries WHERE whose = $pair", { $pair: pair });
        await plainSql(
          transaction,
          `DELETE FROM counted_tries WHERE ctid IN
             (SELECT ctid FROM counted_tries WHERE whose = $all ORDER BY at DESC LIMIT 1)`,
          { $all: all },
        );
      }),
  };
}

/** Where wrong tries are counted: by the process that has the file to itself, or in a database that several share. */
export const lockOutOf = (database: Database): LockOut =>
  engineOf(database.sequelize) === "postgres" ? sharedLockOut(database) : ownLockOut();
