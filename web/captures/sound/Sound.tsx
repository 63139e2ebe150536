import { lazy, Suspense, useState } from "react";
import { captureIn } from "#core/check";
import { figureText } from "#core/capture";
import { keepSound } from "#core/measure/run";
import { parseQuantity, SPEED } from "#core/quantity";
import type { KeptCapture } from "#core/record";
import { useOpenJob } from "../../job/openJob.ts";
import { Button } from "../../ui/Button.tsx";
import { Field, FIELD_CLASS } from "../../ui/Field.tsx";
import { DropFile } from "../DropFile.tsx";
import { ListenHere } from "./ListenHere.tsx";
import { asSoundFile, useCapture } from "../useCapture.ts";
import { useKeepRecording } from "../useKeepRecording.ts";

const SoundChart = lazy(() => import("../drawn/SoundChart.tsx"));

const SECONDS = 5;
const PLACES = [{ check: "run", slot: "sound" }] as const;
/** What a sound is read with: nothing beside itself. */
const NOTHING = {};

const pictureOf = (kept: KeptCapture | null) => kept?.drawn.sound ?? null;

/** The sound of the running motor: heard or dropped, seen beside the one before the repair, kept. Nothing is judged by it. */
export function Sound() {
  const { record, epoch, closed } = useOpenJob();
  const { reading, open, close, pack } = useCapture(asSoundFile, NOTHING);
  const keepRecording = useKeepRecording();
  const [speed, setSpeed] = useState("");
  const [said, setSaid] = useState("");
  const kept = captureIn(record, "run", "sound", epoch);
  const before = epoch > 0 ? captureIn(record, "run", "sound", epoch - 1) : null;
  const answer = reading.kind === "read" ? reading.capture : null;
  const picture = answer?.picture ?? pictureOf(kept);
  const parsed = speed.trim() === "" ? null : parseQuantity(speed, SPEED);
  const turning = parsed?.kind === "finite" ? parsed.value / 60 : null;
  const take = (file: File) => {
    setSaid("");
    open(file);
  };
  const keep = async () => {
    if (reading.kind !== "read") return;
    const problem = await keepRecording(reading.file, pack, PLACES, (source) =>
      keepSound(reading.capture, source),
    );
    if (problem === null) close();
    else setSaid(problem);
  };
  const level = answer?.figures["soundLevel"] ?? kept?.figures["soundLevel"];
  return (
    <section aria-label="Sound" className="grid max-w-4xl gap-3">
      <p className="text-sm text-ink-2">
        Five seconds, the microphone at the same place and distance each time, the motor at the same speed. It
        is a picture to compare, before a repair and after: a microphone and a bench are in it, and nothing is
        judged by it.
      </p>
      {!closed && reading.kind !== "read" && (
        <div className="flex flex-wrap items-start gap-3">
          <ListenHere words="Listen for 5 seconds" seconds={SECONDS} name="sound.wav" onFile={take} />
          <DropFile words="A WAV file" again label="Sound file" onFile={take} />
        </div>
      )}
      {reading.kind === "busy" && <p role="status">{reading.words}</p>}
      {reading.kind === "refused" && (
        <p role="alert" className="text-red">
          {reading.words}
        </p>
      )}
      {answer && (
        <div className="flex flex-wrap gap-2">
          {answer.picture && (
            <Button look="main" onClick={() => void keep()}>
              Keep with the job
            </Button>
          )}
          <Button onClick={close}>Leave it</Button>
        </div>
      )}
      {answer?.said.map(({ code, words }) => (
        <p key={code} role="note" className="border-l-4 border-amber bg-amber-soft px-4 py-2.5 text-sm">
          {words}
        </p>
      ))}
      {said && (
        <p role="alert" className="text-red">
          {said}
        </p>
      )}
      {picture && (
        <div className="rounded-xl border border-line bg-sheet p-3">
          <div className="flex flex-wrap items-end gap-x-6 gap-y-2">
            <p className="grow">
              <strong>{reading.kind === "read" ? reading.file.name : kept?.name}</strong>{" "}
              {level && <span className="text-sm text-ink-2">{figureText(level)}</span>}
              {before && (
                <span className="text-sm text-ink-2">, dotted: {before.name}, before the repair</span>
              )}
            </p>
            <Field
              id="sound-speed"
              label="Speed, rpm"
              problem={parsed?.kind === "refused" ? parsed.sentence : undefined}
            >
              <input
                id="sound-speed"
                inputMode="decimal"
                value={speed}
                onChange={(event) => setSpeed(event.target.value)}
                className={FIELD_CLASS}
              />
            </Field>
          </div>
          <Suspense fallback={null}>
            <SoundChart now={picture} before={pictureOf(before)} turning={turning} />
          </Suspense>
        </div>
      )}
    </section>
  );
}
