import type { Here } from "#core/measure/safety";
import { useBench } from "../app/store.ts";
import { todayBegan } from "../ui/dates.ts";

/** Who is at the bench now, and since when what was made safe counts: today, and since the job was last open. */
export function hereNow(who: string | null, closingAt: string | null): Here {
  const today = todayBegan();
  return { by: who ?? "", since: closingAt !== null && closingAt > today ? closingAt : today };
}

/** The same on the bench, where no job is open. */
export const useHereAtBench = (): Here =>
  hereNow(
    useBench((bench) => bench.who),
    null,
  );
