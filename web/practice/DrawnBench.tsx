import { pointsOf, schemeOf } from "#core/families";
import { PHASES, type Motor, type Phase } from "#core/record";
import type { Place, Point, Probes } from "#bench/points";
import { Lead, Meter, MotorDrawn, SpotDrawn, text, type Probe } from "./drawnParts.tsx";
import { NARROW, onWay, WAY_NARROW, WAY_WIDE, WIDE, type At, type Laid } from "./laid.ts";

/** Where a probe can be put, as the drawing names it. */
export type Spot =
  { readonly kind: "point"; readonly point: Point } | { readonly kind: "place"; readonly place: Place };

const DASHES: Readonly<Record<Phase, string | undefined>> = { A: undefined, B: "8 5", C: "2 5" };

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
          <SpotDrawn
            key={phase}
            at={at}
            name={`Lead ${phase}${colours[phase] ? `, ${colours[phase]}` : ""}`}
            onPut={(probe) => onPut({ kind: "point", point: phase }, probe)}
          >
            {text({ x: at.x, y: at.y + 5 }, phase, 15, 700)}
            {text({ x: at.x + 22, y: at.y - 16 }, colours[phase], 13, 400, "start")}
          </SpotDrawn>
        );
      })}
      <SpotDrawn
        at={frame}
        name="Frame"
        r={11}
        onPut={(probe) => onPut({ kind: "point", point: "frame" }, probe)}
      >
        {text({ x: frame.x + 20, y: frame.y + 5 }, "frame", 13, 400, "start")}
      </SpotDrawn>
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
          <SpotDrawn
            at={{ x: plug.x + 75, y: plug.y + 47 }}
            name="Sensor supply, red to black"
            r={13}
            onPut={() => onPut({ kind: "place", place: "sensorSupply" }, "next")}
          >
            {text({ x: plug.x + 75, y: plug.y + 51 }, "5 V", 11, 700)}
          </SpotDrawn>
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
        <SpotDrawn
          at={at}
          name={`${name}, ${under}`}
          onPut={() => onPut({ kind: "place", place: slot }, "next")}
        >
          <circle cx={at.x - 5} cy={at.y} r="2.5" fill="var(--ink)" pointerEvents="none" />
          <circle cx={at.x + 5} cy={at.y} r="2.5" fill="var(--ink)" pointerEvents="none" />
          {text({ x: at.x, y: at.y + 33 }, name, 13)}
        </SpotDrawn>
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
  const lead = PHASES.find((phase) => point === phase);
  // What lies inside is touched inside.
  return lead ? laid.leads[lead] : { x: laid.motor.x - (probe === "red" ? 30 : -30), y: laid.motor.y - 34 };
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
