import type { CheckId } from "#core/record";
import { useOpenJob, useStandingVerdict } from "../../job/openJob.ts";
import { OneOf } from "../../ui/Choice.tsx";
import { askedAgain } from "./askedAgain.ts";
import { goOnAfter } from "./goOnAfter.ts";
import { HandsOff, useHandsOff } from "./HandsOff.tsx";
import { labelOf, optionsOf } from "./slots.ts";
import type { useChoose } from "./useChoose.ts";

/** A declared choice: its label and words come from the check. */
export function ChooseOne({
  check,
  slot,
  by: { chosen, choose },
  usual = "",
  tight = false,
}: {
  readonly check: CheckId;
  readonly slot: string;
  readonly by: ReturnType<typeof useChoose>;
  /** What holds while nothing is chosen. */
  readonly usual?: string;
  /** Many of them, side by side. */
  readonly tight?: boolean;
}) {
  const { closed } = useOpenJob();
  const verdict = useStandingVerdict();
  const off = useHandsOff(check, slot);
  const again = askedAgain(verdict, check, slot);
  return (
    <div>
      <OneOf
        slot={slot}
        tight={tight}
        label={labelOf(check, slot)}
        value={chosen(slot) || usual}
        onChoose={(choice) => {
          const settles = chosen(slot) === "";
          choose(slot)(choice);
          if (settles) goOnAfter(slot);
        }}
        options={optionsOf(check, slot)}
        disabled={closed || off}
        again={again && chosen(slot) !== ""}
      />
      {off && <HandsOff />}
    </div>
  );
}
