import { isOfMotor } from "#core/capture";
import type { KeptRemark } from "#core/record";
import { Judged } from "../ui/Notice.tsx";

/** Where it was seen first, as a sentence of its own. */
const placeOf = ({ line, at }: KeptRemark) =>
  [
    line === undefined ? "" : `First in line ${line}.`,
    at === undefined ? "" : `First at ${Number(at.toPrecision(4))} s.`,
  ]
    .filter(Boolean)
    .join(" ");

/** What was said of a recording: of the motor first, then of the recording itself. */
export function Remarks({ said }: { readonly said: readonly KeptRemark[] }) {
  const ofMotor = said.filter(({ code }) => isOfMotor(code));
  const others = said.filter(({ code }) => !isOfMotor(code));
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
