import type { Here } from "#core/measure/safety";
import { useBench } from "../app/store.ts";
import { hereNow } from "./hereNow.ts";
import { useOpenJob } from "./openJob.ts";

/** Who is at the bench of the open job, and since when what was made safe counts. */
export function useHere(): Here {
  const { closing } = useOpenJob();
  return hereNow(
    useBench((bench) => bench.who),
    closing?.at ?? null,
  );
}
