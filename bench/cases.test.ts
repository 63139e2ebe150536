import { readdirSync } from "node:fs";
import { describe, expect, it } from "vitest";
import { CURE_IDS, FAULTS } from "#core/known";
import { FAMILIES } from "#core/record";
import { caseSchema } from "../server/practice/caseSchema.ts";
import { bestWay } from "./bestWay.ts";
import { GRADES, motorOfCase, TOPICS, type CaseFile } from "./caseFile.ts";
import { CASES } from "./cases.ts";
import { faultsOfFamily, truthOf } from "./marks.ts";
import { curedIn, idealFor, outcomeOf } from "./outcome.ts";
import { AILMENTS } from "./world.ts";

const case_ = (id: string) => CASES.find((one) => one.id === id)!;

describe("the cases that ship", () => {
  it("are files of the folder, each under its own name", () => {
    const files = readdirSync(new URL("./cases", import.meta.url)).map((name) => name.replace(".json", ""));
    expect(CASES.map(({ id }) => id).toSorted()).toEqual(files.toSorted());
    expect(CASES.length).toBeGreaterThanOrEqual(40);
  });

  it.each(CASES.map((one) => [one.id, one] as const))("%s fits its schema as it is written", (_, file) => {
    expect(caseSchema.validate(file, { convert: false }).error).toBeUndefined();
  });

  it("hold every family, grade, topic and ailment that can be read, and sound ones", () => {
    const held = <T>(of: (file: CaseFile) => readonly T[]) => new Set(CASES.flatMap(of));
    expect(held(({ family }) => [family]).size).toBe(FAMILIES.length);
    expect(held(({ grade }) => [grade])).toEqual(new Set(GRADES));
    expect([...held<string>(({ teaches }) => teaches)].toSorted()).toEqual(Object.keys(TOPICS).toSorted());
    const ailing = held(({ ailments }) => ailments.map(({ is }) => is));
    expect(AILMENTS.filter((one) => one !== "hidden" && !ailing.has(one))).toEqual([]);
    expect(CASES.filter(({ ailments }) => ailments.length === 0).length).toBeGreaterThanOrEqual(2);
  });

  it.each(CASES.map((one) => [one.id, one] as const))(
    "%s has a way that leads to the right action, and what is wrong can be named",
    (_, file) => {
      const way = bestWay(file);
      expect(way).not.toBeNull();
      expect(way!.seconds).toBeGreaterThan(30);
      const motor = motorOfCase(file);
      for (const fault of truthOf(motor)) {
        expect(FAULTS[fault].prior[file.family], fault).toBeGreaterThan(0);
        expect(faultsOfFamily(file.family)).toContain(fault);
      }
      const ideal = idealFor(motor.ailments, motor).filter((cure) => cure !== "setup");
      expect(outcomeOf(motor, { cures: ideal })).toBe("right");
      for (const ailment of motor.ailments)
        for (const cure of curedIn(ailment, motor)) expect(CURE_IDS).toContain(cure);
    },
  );

  it("nearly all are settled by what can be read", () => {
    const settled = CASES.filter((file) => bestWay(file)?.settles);
    expect(settled.length).toBeGreaterThanOrEqual(CASES.length - 3);
  });

  it("play the same way each time", () => {
    const file = case_("cuts-out-on-the-hill");
    expect(bestWay(file)).toEqual(bestWay(file));
    expect(motorOfCase(file)).toEqual(motorOfCase(file));
  });
});

describe("a case that somebody writes", () => {
  const growls = case_("growls");
  const sentence = (changes: object) =>
    caseSchema.validate({ ...growls, ...changes }, { convert: false }).error?.message;
  it.each([
    [{ ailments: [{ is: "starJoint" }], connection: "delta" }, /delta has no star joint/u],
    [{ ailments: [{ is: "bearing", amount: 3 }] }, /amount of "bearing" is its wear.*0.3 to 1/u],
    [{ ailments: [{ is: "battery", amount: 1 }] }, /"battery" has no amount/u],
    [{ ailments: [{ is: "battery", at: "A" }] }, /"battery" sits at no phase/u],
    [{ ailments: [{ is: "turns" }, { is: "turns" }] }, /named twice/u],
    [{ ailments: [{ is: "sensor" }], sensored: false }, /asks for a motor with sensors/u],
    [{ ailments: [{ is: "ghost" }] }, /must be one of/u],
    [{ id: "Warm Plug" }, /small letters, digits and hyphens/u],
    [{ seed: 0 }, /seed/u],
  ])("%j is refused with a sentence", (changes, told) => {
    expect(sentence(changes)).toMatch(told);
  });
  it("is taken where it fits", () => {
    expect(
      sentence({ id: "another-one", ailments: [{ is: "turns", at: "C", amount: 0.5 }] }),
    ).toBeUndefined();
  });
});
