import { useEffect, useState } from "react";
import type { CaseFile } from "#bench/caseFile";
import type { Debrief } from "#bench/debrief";
import type { JobRecord } from "#core/record";
import { assessorOf } from "../job/assessor.ts";
import type { DebriefWorker } from "../workers/debrief.worker.ts";

const debriefer = assessorOf<DebriefWorker, Worker>(
  () => new Worker(new URL("../workers/debrief.worker.ts", import.meta.url), { type: "module" }),
);

/** What can be taken away from a try; null while it is worked out, "failed" where it cannot be. */
export function useDebrief(file: CaseFile, record: JobRecord): Debrief | "failed" | null {
  const [found, setFound] = useState<Debrief | "failed" | null>(null);
  const [of] = useState({ file, record });
  useEffect(() => {
    let over = false;
    debriefer
      .ask((remote) => remote.debrief(of.file, of.record) as Promise<Debrief>)
      .then(
        (debrief) => !over && setFound(debrief),
        () => !over && setFound("failed"),
      );
    return () => {
      over = true;
    };
  }, [of]);
  return found;
}
