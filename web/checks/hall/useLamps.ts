import { useState } from "react";
import {
  hallStates,
  isHallState,
  lampsChanged,
  toggled,
  type HallSignal,
  type HallState,
} from "#core/measure/hall";
import { inOrder } from "#core/record";
import { useOpenJob } from "../../job/openJob.ts";

export type TurnSlot = "forward" | "backward";

/** Recording the lamps of a slowly turned rotor: the start once, then one press a change; each is on disk at once. */
export function useLamps(slot: TurnSlot) {
  const { record, epoch, read, closed } = useOpenJob();
  const states = hallStates(record, epoch)[slot];
  const last = states.at(-1);
  // Before the first is recorded the lamps are set to what the tester shows.
  const [start, setStart] = useState<HallState>("101");
  const [problem, setProblem] = useState("");
  const now = last ?? start;
  const save = async (state: HallState) => {
    const outcome = await read("hall", slot, { kind: "choice", choice: state }, { typed: state });
    // A later press may have its own problem by now: one that was kept takes none away.
    if (outcome.kind === "refused") setProblem(outcome.sentence);
  };
  return {
    states,
    now,
    started: last !== undefined,
    problem,
    disabled: closed,
    /** A lamp changed: before the start it only sets what the lamps show. */
    press(signal: HallSignal) {
      setProblem("");
      if (last === undefined) setStart(toggled(now, signal));
      else void save(toggled(last, signal));
    },
    begin: () => last === undefined && void save(now),
    /** A state typed whole, three digits. */
    type(text: string) {
      if (!isHallState(text)) return setProblem("Type three digits of 0 and 1 for A, B, C, as 101.");
      if (last !== undefined && lampsChanged(last, text) > 1)
        return setProblem(
          `From ${last} to ${text} more than one lamp changes: a state was skipped. Turn back a little and slower.`,
        );
      if (text === last) return setProblem(`The lamps stand at ${text} already.`);
      setProblem("");
      void save(text);
    },
    /** Takes the last state back; it stays in the record. */
    undo() {
      const latest = inOrder(record.readings).findLast(
        (reading) => reading.check === "hall" && reading.slot === slot && reading.epoch === epoch,
      );
      if (latest)
        void read(
          "hall",
          slot,
          { kind: "withdrawn", reason: "taken back at the bench" },
          { supersedes: latest.id },
        );
    },
  };
}

export type LampEntry = ReturnType<typeof useLamps>;
