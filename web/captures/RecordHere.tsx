import { useMemo, useState, type ReactNode } from "react";
import { captureIn } from "#core/check";
import type { CheckId } from "#core/record";
import { useKeysHere } from "../job/keysHere.ts";
import { useOpenJob } from "../job/openJob.ts";
import { Caution } from "../ui/Notice.tsx";
import { CaptureDesk } from "./CaptureDesk.tsx";
import { KeepHere } from "./KeepHere.tsx";
import { KeptCapture } from "./KeptCapture.tsx";
import { knownOf } from "./knownOf.ts";

/** A recording at a step of a job: dropped, corrected, looked at, kept; what was kept stands below. */
export function RecordHere({
  check,
  slots,
  words,
  intro,
  caution,
}: {
  readonly check: CheckId;
  /** Places of the check that recordings stand in. */
  readonly slots: readonly string[];
  /** What is wanted, over the place where it is dropped. */
  readonly words: string;
  /** How it is recorded, while nothing lies open. */
  readonly intro: ReactNode;
  readonly caution: ReactNode;
}) {
  const { record, epoch, closed } = useOpenJob();
  const begin = useMemo(() => knownOf(record, epoch), [record, epoch]);
  const [isOpen, setOpen] = useState(false);
  useKeysHere(isOpen ? "recording" : "choices");
  const some = slots.some((slot) => captureIn(record, check, slot, epoch));
  return (
    <>
      {!isOpen && <p className="mb-3 max-w-3xl text-ink-2">{intro}</p>}
      {!closed && (
        <CaptureDesk words={words} begin={begin} small={some} onOpen={setOpen}>
          {(desk) => <KeepHere desk={desk} />}
        </CaptureDesk>
      )}
      <div className="mt-3 grid max-w-4xl gap-3">
        {!isOpen && slots.map((slot) => <KeptCapture key={slot} check={check} slot={slot} />)}
        <Caution>{caution}</Caution>
      </div>
    </>
  );
}
