import { describe, expect, it } from "vitest";
import type { MotorModel } from "#contract/shop";
import { fieldsOf, readModel } from "./modelFields.ts";

const MODEL: MotorModel = {
  id: "01980000-0000-7000-8000-000000000778",
  name: "Canal winch motor",
  facts: {
    family: "hub",
    connection: "star",
    polePairs: 10,
    expected: { ohms: 0.128, tolerance: 0.06, atTemperature: 20, source: "own motors" },
    speedConstant: { rpmPerVolt: 12, convention: "sixStep", source: "nameplate" },
    hallSpacing: "120",
    magnets: "NdFeB",
    rated: {},
    balanceLimit: 0.04,
  },
  notes: "rust",
};

describe("a model's form", () => {
  it("gives back a model as it was", () => {
    expect(readModel(fieldsOf(MODEL), MODEL.id, MODEL)).toEqual({ kind: "model", model: MODEL });
  });
  it("takes the temperature of a resistance in °F as well, and 20 °C where it is left empty", () => {
    const at = (expectedAt: string) => {
      const result = readModel({ ...fieldsOf(MODEL), expectedAt }, MODEL.id, MODEL);
      return result.kind === "model" && result.model.facts.expected?.atTemperature;
    };
    expect(at("68F")).toBeCloseTo(20, 9);
    expect(at("25")).toBe(25);
    expect(at(" ")).toBe(20);
  });
  it.each([
    [{ expectedAt: "warm" }, "expectedAt", /./u],
    [{ name: "" }, "name", /Name the model/u],
    [{ polePairs: "27 poles" }, "polePairs", /odd/u],
    [{ kv: "0" }, "kv", /above zero/u],
    [{ expected: "OL" }, "expected", /cannot be open/u],
    [{ expectedSource: "" }, "expectedSource", /where the value comes from/u],
    [{ kvSource: " " }, "kvSource", /where the value comes from/u],
    [{ limit: "some" }, "limit", /percent/u],
  ])("says %j at its field", (part, field, sentence) => {
    const result = readModel({ ...fieldsOf(MODEL), ...part }, MODEL.id, MODEL);
    expect(result.kind === "problems" && result.problems[field]).toMatch(sentence);
  });
});
