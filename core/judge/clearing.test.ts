import { describe, expect, it } from "vitest";
import {
  BASIC,
  choice,
  DECISION,
  frameOpen,
  HUB,
  job,
  lookedAndTurned,
  measured,
  MILLIOHM,
  pairs,
  reading,
  REPAIR,
  seen,
  spun,
} from "../../tests/jobs.ts";
import { membersOf } from "../inference/index.ts";
import { cureFactsOf, factsOf } from "../known/index.ts";
import { MODULE_LOOK } from "../measure/module/index.ts";
import type { Complaint, Family, JobRecord, Motor, Reading } from "../record/index.ts";
import { isSentBack } from "../record/index.ts";
import type { Action } from "./action.ts";
import { hazardLeft, outsideBelief } from "./action.ts";
import { assessJob, weigh } from "./assessJob.ts";
import { proofOf } from "./proof.ts";
import { notReleasable } from "./release.ts";
import { departingOnMotor, isFeedSeenToFail, clearingNeeds, decidingNeeds, type Seen } from "./warrant.ts";

const EQUAL = pairs(["0.128", "0.128", "0.128"], MILLIOHM);
const EQUALLY = spun([325, 4, 4, 4, 325]);
const SOUND = [...lookedAndTurned(), ...frameOpen(), ...EQUAL, ...EQUALLY];
const of = (
  readings: readonly Reading[],
  complaint: Complaint = "lowPower",
  motor: Partial<Motor> = {},
): JobRecord => ({ ...job(readings, { motor: { ...HUB, hallSpacing: "none", ...motor } }), complaint });
const skipOf = (check: Reading["check"]) =>
  reading({ check, slot: "skipped", value: { kind: "skipped", reason: "no meter at hand" } });
/** What a decision is asked with, for this action. */
function seenOf(record: JobRecord, ...cures: Action["cures"]): Seen {
  const weighed = weigh(record, 0);
  return { job: record, epoch: 0, ...weighed, awaited: null, alone: null, action: { cures } as Action };
}
/** What a clearing asks of a job. */
function clearing(record: JobRecord) {
  const seenNow = { ...seenOf(record), steps: weigh(record, 0).steps };
  return { seenNow, needs: clearingNeeds(seenNow) };
}
const fan = (family: Family, readings: readonly Reading[], complaint: Complaint = "noRun") =>
  of(readings, complaint, { family, rated: { volts: 230 }, expected: null, consequence: "property" });
const volts = (slot: string, value: number) => measured("power", slot, "volts", value);

describe("is it the motor, asked apart from what else it is", () => {
  // Three ways outside share the belief, and none of them alone is likely enough.
  const split = of([...SOUND, choice("run", "swap", "stillFails")]);

  it("is answered by the sum of all that lies outside it", () => {
    const { decided, cleared, action, outside, headline } = assessJob(split);
    expect(action!.probability).toBeLessThan(0.9);
    expect(outside.chance).toBeGreaterThanOrEqual(0.9);
    expect([decided, cleared, headline]).toEqual(["cleared", true, "Cleared on the bench"]);
    const { model, inference } = weigh(split, 0);
    expect(outside.chance).toBe(outsideBelief(model, inference));
  });

  it("names what lies outside with its chance, likeliest first, and the cheapest reading of each", () => {
    const { suspects } = assessJob(split).outside;
    expect(suspects.length).toBeGreaterThan(2);
    const chances = suspects.map(({ probability }) => probability);
    expect(chances).toEqual(chances.toSorted((a, b) => b - a));
    expect(suspects.find(({ fault }) => fault === "battery")).toMatchObject({
      step: { check: "feed", slots: expect.arrayContaining(["pack.rest"]) as string[] },
    });
    expect(suspects.map(({ fault }) => fault)).not.toContain("unseen");
  });

  it("is the mass of all sets of faults of which none is mended on the motor, or has no known cure", () => {
    const { model, inference } = weigh(of([...SOUND, choice("run", "runGood", "rough")], "uneven"), 0);
    const inside = model.ids.map((id) => {
      const { cures } = factsOf(id);
      return cures.length === 0 || cures.some((cure) => cureFactsOf(cure).onMotor);
    });
    let sum = 0;
    for (let s = 0; s < inference.sets.size; s += 1)
      if (membersOf(inference.sets, s).every((fault) => !inside[fault])) sum += inference.posterior[s]!;
    expect(outsideBelief(model, inference)).toBeCloseTo(sum, 9);
    expect(inference.marginals[model.ids.indexOf("unseen")]).toBeGreaterThan(0.05);
  });

  it("clears nothing while any of the least set is unread, or was left out with a reason", () => {
    const sets: readonly (readonly Reading[])[] = [
      [...frameOpen(), ...EQUAL, ...EQUALLY],
      [...lookedAndTurned(), ...EQUAL, ...EQUALLY],
      [...lookedAndTurned(), ...frameOpen(), ...EQUALLY],
      [...lookedAndTurned(), ...frameOpen(), ...EQUAL],
    ];
    const checks = ["mechanical", "frame", "winding", "backemf"] as const;
    sets.forEach((set, i) => {
      for (const skip of [[], [skipOf(checks[i]!)]]) {
        const { decided, cleared } = assessJob(of([...set, ...skip, choice("run", "swap", "stillFails")]));
        expect([decided, cleared], checks[i]).toEqual([null, false]);
      }
    });
  });

  it("is not cleared by looking alone: it was turned, or it is not cleared", () => {
    const looked = lookedAndTurned().filter(({ slot }) => slot !== "turn");
    const { needs } = clearing(of([...looked, ...frameOpen(), ...EQUAL, ...EQUALLY]));
    expect(needs).toContainEqual(expect.objectContaining({ what: "how it turns", holds: true }));
    expect(clearing(split).needs.some(({ holds }) => holds)).toBe(false);
  });

  it("of a delta takes no pairs of a meter that cannot tell them apart, unless it ran well", () => {
    const blunt = [
      ...lookedAndTurned(),
      ...frameOpen(),
      ...pairs(["0.3", "0.4", "0.3"], BASIC, "0.2"),
      ...EQUALLY,
    ];
    const what = "three pairs, by a meter that can tell";
    const asked = (record: JobRecord) =>
      clearing(record).needs.find((need) => need.what === what && need.holds);
    expect(asked(of(blunt, "lowPower", { connection: "delta" }))).toMatchObject({ state: "open" });
    expect(asked(of(blunt, "lowPower", { connection: "unknown" }))!.ableMeter).toMatch(/four-wire/u);
    expect(asked(of(blunt))).toBeUndefined();
    const ran = [...blunt, choice("run", "runGood", "runs")];
    expect(asked(of(ran, "lowPower", { connection: "delta" }))).toBeUndefined();
  });

  it("is not cleared on readings of a set-up that is in doubt, mended already or not", () => {
    const { seenNow } = clearing(split);
    for (const steps of [seenNow.steps, []])
      expect(clearingNeeds({ ...seenNow, steps, setupDoubt: true })).toContainEqual(
        expect.objectContaining({ what: "a set-up that is not in doubt", holds: true }),
      );
    expect(clearingNeeds({ ...seenNow, setupDoubt: false }).some(({ holds }) => holds)).toBe(false);
  });

  it("never takes a hazard along that is likelier than its class allows, however likely the rest is", () => {
    const { model, inference } = weigh(split, 0);
    const marginals = inference.marginals.slice();
    marginals[model.ids.indexOf("frameFault")] = 0.08;
    const left = (consequence: Motor["consequence"]) =>
      hazardLeft(model, { ...HUB, consequence }, { ...inference, marginals });
    expect(left("aircraft")).toMatch(/^Winding touches the frame, 8 % likely, would stay$/u);
    expect(left("vehicle")).toBeNull();
    // 200 kΩ to frame after heat, and a throttle that gives no command: outside is likely, and so is the winding.
    const leaking = frameOpen().map((one) => ({ ...one, value: { kind: "ohms", ohms: 2e5 } }) as Reading);
    const twice = <T>(one: T): readonly T[] => [one, one];
    const verdict = assessJob({
      ...of(
        [
          ...[...lookedAndTurned(), choice("mechanical", "sight", "opened"), seen([])],
          ...[...leaking, ...leaking, ...EQUAL, ...EQUALLY],
          ...twice(choice("run", "swap", "stillFails")),
          ...twice(choice("feed", "command", "missing")),
        ],
        "noRun",
        { consequence: "aircraft" },
      ),
      events: ["heat"],
    });
    const winding = verdict.faults.find(({ fault }) => fault === "frameFault")!.probability;
    expect(winding).toBeGreaterThan(0.05);
    expect(verdict.outside.chance).toBeGreaterThanOrEqual(0.9);
    expect([verdict.decided, verdict.cleared]).toEqual([null, false]);
  });

  it("lists what it was cleared by, all of it met", () => {
    const { warrant } = assessJob(split);
    expect(warrant.map(({ what }) => what)).toContain("how it turns");
    expect(warrant.every(({ state }) => state === "met")).toBe(true);
  });

  it("says not the motor, and no more than cleared, only where the feed failed or it ran well", () => {
    const ran = assessJob(
      of([...SOUND, choice("run", "swap", "stillFails"), choice("run", "runGood", "runs")]),
    );
    expect(ran.decided).toBe("notMotor");
    for (const disposition of ["notMotor", "cleared"] as const) expect(isSentBack(disposition)).toBe(true);
    expect(isSentBack("repair")).toBe(false);
    expect(isSentBack(undefined)).toBe(false);
  });

  it("of a blower is not answered by a trouble that shows, nor by one dead point read once", () => {
    const shows = fan("ecm", [choice("power", "trouble", "shows")]);
    expect(isFeedSeenToFail(seenOf(shows))).toBe(false);
    expect(isFeedSeenToFail(seenOf(fan("ecm", [volts("mains", 0)])))).toBe(true);
    expect(assessJob(fan("ecm", [volts("mains", 0)])).decided).toBeNull();
  });
});

describe("what departs on a motor that is about to go back", () => {
  it("is read again first", () => {
    const record = of([
      ...SOUND,
      choice("mechanical", "turn", "tightSpot"),
      choice("run", "runGood", "runs"),
    ]);
    const seenNow = seenOf(record);
    expect(departingOnMotor(seenNow.model, seenNow.findings).map(({ variable }) => variable)).toContain(
      "turn",
    );
    const need = clearingNeeds({ ...seenNow, steps: weigh(record, 0).steps }).find(({ why }) =>
      /read it again before the motor is cleared/u.test(why),
    );
    expect(need).toMatchObject({ state: "open", holds: true, step: { check: "mechanical", again: true } });
  });
});

describe("electronics are not condemned on a skip", () => {
  const dead = [
    ...lookedAndTurned(),
    ...frameOpen(),
    ...pairs(["12.0", "12.1", "12.0"], MILLIOHM),
    choice("power", "taps", "noneAnswer"),
    choice("power", "taps", "noneAnswer"),
    choice("power", "tester", "noGo"),
    choice("module", "moduleLook", "clean"),
    volts("v24.motor", 26),
  ];
  const without = skipOf("power");

  it("the mains left out hold it up, and a person who goes on decides alone", () => {
    const all = decidingNeeds(
      seenOf(
        fan("ecm", [
          ...dead,
          reading({ check: "power", slot: "skipped.mains", value: { kind: "skipped", reason: "no meter" } }),
        ]),
        "module",
      ),
    );
    const mains = all.find(({ what }) => what === "its mains");
    expect(mains).toMatchObject({ state: "leftOut", holds: true });
    expect(mains!.sentence).toMatch(/Nothing is condemned on a skip/u);
    expect(assessJob(fan("ecm", [...dead, without])).decided).toBeNull();
    expect(assessJob(fan("ecm", [...dead, volts("mains", 231)])).decided).toBe("replacePart");
  });
});

describe("what killed electronics", () => {
  const killers = (readings: readonly Reading[], ...cures: Action["cures"]) =>
    decidingNeeds(seenOf(fan("ecm", readings), ...cures)).filter(({ why }) =>
      /killed the old one/u.test(why),
    );

  it("holds a new module up once it was read and is not put right with it", () => {
    const grinding = [choice("mechanical", "turn", "grinding")];
    expect(killers(grinding, "module")).toMatchObject([{ what: "how it turns", holds: true }]);
    expect(killers(grinding, "module", "bearings")).toMatchObject([{ state: "met", holds: false }]);
    const unequal = pairs(["12", "12", "8"], MILLIOHM);
    expect(killers(unequal, "module")).toMatchObject([{ what: "its three pairs", holds: true }]);
    expect(killers(unequal, "module", "section")).toMatchObject([{ state: "met" }]);
    const blocked = [choice("air", "airPath", "restricted")];
    expect(killers(blocked, "module")).toMatchObject([{ holds: true }]);
    expect(killers(blocked, "air", "module")).toMatchObject([{ state: "met" }]);
  });

  it("is no hindrance where it is the old part's own: stiff while plugged, free once it is not", () => {
    const stiff = (unplugged: string) => [
      choice("mechanical", "turn", "stiff"),
      choice("mechanical", "turnUnplugged", unplugged),
    ];
    expect(killers(stiff("free"), "module")).toMatchObject([{ state: "met", holds: false }]);
    expect(killers(stiff("stillStiff"), "module")).toMatchObject([{ holds: true }]);
    // Not yet turned without its plug it may be either.
    expect(killers([choice("mechanical", "turn", "stiff")], "module")).toMatchObject([{ holds: true }]);
  });

  it("is not asked for where it was not read, or is right", () => {
    expect(killers([], "module")).toEqual([]);
    expect(killers([choice("mechanical", "turn", "even")], "module").every(({ holds }) => !holds)).toBe(true);
  });

  it("capacitors that leaked onto the windings end in a whole motor", () => {
    const record = fan("ecm", [
      ...lookedAndTurned(),
      volts("mains", 231),
      volts("v24.motor", 26),
      choice("power", "taps", "noneAnswer"),
      choice("module", "moduleLook", "liquid"),
      choice("module", "moduleLook", "liquid"),
    ]);
    const { action, faults } = assessJob(record);
    expect(faults[0]).toMatchObject({ fault: "leaked" });
    expect(action!.cures).toEqual(["motor"]);
    expect(MODULE_LOOK.outcomes).toContain("liquid");
  });
});

describe("a bare motor whose trouble does not show", () => {
  const used = (...readings: readonly Reading[]) => assessJob(of([...SOUND, ...readings], "cutsOut"));
  const [today, another] = [choice("run", "inUse", "away"), choice("run", "inUseAgain", "away")];

  it("is likelier sound the more days it was used in vain", () => {
    const chances = [used(), used(today), used(today, another)].map(({ outside }) => outside.chance);
    expect(chances).toEqual(chances.toSorted((a, b) => a - b));
    expect(used(choice("run", "inUse", "shows")).outside.chance).toBeLessThan(chances[0]!);
  });

  it("goes back as it is once it was looked for on two days, and not after one", () => {
    expect(isSentBack(used(today, another).decided ?? undefined)).toBe(true);
    const { needs: one } = clearing(of([...SOUND, today], "cutsOut"));
    expect(one.length).toBeGreaterThan(0);
    // The second day is not asked for, and does not count, where it showed on the first.
    const shown = of([...SOUND, choice("run", "inUse", "shows"), another], "cutsOut");
    expect(weigh(shown, 0).findings.map(({ variable }) => variable)).not.toContain("inUseAgain");
  });
});

describe("a shaft that a bearing holds", () => {
  it("is the bearing, and leaves the electronics in peace that cannot turn it", () => {
    const motor = { ...HUB, family: "ecmSealed" as const, rated: { volts: 230 } };
    const held = job(
      [
        choice("power", "stance", "ready"),
        measured("power", "mains", "volts", 230),
        measured("power", "command.in", "volts", 7),
        choice("power", "direct", "silent"),
        choice("mechanical", "turn", "locked"),
      ],
      { motor, complaint: "noRun" },
    );
    const { faults } = assessJob(held);
    const chance = (id: string) => faults.find(({ fault }) => fault === id)?.probability ?? 0;
    expect(chance("seized")).toBeGreaterThan(0.5);
    expect(chance("module")).toBeLessThan(0.3);
  });
});

describe("companions of a fault", () => {
  const touching = [...lookedAndTurned(), ...frameOpen(), ...pairs(["0.001", "0.096", "0.096"], MILLIOHM)];

  it("are looked for before it is decided: leads that touched ask for the sensors", () => {
    const sensored = of(touching, "noRun", { hallSpacing: "120" });
    const steps = decidingNeeds({ ...seenOf(sensored, "phaseWire"), steps: weigh(sensored, 0).steps })
      .filter(({ why }) => /brings another fault along/u.test(why))
      .map(({ step }) => step!.check);
    expect(steps).toContain("hall");
    expect(assessJob(sensored).decided).toBeNull();
  });

  it("are not asked for where the motor has none, or once they were read", () => {
    const asked = (record: JobRecord) =>
      decidingNeeds({ ...seenOf(record, "phaseWire"), steps: weigh(record, 0).steps }).some(
        ({ step, why }) => step?.check === "hall" && /brings another fault along/u.test(why),
      );
    expect(asked(of(touching, "noRun"))).toBe(false);
  });

  it("are not asked for where what is done cures them along", () => {
    const sensored = of(touching, "noRun", { hallSpacing: "120" });
    const asked = (...cures: Action["cures"]) =>
      decidingNeeds({ ...seenOf(sensored, ...cures), steps: weigh(sensored, 0).steps }).some(({ why }) =>
        /brings another fault along/u.test(why),
      );
    expect(asked("phaseWire")).toBe(true);
    expect(asked("motor")).toBe(false);
  });
});

describe("a repair that explains nothing", () => {
  const shorted = pairs(["0.09", "0.09", "0.128"], MILLIOHM);
  const after = (cures: readonly string[]) =>
    job(
      [
        ...lookedAndTurned(),
        ...frameOpen(),
        ...shorted,
        ...pairs(["0.128", "0.128", "0.128"], MILLIOHM, undefined, 1),
      ],
      {
        decisions: [{ ...DECISION, cures }],
        repairs: [REPAIR],
      },
    );

  it("is read again, cause unexplained, and not released for use", () => {
    expect(proofOf(after(["bearings"])).answer).toBe("unexplained");
    expect(notReleasable(after(["bearings"]), "use")).toMatch(
      /what was done cures nothing that it may have had/u,
    );
  });

  it("is proved with a cure that the fault has, and where nobody named one", () => {
    expect(proofOf(after(["motor"])).answer).toBe("proved");
    expect(proofOf(after([])).answer).toBe("proved");
  });
});

describe("hands by what can be reached", () => {
  const titles = (family: Family) =>
    weigh(fan(family, [...lookedAndTurned(), seen([])]), 0).steps.map(({ title }) => title);
  it("bridge and open nothing whose leads are mains", () => {
    for (const family of ["ecmSealed", "miniSplitDriver"] as const)
      expect(titles(family).join("; "), family).not.toMatch(/Bridge each pair|Open it and look inside/u);
    expect(titles("ecm").join("; ")).toMatch(/Bridge each pair/u);
  });
});
