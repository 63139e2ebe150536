import { pairName, PAIRS, phasesOf, PHASES, type Connection, type Pair, type Phase } from "#core/record";

export type ArcState = "agrees" | "departs" | "cannotTell" | "open" | "unread";

export interface DrawnPair {
  readonly state: ArcState;
  /** Value and deviation in a few characters. */
  readonly text: string;
  /** Under it: how far it departs. */
  readonly under?: string;
}

interface Point {
  readonly x: number;
  readonly y: number;
}

const CORNERS: Readonly<Record<Phase, Point>> = {
  A: { x: 130, y: 34 },
  B: { x: 40, y: 178 },
  C: { x: 220, y: 178 },
};
const CENTRE: Point = { x: 130, y: 128 };
const LABELS: Readonly<Record<Pair, Point & { anchor: "start" | "middle" | "end" }>> = {
  AB: { x: 34, y: 62, anchor: "middle" },
  BC: { x: 130, y: 222, anchor: "middle" },
  CA: { x: 226, y: 62, anchor: "middle" },
};
/** Outer arcs from corner to corner, bulging away from the middle. */
const ARCS: Readonly<Record<Pair, string>> = {
  AB: "M112 42 Q34 74 36 158",
  BC: "M60 190 Q130 222 200 190",
  CA: "M148 42 Q226 74 224 158",
};
/** From where a probe comes to a lead, as a line that ends at its edge. */
const PROBES: Readonly<Record<Phase, string>> = {
  A: "M130 0 V15",
  B: "M8 210 L26 192",
  C: "M252 210 L234 192",
};
const STROKES: Readonly<Record<ArcState, { colour: string; dash: string }>> = {
  agrees: { colour: "var(--green)", dash: "none" },
  departs: { colour: "var(--copper)", dash: "9 6" },
  cannotTell: { colour: "var(--slate)", dash: "3 5" },
  open: { colour: "var(--copper)", dash: "1 9" },
  unread: { colour: "var(--line-strong)", dash: "2 6" },
};

const TURNS = 4;
const RADIUS = 17;

/** A coil from one point to another: leads at both ends, a row of loops between. */
function coil(from: Point, to: Point): string {
  const [dx, dy] = [to.x - from.x, to.y - from.y];
  const length = Math.hypot(dx, dy);
  const [ux, uy] = [dx / length, dy / length];
  const lead = RADIUS + 6;
  const loop = (length - 2 * lead) / TURNS;
  const at = (distance: number) =>
    `${(from.x + ux * distance).toFixed(1)} ${(from.y + uy * distance).toFixed(1)}`;
  const loops = Array.from({ length: TURNS }, (_, i) => `A6 7 0 0 1 ${at(lead + loop * (i + 1))}`);
  return `M${at(RADIUS)} L${at(lead)} ${loops.join(" ")} L${at(length - (Math.hypot(to.x - CENTRE.x, to.y - CENTRE.y) < 1 ? 0 : RADIUS))}`;
}

/** The winding as it lies between the leads, with each pair's reading on it and the suspect marked. */
export function WindingDrawing({
  connection,
  pairs,
  suspect,
  now,
  size = "h-60",
}: {
  readonly connection: Connection;
  readonly pairs: Readonly<Record<Pair, DrawnPair>>;
  /** The limb (a phase) in star, the winding (a pair) in delta; null where nothing is suspected. */
  readonly suspect: { readonly phase: Phase; readonly winding: Pair } | null;
  readonly now: Pair | null;
  readonly size?: string;
}) {
  const star = connection !== "delta";
  const limbs = star
    ? PHASES.map((phase) => ({
        id: phase as string,
        path: coil(CORNERS[phase], CENTRE),
        marked: suspect?.phase === phase,
      }))
    : PAIRS.map((pair) => {
        const [from, to] = phasesOf(pair);
        return {
          id: pair as string,
          path: coil(CORNERS[from], CORNERS[to]),
          marked: suspect?.winding === pair,
        };
      });
  const spoken = PAIRS.map((pair) =>
    `${pairName(pair)} ${pairs[pair].text || "not read"} ${pairs[pair].under ?? ""}`.trim(),
  ).join(", ");
  const mark = suspect
    ? `; suspect: ${star ? `limb ${suspect.phase}` : `winding ${pairName(suspect.winding)}`}`
    : "";
  return (
    <svg
      viewBox="0 0 260 240"
      role="img"
      aria-label={`${star ? "Star" : "Delta"} winding: ${spoken}${mark}${now ? `; probes on ${phasesOf(now).join(" and ")}` : ""}`}
      className={`mx-auto aspect-[13/12] w-auto shrink-0 ${size}`}
    >
      {PAIRS.map((pair) => {
        const { state, text, under } = pairs[pair];
        const { colour, dash } = STROKES[state];
        const { x, y, anchor } = LABELS[pair];
        return (
          <g key={pair}>
            <path
              d={ARCS[pair]}
              fill="none"
              stroke={colour}
              strokeWidth={now === pair ? 3.5 : 2.5}
              strokeDasharray={dash}
            />
            <text
              x={x}
              y={y}
              textAnchor={anchor}
              fontSize="13"
              fontWeight="600"
              fill={state === "unread" ? "var(--ink-2)" : colour}
              stroke="var(--sheet)"
              strokeWidth="5"
              paintOrder="stroke"
            >
              {now === pair && !text ? "now" : text}
              {under && (
                <tspan x={x} dy="15">
                  {under}
                </tspan>
              )}
            </text>
          </g>
        );
      })}
      {limbs.map(({ id, path, marked }) => (
        <path
          key={id}
          d={path}
          fill="none"
          stroke={marked ? "var(--copper)" : "var(--ink)"}
          strokeWidth={marked ? 4 : 2.5}
          strokeLinecap="round"
        />
      ))}
      {now &&
        phasesOf(now).map((phase, second) => (
          <path
            key={phase}
            d={PROBES[phase]}
            fill="none"
            stroke={second ? "var(--ink)" : "var(--copper)"}
            strokeWidth="6"
            strokeLinecap="round"
          />
        ))}
      {star && <circle cx={CENTRE.x} cy={CENTRE.y} r="5" fill="var(--ink)" />}
      {PHASES.map((phase) => {
        const marked = star && suspect?.phase === phase;
        const { x, y } = CORNERS[phase];
        return (
          <g key={phase}>
            <circle
              cx={x}
              cy={y}
              r={RADIUS}
              fill="var(--sheet)"
              stroke={marked ? "var(--copper)" : "var(--ink)"}
              strokeWidth="2.5"
            />
            <text
              x={x}
              y={y + 5.5}
              textAnchor="middle"
              fontSize="16"
              fontWeight="700"
              fill={marked ? "var(--copper)" : "var(--ink)"}
            >
              {phase}
            </text>
          </g>
        );
      })}
    </svg>
  );
}
