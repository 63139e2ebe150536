import { describe, expect, it } from "vitest";
import type { Reading } from "#core/record";
import {
  choice,
  DECISION,
  frameOpen,
  HUB,
  job,
  leftOut,
  lookedAndTurned,
  madeSafe,
  measured,
  MILLIOHM,
  pairs,
  REPAIR,
} from "../../tests/jobs.ts";
import { assessJob } from "../judge/index.ts";
import {
  calibrationOf,
  experienceIn,
  foundIn,
  foundWords,
  outcomeOf,
  STAYED_AWAY_DAYS,
  truthOf,
  wilson,
  type Outcome,
} from "./index.ts";

const OPEN3 = [
  ...madeSafe("hub"),
  ...lookedAndTurned(),
  ...frameOpen(),
  ...pairs(["OL", "OL", "OL"], MILLIOHM, "0.1m"),
];
const MENDED = pairs(["127.8m", "128.1m", "128.0m"], MILLIOHM, "0.1m", 1);

describe("the outcome of a job", () => {
  const done = job([...OPEN3, ...MENDED], {
    complaint: "noRun",
    decisions: [{ ...DECISION, cures: ["starJoint"] }],
    repairs: [REPAIR],
    limits: { prices: { hourly: 60 } },
  });

  it("is what was said before the first repair, what was done, and what that proved", () => {
    const before = assessJob(job(OPEN3, { complaint: "noRun", limits: { prices: { hourly: 60 } } }));
    const outcome = outcomeOf(done);
    expect(outcome.said).toEqual({
      disposition: "resolder",
      cures: ["starJoint"],
      probability: before.action!.probability,
    });
    expect(outcome.fault).toEqual({ id: "starJointOpen", probability: before.faults[0]!.probability });
    expect(outcome).toMatchObject({
      did: { disposition: "resolder", cures: ["starJoint"] },
      repairs: 1,
      proof: "proved",
      release: null,
      minutes: REPAIR.minutes,
      cost: REPAIR.minutes,
    });
  });

  it("names what somebody went without who did what the evidence leads to", () => {
    const dead = [
      ...lookedAndTurned(),
      choice("power", "taps", "noneAnswer"),
      choice("power", "taps", "noneAnswer"),
      measured("power", "v24.motor", "volts", 26),
    ];
    const fan = {
      ...HUB,
      family: "ecm",
      expected: null,
      hallSpacing: "none",
      rated: { volts: 230 },
    } as const;
    const without = (cure: string, ...more: readonly Reading[]) =>
      outcomeOf(
        job([...dead, ...more], {
          motor: fan,
          complaint: "noRun",
          decisions: [{ ...DECISION, disposition: "replacePart", cures: [cure] }],
        }),
      ).without;
    expect(without("module", leftOut("power", "mains", "no meter"))).toContain("its mains");
    expect(without("module", measured("power", "mains", "volts", 231))).not.toContain("its mains");
    // What was done instead of it went without nothing of it.
    expect(without("bearings", leftOut("power", "mains", "no meter"))).toBeUndefined();
    expect(outcomeOf(done)).not.toHaveProperty("without");
  });

  it("names what was done first where another repair followed, and whether it mended some of it", () => {
    const later = "2026-03-04T09:00:00.000Z";
    const twice = (after: typeof MENDED) =>
      outcomeOf({
        ...done,
        readings: [...OPEN3, ...after],
        decisions: [...done.decisions, { ...DECISION, id: "another", cures: ["bearings"], at: later }],
        repairs: [REPAIR, { ...REPAIR, id: "second", at: later }],
      });
    expect(twice(MENDED).first).toEqual({ disposition: "resolder", cures: ["starJoint"], mended: true });
    expect(twice(pairs(["OL", "OL", "OL"], MILLIOHM, "0.1m", 1)).first).toMatchObject({ mended: false });
    expect(outcomeOf(done).first).toBeUndefined();
  });

  it("says nothing where the evidence was not enough, and names no bill that nobody priced", () => {
    const { said, did, proof, cost } = outcomeOf(job([]));
    expect([said, did, proof, cost]).toEqual([null, null, null, null]);
  });
});

const OUTCOME: Outcome = {
  family: "hub",
  modelId: null,
  complaint: "noisy",
  headline: "Bearing worn or rusted",
  said: { disposition: "replacePart", cures: ["bearings"], probability: 0.96 },
  fault: { id: "bearing", probability: 0.96 },
  did: { disposition: "replacePart", cures: ["bearings"] },
  repairs: 1,
  proof: "proved",
  release: "use",
  minutes: 60,
  cost: 70,
};
const CLEARED: Outcome = {
  ...OUTCOME,
  said: { disposition: "notMotor", cures: ["battery"], probability: 0.95 },
  did: { disposition: "notMotor", cures: ["battery"] },
  repairs: 0,
  proof: null,
  release: null,
};

describe("what was said is", () => {
  const truth = (part: Partial<Outcome> = {}, cameBack = false, days = 100) =>
    truthOf({ ...OUTCOME, ...part }, cameBack, days);
  const cleared = (part: Partial<Outcome> = {}, cameBack = false, days = 100) =>
    truthOf({ ...CLEARED, ...part }, cameBack, days);

  it("true where doing just that was proved and it stayed away", () => expect(truth()).toBe("true"));

  it("false where it came back, was not cured, took a second repair, or ended as scrap", () => {
    expect(truth({}, true)).toBe("false");
    expect(truth({ proof: "failed" })).toBe("false");
    expect(truth({ repairs: 2 })).toBe("false");
    expect(truth({ release: "scrap" })).toBe("false");
  });

  it("half where it mended some of it, and its proof showed the rest", () => {
    const first = { ...OUTCOME.said!, mended: true };
    const half = { repairs: 2, first, did: { disposition: "resolder" as const, cures: ["joint"] } };
    expect(truth(half)).toBe("half");
    // In vain, it came back, or a new motor took all of it along: none of it was half.
    expect(truth({ ...half, first: { ...first, mended: false } })).toBe("false");
    expect(truth(half, true)).toBe("false");
    expect(truth({ ...half, did: { disposition: "replaceMotor", cures: ["motor"] } })).not.toBe("half");
    expect(truth({ ...half, proof: "failed" })).not.toBe("half");
    expect(truth({ ...half, first: { ...first, cures: ["rotor"] } })).toBe("false");
    expect(calibrationOf([{ probability: 0.96, truth: "half" }])[0]).toMatchObject({ n: 1, came: 0 });
  });

  it("false where something else altogether was done and proved, and not told where it was part of it", () => {
    expect(truth({ did: { disposition: "resolder", cures: ["starJoint"] } })).toBe("false");
    expect(truth({ did: { disposition: "replacePart", cures: ["bearings", "dryAndSeal"] } })).toBe("open");
    expect(truth({ did: { disposition: "resolder", cures: ["starJoint"] }, proof: "open" })).toBe("open");
    expect(truth({ did: { disposition: "replaceMotor", cures: ["motor"] } })).toBe("open");
  });

  it("not told where it was not proved, nothing was said, nothing decided, or a new motor cured everything", () => {
    expect(truth({ proof: "open" })).toBe("open");
    expect(truth({ said: null })).toBe("open");
    expect(truth({ did: null })).toBe("open");
    expect(truth({ did: { disposition: "undecided", cures: [] } })).toBe("open");
    const motor = { disposition: "replaceMotor", cures: ["motor"], probability: 0.9 } as const;
    expect(truth({ said: motor, did: motor })).toBe("open");
    expect(truth({ said: motor, did: motor }, true)).toBe("false");
  });

  it("of a motor that was cleared true once it stayed away long enough, false once it came back", () => {
    expect(cleared()).toBe("true");
    expect(cleared({}, false, STAYED_AWAY_DAYS - 1)).toBe("open");
    expect(cleared({}, true)).toBe("false");
    // Cleared, and then a repair of the motor was proved.
    const repaired = { did: OUTCOME.did, repairs: 1, proof: "proved" } as const;
    expect(cleared(repaired)).toBe("false");
    expect(cleared({ ...repaired, proof: "open" })).toBe("open");
  });

  it("false of a fault where the person left the motor alone and it stayed away", () => {
    const alone = { did: CLEARED.did, repairs: 0, proof: null, release: null };
    expect(truth(alone)).toBe("false");
    expect(truth(alone, true)).toBe("open");
    expect(truth(alone, false, 3)).toBe("open");
  });

  it("held against the disposition alone where a person named no cures", () => {
    expect(truth({ did: { disposition: "replacePart", cures: [] } })).toBe("true");
  });
});

describe("certainty against truth", () => {
  it("has Wilson's interval of a share (Wilson 1927; 8 of 10: 0.490 to 0.943, from memory)", () => {
    const { least, most } = wilson(8, 10);
    expect([least, most].map((one) => Number(one.toFixed(3)))).toEqual([0.49, 0.943]);
    expect(wilson(0, 5).least).toBeCloseTo(0, 12);
    expect(wilson(5, 5).most).toBeCloseTo(1, 12);
    for (const [came, n] of [
      [1, 0],
      [-1, 5],
      [6, 5],
    ] as const)
      expect(() => wilson(came, n)).toThrow(RangeError);
  });

  it("is told by bands, each with what was said on average and what came, and nothing of what is not known", () => {
    const bands = calibrationOf([
      { probability: 0.92, truth: "true" },
      { probability: 0.94, truth: "false" },
      { probability: 0.93, truth: "open" },
      { probability: 0.95, truth: "true" },
      { probability: 1, truth: "true" },
    ]);
    expect(bands.map(({ from, n, came }) => [from, n, came])).toEqual([
      [0.9, 2, 1],
      [0.95, 1, 1],
      [0.99, 1, 1],
    ]);
    expect(bands[0]).toMatchObject({ to: 0.95, share: 0.5, ...wilson(1, 2) });
    expect(bands[0]!.said).toBeCloseTo(0.93, 12);
    expect(calibrationOf([{ probability: 0.5, truth: "open" }])).toEqual([]);
  });
});

describe("what a model was found to have", () => {
  const line = (part: Partial<Outcome> = {}, cameBack = false) => ({
    outcome: { ...OUTCOME, ...part },
    cameBack,
  });
  const found = foundIn([
    line(),
    line({ minutes: 80, cost: 90, did: { disposition: "replacePart", cures: ["bearings", "dryAndSeal"] } }),
    line({ minutes: 100, cost: null }, true),
    line({ proof: "open" }),
    { outcome: CLEARED, cameBack: false },
    { outcome: { ...CLEARED, did: null }, cameBack: false },
  ]);

  it("counts proved repairs and cleared motors that stayed away, and nothing else", () => {
    expect(found).toMatchObject({ known: 3, cleared: 1, repaired: 4, proved: 2, cameBack: 1 });
    expect(found.cures).toEqual([
      { cure: "bearings", n: 2 },
      { cure: "dryAndSeal", n: 1 },
      { cure: "battery", n: 1 },
    ]);
    expect(found.minutes).toBe(70);
    expect(found.cost).toBe(70);
  });

  it("is offered to weigh from ten jobs that tell, by model and by family", () => {
    const model = "01980000-0000-7000-8000-0000000000aa";
    const many = (n: number, modelId: string | null) =>
      Array.from({ length: n }, () => {
        const one = line();
        return { ...one, outcome: { ...one.outcome, modelId } };
      });
    expect(experienceIn(many(9, model))).toEqual([]);
    expect(experienceIn([...many(10, model), ...many(3, null), line({ proof: "open" })])).toEqual([
      { model, family: "hub", known: 10, cures: { bearings: 10 } },
      { model: null, family: "hub", known: 13, cures: { bearings: 13 } },
    ]);
    expect(experienceIn([...many(6, model), ...many(6, null)])).toMatchObject([{ model: null, known: 12 }]);
  });

  it("is told in words from three on, and once is no habit", () => {
    expect(foundWords(found)).toEqual(["2 of 3 had it in the bearing", "1 of 3 were not at fault"]);
    expect(foundWords(foundIn([line(), line()]))).toEqual([]);
    expect(foundIn([])).toMatchObject({ known: 0, minutes: null, cost: null });
  });
});
