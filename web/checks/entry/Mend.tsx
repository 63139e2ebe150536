import { useState } from "react";
import { useOpenJob } from "../../job/openJob.ts";
import { useReadingText } from "../../job/useReadingText.ts";
import { Button } from "../../ui/Button.tsx";
import { lastTyped, movedBy } from "./mend.ts";
import type { Entry } from "./useEntry.ts";

/** Values typed into the wrong places: the last few taken back, or moved one place, in one go. */
export function Mend({ entry }: { readonly entry: Entry }) {
  const { record, epoch, closed, undo } = useOpenJob();
  const textOf = useReadingText();
  const [wanted, setWanted] = useState(1);
  const [said, setSaid] = useState("");
  const all = lastTyped(record.readings, entry.slots, epoch, entry.check, record.readings.length);
  if (closed || all.length === 0) return null;
  const count = Math.min(wanted, all.length);
  const chosen = all.slice(-count);
  const nameOf = (slot: string) => entry.slots.find((one) => one.slot === slot)?.name ?? slot;
  const takeBack = async () => {
    // The newest first: each is then the last one when its turn comes.
    for (const { id } of chosen.toReversed()) {
      const outcome = await undo(id);
      if (outcome.kind === "refused") return setSaid(outcome.sentence);
    }
    setSaid("");
    entry.move(chosen[0]!.slot);
  };
  const move = async (by: 1 | -1) => {
    const moved = movedBy(chosen, entry.slots, by);
    if (moved.kind === "cannot") return setSaid(moved.sentence);
    // One entry a value: it stands in its new place and no more in its old one, both or neither. Those whose place is
    // free first.
    const inTurn = by > 0 ? moved.entries.toReversed() : moved.entries;
    for (const [done, { reading, to, value }] of inTurn.entries()) {
      const { typed, latched, id } = reading;
      const outcome = await entry.write(to, { value, typed, ...(latched && { latched }) }, id);
      if (outcome.kind === "refused")
        return setSaid(
          `${nameOf(reading.slot)} stays where it is${done > 0 ? `; ${done} ${done === 1 ? "was" : "were"} moved` : ""}. ${outcome.sentence}`,
        );
    }
    setSaid("");
    entry.move(inTurn[0]!.to.slot);
  };
  return (
    <details className="mt-3 text-sm">
      <summary className="w-fit cursor-pointer py-2 text-ink-2 pointer-coarse:py-3">
        Typed into the wrong places?
      </summary>
      <div className="flex flex-wrap items-center gap-2">
        <label className="flex items-center gap-2">
          The last
          <input
            inputMode="numeric"
            value={count}
            onChange={(event) => setWanted(Math.max(1, Number(event.target.value) || 1))}
            className="min-h-11 w-16 rounded-lg border border-line-strong bg-sheet px-2"
          />
          {count === 1 ? "value" : "values"}:
        </label>
        <span>{chosen.map((reading) => `${nameOf(reading.slot)} ${textOf(reading)}`).join(", ")}</span>
        <Button onClick={() => void takeBack()}>Take back</Button>
        <Button onClick={() => void move(1)}>Move one place down</Button>
        <Button onClick={() => void move(-1)}>Move one place up</Button>
      </div>
      {said && (
        <p role="alert" className="mt-1 text-red">
          {said}
        </p>
      )}
    </details>
  );
}
