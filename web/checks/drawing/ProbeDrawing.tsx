import { PHASES, type Connection, type Phase } from "#core/record";

/** Where a probe goes: a lead, bare metal of the housing, the leads joined, or nowhere. */
export type ProbePlace = Phase | "frame" | "joined";

const LEADS: Readonly<Record<Phase, { readonly x: number; readonly y: number }>> = {
  A: { x: 128, y: 34 },
  B: { x: 128, y: 64 },
  C: { x: 128, y: 94 },
};
const FRAME = { x: 62, y: 118 };
const JOINED = { x: 146, y: 64 };
const METER = { x: 212, y: 46, width: 50, height: 40 };

const placeOf = (place: ProbePlace) =>
  place === "frame" ? FRAME : place === "joined" ? JOINED : LEADS[place];
const wordsOf = (place: ProbePlace) =>
  place === "frame" ? "bare metal of the housing" : place === "joined" ? "all leads joined" : `lead ${place}`;

/** One probe: from the meter's side to its tip, solid or dashed so that colour is not the only sign. */
function Probe({ to, second }: { readonly to: ProbePlace; readonly second: boolean }) {
  const { x, y } = placeOf(to);
  const from = { x: METER.x, y: METER.y + (second ? 28 : 12) };
  const colour = second ? "var(--ink)" : "var(--copper)";
  return (
    <g>
      <path
        d={`M${from.x} ${from.y} C${from.x - 30} ${from.y} ${x + 44} ${y} ${x + 14} ${y}`}
        fill="none"
        stroke={colour}
        strokeWidth="2"
        strokeDasharray={second ? "5 3" : "none"}
      />
      <path d={`M${x + 16} ${y - 4} L${x + 4} ${y} L${x + 16} ${y + 4} Z`} fill={colour} />
    </g>
  );
}

/**
 * Where the two probes of a meter go for one reading: the motor with its three leads and housing, and the meter.
 * Spun, the shaft carries the arrow of the drill.
 */
export function ProbeDrawing({
  connection,
  from,
  to,
  unit,
  spun = false,
  touching = false,
  small = false,
}: {
  readonly connection: Connection;
  readonly from: ProbePlace;
  readonly to: ProbePlace;
  /** What the meter is set to. */
  readonly unit: string;
  readonly spun?: boolean;
  /** The probes touch each other and nothing else. */
  readonly touching?: boolean;
  /** Where the step needs the height for its readings. */
  readonly small?: boolean;
}) {
  const joined = from === "joined" || to === "joined";
  const said = touching
    ? "The two probes held together."
    : `One probe on ${wordsOf(from)}, the other on ${wordsOf(to)}${spun ? "; the drill turns the shaft" : ""}.`;
  return (
    <svg
      viewBox="0 0 272 132"
      role="img"
      aria-label={said}
      className={`w-auto shrink-0 ${small ? "h-24" : "h-[7.5rem]"}`}
    >
      <circle cx="62" cy="64" r="54" fill="var(--sheet)" stroke="var(--ink)" strokeWidth="2.5" />
      {connection === "delta" ? (
        <path d="M62 38 L38 82 L86 82 Z" fill="none" stroke="var(--ink-2)" strokeWidth="3" />
      ) : (
        <path d="M62 66 V36 M62 66 L38 84 M62 66 L86 84" fill="none" stroke="var(--ink-2)" strokeWidth="3" />
      )}
      {spun && (
        <path
          d="M44 20 A48 48 0 0 1 80 20 M80 20 L72 15 M80 20 L73 26"
          fill="none"
          stroke="var(--copper)"
          strokeWidth="2.5"
        />
      )}
      {PHASES.map((phase) => {
        const { x, y } = LEADS[phase];
        return (
          <g key={phase}>
            <path
              d={
                joined
                  ? `M104 ${64 + (y - 64) * 0.4} L${x} ${y} L${JOINED.x} ${JOINED.y}`
                  : `M104 ${64 + (y - 64) * 0.4} L${x} ${y}`
              }
              fill="none"
              stroke="var(--ink)"
              strokeWidth="2"
            />
            <circle cx={x} cy={y} r="9" fill="var(--sheet)" stroke="var(--ink)" strokeWidth="1.5" />
            <text x={x} y={y + 4} textAnchor="middle" fontSize="11" fontWeight="700" fill="var(--ink)">
              {phase}
            </text>
          </g>
        );
      })}
      {(from === "frame" || to === "frame") && <circle cx={FRAME.x} cy={FRAME.y} r="4" fill="var(--ink)" />}
      <rect {...METER} rx="6" fill="var(--sheet)" stroke="var(--ink)" strokeWidth="2" />
      <text
        x={METER.x + METER.width / 2}
        y={METER.y + 26}
        textAnchor="middle"
        fontSize="15"
        fontWeight="700"
        fill="var(--ink)"
      >
        {unit}
      </text>
      {touching ? (
        <path
          d="M212 58 C190 58 184 66 176 66 M212 74 C190 74 184 66 176 66"
          fill="none"
          stroke="var(--copper)"
          strokeWidth="2.5"
        />
      ) : (
        <>
          <Probe to={from} second={false} />
          <Probe to={to} second />
        </>
      )}
    </svg>
  );
}
