/** Work for requests that has begun and not ended, though whoever asked may be gone. */
export interface UnderWay {
  /** Follows a piece of work to its end. @returns the work itself */
  readonly follow: <T>(work: Promise<T>) => Promise<T>;
  /** Resolves when none is left. */
  readonly idle: () => Promise<void>;
}

/** A server closes its file only after the work that still reads from it. */
export function underWay(): UnderWay {
  const begun = new Set<Promise<unknown>>();
  return {
    follow: (work) => {
      begun.add(work);
      const end = () => void begun.delete(work);
      work.then(end, end);
      return work;
    },
    idle: async () => {
      while (begun.size > 0) await Promise.allSettled(begun);
    },
  };
}
