import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { PAIRS, type ByPair, type ByPhase, type Pair, type Phase, type Reading } from "#core/record";
import { proofOf } from "#core/judge";
import { buildReport } from "#core/report";
import {
  choice,
  DECISION,
  frameOpen,
  job,
  lookedAndTurned,
  MILLIOHM,
  pairs,
  reading,
  REPAIR,
} from "../../tests/jobs.ts";
import { assessJob } from "./index.ts";

const value = fc.oneof(
  {
    weight: 6,
    arbitrary: fc.double({ min: 0.09, max: 0.2, noNaN: true }).map((ohms) => `${(ohms * 1000).toFixed(1)}m`),
  },
  { weight: 1, arbitrary: fc.constant("OL") },
  { weight: 1, arbitrary: fc.constant("0") },
);
const triple = fc.tuple(value, value, value);
const turn = fc.constantFrom("even", "grinding", "scraping", "stiff", "tightSpot");
const RUNS = { numRuns: 25 };

function remediesOf(readings: readonly Reading[]) {
  return Object.values(assessJob(job(readings)).remedies).map((p) => Number(p.toFixed(9)));
}

describe("any job", () => {
  it("is judged alike in whatever order its checks were made", () => {
    fc.assert(
      fc.property(triple, turn, (typed, felt) => {
        const parts = [[choice("mechanical", "turn", felt)], frameOpen(), pairs(typed, MILLIOHM, "0.1m")];
        expect(remediesOf(parts.toReversed().flat())).toEqual(remediesOf(parts.flat()));
      }),
      RUNS,
    );
  });

  it("is judged as if a reading taken back had never been", () => {
    fc.assert(
      fc.property(triple, value, (typed, slip) => {
        const kept = pairs(typed, MILLIOHM, "0.1m");
        const [wrong] = pairs([slip, "1", "1"], MILLIOHM);
        const back = reading({
          check: "winding",
          slot: "AB",
          value: { kind: "withdrawn", reason: "wrong pair" },
          supersedes: wrong!.id,
        });
        expect(remediesOf([...kept, wrong!, back])).toEqual(remediesOf(kept));
      }),
      RUNS,
    );
  });

  it("shares out the whole of its belief, and no more", () => {
    fc.assert(
      fc.property(triple, turn, (typed, felt) => {
        const { remedies, faults } = assessJob(
          job([choice("mechanical", "turn", felt), ...pairs(typed, MILLIOHM, "0.1m")]),
        );
        expect(Object.values(remedies).reduce((sum, p) => sum + p, 0)).toBeCloseTo(1, 9);
        for (const { probability } of faults) {
          expect(probability).toBeGreaterThanOrEqual(0);
          expect(probability).toBeLessThanOrEqual(1 + 1e-12);
        }
      }),
      RUNS,
    );
  });

  it("keeps remedies and only turns the place when the phases are turned", () => {
    // A → B → C → A carries the pair AB to BC, BC to CA, CA to AB.
    const turned: ByPair<Pair> = { AB: "BC", BC: "CA", CA: "AB" };
    const turnedPhase: ByPhase<Phase> = { A: "B", B: "C", C: "A" };
    fc.assert(
      fc.property(fc.tuple(value, value, value), (typed) => {
        const moved = PAIRS.map((pair) => typed[PAIRS.findIndex((other) => turned[other] === pair)]!);
        const before = assessJob(job(pairs(typed, MILLIOHM, "0.1m")));
        const after = assessJob(job(pairs(moved as [string, string, string], MILLIOHM, "0.1m")));
        for (const [remedy, p] of Object.entries(before.remedies))
          expect(after.remedies[remedy as keyof typeof after.remedies]).toBeCloseTo(p, 6);
        const place = before.findings.find(({ variable }) => variable === "pairs")?.place;
        const movedPlace = after.findings.find(({ variable }) => variable === "pairs")?.place;
        // Where two places fit alike the first letter is named: only a clear place must turn.
        if (place && place.share > 0.6) expect(movedPlace?.phase).toBe(turnedPhase[place.phase]);
      }),
      RUNS,
    );
  });

  it("has a report, open or decided or repaired, without a hole in it", () => {
    fc.assert(
      fc.property(triple, triple, fc.boolean(), (typed, after, repaired) => {
        const readings = [...lookedAndTurned(), ...frameOpen(), ...pairs(typed, MILLIOHM, "0.1m")];
        const record = repaired
          ? job([...readings, ...pairs(after, MILLIOHM, "0.1m", 1)], {
              decisions: [DECISION],
              repairs: [REPAIR],
            })
          : job(readings);
        const report = buildReport(record, {
          number: 1,
          takenInAt: "2026-03-02T09:00:00.000Z",
          closedAt: null,
        });
        expect(JSON.stringify(report)).not.toMatch(/undefined|NaN|Infinity/u);
        expect(report.answer).not.toBe("");
        expect(report.tables).toHaveLength(repaired ? 2 : 1);
      }),
      RUNS,
    );
  });

  it("is never called proved while something still departs", () => {
    fc.assert(
      fc.property(triple, triple, (typed, after) => {
        const record = job([...pairs(typed, MILLIOHM, "0.1m"), ...pairs(after, MILLIOHM, "0.1m", 1)], {
          repairs: [REPAIR],
        });
        const departs = assessJob(record).findings.some((finding) => finding.departs);
        if (departs) expect(proofOf(record).answer).toBe("failed");
      }),
      RUNS,
    );
  });
});
