import { describe, expect, it } from "vitest";
import type { Diagram, Family, Motor, Reading } from "#core/record";
import { choice, HUB, job, measured, reading } from "../../../tests/jobs.ts";
import { diagramProblems, pointsOf, schemeOfFamily, schemeOf } from "../../families/index.ts";
import { answersAsked, isDirect, powerCheck } from "./index.ts";

const of = (family: Family, rest: Partial<Motor> = {}): Motor => ({
  ...HUB,
  family,
  hallSpacing: "none",
  rated: { volts: 230 },
  ...rest,
});
const SOURCE = "label on the motor";
const volts = (slot: string, value: number) => measured("power", slot, "volts", value);
const sentences = (readings: readonly Reading[], motor: Motor) =>
  powerCheck.answer(job(readings, { motor }), 0).findings.map(({ sentence }) => sentence);

describe("feeding a motor past its board", () => {
  it("names pins, voltage, jumper and fuse of the scheme: 24 V on 12 and 15, common on 1 and 3 (common practice)", () => {
    const { direct } = schemeOf(of("ecmAirflow"))!;
    expect(direct).toMatchObject({ connector: "harness16", live: ["12", "15"], common: ["1", "3"] });
    expect(direct!.feed).toMatch(/24 V AC.*jumper/u);
    expect(direct!.fuse).toContain("3 A");
    expect(answersAsked(job([], { motor: of("ecmAirflow") }), 0)).toContain("direct");
  });

  it("never puts 24 V onto an input of 10 V", () => {
    const { direct } = schemeOf(of("ecmSealed"))!;
    expect(direct!.feed).not.toContain("24 V");
    expect(direct!.never).toContain("24 V");
  });

  it("is offered neither where the scheme has none nor where this motor's own diagram says other pins", () => {
    for (const family of ["miniSplit", "miniSplitDriver"] as const)
      expect(answersAsked(job([], { motor: of(family) }), 0).filter(isDirect)).toEqual([]);
    const diagram: Diagram = { source: SOURCE, points: { "v24.motor": { pins: ["14", "1"] } } };
    const motor = of("ecmAirflow", { diagram });
    expect(schemeOf(motor)!.direct).toBeNull();
    expect(answersAsked(job([], { motor }), 0).filter(isDirect)).toEqual([]);
    expect(powerCheck.answer(job([], { motor }), 0).steps.map(({ name }) => name)).not.toContain("direct");
    // What was answered before somebody wrote that down stays.
    const answered = job([choice("power", "stance", "ready"), choice("power", "direct", "silent")], {
      motor,
    });
    expect(answersAsked(answered, 0)).toContain("direct");
  });
});

describe("what a motor's own diagram says otherwise", () => {
  it("takes the place of the family's, and leaves the rest as it is usual", () => {
    const diagram: Diagram = {
      source: SOURCE,
      points: { "v24.motor": { pins: ["3", "9"], least: 18, most: 28 } },
    };
    const own = schemeOf(of("ecmAirflow", { diagram }))!;
    const [usual, changed] = [schemeOfFamily("ecmAirflow")!, own].map((scheme) => pointsOf(scheme));
    const at = changed!.findIndex(({ slot }) => slot === "v24.motor");
    expect(changed![at]!.probe).toEqual({ connector: "harness16", pins: ["3", "9"] });
    expect(changed![at]!.band(HUB)).toEqual({ least: 18, most: 28 });
    expect(changed!.toSpliced(at, 1)).toEqual(usual!.toSpliced(at, 1));
    expect(sentences([volts("v24.motor", 19)], of("ecmAirflow", { diagram }))).toEqual([
      "Motor plug 19 V: there",
    ]);
    expect(sentences([volts("v24.motor", 19)], of("ecmAirflow"))).toEqual([
      "Motor plug 19 V: below its band",
    ]);
  });

  it("may turn the order of a plug's pins", () => {
    const plugs = { command4: [["speed", "common", "command", "10 V"]] };
    const own = schemeOf(of("ecmSealed", { diagram: { source: SOURCE, plugs } }))!;
    expect(own.connectors[0]!.rows).toEqual(plugs.command4);
  });

  it.each<[string, Family, Partial<Diagram>, string]>([
    [
      "a point that is nowhere",
      "ecm",
      { points: { tenVolts: { least: 1, most: 2 } } },
      "Point “tenVolts” is nowhere",
    ],
    [
      "a plug of another family",
      "ecm",
      { plugs: { harness16: [["1"]] } },
      "Plug “harness16” is none of this family.",
    ],
    [
      "a pin twice",
      "ecmSealed",
      { plugs: { command4: [["10 V", "command", "common", "common"]] } },
      "has pin “common” twice",
    ],
    [
      "a pin that its plug has lost",
      "ecmSealed",
      { plugs: { command4: [["a", "b"]] } },
      "plug “command4” has no pin “10 V”",
    ],
    [
      "a probe at one pin twice",
      "ecmAirflow",
      { points: { mains: { pins: ["4", "4"] } } },
      "probed at one pin twice",
    ],
    [
      "pins where none are probed",
      "ecm",
      { points: { "v24.limit": { pins: ["1", "2"] } } },
      "is not probed at a plug",
    ],
    ["half a band", "ecm", { points: { "v24.limit": { least: 18 } } }, "give both ends"],
    [
      "a band upside down",
      "ecm",
      { points: { "v24.limit": { least: 28, most: 18 } } },
      "28 V is not below 18 V",
    ],
    ["pins of a bare motor", "hub", { plugs: { x: [["1"]] } }, "no electronics of its own"],
  ])("is refused with its place: %s", (_, family, part, sentence) => {
    expect(diagramProblems(of(family, { diagram: { source: SOURCE, ...part } })).join()).toContain(sentence);
  });

  it("is no trouble where nobody said anything, or all of it fits", () => {
    for (const family of ["ecm", "ecmAirflow", "ecmSealed", "miniSplit", "miniSplitDriver", "hub"] as const)
      expect(diagramProblems(of(family, { diagram: { source: SOURCE, codes: [] } })), family).toEqual([]);
    expect(diagramProblems(of("hub"))).toEqual([]);
  });

  it("names a code by the machine's own table, and what it speaks of", () => {
    const diagram: Diagram = {
      source: SOURCE,
      codes: [{ code: "b1", means: "fan does not answer", speaksOf: "motor" }],
    };
    const shown = (code: string) => [
      choice("power", "code", "motor"),
      reading({ check: "power", slot: "codeShown", value: { kind: "text", text: code } }),
    ];
    const motor = of("ecmAirflow", { diagram });
    expect(sentences(shown("B1"), motor)).toEqual([
      "Code B1, fan does not answer: the machine's code says that the fan motor does not answer",
    ]);
    expect(sentences(shown("x9"), motor)[0]).toMatch(/^Code x9: the machine's code/u);
  });
});

describe("a supply of two lines", () => {
  const TWO = of("ecm", { rated: { volts: 208, voltsMost: 230, lines: 2 } });

  it("is read between them, and at each to earth", () => {
    expect(pointsOf(schemeOf(TWO)!).map(({ slot }) => slot)).toEqual(
      expect.arrayContaining(["mains.leg1", "mains.leg2", "mains"]),
    );
    expect(sentences([volts("mains", 240), volts("mains.leg1", 121), volts("mains.leg2", 119)], TWO)).toEqual(
      [expect.stringMatching(/within its band/u)],
    );
  });

  it("with nothing between them is not dead: the leg that stands is said to be live", () => {
    const lost = sentences([volts("mains", 0), volts("mains.leg1", 121), volts("mains.leg2", 0)], TWO);
    expect(lost).toEqual([expect.stringMatching(/none; L1 stands at 121 V to earth: live all the same$/u)]);
    const none = sentences([volts("mains", 0), volts("mains.leg1", 0), volts("mains.leg2", 0)], TWO);
    expect(none[0]).not.toMatch(/live/u);
  });
});

describe("a supply of three lines", () => {
  const THREE = of("ecmSealed", { rated: { volts: 400, lines: 3 } });
  const pairsOfLines = (...three: readonly number[]) =>
    three.map((value, i) => volts(["mains", "mains.23", "mains.31"][i]!, value));

  it("is read at every leg and every pair of lines", () => {
    expect(
      pointsOf(schemeOf(THREE)!)
        .map(({ name }) => name)
        .slice(0, 6),
    ).toEqual(["L1", "L2", "L3", "L1–L2", "L2–L3", "L3–L1"]);
    expect(pointsOf(schemeOf(of("ecmSealed"))!)[0]!.name).toBe("Mains");
  });

  it("is good once all three pairs were, and as bad as the worst of them (common practice)", () => {
    expect(sentences(pairsOfLines(401, 399), THREE)).toEqual([]);
    expect(sentences(pairsOfLines(401, 399, 402), THREE)[0]).toMatch(/within its band/u);
    expect(sentences(pairsOfLines(401, 230), THREE)).toEqual(["L2–L3 230 V: out of its band"]);
    // Legs to earth carry the line voltage over √3: 400 V gives 231 V.
    expect(sentences([...pairsOfLines(401, 399, 402), volts("mains.leg2", 0)], THREE)).toEqual([
      "L2 0 V: none",
    ]);
    // A delta with a high leg is sound: 120, 208 and 120 V to earth, all line pairs 240 V (common practice).
    const delta = of("ecmSealed", { rated: { volts: 240, lines: 3 } });
    const legs = [120, 208, 120].map((value, i) => volts(`mains.leg${i + 1}`, value));
    expect(sentences([...pairsOfLines(240, 240, 240), ...legs], delta)[0]).toMatch(/within its band/u);
    expect(sentences([...pairsOfLines(401, 399, 402), volts("mains.leg2", 231)], THREE)[0]).toMatch(
      /within/u,
    );
  });
});
