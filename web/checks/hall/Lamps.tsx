import { HALL_SIGNALS, type HallSignal, type HallState } from "#core/measure/hall";

/** Three lamps large enough to be seen across the bench; pressing one says that it changed. */
export function Lamps({
  state,
  disabled,
  onPress,
}: {
  readonly state: HallState;
  readonly disabled: boolean;
  readonly onPress: (signal: HallSignal) => void;
}) {
  return (
    <div className="flex gap-8 max-sm:gap-3" role="group" aria-label="Lamps now">
      {HALL_SIGNALS.map((signal, i) => {
        const lit = state[i] === "1";
        return (
          <button
            key={signal}
            type="button"
            aria-pressed={lit}
            aria-label={`Lamp ${signal}`}
            disabled={disabled}
            onClick={() => onPress(signal)}
            className={`flex size-56 flex-col items-center justify-center rounded-full border-8 text-7xl font-bold disabled:opacity-50 max-sm:size-28 max-sm:text-4xl ${lit ? "border-green bg-green text-on-green" : "border-line-strong bg-sheet text-ink"}`}
          >
            {signal}
            <span className="text-2xl font-semibold">{lit ? "on" : "off"}</span>
          </button>
        );
      })}
    </div>
  );
}
