import { describe, expect, it } from "vitest";
import { FAMILIES, type CheckId, type Family, type Reading } from "#core/record";
import { choice, HUB, job, leftOut, madeSafe, measured, reading, REPAIR } from "../../../tests/jobs.ts";
import {
  CAUTIONS,
  cautionsFor,
  comesFirst,
  hazardousSupply,
  isDone,
  lapsed,
  madeSafeAt,
  POWERED,
  runningWait,
  safetyCheck,
  waitCut,
  waitOf,
} from "./index.ts";

const ECM = { ...HUB, family: "ecm" as const };

describe("cautions", () => {
  it("of every family begin with isolating and hold verifying dead", () => {
    for (const family of FAMILIES) {
      const ids = cautionsFor({ family }).map(({ id }) => id);
      expect(ids[0]).toBe("isolate");
      expect(ids).toContain("verifyDead");
    }
    expect(new Set(CAUTIONS.map(({ id }) => id)).size).toBe(CAUTIONS.length);
  });

  it("of motors with capacitors wait five minutes before verifying dead (common practice)", () => {
    for (const family of ["ecm", "ecmSealed", "miniSplit"] as const) {
      const ids = cautionsFor({ family }).map(({ id }) => id);
      expect(cautionsFor({ family }).find(({ id }) => id === "discharge")?.wait).toBe(5);
      expect(ids.indexOf("discharge")).toBeLessThan(ids.indexOf("verifyDead"));
    }
    expect(cautionsFor({ family: "hub" }).some(({ wait }) => wait)).toBe(false);
  });

  it("of high voltage go by the volts at full charge where they are known, else by what the family usually has", () => {
    const warned = (family: Family, volts?: number) =>
      cautionsFor({ family, ...(volts !== undefined && { rated: { volts } }) }).some(
        ({ id }) => id === "highVoltage",
      );
    expect(warned("hub")).toBe(false);
    expect(warned("hub", 84)).toBe(true);
    expect(warned("hub", 60)).toBe(false);
    expect(warned("hobby", 60.1)).toBe(true);
    expect(warned("traction")).toBe(true);
    expect(warned("traction", 54.6)).toBe(false);
    // On mains whatever its plate says: its own cautions stand.
    expect(hazardousSupply({ family: "ecm", rated: { volts: 24 } })).toBe(true);
    // A pack of 48 to 67 V is judged at full charge.
    expect(hazardousSupply({ family: "hub", rated: { volts: 48 } })).toBe(false);
    expect(hazardousSupply({ family: "hub", rated: { volts: 48, voltsMost: 67 } })).toBe(true);
  });

  it("above 60 V DC or 30 V AC call for qualified people", () => {
    expect(cautionsFor({ family: "traction" }).find(({ id }) => id === "highVoltage")?.text).toMatch(
      /60 V DC or 30 V AC/u,
    );
  });
});

describe("made safe", () => {
  it("is so when the last caution is acknowledged, at its time, and again only anew after a repair", () => {
    const all = madeSafe("hub");
    expect(madeSafeAt(job(all.slice(1)), 0)).toBeNull();
    expect(madeSafeAt(job(all), 0)).toBe("2026-03-02T09:03:00.000Z");
    expect(safetyCheck.answer(job(all.slice(1)), 0).state).toBe("inProgress");
    expect(safetyCheck.answer(job(all.slice(1)), 0).note).toBe("3/4");
    const repaired = job(all, { repairs: [REPAIR] });
    expect(safetyCheck.answer(repaired, 1).state).toBe("toDo");
    expect(madeSafeAt(repaired, 1)).toBeNull();
  });

  it("is not so while a wait is only started", () => {
    const others = madeSafe("ecm").filter(({ slot }) => slot !== "discharge");
    const started = job([...others, choice("safety", "discharge", "started")], { motor: ECM });
    expect(madeSafeAt(started, 0)).toBeNull();
    expect(runningWait(started, 0)).toMatchObject({ minutes: 5, startedAt: "2026-03-02T09:15:00.000Z" });
  });

  it("waits anew after power, however long ago it was waited out before", () => {
    const discharge = CAUTIONS.find(({ id }) => id === "discharge")!;
    const begun = choice("safety", "discharge", "started");
    const done = choice("safety", "discharge", "done");
    const live = measured("power", "mains", "volts", 240);
    const of = (...readings: readonly Reading[]) => waitOf(job(readings, { motor: ECM }), discharge, 0);
    expect(of(begun)).toMatchObject({ minutes: 5 });
    expect(of(begun, live)).toBeNull();
    expect(of(begun, done, live)).toBeNull();
    expect(of(begun, done, live, choice("safety", "discharge", "started"))).not.toBeNull();
  });

  it("is not so where it was verified dead before it was switched off, or before the capacitors were waited out", () => {
    const motor = ECM;
    const [others, dead] = [
      madeSafe("ecm").filter(({ slot }) => slot !== "verifyDead"),
      choice("safety", "verifyDead", "done"),
    ];
    expect(madeSafeAt(job([...others, dead], { motor }), 0)).not.toBeNull();
    const early = job([dead, ...others], { motor });
    expect(madeSafeAt(early, 0)).toBeNull();
    expect(lapsed(early, 0, { by: "MO", since: "2026-03-02T00:00:00.000Z" })).toBe(
      "It was verified dead before it was switched off and waited out: verify dead again.",
    );
    const verify = CAUTIONS.find(({ id }) => id === "verifyDead")!;
    const waiting = job(
      others.filter(({ slot }) => slot !== "discharge"),
      { motor },
    );
    expect(comesFirst(waiting, verify, 0)?.id).toBe("discharge");
    expect(comesFirst(job(others, { motor }), verify, 0)).toBeNull();
    // A bare motor has no capacitors to wait for.
    const bare = madeSafe("hub");
    expect(comesFirst(job(bare), verify, 0)).toBeNull();
  });

  it("waits longer where capacitor, bleeder and voltage are known, also after a repair, and never less", () => {
    const holding = (farads: number) => [
      measured("safety", "bleedCapacitance", "farads", farads),
      reading({ check: "safety", slot: "bleedResistance", value: { kind: "ohms", ohms: 470_000 } }),
      measured("safety", "bleedVolts", "volts", 340),
    ];
    const begun = (...more: readonly Reading[]) =>
      runningWait(job([...more, choice("safety", "discharge", "started")], { motor: ECM }), 0)?.minutes;
    // 470 s × ln(340/30) = 1141 s.
    expect(begun(...holding(1e-3))).toBe(20);
    expect(begun(...holding(1e-5))).toBe(5);
    expect(begun(...holding(1e-3).slice(1))).toBe(5);
    const later = { ...choice("safety", "discharge", "started"), epoch: 1 };
    expect(runningWait(job([...holding(1e-3), later], { motor: ECM, repairs: [REPAIR] }), 1)?.minutes).toBe(
      20,
    );
  });

  it("keeps why a wait was cut short", () => {
    const cut = reading({ check: "safety", slot: "waitCut", value: { kind: "text", text: "measured 2 V" } });
    expect(waitCut(job([cut]), 0)).toBe("measured 2 V");
    expect(waitCut(job([cut]), 1)).toBeNull();
  });

  it("ends the wait with its acknowledgement", () => {
    const begun = choice("safety", "discharge", "started");
    const done = reading({
      check: "safety",
      slot: "discharge",
      value: { kind: "choice", choice: "done" },
      supersedes: begun.id,
    });
    expect(runningWait(job([begun, done], { motor: ECM }), 0)).toBeNull();
    expect(runningWait(job([], { motor: ECM }), 0)).toBeNull();
  });

  it("is undone by any reading with power on: switched off, waited out and verified anew; plugs stay a word", () => {
    const after = "2026-03-02T12:00:00.000Z";
    const live = { ...measured("power", "v24.motor", "volts", 26), takenAt: after };
    const safe = madeSafe("ecm");
    const states = (readings: readonly Reading[]) => {
      const of = job(readings, { motor: ECM });
      return cautionsFor({ family: "ecm" }).flatMap((caution) =>
        isDone(of, caution, 0) ? [caution.id] : [],
      );
    };
    expect(states(safe)).toHaveLength(cautionsFor({ family: "ecm" }).length);
    expect(states([...safe, live])).toEqual(["plugs"]);
    expect(madeSafeAt(job([...safe, live], { motor: ECM }), 0)).toBeNull();
    // Who works and what a thermostat shows puts no power on; a reading before the lock-out neither.
    const words = [
      choice("power", "stance", "ready"),
      choice("power", "called", "shown"),
      choice("power", "code", "motor"),
      leftOut("power", "sister", "none here"),
    ];
    expect(states([...safe, ...words.map((one) => ({ ...one, takenAt: after }))])).toHaveLength(safe.length);
    expect(states([{ ...live, takenAt: "2026-03-02T08:00:00.000Z" }, ...safe])).toHaveLength(safe.length);
    // A wait begun before it does not go on.
    const begun = { ...choice("safety", "discharge", "started"), takenAt: "2026-03-02T09:15:00.000Z" };
    expect(runningWait(job([begun, live], { motor: ECM }), 0)).toBeNull();
  });

  it("does not last: another day and another person ask for it anew, what one has to know stays known", () => {
    const of = job(madeSafe("hub"));
    const at = madeSafeAt(of, 0)!;
    const by = of.readings[0]!.by;
    const today = { by, since: "2026-03-02T00:00:00.000Z" };
    expect(madeSafeAt(of, 0, today)).toBe(at);
    expect(lapsed(of, 0, today)).toBeNull();
    const tomorrow = { by, since: "2026-03-03T00:00:00.000Z" };
    expect(madeSafeAt(of, 0, tomorrow)).toBeNull();
    expect(lapsed(of, 0, tomorrow)).toMatch(/does not last/u);
    const other = { ...today, by: "ZZ" };
    expect(madeSafeAt(of, 0, other)).toBeNull();
    expect(lapsed(of, 0, other)).toMatch(/You take it over/u);
    const open = (here?: typeof today) =>
      cautionsFor({ family: "hub" }).flatMap((caution) => (isDone(of, caution, 0, here) ? [] : [caution.id]));
    expect(open()).toEqual([]);
    expect(open(other)).toEqual(["isolate", "verifyDead"]);
    expect(lapsed(job([]), 0, other)).toBeNull();
    // Half of it gone through again: who made the other half is named, not who came last.
    const half = job([
      ...madeSafe("hub"),
      { ...choice("safety", "isolate", "done"), by: "ZZ", takenAt: "2026-03-02T23:00:00.000Z" },
    ]);
    expect(lapsed(half, 0, other)).toMatch(new RegExp(`^${by} made it safe`, "u"));
  });

  it("does not outlast power: after any live reading it is asked for anew, but not in the midst of that check", () => {
    const safe = madeSafe("hub");
    const { by, takenAt } = safe.at(-1)!;
    const here = { by, since: "2026-03-02T00:00:00.000Z" };
    const after = (check: CheckId, slot: string) =>
      job([...safe, { ...choice(check, slot, "runs"), takenAt }]);
    for (const [check, slots] of Object.entries(POWERED) as [CheckId, readonly string[]][])
      for (const slot of slots) {
        const of = after(check, slot);
        expect(madeSafeAt(of, 0, here), `${check} ${slot}`).toBeNull();
        expect(madeSafeAt(of, 0, here, check), `${check} ${slot}`).not.toBeNull();
        expect(lapsed(of, 0, here), `${check} ${slot}`).toMatch(/^Power was on since/u);
        // The plan says that it was gone through; who stands there asks whether it still holds.
        expect(safetyCheck.answer(of, 0).state, `${check} ${slot}`).toBe("agrees");
      }
    expect(madeSafeAt(after("feed", "settings"), 0, here)).not.toBeNull();
    const undone = reading({
      check: "hall",
      slot: "supply",
      value: { kind: "withdrawn", reason: "typed twice" },
    });
    expect(madeSafeAt(job([...safe, undone]), 0, here)).not.toBeNull();
    expect(madeSafeAt(job([...after("run", "swap").readings, ...madeSafe("hub")]), 0, here)).not.toBeNull();
  });

  it("finds nothing about the motor and offers nothing to find", () => {
    expect(safetyCheck.answer(job(madeSafe("hub")), 0).findings).toEqual([]);
    expect(safetyCheck.answer(job([]), 0).steps).toEqual([]);
  });
});
