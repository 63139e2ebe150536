import { wrap, type Remote } from "comlink";
import { useEffect, useState } from "react";
import type { Verdict } from "#core/assess";
import type { JobRecord } from "#core/record";
import type { AssessWorker } from "../workers/assess.worker.ts";

let remote: Remote<AssessWorker> | null = null;
function assessor(): Remote<AssessWorker> {
  remote ??= wrap<AssessWorker>(
    new Worker(new URL("../workers/assess.worker.ts", import.meta.url), { type: "module" }),
  );
  return remote;
}

/** The verdict on a record, worked out off the main thread; the one before stands until then. */
export function useVerdict(record: JobRecord | null): Verdict | null {
  const [verdict, setVerdict] = useState<Verdict | null>(null);
  useEffect(() => {
    let wanted = true;
    if (record)
      void assessor()
        .assess(record)
        .then((found) => {
          if (wanted) setVerdict(found);
        });
    return () => {
      wanted = false;
    };
  }, [record]);
  return verdict;
}
