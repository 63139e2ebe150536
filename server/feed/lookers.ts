import type { LiveFunction } from "#core/live";
import type { Others } from "../database/port.ts";

/** What one process looks at. */
export interface Looking {
  readonly instrument: string;
  /** What whoever came last wants it read. */
  readonly reads: LiveFunction;
  readonly benches: number;
  /** When whoever came last came, ms of the world's clock. */
  readonly since: number;
  /** What this process asks it for over the network; null where it does not ask. */
  readonly asks: LiveFunction | null;
}

interface Said {
  readonly process: string;
  readonly to: readonly Looking[];
}

const SUBJECT = "looks";
/** Who looks says so again and again, and is forgotten when nobody heard of them for so long, ms. */
const SAYS_AGAIN = 4000;
const FORGOTTEN = 10_000;

/**
 * Who looks at which instrument, over all processes of a database: an instrument is asked by one of them, for what whoever came
 * last wants.
 * @param us this process's name
 * @param changed hears of instruments that others look at otherwise now
 */
export function lookers(others: Others, us: string, changed: (instruments: readonly string[]) => void) {
  const elsewhere = new Map<string, { readonly to: readonly Looking[]; readonly at: number }>();
  let own: readonly Looking[] = [];
  let timer: NodeJS.Timeout | undefined;

  const named = (to: readonly Looking[]) => to.map(({ instrument }) => instrument);
  const say = () => others.tell(SUBJECT, { process: us, to: own } satisfies Said);
  const end = others.hear(SUBJECT, (message) => {
    const { process, to } = message as Said;
    const before = elsewhere.get(process);
    if (to.length === 0) elsewhere.delete(process);
    else elsewhere.set(process, { to, at: performance.now() });
    const affected = new Set([...named(before?.to ?? []), ...named(to)]);
    // Who looks at the same is told, since they may have come after it was said.
    if (!before && own.length > 0 && to.length > 0) say();
    if (JSON.stringify(before?.to ?? []) !== JSON.stringify(to)) changed([...affected]);
  });

  function tick(): void {
    say();
    for (const [process, { to, at }] of elsewhere)
      if (performance.now() - at > FORGOTTEN) {
        elsewhere.delete(process);
        changed(named(to));
      }
  }

  return {
    /** What this process looks at from now on. */
    look(to: readonly Looking[]): void {
      own = to;
      say();
      clearInterval(timer);
      if (to.length > 0) timer = setInterval(tick, SAYS_AGAIN).unref();
    },
    /** How an instrument is looked at by all. */
    at(instrument: string) {
      const ours = own.find((one) => one.instrument === instrument);
      const theirs = [...elsewhere].flatMap(([process, { to }]) =>
        to.filter((one) => one.instrument === instrument).map((one) => ({ process, ...one })),
      );
      const all = [...(ours ? [{ process: us, ...ours }] : []), ...theirs];
      const latest = all.toSorted((a, b) => b.since - a.since)[0];
      return {
        benches: all.reduce((sum, { benches }) => sum + benches, 0),
        reads: latest?.reads ?? null,
        asks: all.find(({ asks }) => asks !== null)?.asks ?? null,
        /** One of those that look asks it, the same for all of them. */
        isOurs: ours !== undefined && all.every(({ process }) => process >= us),
        isElsewhere: theirs.length > 0,
      };
    },
    close(): void {
      clearInterval(timer);
      end();
    },
  };
}
