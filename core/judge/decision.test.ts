import { describe, expect, it } from "vitest";
import { CURE_IDS, FAULT_IDS, factsOf } from "#core/known";
import { CHECK_IDS, DISPOSITIONS } from "#core/record";
import {
  BASIC,
  choice,
  frameOpen,
  job,
  lookedAndTurned,
  MILLIOHM,
  pairs,
  REPAIR,
  seen,
} from "../../tests/jobs.ts";
import { plansFor, proofOf } from "./index.ts";
import { REPAIR_PLANS } from "../known/index.ts";

describe("repair plans", () => {
  it("are there for each fault that asks for work", () => {
    for (const id of FAULT_IDS) {
      const { disposition } = factsOf(id);
      if (disposition === null || disposition === "notMotor" || disposition === "undecided") continue;
      const fits = REPAIR_PLANS.some(
        ({ cures, dispositions }) => cures.includes(id) && dispositions.includes(disposition),
      );
      expect(fits, id).toBe(true);
    }
  });

  it("cure faults of the catalogue, by the disposition the catalogue gives, and end in checks that exist", () => {
    for (const { id, does, cures, dispositions, proof, steps, cautions, minutes } of REPAIR_PLANS) {
      for (const fault of cures) expect(FAULT_IDS, id).toContain(fault);
      for (const disposition of dispositions) expect(DISPOSITIONS, id).toContain(disposition);
      for (const check of proof) expect(CHECK_IDS, id).toContain(check);
      expect(proof[0], id).toBe("safety");
      expect(steps.length, id).toBeGreaterThan(2);
      for (const { words, photo } of steps) expect(/photograph/iu.test(words), words).toBe(photo);
      for (const cure of does) expect(CURE_IDS, id).toContain(cure);
      expect(cautions.length, id).toBeGreaterThan(0);
      expect(minutes, id).toBeGreaterThan(0);
    }
  });

  it("exist for every disposition that asks for work, and none for leaving it undecided or as it is", () => {
    for (const disposition of DISPOSITIONS)
      expect(plansFor(disposition, []).length > 0, disposition).toBe(
        !["undecided", "cleared"].includes(disposition),
      );
  });

  it("put the plan for the likeliest fault first", () => {
    expect(plansFor("replacePart", ["magnets", "bearing"])[0]?.id).toBe("rotor");
    expect(plansFor("replacePart", ["bearing", "magnets"])[0]?.id).toBe("bearings");
    expect(plansFor("resolder", ["outside", "leadOpen", "starJointOpen"])[0]?.id).toBe("phaseWire");
    expect(plansFor("resolder", ["starJointOpen"])[0]?.id).toBe("starJoint");
  });

  it("for a star joint follow common practice: draw against the pull, keep the order, read before closing", () => {
    const steps = REPAIR_PLANS.find(({ id }) => id === "starJoint")!
      .steps.map(({ words }) => words)
      .join(" ");
    expect(steps).toMatch(/rear screws only/u);
    expect(steps).toMatch(/three pairs before closing/u);
    expect(steps).toMatch(/chip off the magnets/u);
  });
});

describe("the proof of a repair", () => {
  const found = [...lookedAndTurned(), ...frameOpen(), ...pairs(["OL", "OL", "OL"], BASIC, "0.2")];
  const repaired = (after: Parameters<typeof job>[0] = []) =>
    job([...found, ...after], { repairs: [REPAIR] });

  it("is open until what departed is read again, and names the check to repeat", () => {
    const { answer, lines } = proofOf(repaired());
    expect(answer).toBe("open");
    expect(lines).toMatchObject([{ variable: "pairs", check: "winding", state: "notRepeated", after: null }]);
  });

  it("is given by equal pairs after an open joint", () => {
    const { answer, lines } = proofOf(repaired(pairs(["127.8m", "128.1m", "128.0m"], MILLIOHM, "0.1m", 1)));
    expect(answer).toBe("proved");
    expect(lines[0]).toMatchObject({ state: "cured", doubt: null });
    expect(lines[0]?.after).toMatch(/^Pairs read equal/u);
  });

  it("of 0.16, 0.16, 0.17 Ω cures the joint and says that balance cannot be told (common practice)", () => {
    const { answer, lines } = proofOf(
      job(
        [
          ...found,
          ...pairs(
            ["0.16", "0.16", "0.17"],
            {
              ...BASIC,
              ranges: [{ fullScale: 20, resolution: 0.01, ofReading: 0.008, digits: 1 }],
              leadResistance: 0,
              contactScatter: 0.002,
            },
            "0",
            1,
          ),
        ],
        {
          repairs: [REPAIR],
          motor: {
            ...repaired().motor,
            expected: { ohms: 0.165, tolerance: 0.1, atTemperature: 20, source: "" },
          },
          instruments: [
            {
              ...BASIC,
              ranges: [{ fullScale: 20, resolution: 0.01, ofReading: 0.008, digits: 1 }],
              leadResistance: 0,
              contactScatter: 0.002,
            },
          ],
        },
      ),
    );
    expect(answer).toBe("proved");
    expect(lines[0]).toMatchObject({ state: "cured" });
    expect(lines[0]?.doubt).toMatch(/within 5 % cannot be told with this meter/u);
  });

  it("fails while the pairs still depart", () => {
    expect(proofOf(repaired(pairs(["OL", "OL", "OL"], MILLIOHM, "0.1m", 1))).answer).toBe("failed");
  });

  it("fails when something departs now that did not before", () => {
    const scraping = [
      ...pairs(["127.8m", "128.1m", "128.0m"], MILLIOHM, "0.1m", 1),
      choice("mechanical", "turn", "scraping", 1),
    ];
    expect(proofOf(repaired(scraping)).answer).toBe("failed");
  });

  it("wants each of several departures repeated", () => {
    const two = job(
      [
        ...found,
        choice("mechanical", "sight", "opened"),
        seen(["rust"]),
        ...pairs(["127.8m", "128.1m", "128.0m"], MILLIOHM, "0.1m", 1),
      ],
      {
        repairs: [REPAIR],
      },
    );
    const { answer, lines } = proofOf(two);
    expect(answer).toBe("open");
    expect(lines.map(({ variable, state }) => [variable, state])).toEqual([
      ["damp", "notRepeated"],
      ["pairs", "cured"],
    ]);
  });

  it("of nothing repaired is an error", () => {
    expect(() => proofOf(job(found))).toThrow(RangeError);
  });
});
