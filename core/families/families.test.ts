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
  it("is ±10 % of this plate, of a dual one from the lower to the higher (common practice)", () => {
    const band = (volts: number, voltsMost?: number) =>
      Object.values(mainsBand({ volts, ...(voltsMost !== undefined && { voltsMost }) })!).map((edge) =>
        Math.round(edge),
      );
    expect(band(100)).toEqual([90, 110]);
    expect(band(120)).toEqual([108, 132]);
    expect(band(230)).toEqual([207, 253]);
    expect(band(208, 230)).toEqual([187, 253]);
    expect(band(400)).toEqual([360, 440]);
    expect(() => mainsBand({ volts: 0 })).toThrow(RangeError);
  });

  it("is nowhere while nobody wrote the plate down: what stands there is there, and no more", () => {
    expect(mainsBand({})).toBeNull();
    expect(mainsBand(undefined)).toBeNull();
    for (const volts of [100, 190, 243, 256, 277, 400]) expect(fedAt(volts, null)).toBe("there");
    expect(fedAt(0.4, null)).toBe("dead");
    // Below and above all that plates name.
    expect(fedAt(80, null)).toBe("outside");
    expect(fedAt(600, null)).toBe("outside");
  });

  it.each([
    // Common practice: 124 V on a 120 V unit and 27 V on a 24 V line are fine.
    [124, mainsBand({ volts: 120 }), "good"],
    [27, CONTROL_BAND, "good"],
    [206.9, mainsBand({ volts: 230 }), "outside"],
    [207, mainsBand({ volts: 230 }), "edge"],
    [253, mainsBand({ volts: 230 }), "edge"],
    [253.1, mainsBand({ volts: 230 }), "outside"],
    // Common practice: 256 V on a plate of 240 V asks for the supply first.
    [256, mainsBand({ volts: 240 }), "outside"],
    [256, mainsBand({ volts: 230 }), "outside"],
    [243, mainsBand({ volts: 230 }), "good"],
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
