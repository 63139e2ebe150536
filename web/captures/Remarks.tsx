import type { CaptureAnswer } from "#core/capture";
import { Judged } from "../ui/Notice.tsx";

type Said = CaptureAnswer["said"][number];

/** What is wrong with the motor; the rest is about the recording. */
const OF_THE_MOTOR: ReadonlySet<string> = new Set([
  "deadPhase",
  "weakPhase",
  "weakPolePair",
  "oncePerTurn",
  "fluxBelowRated",
  "stuck",
  "backwards",
  "misplaced",
  "glitches",
  "missingPulses",
  "wiresSwapped",
]);

const placeOf = ({ line, at }: Said) =>
  [line === undefined ? "" : `line ${line}`, at === undefined ? "" : `at ${Number(at.toPrecision(5))} s`]
    .filter(Boolean)
    .join(", ");

/** What was said of a recording: of the motor first, then of the recording itself. */
export function Remarks({ said }: { readonly said: readonly Said[] }) {
  const ofMotor = said.filter(({ code }) => OF_THE_MOTOR.has(code));
  const others = said.filter(({ code }) => !OF_THE_MOTOR.has(code));
  return (
    <>
      {ofMotor.map((one) => (
        <Judged key={`${one.code} ${one.channel ?? ""}`} state="departs">
          <strong>{one.words}</strong> {placeOf(one)}
        </Judged>
      ))}
      {others.length > 0 && (
        <div role="note" className="border-l-4 border-amber bg-amber-soft px-4 py-2.5 text-sm leading-snug">
          <ul className="flex flex-col gap-1">
            {others.map((one) => (
              <li key={`${one.code} ${one.channel ?? ""}`}>
                {one.words} {placeOf(one)}
              </li>
            ))}
          </ul>
        </div>
      )}
    </>
  );
}
