import { describe, expect, it } from "vitest";
import { changesBetween, fieldsOfIntake, readIntake, type IntakeFields } from "./intakeForm.ts";

const MOTOR = "01980000-0000-7000-8000-000000000001";
const NOW = "2026-03-02T09:00:00.000Z";
const FIELDS: IntakeFields = {
  name: "Lock gate winch",
  owner: "",
  promised: "",
  pressing: "",
  contact: "",
  serial: "",
  complaint: "hot",
  complaintWords: "",
  events: ["water"],
  family: "hub",
  connection: "star",
  consequence: "property",
  polePairs: "10",
  expected: "128m",
  expectedAt: "68 F",
  expectedSource: "nameplate",
  limit: "4 %",
  kv: "9",
  kvConvention: "peak",
  hallSpacing: "120",
  magnets: "",
  warranty: "",
  ratedVolts: "42",
  ratedAmperes: "12",
  ratedRpm: "",
  lines: "",
  onePiece: "",
  diagram: null,
  modelId: "",
  wireA: "yellow",
  wireB: "",
  wireC: "",
};
const problemsOf = (part: Partial<IntakeFields>) => {
  const result = readIntake({ ...FIELDS, ...part }, MOTOR, NOW);
  return result.kind === "problems" ? result.problems : {};
};

describe("the take-in form", () => {
  it("reads both volts of a plate that names two, the lower first", () => {
    for (const ratedVolts of ["208-230", "208 V – 230 V", "208/230 V", "208 to 230"]) {
      const result = readIntake({ ...FIELDS, ratedVolts }, MOTOR, NOW);
      expect(result.kind === "intake" && result.intake.motor.rated, ratedVolts).toMatchObject({
        volts: 208,
        voltsMost: 230,
      });
      if (result.kind === "intake") expect(fieldsOfIntake(result.intake).ratedVolts).toBe("208-230 V");
    }
    expect(problemsOf({ ratedVolts: "230-208" }).ratedVolts).toMatch(/lower comes first/u);
    expect(problemsOf({ ratedVolts: "208-x" }).ratedVolts).toBeDefined();
    expect(problemsOf({ ratedVolts: "-5" }).ratedVolts).toBeDefined();
  });

  it("reads quantities as people type them", () => {
    const result = readIntake(FIELDS, MOTOR, NOW);
    expect(result.kind === "intake" && result.intake.motor).toMatchObject({
      id: MOTOR,
      polePairs: 10,
      balanceLimit: 0.04,
      expected: { ohms: 0.128, atTemperature: 20, source: "nameplate", tolerance: 0.1 },
    });
  });

  it("takes what is unknown as unknown", () => {
    const result = readIntake({ ...FIELDS, polePairs: "", expected: " ", limit: "" }, MOTOR, NOW);
    expect(result.kind === "intake" && result.intake.motor).toMatchObject({
      polePairs: null,
      expected: null,
      balanceLimit: null,
    });
  });

  it.each([
    [{ name: "  " }, "name", /Name the machine/u],
    [{ polePairs: "2.5" }, "polePairs", /come whole/u],
    [{ polePairs: "0" }, "polePairs", /at least 1/u],
    [{ polePairs: "ten" }, "polePairs", /whole number/u],
    [{ expected: "0.3 V" }, "expected", /does not fit/u],
    [{ expected: "OL" }, "expected", /not open/u],
    [{ expected: "0" }, "expected", /above zero/u],
    [{ expectedAt: "900" }, "expectedAt", /./u],
    [{ limit: "much" }, "limit", /in percent/u],
    [{ limit: "80" }, "limit", /./u],
  ] as const)("refuses %o at its field", (part, field, sentence) => {
    const problems = problemsOf(part);
    expect(Object.keys(problems)).toEqual([field]);
    expect(problems[field]).toMatch(sentence);
  });

  it("tells every problem at once", () => {
    expect(Object.keys(problemsOf({ name: "", polePairs: "x", expected: "1k2k" })).toSorted()).toEqual([
      "expected",
      "name",
      "polePairs",
    ]);
  });
});

describe("a take-in put right", () => {
  const intake = (part: Partial<IntakeFields> = {}) => {
    const result = readIntake({ ...FIELDS, ...part }, MOTOR, NOW);
    if (result.kind === "problems") throw new Error(JSON.stringify(result.problems));
    return result.intake;
  };
  const changes = (part: Partial<IntakeFields>) => changesBetween(intake(), intake(part));

  it("carries the fields that differ and no others", () => {
    expect(changes({})).toEqual({});
    expect(changes({ polePairs: "12" })).toEqual({ motor: { polePairs: 12 } });
    expect(changes({ polePairs: "" })).toEqual({ motor: { polePairs: null } });
    expect(changes({ complaint: "noisy", complaintWords: "grinds", events: [] })).toEqual({
      complaint: "noisy",
      complaintWords: "grinds",
      events: [],
    });
    expect(changes({ wireA: "red" })).toEqual({ motor: { wireColours: { A: "red", B: "", C: "" } } });
  });

  it("says who pays, as soon as somebody asked", () => {
    expect(changes({ warranty: "parts" })).toEqual({ motor: { warranty: "parts" } });
    expect(intake().motor).not.toHaveProperty("warranty");
    expect(changes({ onePiece: "yes" })).toEqual({ motor: { onePiece: true } });
    expect(changes({ onePiece: "no" })).toEqual({ motor: { onePiece: false } });
    expect(intake().motor).not.toHaveProperty("onePiece");
  });

  it("is read back into the form as it stands: reading it again changes nothing", () => {
    expect(changesBetween(intake(), intake({ ...fieldsOfIntake(intake()) }))).toEqual({});
  });

  it("asks for what everything else follows from", () => {
    expect(problemsOf({ family: "", complaint: "", consequence: "" })).toMatchObject({
      family: expect.stringContaining("which kind of motor") as string,
      complaint: expect.stringContaining("what is wrong") as string,
      consequence: expect.stringContaining("failure in use") as string,
    });
  });
});
