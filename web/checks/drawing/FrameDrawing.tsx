import { PHASES, type Phase } from "#core/record";

/** What a lead reads to the housing: finite is a path that should not be, open is none. */
export interface DrawnLead {
  readonly state: "open" | "finite" | "unread";
  readonly text: string;
}

const WIDTH = 260;
const ROW = 34;
const HEIGHT = ROW * PHASES.length + 16;
const HOUSING = 208;

/** The three leads and the housing: where current finds a way across, it is drawn. */
export function FrameDrawing({ leads }: { readonly leads: Readonly<Record<Phase, DrawnLead>> }) {
  const said = PHASES.map((phase) => `${phase} ${leads[phase].text}`).join(", ");
  return (
    <svg
      viewBox={`0 0 ${WIDTH} ${HEIGHT}`}
      role="img"
      aria-label={`Leads to frame: ${said}.`}
      className="w-full max-w-sm"
    >
      <rect
        x={HOUSING}
        y="4"
        width="40"
        height={HEIGHT - 8}
        rx="8"
        fill="var(--sunk)"
        stroke="var(--ink)"
        strokeWidth="2"
      />
      <text
        x={HOUSING + 20}
        y={HEIGHT / 2}
        textAnchor="middle"
        fontSize="12"
        fill="var(--ink-2)"
        transform={`rotate(90 ${HOUSING + 20} ${HEIGHT / 2})`}
      >
        frame
      </text>
      {PHASES.map((phase, i) => {
        const { state, text } = leads[phase];
        const y = 8 + ROW * i + ROW / 2;
        const colour =
          state === "finite" ? "var(--copper)" : state === "open" ? "var(--green)" : "var(--line-strong)";
        return (
          <g key={phase}>
            <circle cx="16" cy={y} r="11" fill="var(--sheet)" stroke="var(--ink)" strokeWidth="1.5" />
            <text x="16" y={y + 4} textAnchor="middle" fontSize="12" fontWeight="700" fill="var(--ink)">
              {phase}
            </text>
            {state === "finite" ? (
              <path d={`M28 ${y}H${HOUSING}`} stroke={colour} strokeWidth="3" />
            ) : (
              <path
                d={`M28 ${y}H60M${HOUSING - 32} ${y}H${HOUSING}`}
                stroke={colour}
                strokeWidth="3"
                strokeDasharray={state === "unread" ? "3 4" : "none"}
              />
            )}
            <text
              x={(28 + HOUSING) / 2}
              y={state === "finite" ? y - 5 : y + 4}
              textAnchor="middle"
              fontSize="12"
              fontWeight={state === "finite" ? 700 : 400}
              fill={state === "unread" ? "var(--ink-2)" : colour}
            >
              {text}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
