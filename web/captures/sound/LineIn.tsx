import { Caution } from "../../ui/Notice.tsx";
import { ListenHere } from "./ListenHere.tsx";

const SECONDS = 5;

/** What the motor generates, straight from the audio input: one or two lines, through an attenuator. */
export function LineIn({ onFile }: { readonly onFile: (file: File) => void }) {
  return (
    <details className="mt-3 rounded-xl border border-line bg-sheet p-3">
      <summary className="min-h-8 cursor-pointer font-semibold pointer-coarse:min-h-11">
        Or record from the audio input
      </summary>
      <div className="mt-2 grid gap-3">
        <Caution>
          A line input bears about one volt: put an attenuator before it, 10 kΩ and 470 Ω for up to 20 V, and
          an isolating audio transformer where the computer hangs on the mains. The motor is unplugged from
          its controller and spun by a drill; nothing else is on its leads. Left is A to B, right is B to C.
        </Caution>
        <p className="text-sm text-ink-2">
          How many volts full scale is nobody knows: shape, magnets, balance and drag are told, the constant
          is not. An audio input is deaf to slow turning; spin it above some 30 Hz electrical.
        </p>
        <ListenHere words="Record 5 seconds" seconds={SECONDS} name="line-in.wav" onFile={onFile} />
      </div>
    </details>
  );
}
