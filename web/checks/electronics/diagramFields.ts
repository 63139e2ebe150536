import { diagramSchema } from "#contract/motorSchema";
import { diagramProblems, pointsOf, schemeOf, type Point } from "#core/families";
import { parseQuantity, VOLTAGE } from "#core/quantity";
import type { Diagram, Motor } from "#core/record";
import type { Problems } from "../../ui/formProblems.ts";

/** What of a motor's own diagram is put right at one point: where it was read, pins, what it carries, the plug's order. */
export interface DiagramFields {
  readonly source: string;
  readonly pin: string;
  readonly against: string;
  readonly least: string;
  readonly most: string;
  /** Pins of the plug, by commas, rows by semicolons. */
  readonly rows: string;
  /** For every motor of the model from now on. */
  readonly keep: boolean;
}

const plugOf = (motor: Motor, { probe }: Point) =>
  "connector" in probe
    ? (schemeOf(motor)?.connectors.find(({ id }) => id === probe.connector) ?? null)
    : null;

/** The form as what is known fills it. */
export function fieldsOfDiagram(motor: Motor, point: Point): DiagramFields {
  const { probe, slot } = point;
  const own = motor.diagram?.points?.[slot];
  const [pin, against] = "pins" in probe ? probe.pins : ["", ""];
  return {
    source: motor.diagram?.source ?? "",
    pin,
    against,
    least: own?.least === undefined ? "" : String(own.least),
    most: own?.most === undefined ? "" : String(own.most),
    rows:
      plugOf(motor, point)
        ?.rows.map((row) => row.join(", "))
        .join("; ") ?? "",
    keep: true,
  };
}

/** A problem with the names that a person knows. */
function named(problem: string, motor: Motor): string {
  const scheme = schemeOf({ ...motor, diagram: null });
  const names = [
    ...(scheme ? pointsOf(scheme).map(({ slot, name }) => [slot, name] as const) : []),
    ...(scheme?.connectors.map(({ id, name }) => [id, name] as const) ?? []),
  ];
  return names.reduce((text, [raw, name]) => text.replaceAll(`“${raw}”`, `“${name}”`), problem);
}

const rowsIn = (text: string) =>
  text
    .split(";")
    .map((row) => row.split(",").flatMap((pin) => pin.trim() || []))
    .filter((row) => row.length > 0);

export type DiagramResult =
  | { readonly kind: "diagram"; readonly diagram: Diagram }
  | { readonly kind: "problems"; readonly problems: Problems };

/** Reads the form into the motor's diagram; each problem stands at its field. */
export function readDiagram(fields: DiagramFields, motor: Motor, point: Point): DiagramResult {
  const problems: Record<string, string> = {};
  const volts = (name: "least" | "most"): number | undefined => {
    if (fields[name].trim() === "") return undefined;
    const parsed = parseQuantity(fields[name], VOLTAGE);
    if (parsed.kind === "finite") return parsed.value;
    problems[name] = parsed.kind === "refused" ? parsed.sentence : "Type it in volts.";
    return undefined;
  };
  const [least, most] = [volts("least"), volts("most")];
  if ((least === undefined) !== (most === undefined))
    problems[least === undefined ? "least" : "most"] ??= "Give both ends, or neither.";
  const plug = plugOf(motor, point);
  const usual = schemeOf({ ...motor, diagram: null })?.connectors.find(({ id }) => id === plug?.id);
  const rows = plug ? rowsIn(fields.rows) : [];
  if (plug && rows.length === 0) problems["rows"] = "Name the pins as they stand, row by row.";
  const turned = plug !== null && JSON.stringify(rows) !== JSON.stringify(usual?.rows);
  const { [point.slot]: _, ...otherPoints } = motor.diagram?.points ?? {};
  const { [plug?.id ?? ""]: __, ...otherPlugs } = motor.diagram?.plugs ?? {};
  const own = {
    ...(plug && { pins: [fields.pin.trim(), fields.against.trim()] as const }),
    ...(least !== undefined && most !== undefined && { least, most }),
  };
  const diagram: Diagram = {
    ...motor.diagram,
    source: fields.source.trim(),
    plugs: { ...otherPlugs, ...(plug && turned && { [plug.id]: rows }) },
    points: { ...otherPoints, ...(Object.keys(own).length > 0 && { [point.slot]: own }) },
  };
  const { error } = diagramSchema.validate(diagram, { abortEarly: false, convert: false });
  for (const { path, message } of error?.details ?? []) {
    const at = path.includes("plugs") ? "rows" : path.includes("pins") ? "pin" : String(path.at(-1));
    problems[at] ??= message;
  }
  const [problem] = diagramProblems({ ...motor, diagram });
  if (problem !== undefined && Object.keys(problems).length === 0) {
    const field = /not below/u.test(problem)
      ? "least"
      : /no pin|one pin twice/u.test(problem)
        ? "pin"
        : "rows";
    problems[field] = named(problem, motor);
  }
  return Object.keys(problems).length > 0 ? { kind: "problems", problems } : { kind: "diagram", diagram };
}
