import type { EdgePicture } from "#core/capture";

const SIZE = 240;
const MIDDLE = SIZE / 2;
/** Each sensor's track, from the outside in. */
const TRACKS = { A: 96, B: 76, C: 56 } as const;
type Letter = keyof typeof TRACKS;

const at = (degrees: number, radius: number) => {
  const turn = ((degrees - 90) * Math.PI) / 180;
  return [MIDDLE + radius * Math.cos(turn), MIDDLE + radius * Math.sin(turn)] as const;
};

function arc(from: number, to: number, radius: number): string {
  const sweep = (((to - from) % 360) + 360) % 360;
  const [[x1, y1], [x2, y2]] = [at(from, radius), at(to, radius)];
  return `M${x1.toFixed(1)} ${y1.toFixed(1)}A${radius} ${radius} 0 ${sweep > 180 ? 1 : 0} 1 ${x2.toFixed(1)} ${y2.toFixed(1)}`;
}

/** Where each sensor is high in an electrical cycle, with the place it should change at beside where it does. */
export function EdgeRing({
  edges: { degrees, u },
  spacing,
}: {
  readonly edges: EdgePicture;
  readonly spacing: number;
}) {
  const letters = Object.keys(TRACKS) as Letter[];
  const read = letters.filter((one) => degrees[`${one}+`] !== undefined && degrees[`${one}-`] !== undefined);
  return (
    <svg
      viewBox={`-14 0 ${SIZE + 28} ${SIZE}`}
      className="h-56 w-full"
      role="img"
      aria-label={`Sensors in an electrical cycle, within ${u.toFixed(1)}°: ${read.map((one) => `${one} rises at ${degrees[`${one}+`]!.toFixed(1)}° and falls at ${degrees[`${one}-`]!.toFixed(1)}°`).join("; ")}.`}
    >
      {Array.from({ length: 12 }, (_, n) => {
        const [[x1, y1], [x2, y2]] = [at(n * 30, 40), at(n * 30, 106)];
        return <path key={n} d={`M${x1} ${y1}L${x2} ${y2}`} stroke="var(--line)" strokeWidth="1" />;
      })}
      {[0, 90, 180, 270].map((one) => {
        const [x, y] = at(one, 113);
        return (
          <text key={one} x={x} y={y + 4} textAnchor="middle" fontSize="11" fill="var(--ink-2)">
            {one}°
          </text>
        );
      })}
      {read.map((one, k) => {
        const nominal = spacing * k;
        const [[x1, y1], [x2, y2]] = [at(nominal, TRACKS[one] - 9), at(nominal, TRACKS[one] + 9)];
        const [lx, ly] = at(degrees[`${one}+`]! + 90, TRACKS[one]);
        return (
          <g key={one}>
            <circle
              cx={MIDDLE}
              cy={MIDDLE}
              r={TRACKS[one]}
              fill="none"
              stroke="var(--line)"
              strokeWidth="1"
            />
            <path
              d={arc(degrees[`${one}+`]!, degrees[`${one}-`]!, TRACKS[one])}
              fill="none"
              stroke="var(--green)"
              strokeWidth="12"
            />
            <path d={`M${x1} ${y1}L${x2} ${y2}`} stroke="var(--copper)" strokeWidth="2.5" />
            <text x={lx} y={ly + 4} textAnchor="middle" fontSize="11" fontWeight="700" fill="var(--on-green)">
              {one}
            </text>
          </g>
        );
      })}
      <text x={MIDDLE} y={MIDDLE + 2} textAnchor="middle" fontSize="14" fontWeight="700" fill="var(--ink)">
        ±{Math.max(u, 0.1).toFixed(1)}°
      </text>
      <text x={MIDDLE} y={MIDDLE + 17} textAnchor="middle" fontSize="11" fill="var(--ink-2)">
        electrical
      </text>
    </svg>
  );
}
