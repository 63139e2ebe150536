import { setTimeout as after } from "node:timers/promises";
import { chanceFrom } from "#bench/chance";
import { ended, faultsOf, takenIn, viewOf } from "../kills/shop.ts";
import { startChain } from "./processes.ts";
import { basesOf, write, type Writing } from "./writers.ts";

export interface ChainKills {
  readonly kills: number;
  readonly crashes: number;
  /** Readings that a process said were on the database's disk. */
  readonly acknowledged: number;
  /** Readings that were sent again, since nobody had answered, and were there already. */
  readonly again: number;
  /** What was lost, doubled or out of order, or differs from process to process, each in a sentence. */
  readonly faults: readonly string[];
  /** Jobs that were left unjudged when all was quiet. */
  readonly unjudged: number;
}

const PROCESSES = 3;
const WRITERS = 6;
const LONGEST = 350;
const READINGS_BEFORE_NEW_JOBS = 900;
/** Longer than a process is left alone with what it was judging. */
const QUIET_AFTER = 120_000;

/** Waits until the processes have judged everything, those of the dead included. @returns how many are left */
export async function leftAtRest(base: string): Promise<number> {
  const begun = performance.now();
  for (;;) {
    const { judging } = (await (await fetch(`${base}/jobs`)).json()) as {
      readonly judging: { readonly left: number };
    };
    if (judging.left === 0 || performance.now() - begun > QUIET_AFTER) return judging.left;
    await after(500);
  }
}

/**
 * Kills one of three processes at a time while readings are written through all of them, and the database's server itself now
 * and then, and holds what is there against what was acknowledged.
 */
export async function killChain(kills: number, crashes: number, seed: number): Promise<ChainKills> {
  const chain = await startChain(PROCESSES);
  const chance = chanceFrom(seed);
  const faults: string[] = [];
  let [writings, total, again, quiet]: [Writing[], number, number, boolean] = [[], 0, 0, false];
  const count = () => writings.reduce((sum, { acknowledged }) => sum + acknowledged.length, 0);
  const rounds = kills + crashes;
  const crashesAt = new Set(
    Array.from({ length: crashes }, (_, n) => Math.floor(((n + 0.5) * rounds) / crashes)),
  );
  for (let n = 0; n < rounds; n += 1) {
    if (writings.length === 0 || count() >= READINGS_BEFORE_NEW_JOBS) {
      writings = [];
      for (let k = 0; k < WRITERS; k += 1)
        writings.push({
          job: await takenIn(chance.oneOf(basesOf(chain))),
          acknowledged: [],
          waiting: null,
          version: 0,
        });
    }
    const before = count();
    quiet = false;
    const working = Promise.all(
      writings.map((one) =>
        write(
          () => basesOf(chain),
          one,
          chance,
          () => !quiet,
          (status) => (again += Number(status === 200)),
        ),
      ),
    );
    await after(chance.between(5, LONGEST));
    if (crashesAt.has(n)) await chain.postgres.crash();
    else {
      const victim = Math.floor(chance.between(0, PROCESSES)) % PROCESSES;
      const killed = chain.processes[victim]!;
      chain.processes[victim] = null;
      await ended(killed, "SIGKILL");
      await chain.start(victim);
    }
    // What was sent is answered by somebody before it is looked at.
    await after(50);
    quiet = true;
    await working;
    total += count() - before;
    for (const { job, acknowledged } of writings) {
      const views = await Promise.all(basesOf(chain).map((base) => viewOf(base, job)));
      for (const fault of faultsOf(views[0]!, acknowledged)) faults.push(`round ${n}: ${fault}`);
      const [first, ...others] = views.map(({ entries }) => entries.map(({ body }) => body.id).join());
      if (others.some((one) => one !== first)) faults.push(`round ${n}: processes show different journals`);
    }
  }
  const unjudged = await leftAtRest(basesOf(chain)[0]!);
  await chain.stop();
  return { kills, crashes, acknowledged: total, again, faults, unjudged };
}
