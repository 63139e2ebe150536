/**
 * Wrong tries before it waits, and for how long: of one person from one address, so that nobody locks another out from
 * elsewhere; and from one address whoever is named.
 */
const TRIES = { pair: 5, address: 30 } as const;
const WINDOW = 15 * 60_000;
/** So many names and addresses at most are looked through for those that have run out. */
const SWEPT_AT = 10_000;

/** Counts wrong pass-phrases, by whom they were for and from where they came; the core of a lock-out, without a clock. */
export function lockOut() {
  const wrong = new Map<string, number[]>();
  const recent = (key: string, now: number) => {
    const kept = (wrong.get(key) ?? []).filter((at) => now - at < WINDOW);
    if (kept.length === 0) wrong.delete(key);
    else wrong.set(key, kept);
    return kept;
  };
  const keysOf = (initials: string, address: string) =>
    [
      [`pair ${initials} ${address}`, TRIES.pair],
      [`address ${address}`, TRIES.address],
    ] as const;
  return {
    /** Milliseconds until another try is heard; 0 where it is now. */
    left(initials: string, address: string, now: number): number {
      return Math.max(
        0,
        ...keysOf(initials, address).map(([key, most]) => {
          const tries = recent(key, now);
          return tries.length < most ? 0 : WINDOW - (now - tries[tries.length - most]!);
        }),
      );
    },
    wasWrong(initials: string, address: string, now: number): void {
      if (wrong.size > SWEPT_AT) for (const key of [...wrong.keys()]) recent(key, now);
      for (const [key] of keysOf(initials, address)) wrong.set(key, [...recent(key, now), now]);
    },
    /** It was counted as wrong while it was worked out: that one is taken off its address again. */
    wasRight(initials: string, address: string): void {
      wrong.delete(`pair ${initials} ${address}`);
      wrong.get(`address ${address}`)?.pop();
    },
  };
}
