import { leastLow } from "#core/capture";
import { percentText } from "#core/quantity";

const SIZE = 240;
const MIDDLE = SIZE / 2;
const OUTER = 88;
const INNER = 46;

function point(angle: number, radius: number): string {
  const turn = ((angle - 90) * Math.PI) / 180;
  return `${(MIDDLE + radius * Math.cos(turn)).toFixed(1)} ${(MIDDLE + radius * Math.sin(turn)).toFixed(1)}`;
}

/** A magnet as a block whose thickness is its height: what is low is thinner. */
function block(index: number, of: number, height: number): string {
  const each = 360 / of;
  const gap = Math.min(1.5, each / 8);
  const [from, to] = [index * each + gap, (index + 1) * each - gap];
  const outer = INNER + (OUTER - INNER) * Math.max(0.15, Math.min(1.15, 1 - 2.5 * (1 - height)));
  return `M${point(from, outer)}A${outer} ${outer} 0 0 1 ${point(to, outer)}L${point(to, INNER)}A${INNER} ${INNER} 0 0 0 ${point(from, INNER)}Z`;
}

/** Whether a magnet stands out as low, by its height and how far that may be off. */
export const isLow = (height: number, u: number) => 1 - height > leastLow(u);

/** The magnets of a rotor one by one, as the recording sees them, counted from its first whole turn. */
export function MagnetRing({
  heights,
  u,
  chosen = null,
  onChoose,
}: {
  readonly heights: readonly number[];
  readonly u: number;
  readonly chosen?: number | null;
  readonly onChoose?: (magnet: number) => void;
}) {
  const lowest = heights.indexOf(Math.min(...heights));
  const shown = chosen ?? lowest;
  const some = isLow(heights[lowest]!, u);
  const text = (n: number) => percentText(heights[n]! - 1);
  const every = heights.length > 24 ? Math.ceil(heights.length / 16) : 1;
  const low = heights.flatMap((height, n) => (isLow(height, u) ? [`${n + 1}: ${text(n)}`] : []));
  return (
    <svg
      viewBox={`0 0 ${SIZE} ${SIZE}`}
      className="h-56 w-full"
      role="img"
      aria-label={`${heights.length} magnets. ${low.length > 0 ? `Low: ${low.join(", ")}.` : `All alike within ${percentText(Math.max(...heights) - Math.min(...heights), { signed: false })}.`}`}
    >
      {heights.map((height, n) => {
        const isOff = isLow(height, u);
        const angle = (((n + 0.5) * 360) / heights.length - 90) * (Math.PI / 180);
        const reach = OUTER + 20;
        return (
          <g key={n} onClick={() => onChoose?.(n)} className={onChoose ? "cursor-pointer" : ""}>
            <path
              d={block(n, heights.length, height)}
              fill={isOff ? "var(--copper-soft)" : "var(--green-soft)"}
              stroke={isOff ? "var(--copper)" : "var(--green)"}
              strokeWidth={n === shown && (chosen !== null || some) ? 3 : 1.2}
            />
            {n % every === 0 && (
              <text
                x={MIDDLE + reach * Math.cos(angle)}
                y={MIDDLE + reach * Math.sin(angle) + 4}
                textAnchor="middle"
                fontSize="12"
                fontWeight={isOff ? 700 : 400}
                fill={isOff ? "var(--copper)" : "var(--ink-2)"}
              >
                {n + 1}
              </text>
            )}
          </g>
        );
      })}
      <text
        x={MIDDLE}
        y={MIDDLE + 2}
        textAnchor="middle"
        fontSize="22"
        fontWeight="700"
        fill={isLow(heights[shown]!, u) ? "var(--copper)" : "var(--ink)"}
      >
        {text(shown)}
      </text>
      <text x={MIDDLE} y={MIDDLE + 20} textAnchor="middle" fontSize="12" fill="var(--ink-2)">
        magnet {shown + 1}
      </text>
    </svg>
  );
}
