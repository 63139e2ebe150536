import { HALL_SIGNALS } from "#core/measure/hall";
import { useOpenJob } from "../../job/openJob.ts";
import { Key } from "../../ui/Key.tsx";
import type { LampEntry } from "./useLamps.ts";

/** How often a signal changed in the states recorded. */
function changesOf(states: readonly string[], place: number): number {
  return states.slice(1).filter((state, i) => state[place] !== states[i]![place]).length;
}

/** One row a lamp: its wire, how often it changed, and the key that says it changed now. */
export function LampRows({ lamps }: { readonly lamps: LampEntry }) {
  const { record } = useOpenJob();
  return HALL_SIGNALS.map((signal, place) => {
    const lit = lamps.now[place] === "1";
    const changes = changesOf(lamps.states, place);
    const silent = lamps.states.length > 3 && changes === 0;
    return (
      <button
        key={signal}
        type="button"
        aria-pressed={lit}
        aria-label={`Lamp ${signal}`}
        disabled={lamps.disabled}
        onClick={() => lamps.press(signal)}
        className={`flex min-h-12 items-center gap-4 max-sm:min-h-[4.75rem] rounded-xl border bg-sheet px-4 text-left disabled:opacity-60 ${silent ? "border-2 border-copper" : "border-line"}`}
      >
        <span
          className={`flex size-9 shrink-0 items-center justify-center rounded-full border-2 font-bold max-sm:size-12 max-sm:text-2xl ${lit ? "border-green bg-green text-on-green" : silent ? "border-dashed border-copper" : "border-ink-2"}`}
        >
          {signal}
        </span>
        <span className="grow leading-tight">
          <strong className="block">
            {record.motor.wireColours[signal]
              ? `${record.motor.wireColours[signal]} wire`
              : `Signal ${signal}`}
            , {lit ? "on" : "off"}
          </strong>
          <span className={`text-sm ${silent ? "text-copper" : "text-ink-2"}`}>
            {silent ? "never changed" : `${changes} ${changes === 1 ? "change" : "changes"}`}
          </span>
        </span>
        <Key>{signal}</Key>
      </button>
    );
  });
}
