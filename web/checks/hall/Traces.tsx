import { HALL_SIGNALS, type HallState } from "#core/measure/hall";

const WIDTH = 300;
const ROW = 24;
/** The latest states shown; more would be too narrow to tell apart. */
const SHOWN = 16;

function trace(states: readonly HallState[], place: number): string {
  const step = (WIDTH - 24) / Math.max(1, states.length);
  return states
    .map((state, i) => {
      const y = place * ROW + (state[place] === "1" ? 4 : 18);
      return `${i === 0 ? "M" : "V"}${i === 0 ? `24 ${y}` : y}H${(24 + step * (i + 1)).toFixed(1)}`;
    })
    .join("");
}

/** The last states as three traces, high and low. */
export function Traces({ states }: { readonly states: readonly HallState[] }) {
  if (states.length === 0) return null;
  const last = states.slice(-SHOWN);
  return (
    <figure className="rounded-xl border border-line bg-sheet px-4 py-1.5">
      <figcaption className="text-sm font-semibold text-ink-2">Last steps</figcaption>
      <svg
        viewBox={`0 0 ${WIDTH} ${ROW * 3}`}
        className="h-16 w-full"
        preserveAspectRatio="none"
        role="img"
        aria-label={`States recorded: ${states.join(", ")}`}
      >
        {HALL_SIGNALS.map((signal, place) => {
          const still = new Set(last.map((state) => state[place])).size === 1;
          return (
            <g key={signal}>
              <text x="2" y={place * ROW + 17} fontSize="12" fill="var(--ink-2)">
                {signal}
              </text>
              <path
                d={trace(last, place)}
                fill="none"
                stroke={still ? "var(--copper)" : "var(--ink)"}
                strokeWidth="2"
                strokeDasharray={still ? "5 4" : "none"}
              />
            </g>
          );
        })}
      </svg>
    </figure>
  );
}
