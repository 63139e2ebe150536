import { statSync } from "node:fs";
import { join } from "node:path";
import { addDays, format, parseISO } from "date-fns";
import type { Logger } from "pino";
import { dayIn, timeIn } from "#core/record";
import { copiesIn, copyShop, prune, type Copy } from "./backup.ts";

export interface CopyKeeper {
  /** Makes today's copy unless it is there. */
  readonly daily: () => Promise<void>;
  /** Makes a copy now, asked for by a person. */
  readonly now: () => Promise<Copy>;
  readonly list: () => readonly string[];
  readonly folder: string;
  readonly keep: number;
  readonly of: "file" | "database";
  /** What became of the last one, for whoever looks: null before the first. */
  readonly last: () => { readonly at: string; readonly problem: string | null } | null;
}

/** How a copy of a shop is made. */
export interface CopyMaker {
  /** What its name ends with. */
  readonly ending: ".sqlite" | ".dump";
  readonly copy: (target: string) => Promise<Omit<Copy, "name">>;
  /** How large the shop is, bytes. */
  readonly bytes: () => Promise<number>;
}

/** Copies of a shop's file. */
export const fileCopies = (file: string): CopyMaker => ({
  ending: ".sqlite",
  copy: (target) => copyShop(file, target),
  bytes: () => Promise.resolve(statSync(file).size),
});

interface Parts {
  readonly maker: CopyMaker;
  readonly folder: string;
  /** How many copies are kept. */
  readonly keep: number;
  readonly clock: () => Date;
  /** The shop's own clock, by its IANA name. */
  readonly zone?: () => Promise<string | undefined>;
  /** Whether somebody works now, by the hours of the shop. */
  readonly isOpen?: () => Promise<boolean>;
  /** From this size on the copy of a day waits until the shop is closed: it takes minutes of the disk. */
  readonly waitsFrom?: number;
  readonly log: Logger;
}

const timeOf = (at: string) =>
  at.slice("2026-03-02T".length, "2026-03-02T09:15:00".length).replaceAll(":", "");

const DAY = "2026-03-02".length;

/** A copy of this many bytes is made in some seconds. */
const QUICK = 100_000_000;

/** Keeps copies of a shop: one a day by itself, and others when somebody asks. One at a time. */
export function copyKeeper({
  maker,
  folder,
  keep,
  clock,
  zone,
  isOpen,
  waitsFrom = QUICK,
  log,
}: Parts): CopyKeeper {
  let last: ReturnType<CopyKeeper["last"]> = null;
  let line: Promise<unknown> = Promise.resolve();
  const make = async (name: string): Promise<Copy> => {
    const at = clock().toISOString();
    try {
      const copy = await maker.copy(join(folder, name));
      prune(folder, keep, clock());
      last = { at, problem: null };
      return { name, ...copy };
    } catch (error) {
      last = { at, problem: error instanceof Error ? error.message : String(error) };
      throw error;
    }
  };
  /** A large shop is copied when nobody works, unless yesterday has no copy: then a shop that never closes has one too. */
  const canWait = async (today: string): Promise<boolean> => {
    if (!isOpen || (await maker.bytes()) < waitsFrom) return false;
    const yesterday = format(addDays(parseISO(today), -1), "yyyy-MM-dd");
    const [latest] = copiesIn(folder);
    return latest !== undefined && latest >= `green-fable-${yesterday}` && (await isOpen());
  };
  const inTurn = <T>(work: () => Promise<T>): Promise<T> => {
    const result = line.then(work);
    line = result.catch(() => undefined);
    return result;
  };
  return {
    folder,
    keep,
    of: maker.ending === ".dump" ? "database" : "file",
    last: () => last,
    list: () => copiesIn(folder),
    now: () =>
      inTurn(async () => {
        const at = timeIn(clock().toISOString(), await zone?.());
        return make(`green-fable-${at.slice(0, DAY)}-${timeOf(at)}${maker.ending}`);
      }),
    daily: () =>
      inTurn(async () => {
        const today = dayIn(clock().toISOString(), await zone?.());
        const name = `green-fable-${today}${maker.ending}`;
        if (copiesIn(folder).includes(name)) return;
        try {
          if (await canWait(today)) return;
          await make(name);
        } catch (error) {
          // The shop works on; the copy is tried again at the next hour, and the screen says so.
          log.error({ err: error }, "the daily copy failed");
        }
      }),
  };
}
