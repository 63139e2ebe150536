import { Link } from "react-router";
import type { CheckDefinition } from "#core/check";
import { FAMILY_FACTS } from "#core/families";
import { type JobRecord } from "#core/record";
import { cautionsFor, isDone, madeSafe, runningWait } from "#core/measure/safety";
import { useHere } from "../job/useHere.ts";
import { usePhone } from "../job/usePhone.ts";
import { useOpenJob } from "../job/openJob.ts";
import { clockText, useSecondsLeft } from "../job/useSecondsLeft.ts";
import { dayText, timeText } from "../ui/dates.ts";
import { Warning } from "../ui/Warning.tsx";

const PILL =
  "flex min-h-9 shrink-0 items-center gap-2 rounded-full border px-4 text-sm font-semibold pointer-coarse:min-h-11 max-sm:min-h-11 max-sm:px-3";

/** Read with power on before anything is made dead. */
const isPowered = ({ motor }: JobRecord) => FAMILY_FACTS[motor.family].ownElectronics;

/** The safety state in words, at the top right of every step; a step under power never reads as dead. */
export function SafetyPill({ check }: { readonly check: CheckDefinition | undefined }) {
  const { place, record, epoch, closed, closedAt, elsewhere } = useOpenJob();
  const here = useHere();
  // A phone's header is one line.
  const phone = usePhone();
  const safe = madeSafe(record, epoch, here);
  // In the midst of a check it is its own power that is on.
  const safeButForIt = madeSafe(record, epoch, here, check?.id) !== null;
  const live = check?.live === true || (!safe && safeButForIt);
  const wait = runningWait(record, epoch);
  const left = useSecondsLeft(wait?.startedAt ?? null, wait?.minutes ?? 0);
  // Nobody stands at it: what was safe then says nothing of now.
  if (closed)
    return (
      <span className={`${PILL} border-line-strong text-ink-2`}>
        {elsewhere ? "Closed elsewhere" : phone || !closedAt ? "Closed" : `Closed ${dayText(closedAt)}`}
      </span>
    );
  // With power on nothing is dead, whether it was made safe before or not.
  if (live && (safeButForIt || isPowered(record)))
    return (
      <span className={`${PILL} border-red text-red`}>
        <Warning /> {phone ? "Live" : "Live step: powered"}
      </span>
    );
  if (safe)
    return (
      <span className={`${PILL} border-green text-green`}>
        <svg viewBox="0 0 16 16" className="size-3.5" aria-hidden>
          <rect x="1" y="1" width="14" height="14" rx="3" fill="none" stroke="currentColor" strokeWidth="2" />
          <path d="m4.5 8.5 2.5 2.5 4.5-6" fill="none" stroke="currentColor" strokeWidth="2" />
        </svg>
        {phone ? `Dead, ${timeText(safe.at)}` : `Dead and safe, ${timeText(safe.at)}, ${safe.by}`}
      </span>
    );
  const open = cautionsFor(record.motor).filter((caution) => !isDone(record, caution, epoch, here)).length;
  return (
    <Link to={`${place}/safety`} className={`${PILL} border-red text-red`}>
      <Warning />
      {left > 0
        ? `${phone ? "" : "Bleeding down, "}${clockText(left)}`
        : phone
          ? "Not safe"
          : `Not made safe: ${open} open`}
    </Link>
  );
}
