import { describe, expect, it } from "vitest";
import { FAMILIES } from "#core/record";
import {
  FAMILY_FACTS,
  CONTROL_BAND,
  fedAt,
  mainsBand,
  pointsOf,
  schemeProblems,
  schemeOfFamily,
  WITH_ELECTRONICS,
} from "./index.ts";

describe("between which voltages a point is fed", () => {
  it("is ±10 % of the plate's class: 208-230 V is 187 to 253 V (common practice)", () => {
    for (const plate of [208, 220, 230, 240]) expect(mainsBand(plate)).toEqual({ least: 187, most: 253 });
    expect(mainsBand(120)).toEqual({ least: 108, most: 132 });
    expect(mainsBand(400)).toEqual({ least: 360, most: 440.00000000000006 });
    expect(mainsBand(null)).toEqual({ least: 108, most: 304.7 });
    expect(() => mainsBand(0)).toThrow(RangeError);
  });

  it.each([
    // Common practice: 124 V on a 120 V unit and 27 V on a 24 V line are fine.
    [124, mainsBand(120), "good"],
    [27, CONTROL_BAND, "good"],
    [186.9, mainsBand(230), "outside"],
    [187, mainsBand(230), "edge"],
    [253, mainsBand(230), "edge"],
    [253.1, mainsBand(230), "outside"],
    [243, mainsBand(230), "good"],
    [12, CONTROL_BAND, "outside"],
    [4.9, CONTROL_BAND, "dead"],
    [0, CONTROL_BAND, "dead"],
    // A command of 2 V is low and none the less a command: half of the least a point should carry counts.
    [2, { least: 1, most: 6.8 }, "good"],
    [0.4, { least: 1, most: 6.8 }, "dead"],
  ] as const)("%f V in %j is %s", (value, band, fed) => {
    expect(fedAt(value, band)).toBe(fed);
  });

  it("refuses a voltage below nothing", () => {
    expect(() => fedAt(-1, CONTROL_BAND)).toThrow(RangeError);
    expect(() => fedAt(NaN, CONTROL_BAND)).toThrow(RangeError);
  });
});

describe("the schemes that ship", () => {
  it("are there for every family with electronics of its own, and hold together", () => {
    expect(WITH_ELECTRONICS).toEqual(FAMILIES.filter((family) => FAMILY_FACTS[family].ownElectronics));
    for (const family of WITH_ELECTRONICS)
      expect(schemeProblems(schemeOfFamily(family)!), family).toEqual([]);
  });

  it("read the mains before anything that they make", () => {
    for (const family of WITH_ELECTRONICS) expect(pointsOf(schemeOfFamily(family)!)[0]!.slot).toBe("mains");
  });

  it("edited into nonsense are named with their place", () => {
    const ecmAirflow = schemeOfFamily("ecmAirflow");
    const scheme = ecmAirflow!;
    const [supply, call] = scheme.ways as [(typeof scheme.ways)[number], (typeof scheme.ways)[number]];
    const mains = supply.points[0]!;
    const withMains = (probe: (typeof mains)["probe"]) => ({
      ...scheme,
      ways: [{ ...supply, points: [{ ...mains, probe }] }, call],
    });
    expect(schemeProblems(withMains({ connector: "nowhere", pins: ["4", "5"] }))).toEqual([
      "Point “mains” is probed at plug “nowhere”, which is nowhere.",
      "No point reaches plug “mains5”.",
    ]);
    expect(schemeProblems(withMains({ connector: "mains5", pins: ["4", "17"] }))).toEqual([
      "Point “mains”: plug “mains5” has no pin “17”.",
    ]);
    expect(schemeProblems(withMains({ connector: "mains5", pins: ["4", "4"] }))).toEqual([
      "Point “mains” is probed at one pin twice.",
    ]);
    const twice = { ...scheme.connectors[0]!, rows: [["1", "2", "2", "4", "5"]] };
    expect(schemeProblems({ ...scheme, connectors: [twice, scheme.connectors[1]!] })).toEqual([
      "Plug “mains5” has pin “2” twice.",
    ]);
    expect(
      schemeProblems({ ...scheme, connectors: [...scheme.connectors, scheme.connectors[0]!] }),
    ).toContain("Plug “mains5” stands twice.");
    expect(schemeProblems({ ...scheme, ways: [supply, supply, call] })).toContain(
      "Point “mains” stands twice.",
    );
  });
});
