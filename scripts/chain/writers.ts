import { setTimeout as after } from "node:timers/promises";
import { uuidv7 } from "uuidv7";
import type { Chance } from "#bench/chance";
import type { Receipt } from "#contract/jobs";
import { versionTag } from "#contract/routes";
import { aReading } from "../../tests/entries.ts";
import { put, viewOf } from "../kills/shop.ts";
import type { Chain } from "./processes.ts";

/** Somebody who writes one reading after the other into a job of their own. */
export interface Writing {
  readonly job: string;
  readonly acknowledged: string[];
  /** Sent, and not answered yet. */
  waiting: string | null;
  version: number;
}

export const basesOf = ({ processes }: Pick<Chain, "processes">) =>
  processes.flatMap((one) => (one ? [one.base] : []));

/**
 * Writes one reading after the other through whichever process there is, as a bench's outbox does, until told to stop.
 * @param answered hears what was answered: 0 where nobody did
 */
export async function write(
  there: () => readonly string[],
  writing: Writing,
  chance: Chance,
  goesOn: () => boolean,
  answered: (status: number) => void,
): Promise<void> {
  while (goesOn()) {
    const bases = there();
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
      answered(answer.status);
      if (answer.status === 201 || answer.status === 200) {
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
      answered(0);
      await after(20);
    }
  }
}
