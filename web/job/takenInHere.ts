import { useMemo } from "react";
import type { JobView } from "#contract/jobs";
import { useInstrumentsQuery, useLimitsQuery } from "../app/api.ts";
import type { Parcel, TakeInBody } from "../app/outbox.ts";
import { useBench } from "../app/store.ts";

const isTakeIn = ({ kind }: Parcel) => kind === "takeIn";

/** Motors that were taken in while the server was away, and are on their way to it. */
export const useTakenInHere = (): readonly TakeInBody[] => {
  const parcels = useBench((bench) => bench.parcels);
  return useMemo(() => parcels.filter(isTakeIn).map(({ body }) => body as TakeInBody), [parcels]);
};

/** One of them as the server will have it: the job can be worked on meanwhile. Null where it is none of them. */
export function useViewFromHere(id: string): JobView | null {
  const found = useTakenInHere().find((one) => one.id === id);
  const { data: instruments } = useInstrumentsQuery();
  const { data: limits } = useLimitsQuery();
  return useMemo(
    () =>
      found
        ? {
            id,
            // The server counts the jobs.
            number: 0,
            version: 0,
            takenInAt: found.intake.takenInAt,
            closedAt: null,
            savedAt: found.intake.takenInAt,
            intake: found.intake,
            entries: [],
            grounds: { instruments: instruments ?? [], past: [], ...(limits && { limits }) },
            closing: null,
            elsewhere: null,
          }
        : null,
    [id, found, instruments, limits],
  );
}
