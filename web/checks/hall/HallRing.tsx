import { HALL_RINGS, type HallState } from "#core/measure/hall";

const SIZE = 240;
const MIDDLE = SIZE / 2;
const OUTER = 112;
const INNER = 62;

function point(angle: number, radius: number): string {
  const turn = ((angle - 90) * Math.PI) / 180;
  return `${(MIDDLE + radius * Math.cos(turn)).toFixed(1)} ${(MIDDLE + radius * Math.sin(turn)).toFixed(1)}`;
}

function sector(index: number): string {
  const [from, to] = [index * 60 - 29, index * 60 + 29];
  return `M${point(from, OUTER)}A${OUTER} ${OUTER} 0 0 1 ${point(to, OUTER)}L${point(to, INNER)}A${INNER} ${INNER} 0 0 0 ${point(from, INNER)}Z`;
}

/** The six states of a turn of the field as a ring: visited, missing, and where the rotor stands now. */
export function HallRing({
  spacing,
  visited,
  now,
  turning,
}: {
  readonly spacing: "120" | "60";
  readonly visited: ReadonlySet<HallState>;
  readonly now: HallState | null;
  readonly turning: "forward" | "backward";
}) {
  const ring = HALL_RINGS[spacing];
  const missing = ring.filter((state) => !visited.has(state));
  return (
    <svg
      viewBox={`0 0 ${SIZE} ${SIZE}`}
      className="h-60 w-full"
      role="img"
      aria-label={`States seen: ${ring.filter((state) => visited.has(state)).join(", ") || "none"}. Missing: ${missing.join(", ") || "none"}.`}
    >
      {ring.map((state, index) => {
        const seen = visited.has(state);
        const here = state === now;
        const turn = ((index * 60 - 90) * Math.PI) / 180;
        const [x, y] = [MIDDLE + 87 * Math.cos(turn), MIDDLE + 87 * Math.sin(turn)];
        return (
          <g key={state}>
            <path
              d={sector(index)}
              fill={seen ? "var(--green-soft)" : "var(--sheet)"}
              stroke={here ? "var(--green)" : "var(--line-strong)"}
              strokeWidth={here ? 4 : 1}
              strokeDasharray={seen ? "none" : "4 4"}
            />
            <text
              x={x}
              y={y + 5}
              textAnchor="middle"
              fontSize="16"
              fontWeight={seen ? 700 : 400}
              fill={seen ? "var(--ink)" : "var(--ink-2)"}
            >
              {state}
            </text>
          </g>
        );
      })}
      <text x={MIDDLE} y={MIDDLE - 22} textAnchor="middle" fontSize="12" fill="var(--ink-2)">
        {now ? "now" : `${spacing}° ring`}
      </text>
      <text x={MIDDLE} y={MIDDLE + 9} textAnchor="middle" fontSize="30" fontWeight="700" fill="var(--ink)">
        {now ?? "–"}
      </text>
      <text x={MIDDLE} y={MIDDLE + 30} textAnchor="middle" fontSize="12" fill="var(--ink-2)">
        {turning === "forward" ? "forwards" : "backwards"}
      </text>
    </svg>
  );
}
