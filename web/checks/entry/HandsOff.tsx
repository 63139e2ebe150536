import { Link } from "react-router";
import { handsOff } from "#core/measure";
import type { CheckId } from "#core/record";
import { useOpenJob } from "../../job/openJob.ts";
import { useHere } from "../../job/useHere.ts";

/** Whether hands stay off a slot for who is here now: power was on since it was made safe, or it never was. */
export function useHandsOff(check: CheckId, slot: string): boolean {
  const { record, epoch, closed } = useOpenJob();
  const here = useHere();
  return !closed && handsOff(record, check, slot, epoch, here);
}

/** In place of a field or of choices that are read by hand. */
export function HandsOff() {
  const { place } = useOpenJob();
  return (
    <Link
      to={`${place}/safety`}
      className="inline-flex min-h-11 items-center font-semibold text-red underline"
    >
      By hand: make it safe first
    </Link>
  );
}
