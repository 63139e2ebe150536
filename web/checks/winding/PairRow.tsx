import { pairName, phasesOf, type Motor, type Pair } from "#core/record";
import type { MeasuredPair } from "#core/measure/winding";
import { useOpenJob } from "../../job/openJob.ts";
import { Unbroken } from "../../ui/Unbroken.tsx";
import { ProbeDrawing } from "../drawing/ProbeDrawing.tsx";
import { EntryField } from "../entry/EntryField.tsx";
import { ProbesHere } from "../entry/ProbesHere.tsx";
import { Repeats } from "../entry/Repeats.tsx";
import type { Entry } from "../entry/useEntry.ts";
import { valueOf, type PairLook } from "./usePairLooks.ts";
import type { ArcState } from "../drawing/WindingDrawing.tsx";

const TONE: Readonly<Record<ArcState, string>> = {
  agrees: "",
  departs: "text-copper",
  open: "text-copper",
  cannotTell: "text-slate",
  unread: "",
};

function coloursOf(motor: Motor, pair: Pair): string {
  const [from, to] = phasesOf(pair);
  return [motor.wireColours[from], motor.wireColours[to]].filter(Boolean).join(", ");
}

/** One pair: its value large, what it means beside it, the repeats under it. */
export function PairRow({
  entry,
  pair,
  look,
  found,
}: {
  readonly entry: Entry;
  readonly pair: Pair;
  readonly look: PairLook;
  readonly found: MeasuredPair | undefined;
}) {
  const { record } = useOpenJob();
  const active = entry.active === pair;
  const [from, to] = phasesOf(pair);
  const { number, unit } = valueOf(found);
  return (
    <li
      className={`grid min-h-20 items-center gap-2 rounded-xl border bg-sheet px-3 py-1 max-sm:min-h-16 max-sm:grid-cols-[4.2rem_1fr_auto] ${
        active
          ? "grid-cols-[4.5rem_1fr_auto] border-2 border-green"
          : "grid-cols-[4.5rem_1fr_6.9rem] border-line"
      }`}
    >
      <button
        type="button"
        aria-label={`Go to ${pairName(pair)}`}
        onClick={() => entry.move(pair)}
        className="min-h-11 text-left"
      >
        <strong className="block text-lg">{pairName(pair)}</strong>
        <span className="block text-sm leading-tight text-ink-2">{coloursOf(record.motor, pair)}</span>
      </button>
      <div className="min-w-0">
        {active ? (
          <EntryField entry={entry} standing={number} />
        ) : (
          <p
            className={`text-4xl font-semibold leading-10 max-sm:text-3xl max-sm:leading-9 ${TONE[look.state]}`}
          >
            {number || <span className="text-base font-normal text-ink-2">not read</span>}
            {unit && <span className="ml-1.5 text-lg font-normal text-ink-2">{unit}</span>}
          </p>
        )}
        <Repeats check="winding" slot={pair} onCorrect={(reading) => entry.correct(reading)} />
      </div>
      <p className="max-w-32 text-right text-sm leading-snug text-ink-2 max-sm:max-w-24">
        {look.word && (
          <strong className={`block text-base ${TONE[look.state] || "text-ink"}`}>{look.word}</strong>
        )}
        <span className={active ? "max-sm:hidden" : ""}>
          <Unbroken>{look.detail}</Unbroken>
        </span>
      </p>
      {active && (
        <ProbesHere>
          <ProbeDrawing connection={record.motor.connection} from={from} to={to} unit="Ω" small />
        </ProbesHere>
      )}
    </li>
  );
}
