import type { KeyboardEvent, ReactNode } from "react";
import { pointsOf, schemeOf } from "#core/families";
import { PHASES, type Motor, type Phase } from "#core/record";
import type { Place, Point, Probes } from "#bench/points";

/** Where a probe can be put, as the drawing names it. */
export type Spot =
  { readonly kind: "point"; readonly point: Point } | { readonly kind: "place"; readonly place: Place };

/** Which of a meter's two probes goes there. */
export type Probe = "red" | "black";

interface At {
  readonly x: number;
  readonly y: number;
}

/** Where everything lies, for a bench screen and for a phone. */
interface Laid {
  readonly width: number;
  readonly height: number;
  readonly meter: At & { readonly width: number; readonly height: number };
  readonly leads: Readonly<Record<Phase, At>>;
  readonly motor: At & { readonly r: number };
  readonly frame: At;
  readonly plug: At;
}
const WIDE: Laid = {
  ...{ width: 868, height: 262 },
  meter: { x: 22, y: 20, width: 196, height: 200 },
  leads: { A: { x: 320, y: 66 }, B: { x: 320, y: 120 }, C: { x: 320, y: 174 } },
  motor: { x: 550, y: 122, r: 104 },
  frame: { x: 470, y: 232 },
  plug: { x: 700, y: 170 },
};
const NARROW: Laid = {
  ...{ width: 372, height: 408 },
  meter: { x: 8, y: 6, width: 356, height: 84 },
  leads: { A: { x: 40, y: 150 }, B: { x: 40, y: 206 }, C: { x: 40, y: 262 } },
  motor: { x: 224, y: 206, r: 96 },
  frame: { x: 150, y: 318 },
  plug: { x: 212, y: 330 },
};

const DASHES: Readonly<Record<Phase, string | undefined>> = { A: undefined, B: "8 5", C: "2 5" };

/** Something that takes a probe: by mouse or finger the next one, by R and K the one that is meant. */
function Spot({
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

function text(at: At, words: string, size: number, weight = 400, anchor: "start" | "middle" = "middle") {
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
function Lead({
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

function Meter({
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
function MotorDrawn({ at, spinning }: { readonly at: Laid["motor"]; readonly spinning: boolean }) {
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

/** A bare motor with its leads, its frame and its sensor plug. */
function Bare({ laid, colours, sensored, spinning, onPut }: BareProps) {
  const { motor, frame, plug } = laid;
  return (
    <>
      {PHASES.map((phase, i) => {
        const { x, y } = laid.leads[phase];
        const in_ = { x: motor.x - motor.r + 2, y: motor.y + (i - 1) * 22 };
        return (
          <path
            key={phase}
            d={`M${x} ${y} C${x + 70} ${y} ${in_.x - 60} ${in_.y} ${in_.x} ${in_.y}`}
            fill="none"
            stroke="var(--ink)"
            strokeWidth="3"
            strokeDasharray={DASHES[phase]}
          />
        );
      })}
      <MotorDrawn at={motor} spinning={spinning} />
      <path
        d={`M${frame.x + 6} ${frame.y - 10} L${motor.x - motor.r * 0.5} ${motor.y + motor.r * 0.85}`}
        stroke="var(--ink-2)"
        strokeWidth="2"
      />
      {PHASES.map((phase) => {
        const at = laid.leads[phase];
        return (
          <Spot
            key={phase}
            at={at}
            name={`Lead ${phase}${colours[phase] ? `, ${colours[phase]}` : ""}`}
            onPut={(probe) => onPut({ kind: "point", point: phase }, probe)}
          >
            {text({ x: at.x, y: at.y + 5 }, phase, 15, 700)}
            {text({ x: at.x + 22, y: at.y - 16 }, colours[phase], 13, 400, "start")}
          </Spot>
        );
      })}
      <Spot at={frame} name="Frame" r={11} onPut={(probe) => onPut({ kind: "point", point: "frame" }, probe)}>
        {text({ x: frame.x + 20, y: frame.y + 5 }, "frame", 13, 400, "start")}
      </Spot>
      {sensored && (
        <>
          <path
            d={`M${motor.x + motor.r * 0.8} ${motor.y + motor.r * 0.6} Q${plug.x - 10} ${plug.y + 10} ${plug.x} ${plug.y + 30}`}
            fill="none"
            stroke="var(--line-strong)"
            strokeWidth="5"
          />
          <rect
            x={plug.x}
            y={plug.y}
            width="150"
            height="72"
            rx="8"
            fill="var(--sunk)"
            stroke="var(--line-strong)"
            strokeWidth="2"
          />
          {text({ x: plug.x + 12, y: plug.y + 21 }, "sensor plug", 13, 400, "start")}
          <Spot
            at={{ x: plug.x + 75, y: plug.y + 47 }}
            name="Sensor supply, red to black"
            r={13}
            onPut={() => onPut({ kind: "place", place: "sensorSupply" }, "next")}
          >
            {text({ x: plug.x + 75, y: plug.y + 51 }, "5 V", 11, 700)}
          </Spot>
        </>
      )}
    </>
  );
}

interface BareProps {
  readonly laid: Laid;
  readonly colours: Readonly<Record<Phase, string>>;
  readonly sensored: boolean;
  readonly spinning: boolean;
  readonly onPut: (spot: Spot, probe: Probe | "next") => void;
}

/** Where the points of a way lie: as many in a row, so far apart. */
const WAY_WIDE = { across: 4, left: 300, top: 48, wide: 150, high: 68 } as const;
const WAY_NARROW = { across: 3, left: 62, top: 132, wide: 124, high: 74 } as const;
function onWay(i: number, narrow: boolean): At {
  const { across, left, top, wide, high } = narrow ? WAY_NARROW : WAY_WIDE;
  return { x: left + (i % across) * wide, y: top + Math.floor(i / across) * high };
}

/** The way of supply and call of a machine, point by point, two pins each. */
function Ways({
  motor,
  narrow,
  onPut,
}: {
  readonly motor: Motor;
  readonly narrow: boolean;
  readonly onPut: BareProps["onPut"];
}) {
  const scheme = schemeOf(motor);
  if (!scheme) return null;
  const points = pointsOf(scheme);
  const { across, wide } = narrow ? WAY_NARROW : WAY_WIDE;
  return points.map(({ slot, name, under }, i) => {
    const at = onWay(i, narrow);
    const next = i % across < across - 1 && i < points.length - 1;
    return (
      <g key={slot}>
        {next && (
          <path
            d={`M${at.x + 15} ${at.y} H${at.x + wide - 15}`}
            stroke="var(--line-strong)"
            strokeWidth="3"
          />
        )}
        <Spot at={at} name={`${name}, ${under}`} onPut={() => onPut({ kind: "place", place: slot }, "next")}>
          <circle cx={at.x - 5} cy={at.y} r="2.5" fill="var(--ink)" pointerEvents="none" />
          <circle cx={at.x + 5} cy={at.y} r="2.5" fill="var(--ink)" pointerEvents="none" />
          {text({ x: at.x, y: at.y + 33 }, name, 13)}
        </Spot>
      </g>
    );
  });
}

/** Where a spot lies on the drawing; null where it is chosen from the list. */
function whereIs(probes: Probes, probe: Probe, laid: Laid, motor: Motor, narrow: boolean): At | null {
  if (probes === "tips")
    return { x: laid.meter.x + laid.meter.width + 60, y: laid.meter.y + laid.meter.height };
  if (typeof probes !== "object") return null;
  if ("at" in probes) {
    const scheme = schemeOf(motor);
    const i = scheme ? pointsOf(scheme).findIndex(({ slot }) => slot === probes.at) : -1;
    if (i < 0) return probes.at === "sensorSupply" ? { x: laid.plug.x + 75, y: laid.plug.y + 47 } : null;
    const { x, y } = onWay(i, narrow);
    return { x: x + (probe === "red" ? -4 : 4), y };
  }
  const point = probes[probe];
  if (point === "frame") return laid.frame;
  const lead = PHASES.find((phase) => point === phase || point === `${phase}0`);
  return lead ? laid.leads[lead] : null;
}

/** The bench as it is drawn: a meter, and what its probes can be put on. */
export function DrawnBench({
  motor,
  probes,
  held,
  shown,
  reads,
  sensored,
  spinning,
  narrow,
  atLeads,
  said,
  onPut,
}: {
  readonly motor: Motor;
  readonly probes: Probes;
  /** A probe that lies on a spot while the other still waits for its own. */
  readonly held: { readonly probe: Probe; readonly point: Point } | null;
  readonly shown: string;
  readonly reads: string;
  readonly sensored: boolean;
  readonly spinning: boolean;
  readonly narrow: boolean;
  /** The leads of a bare winding are drawn, and not the way of a machine. */
  readonly atLeads: boolean;
  /** The whole in words, for who does not see it. */
  readonly said: string;
  readonly onPut: (spot: Spot, probe: Probe | "next") => void;
}) {
  const laid = narrow ? NARROW : WIDE;
  const { meter, width } = laid;
  // Without a sensor plug below it a phone needs less of its height.
  const height = narrow && atLeads && !sensored ? laid.frame.y + 26 : laid.height;
  const from = (probe: Probe): At => ({
    x: meter.x + meter.width * (narrow ? (probe === "red" ? 0.04 : 0.08) : probe === "red" ? 0.35 : 0.65),
    y: meter.y + meter.height,
  });
  const to = (probe: Probe): At | null => {
    if (held?.probe === probe)
      return whereIs({ red: held.point, black: held.point }, probe, laid, motor, narrow);
    return held ? null : whereIs(probes, probe, laid, motor, narrow);
  };
  return (
    <svg
      viewBox={`0 0 ${width} ${height}`}
      role="group"
      aria-label={said}
      className="w-full rounded-xl border border-line bg-sheet"
    >
      <Meter laid={laid} shown={shown} reads={reads} narrow={narrow} />
      {(["red", "black"] as const).map((probe) => {
        const at = to(probe);
        return at && <Lead key={probe} from={from(probe)} to={at} probe={probe} narrow={narrow} />;
      })}
      {atLeads ? (
        <Bare {...{ laid, sensored, spinning, onPut }} colours={motor.wireColours} />
      ) : (
        <Ways {...{ motor, narrow, onPut }} />
      )}
    </svg>
  );
}
