import { describe, expect, it } from "vitest";
import { readBundle, recordOfBundle } from "#contract/bundle";
import type { JobRecord, Motor, Pair, Phase, Reading } from "#core/record";
import {
  asOldBundle,
  BASIC,
  choice,
  frameOpen,
  HUB,
  job,
  lookedAndTurned,
  MILLIOHM,
  pairs,
  photographed,
  seen,
  spun,
} from "../../tests/jobs.ts";
import { assessJob, type Verdict } from "./index.ts";

const HOBBY: Motor = { ...HUB, family: "hobby", expected: null };
const rest = () => [...lookedAndTurned(), ...frameOpen()];
const probability = (verdict: Verdict, id: string) =>
  verdict.faults.find(({ fault }) => fault === id)!.probability;

/** Every caution of a hub motor acknowledged. */
const safe = () => ["isolate", "verifyDead", "magnets", "pack"].map((id) => choice("safety", id, "done"));

describe("a job with nothing read", () => {
  const verdict = assessJob(job([]));
  it("is not decided and proposes the next check with its reason", () => {
    expect(verdict.decided).toBeNull();
    expect(verdict.headline).toBe("Not decided yet");
    expect(verdict.next).not.toBeNull();
    expect(verdict.wouldChange.length).toBeGreaterThan(0);
  });
});

describe("trade cases (common practice)", () => {
  it("all pairs open, tips proved, windings bright: star joint, resolder", () => {
    const record = job([...rest(), ...pairs(["OL", "OL", "OL"], BASIC, "0.2")], {
      complaint: "noRun",
      motor: HOBBY,
    });
    const verdict = assessJob(record);
    expect(verdict.decided).toBe("resolder");
    expect(verdict.headline).toBe("Star joint open");
  });

  it("all pairs open with the probes proved end the matter, whatever else is open (common practice)", () => {
    const verdict = assessJob(job(pairs(["OL", "OL", "OL"], MILLIOHM, "0.1m")));
    expect(verdict.hardFact).toMatchObject({ ends: "asItStands" });
    expect(["resolder", "repair"]).toContain(verdict.decided);
    expect(verdict.reason).toMatch(/next joint inward/u);
    const delta = assessJob(
      job(pairs(["OL", "OL", "OL"], MILLIOHM, "0.1m"), { motor: { ...HUB, connection: "delta" } }),
    );
    expect(delta.decided).toBe("repair");
    expect(delta.faults[0]?.fault).toBe("leadOpen");
  });

  it("all pairs open without the tips touched: not decided, and it says why", () => {
    const verdict = assessJob(
      job([...rest(), ...pairs(["OL", "OL", "OL"], BASIC)], { complaint: "noRun", motor: HOBBY }),
    );
    expect(verdict.decided).toBeNull();
    expect(verdict.reason).toContain("touched together");
  });

  it("a pair at 0.0 Ω of an ECM section: two windings touching", () => {
    const ecm: Motor = { ...HUB, family: "ecm", expected: null };
    const verdict = assessJob(
      job([...rest(), ...pairs(["0.2", "8.1", "8.2"], BASIC, "0.2")], { motor: ecm, complaint: "noRun" }),
    );
    expect(verdict.faults[0]!.fault).toBe("leadsShorted");
    expect(verdict.faults[0]!.place?.winding).toBe("AB");
  });

  it("9.4, 9.4, 9.4 Ω and frame open: the winding is cleared", () => {
    const ecm: Motor = { ...HUB, family: "ecm", expected: null };
    const verdict = assessJob(
      job([...safe(), ...rest(), ...pairs(["9.6", "9.6", "9.6"], BASIC, "0.2")], {
        motor: ecm,
        complaint: "noRun",
      }),
    );
    for (const id of ["turnsShorted", "highJoint", "limbOpen", "leadsShorted"])
      expect(probability(verdict, id)).toBeLessThan(0.06);
  });

  it("orders faults by chance, and those that are equally likely by their names", () => {
    const { faults } = assessJob(job([], { complaint: "routine", motor: { ...HUB, family: "hobby" } }));
    const equal = faults.slice(1).filter(({ probability }, i) => {
      const before = faults[i]!;
      const tied = Math.abs(before.probability - probability) < 1e-13;
      if (tied) expect(before.fault < faults[i + 1]!.fault, before.fault).toBe(true);
      else expect(before.probability).toBeGreaterThan(probability);
      return tied;
    });
    // Several of them are as common as each other before anything is read.
    expect(equal.length).toBeGreaterThan(3);
  });

  it("torn laminations end the matter", () => {
    const verdict = assessJob(
      job([
        choice("mechanical", "turn", "scraping"),
        choice("mechanical", "sight", "opened"),
        seen(["torn"]),
        photographed(),
      ]),
    );
    expect(verdict.decided).toBe("replaceMotor");
    expect(verdict.hardFact?.ends).toBe("motor");
  });

  it("stiff with its electronics, free without: what drives it, not the motor", () => {
    const verdict = assessJob(
      job([choice("mechanical", "turn", "stiff"), choice("mechanical", "turnUnplugged", "free")]),
    );
    expect(verdict.faults[0]!.fault).toBe("switchShorted");
  });

  it("a box of marbles: the bearing", () => {
    const verdict = assessJob(
      job([choice("mechanical", "turn", "grinding"), choice("mechanical", "axialPlay", "clear")], {
        complaint: "noisy",
      }),
    );
    expect(verdict.faults[0]!.fault).toBe("bearing");
  });

  it("balanced but 40 % off the expected value: the data are doubted, not the winding", () => {
    const verdict = assessJob(job([...rest(), ...pairs(["180m", "181m", "180m"], MILLIOHM, "0")]));
    expect(probability(verdict, "wrongData")).toBeGreaterThan(0.5);
    expect(probability(verdict, "turnsShorted")).toBeLessThan(0.1);
  });

  it("a delta with one winding open is found where the connection is unknown", () => {
    const verdict = assessJob(
      job([...rest(), ...pairs(["384m", "192m", "192m"], MILLIOHM, "0")], {
        motor: { ...HUB, connection: "unknown" },
      }),
    );
    expect(verdict.faults[0]!.fault).toBe("limbOpen");
    expect(verdict.faults[0]!.place?.winding).toBe("AB");
  });

  it("pairs and spin are one circuit: turns shorted are shorted in one phase, by one share, in both", () => {
    const STAR: Motor = { ...HUB, connection: "star" };
    const turns = (ohms: readonly [string, string, string], volts: readonly [number, number, number]) => {
      const verdict = assessJob(
        job([...rest(), ...pairs(ohms, MILLIOHM, "0"), ...spun([100, ...volts, 100])], { motor: STAR }),
      );
      return probability(verdict, "turnsShorted");
    };
    // Circuit arithmetic, 30 % of limb A: .85/1/.85 at rest, .854/1/.854 spun.
    const low = ["108.8m", "128m", "108.8m"] as const;
    const oneCircuit = turns(low, [4.27, 5, 4.27]);
    expect(oneCircuit).toBeGreaterThan(0.95);
    // Limb A at rest and limb B spun, or a third of it at rest and nothing spun: no one fault does that.
    expect(turns(low, [4.27, 4.27, 5])).toBeLessThan(oneCircuit - 0.1);
    expect(turns(low, [5, 5, 5])).toBeLessThan(0.5);
  });

  it("a meter too coarse for the motor leaves the winding undecided", () => {
    const verdict = assessJob(job([...rest(), ...pairs(["0.3", "0.3", "0.4"], BASIC, "0.2")]));
    expect(verdict.decided).toBeNull();
    expect(verdict.plan.find(({ check }) => check === "winding")!.state).not.toBe("agrees");
  });
});

describe("the verdict", () => {
  it("only renames when the phases are renamed", () => {
    const turned: Record<Phase, Phase> = { A: "B", B: "C", C: "A" };
    const turnedPair: Record<Pair, Pair> = { AB: "BC", BC: "CA", CA: "AB" };
    const original = job([...rest(), ...pairs(["127.4m", "143.6m", "143.1m"], MILLIOHM, "0.1m")]);
    const rename = (reading: Reading): Reading => ({
      ...reading,
      slot: turnedPair[reading.slot as Pair] ?? turned[reading.slot as Phase] ?? reading.slot,
    });
    const before = assessJob(original);
    const after = assessJob({ ...original, readings: original.readings.map(rename) });
    before.faults.forEach(({ fault, probability: p }) => expect(probability(after, fault)).toBeCloseTo(p, 9));
    expect(after.faults[0]!.place!.phase).toBe(turned[before.faults[0]!.place!.phase]);
  });

  it("is the same after export to a bundle and back", () => {
    const record = job([...rest(), ...pairs(["127.4m 127.5m", "143.6m", "OL"], MILLIOHM, "0.1m")]);
    const back = readBundle(asOldBundle(record));
    expect(back.kind).toBe("read");
    if (back.kind === "read") expect(assessJob(recordOfBundle(back.job))).toEqual(assessJob(record));
  });

  it("is not moved by a skipped check", () => {
    const record = job(lookedAndTurned());
    const skipped: Reading = {
      ...choice("frame", "skipped", ""),
      value: { kind: "skipped", reason: "cover riveted" },
    };
    const [before, after] = [
      assessJob(record),
      assessJob({ ...record, readings: [...record.readings, skipped] }),
    ];
    expect(after.remedies).toEqual(before.remedies);
    expect(after.plan.find(({ check }) => check === "frame")!.state).toBe("skipped");
  });

  it("counts a corrected reading once, by its correction", () => {
    const wrong = pairs(["OL", "128m", "128m"], MILLIOHM, "0");
    const slip = wrong.find(({ slot }) => slot === "AB")!;
    const right: Reading = {
      ...slip,
      id: "01980000-0000-7000-9999-000000000001",
      value: { kind: "ohms", ohms: 0.128 },
      supersedes: slip.id,
    };
    const corrected = assessJob(job([...rest(), ...wrong, right]));
    const clean = assessJob(job([...rest(), ...pairs(["128m", "128m", "128m"], MILLIOHM, "0")]));
    expect(corrected.remedies.repair).toBeCloseTo(clean.remedies.repair, 9);
  });

  it("after a repair drops what departed, keeps what agreed, and reads sound when the pairs are equal again", () => {
    const found = job([...rest(), ...pairs(["OL", "OL", "OL"], BASIC, "0.2")], {
      motor: HOBBY,
      complaint: "noRun",
    });
    const repaired: JobRecord = {
      ...found,
      repairs: [
        {
          id: "01980000-0000-7000-8000-00000000000a",
          plan: "starJoint",
          done: "resoldered",
          minutes: 25,
          by: "MO",
          at: "2026-03-02T10:00:00.000Z",
        },
      ],
    };
    expect(assessJob(repaired).findings.map(({ variable }) => variable)).not.toContain("pairs");
    const proved = assessJob({
      ...repaired,
      readings: [...repaired.readings, ...pairs(["45m", "45.2m", "45.1m"], MILLIOHM, "0", 1)],
    });
    expect(probability(proved, "starJointOpen")).toBeLessThan(0.001);
    expect(proved.sound).toBeGreaterThan(0.5);
  });

  it("does not offer ohms where the plug carries electronics", () => {
    const sealed = assessJob(job([], { motor: { ...HUB, family: "ecmSealed" } }));
    expect(sealed.plan.find(({ check }) => check === "winding")!.notApplicable).toContain("not applicable");
  });
});
