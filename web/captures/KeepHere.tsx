import { useState } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { captureDoubt } from "#core/measure/backemf";
import { keepCapture } from "#core/check";
import { checkOf, placesOf } from "#core/measure";
import { useOpenJob } from "../job/openJob.ts";
import { Button } from "../ui/Button.tsx";
import { isTyping } from "../ui/isTyping.ts";
import type { OnDesk } from "./CaptureDesk.tsx";
import { useKeepRecording } from "./useKeepRecording.ts";

/** Keeps a recording that was read with the open job; asks once where it looks like another motor's. */
export function KeepHere({ desk }: { readonly desk: OnDesk }) {
  const { record, closed } = useOpenJob();
  const keep = useKeepRecording();
  const [said, setSaid] = useState("");
  const [isSure, setSure] = useState(false);
  const [busy, setBusy] = useState(false);
  const { capture, file, known, isCurrent, pack, close } = desk;
  const places = placesOf(capture);
  const doubt = captureDoubt(capture.answer, record.motor);
  const nothing = places.length === 0 || closed;
  const go = async () => {
    if (nothing || busy || !isCurrent) return;
    if (doubt && !isSure) return setSaid("Say first that it is of this motor.");
    setBusy(true);
    const problem = await keep(file, pack, places, (source) =>
      keepCapture(capture, { ...source, polePairs: known.polePairs, slots: known.slots }),
    );
    setBusy(false);
    if (problem === null) close();
    else setSaid(problem);
  };
  useHotkeys("enter", () => void go(), {
    // Enter on a button presses that button.
    ignoreEventWhen: (event) =>
      isTyping(event) ||
      (event.target instanceof HTMLElement && event.target.closest("button, summary, a") !== null),
  });
  useHotkeys("x", close, { ignoreEventWhen: isTyping, preventDefault: true });
  if (nothing) return null;
  return (
    <>
      <Button
        look="main"
        hotkey="Enter"
        disabled={busy || !isCurrent}
        title={`As ${places.map(({ check, slot }) => checkOf(check).slots[slot]!.label.toLowerCase()).join(" and ")}`}
        onClick={() => void go()}
      >
        Keep with the job
      </Button>
      <Button hotkey="X" onClick={close}>
        Leave it
      </Button>
      {doubt && (
        <div role="alert" className="order-last w-full border-l-4 border-red bg-sheet px-4 py-2.5">
          <p>{doubt}</p>
          <label className="mt-1 flex min-h-11 items-center gap-2 font-semibold">
            <input type="checkbox" checked={isSure} onChange={(event) => setSure(event.target.checked)} />
            It is of this motor
          </label>
        </div>
      )}
      {said && (
        <p role="alert" className="order-last w-full text-red">
          {said}
        </p>
      )}
    </>
  );
}
