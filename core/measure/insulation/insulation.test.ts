import { describe, expect, it } from "vitest";
import {
  platinumAt,
  platinumTemperature,
  sensorAgainstRoom,
  thermistorAt,
  thermistorTemperature,
} from "../../sensors/index.ts";
import type { Motor } from "../../record/index.ts";
import { HUB } from "../../../tests/jobs.ts";
import { INSULATION_SLOTS, insulationAt40, ohmsPerVolt, polarisationIndex, testVoltage } from "./index.ts";

describe("insulation brought to 40 °C", () => {
  const factor = (celsius: number, kind: "thermoplastic" | "thermoset") => {
    const corrected = insulationAt40(1e8, celsius, kind);
    return corrected.kind === "corrected" ? corrected.factor : null;
  };

  it("from 20 °C is 0.25 thermoplastic (IEEE 43, halving per 10 K, memory)", () => {
    expect(factor(20, "thermoplastic")).toBeCloseTo(0.25, 12);
    expect(factor(50, "thermoplastic")).toBeCloseTo(2, 12);
  });

  it("from 20 °C is 0.40 thermoset (IEEE 43, exponential form, memory)", () => {
    expect(factor(20, "thermoset")).toBeCloseTo(0.4, 2);
    expect(factor(40, "thermoset")).toBeCloseTo(1, 12);
  });

  it("does not stretch the thermoset form beyond 10 to 40 °C", () => {
    expect(insulationAt40(1e8, 5, "thermoset")).toMatchObject({ kind: "outsideForm", least: 10, most: 40 });
    expect(insulationAt40(1e8, 41, "thermoset")).toMatchObject({ kind: "outsideForm" });
  });

  it("wants 5 MΩ below 1 kV", () => {
    expect(insulationAt40(20e6, 20, "thermoplastic")).toMatchObject({ enough: true });
    expect(insulationAt40(19e6, 20, "thermoplastic")).toMatchObject({ enough: false });
  });

  it("of nothing is refused", () => {
    expect(() => insulationAt40(0, 20, "thermoplastic")).toThrow(RangeError);
    expect(() => insulationAt40(1e6, -300, "thermoplastic")).toThrow(RangeError);
  });
});

describe("the polarisation index", () => {
  it("is two at least, and not judged above 5 GΩ", () => {
    expect(polarisationIndex(1e8, 2.5e8)).toEqual({ kind: "judged", index: 2.5, enough: true });
    expect(polarisationIndex(1e8, 1.5e8)).toMatchObject({ enough: false });
    expect(polarisationIndex(6e9, 7e9)).toMatchObject({ kind: "notJudged" });
    expect(() => polarisationIndex(0, 1)).toThrow(RangeError);
  });
});

describe("ohms per volt", () => {
  it("ask 100 of a DC circuit and 500 of an AC one (ISO 6469-3 / UN R100, memory)", () => {
    expect(ohmsPerVolt(6720, 67.2, "dc")).toEqual({ perVolt: 100, limit: 100, above: true });
    expect(ohmsPerVolt(6720, 67.2, "ac")).toMatchObject({ limit: 500, above: false });
    expect(() => ohmsPerVolt(1, 0, "dc")).toThrow(RangeError);
  });
});

describe("temperature sensors", () => {
  it("Pt1000 at 25 °C is 1097.35 Ω, at 100 °C 1385.06 Ω (IEC 60751)", () => {
    expect(platinumAt(1000, 25)).toBeCloseTo(1097.35, 2);
    expect(platinumAt(1000, 100)).toBeCloseTo(1385.06, 1);
    // Below zero the standard has a term more; its table for 100 Ω: −50 °C 80.31, −100 °C 60.26, −200 °C 18.52 Ω.
    for (const [celsius, ohms] of [
      [-50, 80.31],
      [-100, 60.26],
      [-200, 18.52],
    ] as const) {
      expect(platinumAt(100, celsius)).toBeCloseTo(ohms, 2);
      if (celsius > -200) expect(platinumTemperature(100, ohms)).toBeCloseTo(celsius, 1);
    }
    for (let celsius = -199; celsius <= 850; celsius += 35)
      expect(platinumTemperature(1000, platinumAt(1000, celsius))).toBeCloseTo(celsius, 6);
    expect(platinumTemperature(1000, 150)).toBeNull();
    expect(platinumTemperature(1000, 4000)).toBeNull();
  });

  it("NTC 10 k β 3435 at 0, 60, 85 °C is 28704, 2980.9, 1451.3 Ω (beta equation)", () => {
    expect(thermistorAt(10_000, 3435, 0)).toBeCloseTo(28_704, -1);
    expect(thermistorAt(10_000, 3435, 60)).toBeCloseTo(2980.9, 0);
    expect(thermistorAt(10_000, 3435, 85)).toBeCloseTo(1451.3, 0);
    expect(thermistorAt(10_000, 3435, 25)).toBe(10_000);
  });

  it("turn back into temperatures", () => {
    for (const celsius of [0, 21, 60, 130]) {
      expect(platinumTemperature(1000, platinumAt(1000, celsius))).toBeCloseTo(celsius, 8);
      expect(thermistorTemperature(10_000, 3435, thermistorAt(10_000, 3435, celsius))).toBeCloseTo(
        celsius,
        8,
      );
    }
    expect(platinumTemperature(1000, 180)).toBeNull();
    expect(platinumTemperature(1000, 1e6)).toBeNull();
  });

  it("at rest show the room", () => {
    expect(sensorAgainstRoom(24, 20)).toBe("agrees");
    expect(sensorAgainstRoom(60, 20)).toBe("departs");
  });

  it("of nothing are refused", () => {
    expect(() => platinumAt(0, 20)).toThrow(RangeError);
    expect(() => platinumAt(1000, -201)).toThrow(/−200 to 850/u);
    expect(() => platinumAt(1000, 851)).toThrow(RangeError);
    expect(() => thermistorAt(10_000, 0, 20)).toThrow(RangeError);
    expect(() => thermistorTemperature(10_000, 3435, 0)).toThrow(RangeError);
  });
});

describe("the volts of a test", () => {
  const refusal = (value: number, motor: Partial<Motor>) =>
    INSULATION_SLOTS.testVolts.refuse!(value, { ...HUB, ...motor });
  it("follow what the winding is fed with: 250 V for a harmless supply, 500 V below 1 kV (IEC 60364-6, IEEE 43, memory)", () => {
    expect(testVoltage(false, 12)).toEqual({ usual: 250, most: 250 });
    expect(testVoltage(false, undefined)).toEqual({ usual: 250, most: 250 });
    expect(testVoltage(true, 67)).toEqual({ usual: 500, most: 500 });
    expect(testVoltage(true, 500)).toEqual({ usual: 500, most: 500 });
    expect(testVoltage(true, undefined)).toEqual({ usual: 500, most: 500 });
    expect(testVoltage(true, 690)).toEqual({ usual: 500, most: 1000 });
  });
  it("are refused before the test where the winding takes less: 1000 V on a 67 V hub, 500 V on a 12 V hobby motor", () => {
    expect(refusal(1000, { rated: { volts: 67 } })).toMatch(
      /By its plate: this winding takes 500 V at most/u,
    );
    expect(refusal(500, { rated: { volts: 67 } })).toBeNull();
    expect(refusal(500, { family: "hobby", rated: { volts: 12 } })).toMatch(/takes 250 V at most/u);
    expect(refusal(250, { family: "hobby", rated: { volts: 12 } })).toBeNull();
    expect(refusal(500, { family: "hobby" })).toMatch(/^Nobody wrote down that it is fed with more/u);
    expect(refusal(500, { rated: { volts: 48, voltsMost: 67 } })).toBeNull();
    expect(refusal(500, { family: "traction" })).toBeNull();
    expect(refusal(1000, { family: "traction", rated: { volts: 690 } })).toBeNull();
    expect(refusal(0, {})).toMatch(/50 to 1000 V/u);
    expect(refusal(1001, { family: "traction", rated: { volts: 690 } })).toMatch(/50 to 1000 V/u);
  });
});
