import { describe, expect, it } from "vitest";
import { pointsOf, schemeOfFamily, WITH_ELECTRONICS } from "#core/families";
import { readJournal } from "#core/judge";
import type { Entry, Reading, ReadingValue } from "#core/record";
import { secondsOf, type Act } from "./acts.ts";
import { bestWay, recordOf } from "./bestWay.ts";
import { intakeOf, kit, kitId, motorOfCase, type CaseFile } from "./caseFile.ts";
import { CASES } from "./cases.ts";
import { debriefOf } from "./debrief.ts";
import { brierOf, marksOf, truthOf, type Attempt } from "./marks.ts";
import { slotAt } from "./slotAt.ts";

const caseOf = (id: string) => CASES.find((one) => one.id === id)!;
const HILL = caseOf("cuts-out-on-the-hill");
const attempt = (changes: Partial<Attempt> = {}): Attempt => ({
  ...{ acts: [], entries: [], words: [], decided: { cures: ["joint"] }, peeked: false },
  ...changes,
});
const doing = (...acts: Act[]): Attempt["acts"] =>
  acts.map((act, i) => ({ after: i === 0 ? 0 : secondsOf(acts[i - 1]!), act }));

/** A job of a case with these readings. */
function recordWith(file: CaseFile, ...read: readonly (readonly [Reading["check"], string, ReadingValue])[]) {
  const at = "2026-03-02T09:00:00.000Z";
  const entries = read.map(([check, slot, value], i): Entry => ({
    kind: "reading",
    body: {
      ...{ id: `00000000-0000-7000-8000-${String(i).padStart(12, "0")}`, check, slot, epoch: 0, value },
      ...{ typed: "", instrumentId: kitId("milliohm"), takenAt: at, by: "MO", supersedes: null },
    },
  }));
  return readJournal(intakeOf(file, at), entries, { instruments: kit() }).record;
}
const ohms = (value: number): ReadingValue => ({ kind: "ohms", ohms: value });
const chosen = (choice: string): ReadingValue => ({ kind: "choice", choice });

describe("how far a word lies from the truth (Brier 1950: mean squared difference)", () => {
  it.each([
    [[["highJoint", 1]], ["highJoint"], 0],
    [[["highJoint", 0.5]], ["highJoint"], 0.25],
    [[["turnsShorted", 1]], ["highJoint"], 1],
    [[], ["highJoint"], 1],
    [
      [
        ["highJoint", 0.8],
        ["turnsShorted", 0.2],
      ],
      ["highJoint"],
      0.04,
    ],
    [
      [
        ["bearing", 0.9],
        ["battery", 0.9],
      ],
      ["bearing", "battery"],
      0.01,
    ],
    // Of a sound motor everything named is wrong, and naming nothing is right.
    [[["bearing", 0.6]], [], 0.36],
    [[], [], 0],
  ] as const)("%j of %j is %f", (said, truth, brier) => {
    const words = said.map(([fault, chance]) => ({ fault, chance }));
    expect(brierOf(words, truth)).toBeCloseTo(brier, 10);
  });
});

describe("marks", () => {
  it.each([
    [["joint"], "right"],
    [[], "harmful"],
    [["battery"], "harmful"],
    [["motor"], "wasteful"],
    [["joint", "bearings"], "wasteful"],
  ] as const)("of a joint: %j is %s", (cures, outcome) => {
    const marks = marksOf(HILL, attempt({ decided: { cures } }));
    expect(marks.outcome).toBe(outcome);
    expect(marks.needlessParts).toEqual(cures.filter((cure) => cure !== "joint" && cure !== "motor"));
  });

  it("count what each act takes, and every unsafe one", () => {
    const acts = doing(
      { do: "plug", in: false },
      { do: "power", on: false },
      { do: "spin", rpm: 1400 },
      { do: "wait", seconds: 300 },
    );
    const { seconds, unsafe } = marksOf(HILL, attempt({ acts }));
    expect(seconds).toBe(20 + 20 + 60 + 300);
    expect(unsafe.map(({ kind }) => kind)).toEqual(["plugPulledLive", "spinAbove30"]);
  });

  it("are the same for the same try, and refuse an instrument that does not lie there", () => {
    const acts = doing({ do: "power", on: false }, { do: "sense", what: "mechanical.turn" });
    expect(marksOf(HILL, attempt({ acts }))).toEqual(marksOf(HILL, attempt({ acts })));
    expect(() => marksOf(HILL, attempt({ acts: doing({ do: "lift", with: "nobody's" }) }))).toThrow(
      RangeError,
    );
  });

  it("tell a guess from what was read: the shortest way settles it, nothing read does not", () => {
    const entries = recordOf(HILL, bestWay(HILL)!.steps).readings.map((body): Entry => ({
      kind: "reading",
      body,
    }));
    expect(marksOf(HILL, attempt({ entries })).settled).toBe(true);
    expect(marksOf(HILL, attempt()).settled).toBe(false);
    // Rightly: what points to another cure settles nothing of this motor.
    const growls = caseOf("growls");
    expect(marksOf(growls, attempt({ entries })).settled).toBe(false);
  });

  it("name what is true by the program's names, as the machine fails", () => {
    expect(truthOf(motorOfCase(HILL))).toEqual(["highJoint"]);
    expect(truthOf(motorOfCase(caseOf("just-a-service")))).toEqual([]);
    const { fan } = motorOfCase(caseOf("module-is-dead"));
    expect(truthOf({ ailments: ["module"], fan: { ...fan!, moduleFails: "oneTap" } })).toEqual(["oneTap"]);
    expect(truthOf({ ailments: ["board"], fan: { ...fan!, boardSticks: true } })).toEqual(["boardStuck"]);
    expect(truthOf({ ailments: ["supply"], fan: { ...fan!, entry: 0.7 } })).toEqual(["mainsOff"]);
  });
});

describe("the place that a display fills", () => {
  const NOW = { probes: "lifted", reads: "ohms", spinning: false, called: false, pairsSpun: false } as const;
  const touching = (red: "A" | "B" | "C" | "frame", black: "A" | "B" | "C" | "frame") => ({
    probes: { red, black },
  });
  it.each([
    [{}, null],
    [{ probes: "tips" }, "winding tips"],
    [touching("B", "A"), "winding AB"],
    [touching("C", "A"), "winding CA"],
    [touching("A", "A"), null],
    [{ ...touching("A", "B"), spinning: true }, null],
    [{ ...touching("A", "B"), reads: "acVolts" }, null],
    [{ ...touching("A", "B"), reads: "acVolts", spinning: true }, "backemf AB"],
    [{ ...touching("A", "B"), reads: "frequency", spinning: true }, "backemf speedBefore"],
    [{ ...touching("A", "B"), reads: "frequency", spinning: true, pairsSpun: true }, "backemf speedAfter"],
    [{ reads: "tachometer", spinning: true }, "backemf speedBefore"],
    [{ reads: "tachometer" }, null],
    [touching("frame", "C"), "frame C"],
    [{ ...touching("A", "frame"), reads: "insulation" }, "insulation oneMinute"],
    [{ probes: { at: "pack" }, reads: "dcVolts" }, "feed pack.rest"],
    [{ probes: { at: "pack" }, reads: "dcVolts", called: true }, "feed pack.load"],
    [{ probes: { at: "pack" } }, null],
    [{ probes: { at: "sensorSupply" }, reads: "dcVolts" }, "hall supply"],
    [{ probes: { at: "B.minus" }, reads: "dcVolts" }, "run B.minus"],
    [{ probes: { at: "v24.call" }, reads: "acVolts" }, "power v24.call"],
    [{ probes: { at: "knownOhms" } }, "setup knownRead"],
    [{ probes: { at: "knownVolts" }, reads: "acVolts" }, "setup voltsRead"],
    [{ probes: { at: "temperatureSensor" } }, "hall temp.ohms"],
  ] as const)("%j: %s", (changes, told) => {
    const place = slotAt({ ...NOW, ...changes });
    expect(place && `${place.check} ${place.slot}`).toBe(told);
  });

  it("is there at every point of a machine's way, and the bench has volts for it", () => {
    for (const family of WITH_ELECTRONICS) {
      const motor = motorOfCase({ ...caseOf("goes-up-and-down"), family, ailments: [] });
      for (const { slot } of pointsOf(schemeOfFamily(family)!))
        expect(motor.fan!.at[slot], `${family} ${slot}`).toBeGreaterThanOrEqual(0);
    }
  });
});

describe("a debrief", () => {
  const PAIRS = [
    ["winding", "AB", ohms(0.2244)],
    ["winding", "BC", ohms(0.1597)],
    ["winding", "CA", ohms(0.2245)],
  ] as const;

  it("says how the verdict stood after each stretch, which step was left out, and what would have told", () => {
    const { way, stood, taken, told, needless } = debriefOf(HILL, recordWith(HILL, ...PAIRS));
    expect(stood).toHaveLength(1);
    expect(stood[0]).toMatchObject({ check: "winding", readings: 3, settled: false });
    expect(stood[0]!.chance).toBeGreaterThan(0.5);
    expect(taken).toHaveLength(way!.steps.length);
    way!.steps.forEach(({ check }, i) => expect(taken[i], check).toBe(check === "winding"));
    expect(told).not.toBeNull();
    expect(taken[told!]).toBe(false);
    expect(needless).toBe(0);
  });

  it("counts as needless what was read once it was settled, and what makes it safe never", () => {
    const dead = caseOf("all-three-open");
    const open = { kind: "open" } as const;
    const enough = [
      ["safety", "isolate", chosen("done")],
      // Without the tips together, an open display may be an open lead of the meter.
      ["winding", "tips", ohms(0.0001)],
      ...(["AB", "BC", "CA"] as const).flatMap((pair) => [
        ["winding", pair, open] as const,
        ["winding", pair, open] as const,
      ]),
    ] as const;
    const more = [
      ["mechanical", "turn", chosen("even")],
      ["mechanical", "axialPlay", chosen("none")],
    ] as const;
    const settled = debriefOf(dead, recordWith(dead, ...enough));
    expect(settled.stood.at(-1)).toMatchObject({ check: "winding", readings: 7, settled: true });
    expect(settled.needless).toBe(0);
    const besides = debriefOf(dead, recordWith(dead, ...enough, ...more));
    expect(besides.needless).toBe(2);
    expect(besides.besides).toEqual(["mechanical"]);
  });

  it("of a try that read nothing leaves the whole way", () => {
    const { stood, taken, told } = debriefOf(HILL, recordWith(HILL));
    expect(stood).toEqual([]);
    expect(taken).not.toContain(true);
    expect(told).not.toBeNull();
  });

  it("has a way whose chances end near the truth, and takes no longer than what the program proposes", () => {
    const way = bestWay(HILL)!;
    expect(way.settles).toBe(true);
    expect(way.steps.at(-1)!.chance).toBeGreaterThan(0.9);
    const steps = way.steps.reduce((sum, { seconds }) => sum + seconds, 0);
    expect(way.seconds).toBeGreaterThanOrEqual(steps);
  });
});
