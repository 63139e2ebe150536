import { describe, expect, it } from "vitest";
import {
  BASIC,
  choice,
  frameOpen,
  HUB,
  job,
  lookedAndTurned,
  measured,
  MILLIOHM,
  pairs,
  reading,
} from "../../tests/jobs.ts";
import { checkOf } from "../measure/index.ts";
import type { CheckId, Family, Motor, Reading } from "../record/index.ts";
import type { Action } from "./action.ts";
import { assessJob, weigh } from "./assessJob.ts";
import type { HardFact } from "./hardFact.ts";
import type { FaultBelief } from "./verdict.ts";
import { decidingNeeds, nextForNeed, type DecidingNeed, type Seen } from "./warrant.ts";

const skipOf = (check: CheckId): Reading =>
  reading({ check, slot: "skipped", value: { kind: "skipped", reason: "no meter at hand" } });
const doing = (...cures: Action["cures"]) => ({ cures, probability: 0.95 }) as Action;
const likely = (fault: FaultBelief["fault"], probability: number) =>
  [{ fault, probability, weights: [] }] as unknown as Seen["faults"];

/** The needs of an action on a job with these readings. */
function needs(
  readings: readonly Reading[],
  part: Partial<Seen> = {},
  family: Family = "hub",
  rated: Motor["rated"] = { volts: 230 },
) {
  const record = job(readings, { motor: { ...HUB, family, rated } });
  const seen = { job: record, epoch: 0, ...weigh(record, 0), awaited: null, alone: null, ...part };
  return decidingNeeds(seen);
}
const named = (all: readonly DecidingNeed[]) => all.map(({ what, state }) => `${what}: ${state}`);
const BODY = ["how it looks and turns", "each lead to frame", "three pairs"];
const EQUAL = pairs(["0.128", "0.128", "0.128"], MILLIOHM);

describe("before anything inside a motor is opened or ordered", () => {
  const rotor = { action: doing("rotor"), hardFact: null };

  it("it is looked at and turned, each lead is read to frame, and the three pairs", () => {
    expect(named(needs([], rotor)).slice(0, 3)).toEqual(BODY.map((what) => `${what}: open`));
    expect(named(needs([...lookedAndTurned(), ...frameOpen(), ...EQUAL], rotor)).slice(0, 3)).toEqual(
      BODY.map((what) => `${what}: met`),
    );
  });

  it("each that is open names its check, and what it is for", () => {
    const [look, frame] = needs([], rotor);
    expect(look).toMatchObject({ step: { check: "mechanical" }, comes: "onceSure" });
    expect(frame).toMatchObject({
      step: { check: "frame", first: "It comes before any work on the motor." },
    });
    expect(look!.sentence).toBe("First: look and turn and leads to frame and three pairs.");
  });

  it("a skip never meets it: it says that somebody left it out", () => {
    expect(named(needs([skipOf("frame")], rotor))).toContain("each lead to frame: leftOut");
  });

  it("a meter that ends too low does not meet it, and one that would is named", () => {
    const readings = frameOpen().map((one) => ({ ...one, instrumentId: MILLIOHM.id }));
    const all = needs(readings, rotor);
    expect(all.find(({ what }) => what === "each lead to frame")).toMatchObject({
      state: "open",
      ableMeter: "a meter that reaches 1 MΩ",
    });
  });

  it("a mark that ends the matter stands in their place", () => {
    const hardFact = { ends: "motor", sentence: "Torn." } as HardFact;
    expect(named(needs([], { action: doing("motor"), hardFact })).slice(0, 3)).toEqual(
      BODY.map((what) => `${what}: met`),
    );
  });

  it("bearings are ordered only after a look inside, which comes last", () => {
    const all = needs([...lookedAndTurned()], { action: doing("bearings"), hardFact: null });
    expect(named(all)).toContain("its gap: open");
    expect(nextForNeed(all, true)?.check).toBe("frame");
    const body = needs([...lookedAndTurned(), ...frameOpen(), ...EQUAL], {
      action: doing("bearings"),
      hardFact: null,
    });
    expect(nextForNeed(body, true)).toMatchObject({ title: "Open it and look inside" });
    // What is far from sure is not opened for.
    expect(nextForNeed(body, false)).toBeNull();
  });

  it("nothing of it is asked after a repair: its proof asks", () => {
    expect(named(needs([], { ...rotor, epoch: 1 }))).not.toContain("three pairs: open");
  });
});

describe("what comes along with a fault", () => {
  const open = (readings: readonly Reading[], cure: Action["cures"][number], fault: FaultBelief["fault"]) =>
    named(needs(readings, { action: doing(cure), hardFact: null, faults: likely(fault, 0.95) }));

  it("a sensor is replaced after its supply and wires were read, its wire mended after its own leg was", () => {
    // C never changes, through two turns.
    const lamps = ["100", "110", "010", "000", "100", "110", "010", "000"].map((state) =>
      choice("hall", "forward", state),
    );
    const dead = [measured("hall", "supply", "volts", 5), ...lamps];
    expect(open([], "hallSensor", "hallSensor")).toContain("the supply of the sensors: open");
    expect(open(dead, "hallSensor", "hallSensor")).toEqual(
      expect.arrayContaining(["the supply of the sensors: met", "the wires of the sensors: open"]),
    );
    expect(open(dead, "sensorWire", "hallWire")).toContain("the sensor's own leg: open");
    expect(open([...dead, choice("hall", "leg", "dead")], "sensorWire", "hallWire")).toContain(
      "the sensor's own leg: met",
    );
  });

  it("leads that touched are parted after switches and sensors were read", () => {
    expect(open([], "phaseWire", "leadsShorted")).toEqual(
      expect.arrayContaining(["the six junctions of its controller: open", "the position sensors: open"]),
    );
    expect(open([], "phaseWire", "leadOpen").join()).not.toMatch(/junctions|position sensors/u);
  });

  it("a controller is replaced after its motor was read by a meter that can tell, or ran", () => {
    const motorRead = (...readings: readonly Reading[]) =>
      open(readings, "controller", "switchShorted").find((one) => one.startsWith("its motor"))!;
    expect(motorRead()).toMatch(/: open$/u);
    expect(motorRead(...EQUAL)).toMatch(/: met$/u);
    expect(motorRead(choice("run", "runGood", "runs"))).toMatch(/: met$/u);
    expect(motorRead(...EQUAL.map((one) => ({ ...one, instrumentId: BASIC.id })))).toMatch(/: open$/u);
    // Leads that touch: the next controller dies of them too, unless they are parted with it.
    const touching = pairs(["0.001", "0.096", "0.096"], MILLIOHM);
    expect(motorRead(...touching)).toMatch(/: open$/u);
  });
});

describe("before a joint is resoldered that nobody sees", () => {
  const joint = { action: doing("joint"), hardFact: null, faults: likely("highJoint", 0.9) };
  const EQUAL_ON = (instrumentId: string) =>
    EQUAL.map((one) => ({ ...one, instrumentId, value: { kind: "ohms", ohms: 0.2 } as const }));

  it("a meter that could not tell its ohms from none does not do", () => {
    const of = (instrumentId: string) =>
      needs(EQUAL_ON(instrumentId), joint).find(
        ({ what }) => what === "three pairs, by a meter that can tell",
      );
    expect(of(BASIC.id)).toMatchObject({ state: "open", ableMeter: expect.any(String) as string });
    expect(of(MILLIOHM.id)).toMatchObject({ state: "met" });
  });
});

describe("before electronics are condemned", () => {
  const motor = { action: doing("motor"), hardFact: null };

  it("what they live on and every wire is read, from one in four on", () => {
    const of = (chance: number) =>
      named(needs([], { ...motor, faults: likely("module", chance) }, "miniSplitDriver"));
    expect(of(0.25)).toEqual(
      expect.arrayContaining([
        "the supply at its plug: open",
        "15 V at its plug: open",
        "every wire of its harness: open",
      ]),
    );
    expect(of(0.24)).not.toContain("the supply at its plug: open");
  });

  it("mains and command are read at the motor's own plug, in every family that has such electronics", () => {
    for (const family of ["ecm", "ecmAirflow", "ecmSealed", "miniSplitDriver"] as const)
      expect(named(needs([], { ...motor, faults: likely("module", 0.9) }, family)), family).toEqual(
        expect.arrayContaining(["its mains: open", "the command at its own plug: open"]),
      );
  });

  it("dead mains hold it up for as long as they are dead, however likely the electronics are", () => {
    const fed = (volts: number) =>
      needs(
        [measured("power", "mains", "volts", volts)],
        { ...motor, faults: likely("module", 0.98) },
        "ecm",
      );
    const mains = (volts: number) => fed(volts).find(({ what }) => what === "its mains");
    expect(mains(0)).toMatchObject({ state: "open", step: null });
    expect(mains(240)).toMatchObject({ state: "met" });
    const skipped = [skipOf("power")];
    expect(
      needs(skipped, { ...motor, faults: likely("module", 0.98) }, "ecm").find(
        ({ what }) => what === "its mains",
      ),
    ).toMatchObject({ state: "leftOut" });
  });

  it("what is made of the mains says that they are there, and not that they are right", () => {
    const leads = { ...motor, faults: likely("module", 0.98) };
    const mains = (...readings: readonly Reading[]) =>
      needs(readings, leads, "ecmSealed").find(({ what }) => what === "its mains")!.state;
    const at = (slot: string, volts: number) => measured("power", slot, "volts", volts);
    expect(mains(at("tenVolts", 10))).toBe("open");
    expect(mains(at("mains", 230), at("tenVolts", 0))).toBe("met");
    expect(mains(at("mains", 0), at("tenVolts", 10))).toBe("open");
  });

  it("it is turned by hand: a held shaft looks like dead electronics", () => {
    const leads = { ...motor, faults: likely("module", 0.98) };
    expect(named(needs([], leads, "ecmSealed"))).toContain("how it turns: open");
    expect(named(needs([choice("mechanical", "turn", "even")], leads, "ecmSealed"))).toContain(
      "how it turns: met",
    );
  });

  it("what they live on is not asked for a fault that is not cured", () => {
    const bearings = { ...motor, action: doing("bearings"), faults: likely("module", 0.4) };
    expect(named(needs([], bearings, "ecm"))).not.toContain("its mains: open");
  });

  it("mains are right only against a plate: what it says is written down first", () => {
    const leads = { ...motor, faults: likely("module", 0.98) };
    const mains = (volts: number, rated: Motor["rated"]) =>
      needs([measured("power", "mains", "volts", volts)], leads, "ecm", rated);
    const unknown = mains(243, {}).find(({ inRecord }) => inRecord);
    expect(unknown).toMatchObject({ what: "what its plate says", state: "open", holds: true, step: null });
    expect(unknown!.sentence).toMatch(/First: write what its plate says into the record\.$/u);
    expect(mains(243, { volts: 230 }).some(({ inRecord }) => inRecord)).toBe(false);
    expect(named(mains(243, { volts: 230 }))).toContain("its mains: met");
    // Right for another plate is not right for this one.
    expect(named(mains(195, { volts: 208, voltsMost: 230 }))).toContain("its mains: met");
    expect(named(mains(195, { volts: 230 }))).toContain("its mains: open");
  });

  it("a wire by wire look is asked where the answer comes back through the same cable, and nowhere else", () => {
    const all = named(needs([], { ...motor, faults: likely("module", 0.9) }, "ecm"));
    expect(all.join()).not.toMatch(/harness|15 V/u);
  });
});

describe("before a motor is cleared", () => {
  it("its body is read, and something outside fails or it runs well", () => {
    const all = needs([], { action: doing("controller"), hardFact: null, complained: true });
    expect(named(all)).toEqual([
      "its motor, by three pairs or a good run: open",
      ...BODY.map((what) => `${what}: open`),
      "a good run on a controller known to be good: open",
    ]);
    const runs = [...lookedAndTurned(), ...frameOpen(), ...EQUAL, choice("run", "runGood", "runs")];
    const after = needs(runs, { action: doing("controller"), hardFact: null, complained: true });
    expect(after.some(({ state }) => state === "open")).toBe(false);
  });

  it("a check that a verdict waits for is made where nobody complained", () => {
    const routine = { action: doing(), hardFact: null, complained: false };
    const all = needs([], { ...routine, awaited: checkOf("winding") });
    expect(all.at(-1)).toMatchObject({ comes: "last", step: { check: "winding" } });
    expect(needs([], routine).some(({ comes }) => comes === "last")).toBe(false);
  });
});

describe("a skip", () => {
  const skips = (["mechanical", "frame", "winding", "backemf", "hall", "feed", "run"] as const).map(skipOf);

  it("clears nothing: a copter with every check skipped is not sound, whatever brought it in", () => {
    for (const complaint of ["routine", "noRun"] as const) {
      const record = { ...job(skips, { motor: { ...HUB, family: "hobby" } }), complaint };
      const { decided, headline, warrant } = assessJob(record);
      expect([decided, headline], complaint).toEqual([null, "Not decided yet"]);
      expect(warrant.filter(({ state }) => state === "leftOut")).toHaveLength(3);
    }
  });

  it("of the pairs leaves an open delta winding possible: a routine check that spun equal is not passed", () => {
    const record = job([...lookedAndTurned(), ...frameOpen(), skipOf("winding")], {
      motor: { ...HUB, connection: "delta" },
    });
    const { decided, reason } = assessJob({ ...record, complaint: "routine" });
    expect(decided).toBeNull();
    expect(reason).toMatch(/Left out: three pairs\. Nothing is cleared on a skip\.$/u);
  });

  it("holds no work up that somebody goes on with, and is said", () => {
    const all = needs([skipOf("frame")], { action: doing("rotor"), hardFact: null });
    expect(all.find(({ state }) => state === "leftOut")).toMatchObject({ holds: false });
  });
});

describe("whatever leads", () => {
  it("all pairs open wants the probe tips read near zero", () => {
    const open = pairs(["OL", "OL", "OL"], BASIC);
    const tips = (all: readonly DecidingNeed[]) => all.find(({ what }) => /tips/u.test(what));
    expect(tips(needs(open))).toMatchObject({ state: "open", always: true });
    expect(tips(needs(pairs(["OL", "OL", "OL"], BASIC, "OL")))).toMatchObject({ state: "open" });
    expect(tips(needs(pairs(["OL", "OL", "OL"], BASIC, "0.1")))).toMatchObject({ state: "met" });
    expect(tips(needs(EQUAL))).toBeUndefined();
  });

  it("a check that is begun is finished first", () => {
    const all = needs(EQUAL.slice(0, 1), { action: doing("rotor"), hardFact: null });
    expect(nextForNeed(all, false)).toMatchObject({ check: "winding", halfDone: true });
    expect(all.find(({ always }) => always)?.sentence).toBe(
      "Three pairs: half done. Finish it before deciding.",
    );
  });

  it("work on a motor rests on something that departs, and never on a complaint alone", () => {
    const sound = [...lookedAndTurned(), ...frameOpen(), ...EQUAL];
    const work = (readings: readonly Reading[]) =>
      named(needs(readings, { action: doing("rotor"), hardFact: null, faults: likely("magnets", 0.9) }));
    expect(work(sound)).toContain("something that departs: open");
    expect(work([...sound, choice("mechanical", "turn", "grinding")])).not.toContain(
      "something that departs: open",
    );
  });
});
