import { describe, expect, it } from "vitest";
import { nextCase, shownBy, type AttemptLine, type CaseLine } from "./practice.ts";

const line = (id: string, changes: Partial<CaseLine> = {}): CaseLine => ({
  ...{ id, said: "", about: "", grade: "easy", family: "hub", teaches: ["open"], own: false },
  ...changes,
});
const tried = (caseId: string, changes: Partial<AttemptLine> = {}): AttemptLine => ({
  ...{
    id: caseId,
    caseId,
    family: "hub",
    teaches: ["open"],
    by: "TN",
    at: "",
    outcome: "right",
    settled: true,
  },
  ...{ brier: 0, minutes: 5, needlessParts: 0, unsafe: 0, peeked: false },
  ...changes,
});

describe("what somebody has shown", () => {
  it("is a family of which three cases were done rightly, safely and without a look", () => {
    const three = ["a", "b", "c"].map((id) => tried(id));
    expect(shownBy(three)).toEqual(["hub"]);
    expect(shownBy(three.slice(1))).toEqual([]);
    // The same case again shows nothing more.
    expect(shownBy([tried("a"), tried("b"), tried("b")])).toEqual([]);
    for (const spoilt of [
      { outcome: "half" },
      { settled: false },
      { unsafe: 1 },
      { peeked: true },
      { family: "hobby" as const },
    ])
      expect(shownBy([...three.slice(1), tried("a", spoilt)]), JSON.stringify(spoilt)).toEqual([]);
  });
});

describe("the case to practise next", () => {
  const cases = [
    line("hard-open", { grade: "hard" }),
    line("easy-open"),
    line("sensor", { teaches: ["sensors"], grade: "medium" }),
    line("easy-sensor", { teaches: ["sensors"] }),
  ];
  it("is the easiest before anything was tried", () => {
    expect(nextCase(cases, [])?.id).toBe("easy-open");
  });
  it("is of the topic that was missed most, the easiest of it that was not done", () => {
    const missed = [tried("easy-sensor", { teaches: ["sensors"], outcome: "harmful" }), tried("easy-open")];
    expect(nextCase(cases, missed)?.id).toBe("easy-sensor");
    const then = [...missed, tried("easy-sensor", { teaches: ["sensors"] })];
    expect(nextCase(cases, then)?.id).toBe("sensor");
  });
  it("is none once all were done, and what was done unsafely was not", () => {
    const all = cases.map(({ id, teaches }) => tried(id, { teaches }));
    expect(nextCase(cases, all)).toBeNull();
    expect(nextCase(cases, [...all.slice(1), tried("hard-open", { unsafe: 2 })])?.id).toBe("hard-open");
  });
});
