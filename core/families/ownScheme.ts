import type { Volts } from "../quantity/index.ts";
import type { Diagram, Motor } from "../record/index.ts";
import { schemeOfFamily } from "./facts.ts";
import { THREE_LINES, TWO_LEGS } from "./points.ts";
import type { DirectTest, Point, Scheme } from "./scheme.ts";

/** Every point of a scheme, in order. */
export const pointsOf = ({ ways }: Scheme): readonly Point[] => ways.flatMap(({ points }) => points);

/**
 * What is wrong with a scheme: a probe on a pin or plug that is nowhere, a pin twice in a plug, a point twice, a plug that
 * no point reaches and that is no harness to look at. Each with its place; empty where it holds together.
 */
export function schemeProblems(scheme: Scheme): readonly string[] {
  const problems: string[] = [];
  for (const { id, rows } of scheme.connectors) {
    const pins = rows.flat();
    const twice = pins.find((pin, i) => pins.indexOf(pin) !== i);
    if (twice !== undefined) problems.push(`Plug “${id}” has pin “${twice}” twice.`);
    if (scheme.connectors.filter((other) => other.id === id).length > 1)
      problems.push(`Plug “${id}” stands twice.`);
  }
  const points = pointsOf(scheme);
  points.forEach(({ slot, probe }, i) => {
    if (points.findIndex((other) => other.slot === slot) !== i)
      problems.push(`Point “${slot}” stands twice.`);
    if ("at" in probe) return;
    const plug = scheme.connectors.find(({ id }) => id === probe.connector);
    if (!plug) problems.push(`Point “${slot}” is probed at plug “${probe.connector}”, which is nowhere.`);
    for (const pin of probe.pins)
      if (plug && !plug.rows.flat().includes(pin))
        problems.push(`Point “${slot}”: plug “${plug.id}” has no pin “${pin}”.`);
    if (probe.pins[0] === probe.pins[1]) problems.push(`Point “${slot}” is probed at one pin twice.`);
  });
  for (const { id } of scheme.connectors)
    if (!points.some(({ probe }) => "connector" in probe && probe.connector === id))
      problems.push(`No point reaches plug “${id}”.`);
  const { direct } = scheme;
  const plug = scheme.connectors.find(({ id }) => id === direct?.connector);
  for (const pin of direct ? [...direct.live, ...direct.common] : [])
    if (!plug?.rows.flat().includes(pin)) problems.push(`The direct test: no pin “${pin}”.`);
  return problems;
}

/** What a point carries, in words, where its motor's own diagram says so. */
const saysBand = (least: Volts, most: Volts) => `${least} to ${most} V by this motor's diagram`;

/** The direct test, where the motor's own diagram does not say other pins at that plug: then nobody knows it. */
function directBeside(scheme: Scheme, { plugs = {}, points = {} }: Diagram): DirectTest | null {
  const { direct } = scheme;
  const moved = pointsOf(scheme).some(
    ({ slot, probe }) =>
      "connector" in probe && probe.connector === direct?.connector && points[slot]?.pins !== undefined,
  );
  return direct && (moved || plugs[direct.connector] !== undefined) ? null : direct;
}

/** A scheme with what a motor's own diagram says otherwise. What the diagram says of nothing that is here is left. */
function withDiagram(scheme: Scheme, diagram: Diagram): Scheme {
  const { plugs = {}, points = {} } = diagram;
  return {
    ...scheme,
    direct: directBeside(scheme, diagram),
    connectors: scheme.connectors.map((plug) => ({ ...plug, rows: plugs[plug.id] ?? plug.rows })),
    ways: scheme.ways.map((way) => ({
      ...way,
      points: way.points.map((point): Point => {
        const { pins, least, most } = points[point.slot] ?? {};
        return {
          ...point,
          ...(pins && "connector" in point.probe && { probe: { ...point.probe, pins } }),
          ...(least !== undefined &&
            most !== undefined && { band: () => ({ least, most }), expects: saysBand(least, most) }),
        };
      }),
    })),
  };
}

/** The way of the supply, read at every leg and every pair of lines. */
const withThreeLines = (scheme: Scheme): Scheme => ({
  ...scheme,
  ways: scheme.ways.map((way) => (way.id === "supply" ? { ...way, points: THREE_LINES } : way)),
});

/** The mains of a split supply, read at both legs as well. */
const withTwoLines = (scheme: Scheme): Scheme => ({
  ...scheme,
  ways: scheme.ways.map((way) =>
    way.id === "supply" ? { ...way, points: [...TWO_LEGS, ...way.points] } : way,
  ),
});

type OfMotor = Pick<Motor, "family" | "diagram" | "rated">;

/** The scheme of a motor, with what its own diagram says otherwise; null where it has no electronics of its own. */
export function schemeOf({ family, diagram, rated }: OfMotor): Scheme | null {
  const usual = schemeOfFamily(family);
  if (!usual) return null;
  const lines =
    rated?.lines === 3 && family === "ecmSealed"
      ? withThreeLines(usual)
      : rated?.lines === 2
        ? withTwoLines(usual)
        : usual;
  return diagram ? withDiagram(lines, diagram) : lines;
}

/**
 * What is wrong with a motor's own diagram, each with its place: a plug or point that its family does not have, a pin twice,
 * a probe on a pin that is nowhere, a band upside down. Empty where it holds together.
 */
export function diagramProblems({ family, diagram, rated }: OfMotor): readonly string[] {
  if (!diagram) return [];
  const usual = schemeOf({ family, ...(rated && { rated }) });
  const { plugs = {}, points = {} } = diagram;
  if (!usual)
    return Object.keys(plugs).length + Object.keys(points).length > 0
      ? ["It has no electronics of its own: no pins to name."]
      : [];
  const known = pointsOf(usual);
  const problems = [
    ...Object.keys(plugs)
      .filter((id) => !usual.connectors.some((plug) => plug.id === id))
      .map((id) => `Plug “${id}” is none of this family.`),
    ...Object.entries(points).flatMap(([slot, { pins, least, most }]) => {
      const point = known.find((one) => one.slot === slot);
      if (!point) return [`Point “${slot}” is nowhere on the way of this family.`];
      return [
        ...(pins && !("connector" in point.probe) ? [`Point “${slot}” is not probed at a plug.`] : []),
        ...((least === undefined) === (most === undefined)
          ? []
          : [`Point “${slot}”: give both ends of what it carries.`]),
        ...(least !== undefined && most !== undefined && least >= most
          ? [`Point “${slot}”: ${least} V is not below ${most} V.`]
          : []),
      ];
    }),
  ];
  return problems.length > 0 ? problems : schemeProblems(withDiagram(usual, diagram));
}
