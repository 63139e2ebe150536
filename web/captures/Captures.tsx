import { Room } from "../shell/Room.tsx";
import { Caution } from "../ui/Notice.tsx";
import { CaptureDesk } from "./CaptureDesk.tsx";
import { NOTHING_KNOWN } from "./known.ts";
import { TakeToJob } from "./TakeToJob.tsx";

/** A recording read by itself: dropped, corrected, looked at; and taken to its job where it has one. */
export function Captures() {
  return (
    <Room title="Captures" foot="Read on this device; nothing is sent.">
      <p className="mb-3 max-w-3xl text-ink-2">
        A waveform that the motor generates, or a log of its sensors. Nothing is kept here; take it to its job
        to keep it.
      </p>
      <div className="max-w-5xl">
        <CaptureDesk words="An oscilloscope's CSV, a sound card's WAV, a logic log" begin={NOTHING_KNOWN}>
          {(desk) => <TakeToJob desk={desk} />}
        </CaptureDesk>
        <div className="mt-3">
          <Caution>
            Up to 30 V peak a plain probe does. Above it use a differential probe rated for the voltage; never
            the earthed clip of a probe on a phase, and never on a live bus.
          </Caution>
        </div>
      </div>
    </Room>
  );
}
