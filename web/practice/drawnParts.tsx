import type { KeyboardEvent, ReactNode } from "react";
import type { At, Laid } from "./laid.ts";

/** Which of a meter's two probes goes there. */
export type Probe = "red" | "black";

/** Something that takes a probe: by mouse or finger the next one, by R and K the one that is meant. */
export function SpotDrawn({
  at,
  name,
  r = 15,
  onPut,
  children,
}: {
  readonly at: At;
  readonly name: string;
  readonly r?: number;
  readonly onPut: (probe: Probe | "next") => void;
  readonly children?: ReactNode;
}) {
  const onKeyDown = (event: KeyboardEvent) => {
    const probe = { r: "red", k: "black", " ": "next" }[event.key.toLowerCase()] as
      Probe | "next" | undefined;
    if (!probe || event.ctrlKey || event.metaKey || event.altKey) return;
    event.preventDefault();
    event.stopPropagation();
    onPut(probe);
  };
  return (
    <g
      role="button"
      tabIndex={0}
      aria-label={name}
      onClick={() => onPut("next")}
      onKeyDown={onKeyDown}
      className="group cursor-pointer outline-none"
    >
      <circle cx={at.x} cy={at.y} r={24} fill="transparent" />
      <circle
        cx={at.x}
        cy={at.y}
        r={r}
        fill="var(--sheet)"
        stroke="var(--ink)"
        strokeWidth="2"
        className="group-hover:fill-[var(--sunk)] group-focus-visible:[stroke-width:5]"
      />
      {children}
    </g>
  );
}

/** Words beside a thing that is drawn. */
export function text(
  at: At,
  words: string,
  size: number,
  weight = 400,
  anchor: "start" | "middle" = "middle",
) {
  return (
    <text
      x={at.x}
      y={at.y}
      textAnchor={anchor}
      fontSize={size}
      fontWeight={weight}
      fill="var(--ink)"
      pointerEvents="none"
    >
      {words}
    </text>
  );
}

/** A lead from the meter to where its probe is. */
export function Lead({
  from,
  to,
  probe,
  narrow,
}: {
  readonly from: At;
  readonly to: At;
  readonly probe: Probe;
  readonly narrow: boolean;
}) {
  const bend = Math.max(40, Math.abs(to.x - from.x) / 2);
  const path = narrow
    ? `C${from.x} ${from.y + 30} ${to.x - 34} ${to.y - 40} ${to.x - 12} ${to.y - 9}`
    : `C${from.x + bend / 2} ${from.y + 46} ${to.x - bend} ${to.y + 20} ${to.x - 13} ${to.y + 4}`;
  return (
    <path
      d={`M${from.x} ${from.y} ${path}`}
      fill="none"
      stroke={probe === "red" ? "var(--red)" : "var(--ink)"}
      strokeWidth="3"
      strokeDasharray={probe === "red" ? undefined : "7 4"}
      strokeLinecap="round"
    />
  );
}

/** The meter with its display. */
export function Meter({
  laid,
  shown,
  reads,
  narrow,
}: {
  laid: Laid;
  shown: string;
  reads: string;
  narrow: boolean;
}) {
  const { x, y, width, height } = laid.meter;
  return (
    <g>
      <rect
        {...{ x, y, width, height }}
        rx="14"
        fill="var(--sunk)"
        stroke="var(--line-strong)"
        strokeWidth="2"
      />
      <rect
        x={x + 14}
        y={y + (narrow ? 10 : 18)}
        width={width - 28}
        height={narrow ? 64 : 96}
        rx="8"
        fill="var(--green-soft)"
      />
      <text
        x={x + width - 28}
        y={y + (narrow ? 52 : 76)}
        textAnchor="end"
        fontSize={narrow ? 38 : 42}
        fontWeight="700"
        fill="var(--ink)"
      >
        {shown}
      </text>
      <text
        x={narrow ? x + 28 : x + width - 28}
        y={y + (narrow ? 32 : 102)}
        textAnchor={narrow ? "start" : "end"}
        fontSize="13"
        fill="var(--ink)"
      >
        {reads}
      </text>
    </g>
  );
}

/** Magnets round a stator, and the shaft. */
export function MotorDrawn({ at, spinning }: { readonly at: Laid["motor"]; readonly spinning: boolean }) {
  const { x, y, r } = at;
  const ring = (count: number) => Array.from({ length: count }, (_, i) => (360 * i) / count);
  return (
    <g>
      <circle cx={x} cy={y} r={r} fill="var(--sunk)" stroke="var(--line-strong)" strokeWidth="2" />
      {ring(24).map((angle) => (
        <rect
          key={angle}
          x={x - 4}
          y={y - r + 5}
          width="8"
          height={r * 0.12}
          fill="var(--line-strong)"
          transform={`rotate(${angle} ${x} ${y})`}
        />
      ))}
      {ring(18).map((angle) => (
        <path
          key={angle}
          d={`M${x} ${y - r * 0.76} V${y - r * 0.4}`}
          stroke="var(--copper)"
          strokeOpacity="0.55"
          strokeWidth="4"
          transform={`rotate(${angle} ${x} ${y})`}
        />
      ))}
      <circle cx={x} cy={y} r={r * 0.28} fill="var(--sheet)" stroke="var(--line-strong)" strokeWidth="2" />
      {spinning && (
        <path
          d={`M${x - 16} ${y - 8} A18 18 0 0 1 ${x + 16} ${y - 8} m0 0 l-8 -3 m8 3 l-1 -9`}
          fill="none"
          stroke="var(--copper)"
          strokeWidth="3"
        />
      )}
    </g>
  );
}
