import { describe, expect, it } from "vitest";
import { pointsOf, schemeOf } from "#core/families";
import type { Motor } from "#core/record";
import { HUB } from "../../../tests/jobs.ts";
import { fieldsOfDiagram, readDiagram, type DiagramFields } from "./diagramFields.ts";

const FAN: Motor = { ...HUB, family: "ecmAirflow", hallSpacing: "none", rated: { volts: 230 } };
const pointOf = (motor: Motor, slot: string) =>
  pointsOf(schemeOf(motor)!).find((point) => point.slot === slot)!;
const PLUG = pointOf(FAN, "v24.motor");
const read = (part: Partial<DiagramFields>, motor = FAN, point = PLUG) =>
  readDiagram({ ...fieldsOfDiagram(motor, point), source: "label", ...part }, motor, point);
const problems = (part: Partial<DiagramFields>) => {
  const result = read(part);
  return result.kind === "problems" ? result.problems : {};
};

describe("a motor's own diagram, as typed", () => {
  it("keeps what differs, and leaves the plug alone where its order is as usual", () => {
    expect(read({ pin: "3", against: "9", least: "18", most: "28 V" })).toEqual({
      kind: "diagram",
      diagram: {
        source: "label",
        plugs: {},
        points: { "v24.motor": { pins: ["3", "9"], least: 18, most: 28 } },
      },
    });
  });
  it("reads the pins of a plug by commas, rows by semicolons", () => {
    const result = read({ rows: "16, 15, 14 ;1,2, 3", pin: "15", against: "1" });
    expect(result.kind === "diagram" && result.diagram.plugs).toEqual({
      harness16: [
        ["16", "15", "14"],
        ["1", "2", "3"],
      ],
    });
  });
  it("changes one point and keeps what was said of the others, and of codes", () => {
    const codes = [{ code: "b1", means: "fan", speaksOf: "motor" as const }];
    const diagram = { source: "sheet", codes, points: { mains: { least: 100, most: 140 } } };
    const motor = { ...FAN, diagram };
    const result = read({ least: "18", most: "28" }, motor, pointOf(motor, "v24.motor"));
    expect(result.kind === "diagram" && result.diagram).toMatchObject({
      codes,
      points: { mains: { least: 100, most: 140 }, "v24.motor": { least: 18, most: 28 } },
    });
    expect(fieldsOfDiagram(motor, pointOf(motor, "mains"))).toMatchObject({ source: "sheet", least: "100" });
  });
  it.each([
    [{ source: " " }, "source", /Say where it was read/u],
    [{ pin: "1", against: "1" }, "pin", /^Point “Motor plug” is probed at one pin twice/u],
    [{ pin: "99" }, "pin", /plug “Harness plug, 16 pins” has no pin “99”/u],
    [{ pin: "" }, "pin", /./u],
    [{ rows: " ; " }, "rows", /Name the pins/u],
    [{ rows: "15, 15, 1" }, "rows", /pin “15” twice/u],
    [{ least: "18" }, "most", /both ends/u],
    [{ least: "28", most: "18" }, "least", /not below/u],
    [{ least: "much", most: "30" }, "least", /not a number/u],
  ] as const)("says %j at its field", (part, field, sentence) => {
    expect(problems(part)[field]).toMatch(sentence);
  });
});
