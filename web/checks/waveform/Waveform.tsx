import { WAVEFORM_SLOTS } from "#core/measure/waveform";
import { RecordHere } from "../../captures/RecordHere.tsx";
import { CheckRecord } from "../entry/CheckRecord.tsx";
import { Findings } from "../entry/Findings.tsx";

const SLOTS = Object.keys(WAVEFORM_SLOTS);

/** A recording of what the motor generates while it turns. */
export function Waveform() {
  return (
    <section aria-labelledby="check-title">
      <h2 id="check-title" className="text-xl font-bold">
        Waveform
      </h2>
      <RecordHere
        check="waveform"
        slots={SLOTS}
        words="An oscilloscope's CSV, or a sound card's WAV"
        intro="Record two or three line voltages while a drill turns the motor, two whole turns or more; or let it coast from speed with nothing attached. One recording tells the constant, each magnet and the drag."
        caution="Up to 30 V peak a plain probe does. Above it use a differential probe rated for the voltage; never the earthed clip of a probe on a phase, and never on a live bus. Guard the shaft, hands clear, hair and sleeves tied."
      />
      <div className="mt-3 grid max-w-4xl gap-3">
        <Findings check="waveform" />
      </div>
      <CheckRecord check="waveform" />
    </section>
  );
}
