import { randomUUID } from "node:crypto";
import pg from "pg";
import type { Others } from "../port.ts";

const CHANNEL = "green_fable";
/** The server takes no longer message than 8,000 bytes. */
const LONGEST = 7900;
/** After a connection was lost another one is tried, ms. */
const AGAIN = 1000;

interface Told {
  readonly from: string;
  readonly subject: string;
  readonly message: unknown;
}

/**
 * What processes on one database tell each other by NOTIFY, over a connection of its own that is taken up again when it is lost.
 * What is told meanwhile is heard by nobody.
 */
export function othersOn(address: string): Others {
  const us = randomUUID();
  const heard = new Map<string, Set<(message: unknown) => void>>();
  let client: pg.Client | null = null;
  let closed = false;
  let again: NodeJS.Timeout | undefined;

  function take(payload: string | undefined): void {
    const { from, subject, message } = JSON.parse(payload ?? "{}") as Told;
    if (from !== us) for (const hear of heard.get(subject) ?? []) hear(message);
  }

  function later(): void {
    client = null;
    if (closed) return;
    clearTimeout(again);
    again = setTimeout(() => void connect(), AGAIN);
    again.unref();
  }

  async function connect(): Promise<void> {
    const next = new pg.Client({ connectionString: address, keepAlive: true });
    // A connection that is lost says so once more, by an error that nobody waits for.
    next.on("error", () => undefined);
    next.on("notification", ({ payload }) => take(payload));
    next.once("end", later);
    try {
      await next.connect();
      await next.query(`LISTEN ${CHANNEL}`);
      if (closed) await next.end();
      else client = next;
    } catch {
      later();
    }
  }
  const begun = connect();

  return {
    tell(subject, message) {
      const payload = JSON.stringify({ from: us, subject, message } satisfies Told);
      if (Buffer.byteLength(payload) > LONGEST)
        throw new RangeError(`othersOn: what is told of ${subject} is longer than ${LONGEST} bytes`);
      void client?.query("SELECT pg_notify($1, $2)", [CHANNEL, payload]).catch(() => undefined);
    },
    hear(subject, hear) {
      const all = heard.get(subject) ?? new Set();
      heard.set(subject, all.add(hear));
      return () => void all.delete(hear);
    },
    ready: () => begun,
    async close() {
      closed = true;
      clearTimeout(again);
      await begun;
      await client?.end();
    },
  };
}

/** How one shop of a chain hears the others that work on it, over the connection that its process has. */
export function othersAt(schema: string, all: Others): Others {
  const ends = new Set<() => void>();
  const here = (subject: string) => `${schema} ${subject}`;
  return {
    tell: (subject, message) => all.tell(here(subject), message),
    hear(subject, heard) {
      const end = all.hear(here(subject), heard);
      ends.add(end);
      return () => {
        ends.delete(end);
        end();
      };
    },
    ready: all.ready,
    close() {
      for (const end of ends) end();
      ends.clear();
      return Promise.resolve();
    },
  };
}
