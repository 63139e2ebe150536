import type { CyclePicture } from "#core/capture";
import { percentText } from "#core/quantity";
import { roleText, strokeOf } from "./strokes.ts";

const [WIDTH, HEIGHT] = [340, 110];
const BASE = HEIGHT - 18;

/** One cycle of each signal as all cycles together make it. */
export function OneCycle({
  cycle,
  before = [],
}: {
  readonly cycle: readonly Pick<CyclePicture, "role" | "values">[];
  /** The same before a repair, drawn behind it. */
  readonly before?: readonly Pick<CyclePicture, "role" | "values">[];
}) {
  const most = Math.max(...[...cycle, ...before].flatMap(({ values }) => values.map(Math.abs)));
  if (!(most > 0)) return null;
  const path = (values: readonly number[]) =>
    [...values, values[0]!]
      .map((value, n) => {
        const [x, y] = [(n / values.length) * WIDTH, HEIGHT / 2 - (value / most) * (HEIGHT / 2 - 4)];
        return `${n === 0 ? "M" : "L"}${x.toFixed(1)} ${y.toFixed(1)}`;
      })
      .join("");
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="w-full"
      role="img"
      aria-label={`One electrical cycle of ${cycle.map(({ role }) => roleText(role)).join(", ")}${before.length > 0 ? ", before and after" : ""}`}
    >
      <path d={`M0 ${HEIGHT / 2}H${WIDTH}`} stroke="var(--line)" />
      {before.map(({ role, values }) => (
        <path
          key={role}
          d={path(values)}
          fill="none"
          stroke="var(--line-strong)"
          strokeWidth="1.4"
          strokeDasharray="3 3"
        />
      ))}
      {cycle.map(({ role, values }) => {
        const { colour, dash } = strokeOf(role);
        return (
          <path
            key={role}
            d={path(values)}
            fill="none"
            stroke={`var(${colour})`}
            strokeWidth="1.7"
            strokeDasharray={dash.join(" ")}
          />
        );
      })}
    </svg>
  );
}

/** Harmonics of the lines, over the fundamental: the mean of those that are there. */
export function Harmonics({ cycle }: { readonly cycle: readonly CyclePicture[] }) {
  const lines = cycle.filter(({ role }) => !role.endsWith("N"));
  const drawn = lines.length > 0 ? lines : cycle;
  const count = Math.min(...drawn.map(({ harmonics }) => harmonics.length));
  if (drawn.length === 0 || count < 2) return null;
  const shares = Array.from(
    { length: count },
    (_, k) => drawn.reduce((sum, { harmonics }) => sum + harmonics[k]!, 0) / drawn.length,
  );
  const most = Math.max(0.05, ...shares);
  const each = WIDTH / count;
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      className="w-full"
      role="img"
      aria-label={`Harmonics over the fundamental: ${shares.map((share, k) => `${k + 2}: ${percentText(share, { signed: false })}`).join(", ")}`}
    >
      <path d={`M0 ${BASE}H${WIDTH}`} stroke="var(--line)" />
      {shares.map((share, k) => {
        const height = (share / most) * (BASE - 16);
        const x = k * each + each / 2;
        return (
          <g key={k}>
            <rect
              x={x - each * 0.3}
              y={BASE - height}
              width={each * 0.6}
              height={Math.max(1, height)}
              fill="var(--green)"
            />
            {share > 0.004 && (
              <text x={x} y={BASE - height - 4} textAnchor="middle" fontSize="10" fill="var(--ink)">
                {(100 * share).toFixed(1)}
              </text>
            )}
            <text x={x} y={HEIGHT - 4} textAnchor="middle" fontSize="11" fill="var(--ink-2)">
              {k + 2}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
