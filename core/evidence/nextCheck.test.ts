import { describe, expect, it } from "vitest";
import {
  actionBeliefs,
  actionOf,
  entropyOf,
  infer,
  leadingAction,
  MODEL,
  oddsFactors,
  rankChecks,
  timesOdds,
  uncomplainedFactors,
  UNCOMPLAINED_ODDS,
  whatWouldChange,
  type Circumstances,
  type Finding,
} from "./index.ts";

const HUB: Circumstances = {
  family: "hub",
  connection: "star",
  tipsProven: true,
  oddsFactors: {},
  complained: true,
};
const WINDING = { check: "winding", minutes: 4, variables: ["pairs"], merged: {} } as const;
const TURNING = { check: "mechanical", minutes: 2, variables: ["turn", "play"], merged: {} } as const;
const FRAME = { check: "frame", minutes: 2, variables: ["frame"], merged: {} } as const;
const index = (id: string) => MODEL.faults.findIndex((fault) => fault.id === id);
const found = (variable: string, outcome: string): Finding => ({
  variable,
  likelihood: { [outcome]: 1 },
  sentence: "",
  departs: true,
  place: null,
});

describe("the next check", () => {
  it("is the one that tells most a minute, and gains are never negative", () => {
    const ranked = rankChecks(MODEL, HUB, infer(MODEL, HUB, []), [WINDING, TURNING, FRAME]);
    expect(ranked.length).toBeGreaterThan(1);
    const rates = ranked.map(({ gain, minutes }) => gain / minutes);
    expect(rates).toEqual(rates.toSorted((a, b) => b - a));
    for (const { gain } of ranked) expect(gain).toBeGreaterThan(0);
  });

  it("gains no more than all the uncertainty there is", () => {
    const inference = infer(MODEL, HUB, []);
    const uncertainty = entropyOf(Object.values(actionBeliefs(MODEL.faults, inference.sets)));
    for (const { gain } of rankChecks(MODEL, HUB, inference, [WINDING, TURNING, FRAME]))
      expect(gain).toBeLessThanOrEqual(uncertainty + 1e-9);
  });

  it("matters less once its answer is known from elsewhere", () => {
    const gainOf = (findings: Finding[]) =>
      rankChecks(MODEL, HUB, infer(MODEL, HUB, findings), [TURNING])[0]?.gain ?? 0;
    expect(gainOf([found("pairs", "allOpen"), found("tips", "nearZero")])).toBeLessThan(gainOf([]));
  });

  it("is told to gain less where the meter cannot tell its fine outcomes apart", () => {
    const fine = [
      "balanced",
      "turnsStar",
      "jointSeries",
      "pathStar",
      "turnsDelta",
      "jointDelta",
      "pathDelta",
    ];
    const inference = infer(MODEL, HUB, []);
    const sharp = rankChecks(MODEL, HUB, inference, [WINDING])[0]!.gain;
    const blunt = rankChecks(MODEL, HUB, inference, [{ ...WINDING, merged: { pairs: fine } }])[0]!.gain;
    expect(blunt).toBeLessThan(sharp);
  });

  it("names outcomes that would turn the leading remedy, likeliest first", () => {
    const changes = whatWouldChange(MODEL, HUB, infer(MODEL, HUB, []), [WINDING, TURNING]);
    expect(changes.length).toBeGreaterThan(2);
    const chances = changes.map(({ probability }) => probability);
    expect(chances).toEqual(chances.toSorted((a, b) => b - a));
    expect(changes.map(({ words }) => words)).toContain("all pairs open");
  });
});

describe("remedies of several faults", () => {
  it("are the weightiest: a new motor cures a bearing too", () => {
    expect(actionOf(MODEL.faults, [index("bearing"), index("turnsShorted")])).toBe("replaceMotor");
    expect(actionOf(MODEL.faults, [index("leadOpen"), index("starJointOpen")])).toBe("resolder");
  });

  it("leave the motor alone when only its data or its feed are wrong, and wait when the set-up is", () => {
    expect(actionOf(MODEL.faults, [])).toBe("notMotor");
    expect(actionOf(MODEL.faults, [index("wrongData")])).toBe("notMotor");
    expect(actionOf(MODEL.faults, [index("outside")])).toBe("notMotor");
    expect(actionOf(MODEL.faults, [index("setup")])).toBe("undecided");
  });

  it("lead by probability", () => {
    const beliefs = actionBeliefs(MODEL.faults, [
      { members: [index("bearing")], probability: 0.7 },
      { members: [], probability: 0.3 },
    ]);
    expect(leadingAction(beliefs)).toEqual({ disposition: "replacePart", probability: 0.7 });
  });

  it("are certain at zero entropy and worst when alike (Shannon): two halves are one bit", () => {
    expect(entropyOf([1, 0])).toBe(0);
    expect(entropyOf([0.5, 0.5])).toBe(1);
    expect(entropyOf([0.25, 0.25, 0.25, 0.25])).toBe(2);
  });
});

describe("circumstances", () => {
  it("multiply their odds", () => {
    expect(timesOdds({ bearing: 2 }, { bearing: 3, debris: 2 }, {})).toEqual({ bearing: 6, debris: 2 });
    expect(oddsFactors("noisy", ["water"]).bearing).toBeGreaterThan(oddsFactors("noisy", []).bearing!);
  });

  it("without a complaint lower every fault that could cause one, and no other", () => {
    const factors = uncomplainedFactors(MODEL.faults);
    expect(factors["bearing"]).toBe(UNCOMPLAINED_ODDS);
    expect(factors).not.toHaveProperty("setup");
    expect(factors).not.toHaveProperty("wrongData");
  });

  it("move beliefs the way the trade expects: noise to bearings, overheating to windings", () => {
    const belief = (id: string, complaint: "noisy" | "hot" | "errorCode", events: "heat"[] = []) =>
      infer(MODEL, { ...HUB, oddsFactors: oddsFactors(complaint, events) }, []).marginals[index(id)]!;
    expect(belief("bearing", "noisy")).toBeGreaterThan(belief("bearing", "errorCode"));
    expect(belief("turnsShorted", "hot", ["heat"])).toBeGreaterThan(belief("turnsShorted", "hot"));
  });
});
