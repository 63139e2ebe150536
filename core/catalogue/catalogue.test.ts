import { describe, expect, it } from "vitest";
import { FAMILIES } from "../record/index.ts";
import {
  actionOf,
  beliefsOf,
  canHave,
  COMPLAINT_ODDS,
  FAULT_IDS,
  factsOf,
  leadingAction,
  oddsFactors,
  PRECEDENCE,
  priorsOf,
  remediesOf,
  settingsOf,
  STAR_SHARE,
  timesOdds,
  UNCOMPLAINED_ODDS,
  uncomplainedFactors,
} from "./index.ts";

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
    expect(canHave("starJointOpen", "hub", "star")).toBe(true);
    expect(canHave("starJointOpen", "hub", "unknown")).toBe(true);
    expect(canHave("starJointOpen", "hub", "delta")).toBe(false);
    expect(canHave("limbOpen", "hub", "delta")).toBe(true);
    expect(canHave("hallSensor", "ecm", "star")).toBe(false);
  });
});

describe("odds", () => {
  it("of several circumstances multiply, and what is not named stays", () => {
    expect(timesOdds({ bearing: 2 }, { bearing: 3, debris: 2 }, {})).toEqual({ bearing: 6, debris: 2 });
    expect(oddsFactors("noisy", ["water"])).toEqual(
      timesOdds(COMPLAINT_ODDS.noisy, {
        bearing: 2.5,
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
      expect(factors[id], id).toBe(factsOf(id).causesComplaint ? UNCOMPLAINED_ODDS : undefined);
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

describe("what faults ask for", () => {
  it.each([
    [[], "notMotor"],
    [["bearing"], "replacePart"],
    [["bearing", "turnsShorted"], "replaceMotor"],
    [["leadOpen", "starJointOpen"], "resolder"],
    [["leadOpen"], "repair"],
    [["outside"], "notMotor"],
    [["wrongData"], "notMotor"],
    [["setup"], "undecided"],
    [["setup", "outside"], "notMotor"],
    [["setup", "wrongPlate"], "undecided"],
    [["setup", "bearing"], "replacePart"],
    [["unseen", "outside"], "undecided"],
  ] as const)("%j is %s", (faults, disposition) => {
    expect(actionOf(faults)).toBe(disposition);
    const actions = remediesOf(FAULT_IDS);
    const ranks = faults.map((fault) => actions.ranks[FAULT_IDS.indexOf(fault)]!);
    const action = ranks.length === 0 ? actions.none : actions.ofRank[Math.min(...ranks)]!;
    expect(PRECEDENCE[action]).toBe(disposition);
  });

  it("leads by probability, the weightier of two alike", () => {
    expect(leadingAction(beliefsOf([0.1, 0.6, 0.1, 0.1, 0, 0.1]))).toEqual({
      disposition: "replacePart",
      probability: 0.6,
    });
    expect(leadingAction(beliefsOf([0.4, 0, 0, 0, 0, 0.4])).disposition).toBe("replaceMotor");
  });
});
