import { describe, expect, it } from "vitest";
import { FAMILIES, type Connection, type Family } from "../record/index.ts";
import { NO_CURE, NOTHING } from "../inference/index.ts";
import {
  actionsOf,
  canHave,
  COMPANION_ODDS,
  COMPANIONS,
  CURE_IDS,
  cureFactsOf,
  curesFor,
  curesIn,
  curesText,
  dispositionOf,
  FAULT_IDS,
  factsOf,
  oddsFactors,
  explainsIn,
  namedIn,
  priorsOf,
  setOf,
  settingsOf,
  STAR_SHARE,
  timesOdds,
  UNCOMPLAINED_ODDS,
  uncomplainedFactors,
  UNRELATED_ODDS,
  type CureId,
} from "./index.ts";

const kind = (family: Family, connection: Connection, sensored = true) => ({ family, connection, sensored });

describe("a fault", () => {
  it.each(FAULT_IDS)(
    "%s has words for shop and customer, a chance in every family, and a reason for it",
    (id) => {
      const { name, plainWords, prior, priorReason } = factsOf(id);
      expect(name).not.toBe("");
      expect(plainWords).toMatch(/\.$/u);
      expect(priorReason).not.toBe("");
      for (const family of FAMILIES) {
        expect(prior[family], family).toBeGreaterThanOrEqual(0);
        expect(prior[family], family).toBeLessThan(0.5);
      }
    },
  );

  it("can be had where its chance is above nothing, and a star joint never by a delta", () => {
    expect(canHave("starJointOpen", kind("hub", "star"))).toBe(true);
    expect(canHave("starJointOpen", kind("hub", "unknown"))).toBe(true);
    expect(canHave("starJointOpen", kind("hub", "delta"))).toBe(false);
    expect(canHave("limbOpen", kind("hub", "delta"))).toBe(true);
    expect(canHave("hallSensor", kind("ecm", "star"))).toBe(false);
    expect(canHave("hallSensor", kind("hub", "star"))).toBe(true);
    expect(canHave("hallSensor", kind("hub", "star", false))).toBe(false);
  });
});

describe("odds", () => {
  it("of several circumstances multiply, and what is not named stays", () => {
    expect(timesOdds({ bearing: 2 }, { bearing: 3, debris: 2 }, {})).toEqual({ bearing: 6, debris: 2 });
    expect(oddsFactors("noisy", ["water"])).toEqual(
      timesOdds(oddsFactors("noisy", []), {
        waterInside: 5,
        bearing: 2.5,
        seized: 2.5,
        debris: 2.5,
        frameFault: 2,
        highJoint: 1.5,
        hallSensor: 2.5,
        hallWire: 1.5,
        unseen: 1.3,
      }),
    );
    expect(oddsFactors("routine", [])).toEqual({});
  });

  it("without a complaint fall for every fault that could cause one, and for no other", () => {
    const factors = uncomplainedFactors();
    for (const id of FAULT_IDS)
      expect(factors[id], id).toBe(factsOf(id).explains === 1 ? UNCOMPLAINED_ODDS : undefined);
    expect(factors).not.toHaveProperty("setup");
  });

  it("move a prior as odds: 0.1 doubled is 0.1818, and never above 0.6", () => {
    // The bearing of a hub: 0.1 before anything is said.
    expect(priorsOf(["bearing"], "hub", {})).toEqual([expect.closeTo(0.1, 12)]);
    expect(priorsOf(["bearing"], "hub", { bearing: 2 })).toEqual([expect.closeTo(0.2222 / 1.2222, 4)]);
    expect(priorsOf(["bearing", "debris"], "hub", { bearing: 1e6 })).toEqual([0.6, expect.closeTo(0.05, 12)]);
  });
});

describe("what may hold of connection and probes", () => {
  it("is one setting where the connection is known", () => {
    expect(settingsOf("star", true)).toEqual([{ share: 1, values: { connection: "star", tips: "proven" } }]);
    expect(settingsOf("delta", false)).toEqual([
      { share: 1, values: { connection: "delta", tips: "unproven" } },
    ]);
  });
  it("is both, star the likelier, where nobody knows", () => {
    const settings = settingsOf("unknown", true);
    expect(settings.map(({ share }) => share)).toEqual([STAR_SHARE, 1 - STAR_SHARE]);
    expect(settings.map(({ values }) => values["connection"])).toEqual(["star", "delta"]);
    expect(STAR_SHARE).toBeGreaterThan(0.5);
  });
});

describe("what cures a fault", () => {
  const these = (...cures: CureId[]) => setOf(cures);

  it.each(FAULT_IDS)("%s: the usual cure first, of the disposition the fault is listed with", (id) => {
    const { cures, disposition } = factsOf(id);
    expect(new Set(cures).size).toBe(cures.length);
    if (cures.length === 0) expect(disposition).toBe("undecided");
    else if (disposition !== null) expect(cureFactsOf(cures[0]!).disposition).toBe(disposition);
  });

  it("inside a motor a new motor does too, and outside it never does", () => {
    for (const id of FAULT_IDS) {
      const inside = factsOf(id).cures.some((cure) => cureFactsOf(cure).onMotor);
      expect(factsOf(id).cures.includes("motor"), id).toBe(inside);
    }
  });

  it("is never an iron where nobody opens the motor: a potted one is replaced (common practice)", () => {
    expect(curesFor("starJointOpen", { family: "hub" })).toEqual(["starJoint", "motor"]);
    expect(curesFor("starJointOpen", { family: "ecm" })).toEqual(["section", "motor"]);
    expect(curesFor("module", { family: "ecmAirflow" })).toEqual(["module", "motor"]);
    expect(curesFor("module", { family: "ecmSealed" })).toEqual(["motor"]);
    expect(curesFor("limbOpen", { family: "hub" })).toEqual(["motor"]);
    expect(curesFor("highJoint", { family: "miniSplit" })).toEqual(["motor"]);
    expect(curesFor("bearing", { family: "ecm" })).toEqual(["bearings", "motor"]);
    expect(curesFor("outside", { family: "ecm" })).toEqual(["feed"]);
  });

  it("is counted in sets, and read back from them", () => {
    const actions = actionsOf(["bearing", "battery", "unseen"], { family: "hub" });
    expect(actions.usual.map((cure) => CURE_IDS[cure] ?? null)).toEqual(["bearings", "battery", null]);
    expect(actions.curedBy).toEqual([these("bearings", "motor"), these("battery"), NOTHING]);
    expect(curesIn(these("battery", "bearings"))).toEqual(["bearings", "battery"]);
    const { covering, aside } = actions;
    expect(covering && curesIn(covering.covers)).not.toContain("motor");
    expect(covering && curesIn(covering.covers)).toContain("starJoint");
    expect(covering && curesIn(covering.covers)).not.toContain("battery");
    expect(curesIn(aside)).toEqual(["record", "setup"]);
  });

  it.each([
    [[], "notMotor"],
    [["bearings"], "replacePart"],
    [["bearings", "dryAndSeal"], "replacePart"],
    [["phaseWire", "starJoint"], "resolder"],
    [["sensorWire", "battery"], "repair"],
    [["controller"], "notMotor"],
    [["setup"], "undecided"],
    [["motor", "controller"], "replaceMotor"],
  ] as const)("%j comes to %s", (cures, disposition) => {
    expect(dispositionOf(these(...cures))).toBe(disposition);
  });

  it("has no name where nothing known cures it or it stands for many, which is not the same as nothing", () => {
    expect(namedIn(NOTHING)).toEqual([]);
    expect(namedIn(these("bearings", "motor"))).toEqual(["motor", "bearings"]);
    expect(namedIn(NO_CURE)).toBeNull();
    expect(namedIn(NO_CURE | these("motor"))).toBeNull();
    // All that is not among the likeliest, as the engine writes it.
    expect(namedIn(-1n)).toBeNull();
  });

  it("is undecided where something has no cure, and said in words with the weightier first", () => {
    expect(dispositionOf(NO_CURE | these("bearings"))).toBe("undecided");
    expect(curesText(["dryAndSeal", "bearings"])).toBe("Replace the bearings; dry, clean and seal");
    expect(curesText(["settings"])).toBe("Set the controller for this motor");
  });
});

describe("faults that come together", () => {
  it("are faults of the catalogue, two different ones, named once (common practice)", () => {
    const names = COMPANIONS.map(([a, b]) => [a, b].sort().join(" "));
    expect(new Set(names).size).toBe(names.length);
    for (const [a, b] of COMPANIONS) {
      expect(a).not.toBe(b);
      expect(FAULT_IDS).toContain(a);
      expect(FAULT_IDS).toContain(b);
    }
  });
  it("are likelier than two that nothing ties, and no likelier than by themselves", () => {
    expect(COMPANION_ODDS).toBeGreaterThan(UNRELATED_ODDS);
    expect(COMPANION_ODDS).toBeLessThanOrEqual(1);
  });
});

describe("wrong papers", () => {
  it("explain a motor held against figures, and hardly one that does not run (common practice)", () => {
    for (const paper of ["wrongPlate", "wrongData"] as const) {
      expect(explainsIn(paper, "lowPower")).toBe(factsOf(paper).explains);
      expect(explainsIn(paper, "routine")).toBe(factsOf(paper).explains);
      for (const complaint of ["noRun", "cutsOut", "noisy", "twitches"] as const)
        expect(explainsIn(paper, complaint)).toBeLessThan(0.1 * factsOf(paper).explains);
    }
    expect(explainsIn("bearing", "noRun")).toBe(1);
  });
});
