import { setTimeout as after } from "node:timers/promises";
import { uuidv7 } from "uuidv7";
import { chanceFrom, type Chance } from "#bench/chance";
import type { Receipt } from "#contract/jobs";
import { versionTag } from "#contract/routes";
import { aReading } from "../../tests/entries.ts";
import { ended, faultsOf, put, takenIn, viewOf } from "../kills/shop.ts";
import { startChain, type Chain } from "./processes.ts";

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

interface Writing {
  readonly job: string;
  readonly acknowledged: string[];
  /** Sent, and not answered yet. */
  waiting: string | null;
  version: number;
}

const basesOf = ({ processes }: Chain) => processes.flatMap((one) => (one ? [one.base] : []));

/** Writes one reading after the other through whichever process there is, as a bench's outbox does, until told to stop. */
async function write(
  chain: Chain,
  writing: Writing,
  chance: Chance,
  goesOn: () => boolean,
  toldAgain: () => void,
): Promise<void> {
  while (goesOn()) {
    const bases = basesOf(chain);
    if (bases.length === 0) {
      await after(20);
      continue;
    }
    const base = chance.oneOf(bases);
    writing.waiting ??= uuidv7();
    const id = writing.waiting;
    try {
      const body = { ...aReading(1, { instrumentId: null }), id };
      const answer = await put(`${base}/jobs/${writing.job}/readings/${id}`, body, {
        "If-Match": versionTag(writing.version),
      });
      if (answer.status === 201 || answer.status === 200) {
        if (answer.status === 200) toldAgain();
        writing.version = ((await answer.json()) as Receipt).version;
        writing.acknowledged.push(id);
        writing.waiting = null;
      } else {
        await answer.arrayBuffer();
        if (answer.status === 412) writing.version = (await viewOf(base, writing.job)).version;
        else await after(30);
      }
    } catch {
      // That process, or the database, is gone: another one, or later.
      await after(20);
    }
  }
}

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
          chain,
          one,
          chance,
          () => !quiet,
          () => (again += 1),
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
