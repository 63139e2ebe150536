import { describe, expect, it } from "vitest";
import {
  BASIC,
  choice,
  frameOpen,
  HUB,
  job,
  lamps,
  lookedAndTurned,
  madeSafe,
  MILLIOHM,
  pairs,
  REPAIR,
  seen,
  SHOP,
  SOUND_LAMPS,
  spun,
  TRUE_RMS,
} from "../../tests/jobs.ts";
import type { JobRecord, Reading } from "../record/index.ts";
import { assessJob, DECIDED_FROM, MOST_SETUP_DOUBT, type Verdict } from "./index.ts";

const verdictOf = (readings: readonly Reading[], part: Partial<JobRecord> = {}) =>
  assessJob(job(readings, part));
const chance = ({ faults }: Verdict, id: string) => faults.find(({ fault }) => fault === id)!.probability;
const REST = [...lookedAndTurned(), ...frameOpen()];
/** A joint that everything points at: both pairs through A high, the tips proved, read finely. */
const JOINT = [...REST, ...pairs(["170m", "128m", "170.2m"], MILLIOHM, "0.1m"), ...spun([100, 5, 5, 5, 100])];

describe("decided: each condition alone", () => {
  it("is so where everything points one way, and says by how much", () => {
    const verdict = verdictOf(JOINT);
    expect(verdict.decided).toBe("resolder");
    expect(verdict.remedies.resolder).toBeGreaterThanOrEqual(DECIDED_FROM);
    expect(verdict.reason).toMatch(/^Resolder: \d+ % of what fits\.$/u);
    expect(verdict.headline).toBe("High joint or lead");
    expect(verdict.next).toBeNull();
  });

  it("waits below nine in ten, and names what leads and what is asked", () => {
    const verdict = verdictOf([...REST, ...pairs(["0.2", "0.2", "0.2"], BASIC, "0.1")], {
      motor: { ...HUB, expected: null },
    });
    const top = Math.max(...Object.values(verdict.remedies));
    expect(top).toBeLessThan(DECIDED_FROM);
    expect(verdict.decided).toBeNull();
    expect(verdict.headline).toBe("Not decided yet");
    const doubtful = verdictOf([...REST, ...pairs(["145m", "128m", "145m"], MILLIOHM, "0.1m")]);
    expect(doubtful.decided).toBeNull();
    expect(doubtful.reason).toMatch(/leads with \d+ %; 90 % is asked\./u);
  });

  it("waits while a check is half made, whatever the others say", () => {
    const verdict = verdictOf([...JOINT.filter(({ slot }) => slot !== "CA" || false)]);
    expect(verdict.decided).toBeNull();
    expect(verdict.reason).toContain("half done");
    expect(verdict.next).toMatchObject({ halfDone: true });
    // Making safe is no reading: half of it holds nothing up here.
    expect(verdictOf([...JOINT, choice("safety", "isolate", "done")]).decided).toBe("resolder");
  });

  it("waits while the set-up may be the cause", () => {
    const known = (slot: string, ohms: number, instrumentId: string | null): Reading => ({
      ...choice("setup", slot, ""),
      value: { kind: "ohms", ohms },
      instrumentId,
    });
    const verdict = verdictOf([...JOINT, known("known", 10, null), known("knownRead", 14, MILLIOHM.id)]);
    expect(chance(verdict, "setup")).toBeGreaterThan(MOST_SETUP_DOUBT);
    expect(verdict.decided).toBeNull();
  });

  it("waits where no set of faults explains the findings, and says to repeat", () => {
    const verdict = verdictOf([
      choice("mechanical", "turn", "locked"),
      seen(["taped"]),
      choice("mechanical", "sight", "opened"),
      choice("mechanical", "shortDrag", "noneDrags"),
      choice("run", "runGood", "runs"),
      choice("run", "swap", "stillFails"),
      ...frameOpen().map((one) => ({ ...one, value: { kind: "ohms" as const, ohms: 5 } })),
      ...pairs(["128m", "128m", "128m"], MILLIOHM, "5"),
    ]);
    expect(verdict.conflict).toBe(true);
    expect(verdict.decided).toBeNull();
    expect(verdict.headline).toBe("Findings conflict");
    expect(verdict.reason).toContain("No set of up to three faults");
  });

  it("waits for the probes where all pairs read open, and is a hard fact once they are proved", () => {
    const unproved = verdictOf([...REST, ...pairs(["OL", "OL", "OL"], BASIC)]);
    expect(unproved.decided).toBeNull();
    expect(unproved.reason).toContain("proves nothing until the probe tips");
    const proved = verdictOf([...REST, ...pairs(["OL", "OL", "OL"], BASIC, "0.2")]);
    expect(proved.decided).toBe("resolder");
    expect(proved.hardFact).toMatchObject({ ends: "asItStands" });
    // The hard fact says that it is unusable, not what is wrong with it: the headline names the fault.
    expect(proved.headline).toBe("Star joint open");
    const misread = verdictOf([...REST, ...pairs(["OL", "OL", "OL"], BASIC, "OL")]);
    expect(misread.decided).toBeNull();
  });

  it("does not clear a motor while a check that is asked for is open", () => {
    const sound = [
      ...madeSafe("hub"),
      ...REST,
      ...pairs(["128m", "128.1m", "127.9m"], MILLIOHM, "0.1m"),
      ...lamps(SOUND_LAMPS),
      choice("run", "runGood", "runs"),
      choice("run", "swap", "stillFails"),
    ];
    const open = verdictOf(sound);
    expect(open.remedies.notMotor).toBeGreaterThan(DECIDED_FROM);
    expect(open.decided).toBeNull();
    expect(open.reason).toContain("checks are still open");
    const done = verdictOf([
      ...sound,
      choice("backemf", "drill", "free"),
      ...spun([100, 5, 5.01, 4.99, 100]),
    ]);
    expect(done.decided).toBe("notMotor");
    expect(done.headline).toBe("Not the motor");
    // What clears still says what would tell more.
    expect(done.plan.find(({ check }) => check === "insulation")?.optional).toBe(true);
  });
});

describe("hard facts", () => {
  it("end the matter whatever else was read", () => {
    for (const [mark, disposition, headline] of [
      ["torn", "replaceMotor", "Replace the motor"],
      ["chipped", "replacePart", "Replace a part"],
    ] as const) {
      const verdict = verdictOf([choice("mechanical", "turn", "even"), seen([mark])]);
      expect(verdict).toMatchObject({ decided: disposition, headline });
      expect(verdict.reason).toMatch(/condemn/u);
    }
  });

  it("of a torn motor outweigh a chipped magnet", () => {
    expect(verdictOf([seen(["chipped", "torn"])]).decided).toBe("replaceMotor");
  });
});

describe("after a repair", () => {
  const before = [...REST, ...pairs(["OL", "OL", "OL"], BASIC, "0.2"), ...lamps(SOUND_LAMPS)];
  const repaired = { repairs: [REPAIR] };

  it("what departed is void until it is read again, what agreed stands", () => {
    const { findings } = verdictOf(before, repaired);
    expect(findings.map(({ variable }) => variable)).not.toContain("pairs");
    expect(findings.map(({ variable }) => variable)).toEqual(
      expect.arrayContaining(["turn", "frame", "tips"]),
    );
    expect(findings.every(({ departs }) => !departs)).toBe(true);
  });

  it("waits for what departed alone, and then is sound", () => {
    const waiting = verdictOf(before, repaired);
    expect(waiting.decided).toBeNull();
    const proved = verdictOf(
      [...before, ...pairs(["127.9m", "128m", "128.1m"], MILLIOHM, "0.1m", 1)],
      repaired,
    );
    expect(proved).toMatchObject({ decided: "notMotor", headline: "Sound after repair", epoch: 1 });
  });

  it("the complaint sets no odds any more", () => {
    const [hot, routine] = (["hot", "routine"] as const).map((complaint) =>
      verdictOf(before, { ...repaired, complaint, events: ["heat"] }),
    );
    for (const { fault, probability } of hot!.faults)
      expect(probability).toBeCloseTo(chance(routine!, fault), 12);
  });
});

describe("the next check", () => {
  it("is the one that tells most a minute, never one that was skipped or does not apply", () => {
    const verdict = verdictOf([]);
    const rates = [verdict.next!, verdict.runnerUp!].map(({ gain, minutes }) => gain / minutes);
    expect(rates[0]).toBeGreaterThanOrEqual(rates[1]!);
    const skipped = verdictOf([
      { ...choice(verdict.next!.check, "skipped", ""), value: { kind: "skipped", reason: "no access" } },
    ]);
    expect(skipped.next?.check).not.toBe(verdict.next!.check);
    const sealed = verdictOf([], { motor: { ...HUB, family: "ecmSealed" } });
    expect(["frame", "winding", "backemf", "insulation", "run", "hall"]).not.toContain(sealed.next?.check);
  });

  it("is nothing once it is decided, and what would change it says so in words", () => {
    expect(verdictOf(JOINT).next).toBeNull();
    const { wouldChange } = verdictOf(REST);
    expect(wouldChange.length).toBeGreaterThan(0);
    for (const { words, probability } of wouldChange) {
      expect(words).toMatch(/[a-z]/u);
      expect(probability).toBeGreaterThan(0);
    }
  });

  it("is told to gain less with a meter that cannot decide", () => {
    const gainWith = (instruments: typeof SHOP) =>
      verdictOf(REST, { instruments, complaint: "hot" }).wouldChange.length >= 0 &&
      [verdictOf(REST, { instruments }).next, verdictOf(REST, { instruments }).runnerUp].find(
        (one) => one?.check === "winding",
      )?.gain;
    const [fine, coarse] = [gainWith([MILLIOHM]), gainWith([BASIC, TRUE_RMS])];
    if (fine && coarse) expect(coarse).toBeLessThanOrEqual(fine);
    expect(fine ?? coarse).toBeDefined();
  });
});
