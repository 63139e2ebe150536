import { describe, expect, it } from "vitest";
import { INSTRUMENT_TEMPLATES } from "#core/quantity";
import { motorOfCase } from "./caseFile.ts";
import { CASES } from "./cases.ts";
import { chanceFrom } from "./chance.ts";
import { workingAt } from "./handling.ts";
import { soundMotor, tableWith, type LaidDown } from "./table.ts";
import type { SimulatedMotor } from "./world.ts";

const named = (n: number, id: string) => ({ ...INSTRUMENT_TEMPLATES[n]!, id });
const METER = named(1, "meter");
const TESTER = named(3, "tester");
const WINDING = { connection: "star", limb: { A: 0.08, B: 0.08, C: 0.08 }, faults: [] } as const;

function benchWith(motor: SimulatedMotor, laid: Partial<LaidDown> = { powered: true, plugged: true }) {
  const table = tableWith({ motor, polePairs: 23, rpmPerVolt: 9.4 }, [METER, TESTER], chanceFrom(3), laid);
  const kinds = () => table.unsafe().map(({ kind }) => kind);
  return { table, kinds };
}
const HUB = soundMotor("hub", WINDING);
const BLOWER = motorOfCase(CASES.find(({ id }) => id === "no-twenty-four")!);

describe("what hurts or breaks something", () => {
  it("is a meter on ohms across live points: probes put there, or turned to ohms there; never on dead ones", () => {
    const { table, kinds } = benchWith(BLOWER);
    table.act({ do: "dial", with: "meter", reads: "acVolts" });
    table.act({ do: "reach", with: "meter", at: "mains" });
    expect(kinds()).toEqual([]);
    table.act({ do: "dial", with: "meter", reads: "ohms" });
    expect(kinds()).toEqual(["ohmsOnLive"]);
    table.act({ do: "power", on: false });
    table.act({ do: "reach", with: "meter", at: "v24.board" });
    expect(kinds()).toEqual(["ohmsOnLive"]);
    // Switched on with the meter still on ohms across it.
    table.act({ do: "power", on: true });
    expect(kinds()).toEqual(["ohmsOnLive", "ohmsOnLive"]);
  });

  it("is ohms across a pack, whether its switch is on or off", () => {
    const { table, kinds } = benchWith(HUB, {});
    table.act({ do: "reach", with: "meter", at: "pack" });
    expect(kinds()).toEqual(["ohmsOnLive"]);
  });

  it("is a plug pulled live, or before a blower's capacitors are empty (five minutes, common practice)", () => {
    const { table, kinds } = benchWith(BLOWER);
    table.act({ do: "plug", in: false });
    table.act({ do: "power", on: false });
    table.pass(299);
    table.act({ do: "plug", in: true });
    expect(kinds()).toEqual(["plugPulledLive", "plugPulledLive"]);
    table.pass(2);
    table.act({ do: "plug", in: false });
    expect(kinds()).toHaveLength(2);
  });

  it("is hands on it, or a cover off, before it is dead; a bare motor is dead once it is off", () => {
    const blower = benchWith(BLOWER);
    blower.table.act({ do: "power", on: false });
    blower.table.act({ do: "sense", what: "mechanical.turn" });
    blower.table.act({ do: "open" });
    expect(blower.kinds()).toEqual(["handsBeforeWait", "handsBeforeWait"]);
    const hub = benchWith(HUB);
    hub.table.act({ do: "sense", what: "mechanical.turn" });
    hub.table.act({ do: "power", on: false });
    hub.table.act({ do: "sense", what: "mechanical.turn" });
    expect(hub.kinds()).toEqual(["handsBeforeWait"]);
  });

  it("is a spin that makes more than 30 V RMS on bare leads, and not on insulated ones", () => {
    const { table, kinds } = benchWith(HUB, {});
    // 30 V RMS of a constant of 9.4 rpm per volt of line peak: 399 rpm.
    table.act({ do: "spin", rpm: 398 });
    expect(kinds()).toEqual([]);
    table.act({ do: "spin", rpm: 400 });
    expect(kinds()).toEqual(["spinAbove30"]);
    table.act({ do: "insulate", on: true });
    table.act({ do: "spin", rpm: 800 });
    expect(kinds()).toHaveLength(1);
  });

  it("is an insulation tester on leads whose plug is still in", () => {
    const { table, kinds } = benchWith(HUB, { plugged: true });
    table.act({ do: "dial", with: "tester", reads: "insulation" });
    expect(table.act({ do: "touch", with: "tester", red: "A", black: "frame" }).kind).toBe("cannot");
    table.act({ do: "plug", in: false });
    table.act({ do: "touch", with: "tester", red: "A", black: "frame" });
    expect(kinds()).toEqual([]);
    expect(table.shows("tester")).toBeGreaterThan(1e7);
  });

  it("never happens to somebody who works in the right order", () => {
    for (const motor of [HUB, BLOWER]) {
      const { table, kinds } = benchWith(motor);
      const hand = workingAt(table);
      for (const wanted of [
        { powered: false },
        { powered: true, plugged: true },
        { powered: false, plugged: false, opened: true },
        { powered: true, plugged: true },
      ])
        hand.be(wanted);
      hand.be(hand.AT_ITS_LEADS);
      expect(hand.read("meter", "ohms", { do: "touch", red: "A", black: "B" })).not.toBeNull();
      hand.find("mechanical.turn");
      expect(kinds()).toEqual([]);
    }
  });
});

describe("what cannot be done", () => {
  const why = (
    motor: SimulatedMotor,
    laid: Partial<LaidDown>,
    ...acts: Parameters<ReturnType<typeof benchWith>["table"]["act"]>[0][]
  ) => {
    const { table } = benchWith(motor, laid);
    const done = acts.map((act) => table.act(act)).at(-1)!;
    return done.kind === "cannot" ? done.why : null;
  };
  it("says why: a plug that is in, a cover that is on, nothing at hand, nothing that moves", () => {
    const off = { powered: false, plugged: true };
    expect(why(HUB, off, { do: "touch", with: "meter", red: "A", black: "B" })).toMatch(/plug is in/u);
    expect(why(HUB, off, { do: "spin", rpm: 100 })).toMatch(/plug is in/u);
    expect(why(HUB, {}, { do: "touch", with: "meter", red: "A0", black: "B0" })).toMatch(/closed/u);
    expect(why(BLOWER, {}, { do: "touch", with: "meter", red: "A", black: "B" })).toMatch(/open it first/u);
    expect(why(HUB, { goodOnes: false }, { do: "sense", what: "run.swap" })).toMatch(/at hand/u);
    expect(why(BLOWER, off, { do: "sense", what: "power.turns" })).toMatch(/switched off/u);
    expect(why(HUB, {}, { do: "sense", what: "winding.inward" })).toMatch(/open it first/u);
    const split = soundMotor("miniSplit", WINDING);
    expect(why(split, {}, { do: "open" })).toMatch(/Nobody opens this one/u);
  });
});

describe("inside a motor that lies open", () => {
  it("a lead, a winding and a joint are each read by themselves, and one that is bad is found", () => {
    const faults = [
      { kind: "leadHigh", lead: "A", ohms: 0.05 },
      { kind: "jointHigh", limb: "B", ohms: 0.03 },
    ] as const;
    const table = tableWith(
      { motor: soundMotor("hub", { ...WINDING, faults }), polePairs: 23, rpmPerVolt: 9.4 },
      [named(2, "milliohm")],
      chanceFrom(3),
      { opened: true },
    );
    const hand = workingAt(table);
    const ohms = (red: "A" | "B" | "A0" | "B0" | "Bm", black: "A0" | "B0" | "Am" | "Bm" | "joint") =>
      hand.read("milliohm", "ohms", { do: "touch", red, black })!;
    expect(ohms("A", "A0")).toBeCloseTo(0.05, 3);
    expect(ohms("B", "B0")).toBeCloseTo(0, 3);
    expect(ohms("A0", "Am")).toBeCloseTo(0.08, 3);
    expect(ohms("Bm", "joint")).toBeCloseTo(0.03, 3);
    expect(ohms("B", "joint")).toBeCloseTo(0.11, 3);
  });
  it("a delta has no star joint to be touched", () => {
    const delta = soundMotor("hub", { ...WINDING, connection: "delta" });
    const { table } = benchWith(delta, { opened: true });
    expect(table.act({ do: "touch", with: "meter", red: "A", black: "joint" })).toMatchObject({
      kind: "cannot",
      why: expect.stringMatching(/no star joint/u),
    });
  });
});

describe("a meter in the hand", () => {
  const bench = () => benchWith(HUB, {}).table;
  it("held on a range shows an overload beyond it, and the digits of it", () => {
    const table = bench();
    table.act({ do: "reach", with: "meter", at: "knownOhms" });
    table.pass(5);
    const chosen = table.shows("meter")!;
    expect(Math.abs(chosen - 10)).toBeLessThan(0.6);
    const [least, , , most] = METER.ranges.map(({ fullScale }) => fullScale);
    table.act({ do: "range", with: "meter", fullScale: most! });
    expect(table.shows("meter")! % (most! / 6000)).toBeCloseTo(0, 6);
    expect(() => table.act({ do: "range", with: "meter", fullScale: least! / 7 })).toThrow(/no range/u);
  });

  it("nulled on its tips shows the motor without its leads; nulled again it shows them", () => {
    const table = bench();
    table.act({ do: "tips", with: "meter" });
    table.pass(5);
    table.act({ do: "null", with: "meter" });
    expect(Math.abs(table.shows("meter")!)).toBeLessThan(0.31);
    table.act({ do: "null", with: "meter" });
    table.act({ do: "reach", with: "meter", at: "knownOhms" });
    table.pass(5);
    expect(table.shows("meter")).toBeGreaterThan(9.9);
  });

  it("reads the known volts it is proved on, and a pack that sags under throttle", () => {
    const table = bench();
    table.act({ do: "dial", with: "meter", reads: "acVolts" });
    table.act({ do: "reach", with: "meter", at: "knownVolts" });
    expect(Math.abs(table.shows("meter")! / 24 - 1)).toBeLessThan(0.03);
    const tired = benchWith({ ...HUB, ailments: ["battery"] }).table;
    tired.act({ do: "dial", with: "meter", reads: "dcVolts" });
    tired.act({ do: "reach", with: "meter", at: "pack" });
    const rest = tired.shows("meter")!;
    tired.act({ do: "call", on: true });
    tired.pass(2);
    expect(tired.shows("meter")! / rest).toBeLessThan(0.9);
  });

  it("finds a blower's way dead while it is off, and its called points while nothing is called", () => {
    const sound = motorOfCase(CASES.find(({ id }) => id === "goes-up-and-down")!);
    const { table } = benchWith(sound);
    table.act({ do: "dial", with: "meter", reads: "acVolts" });
    const at = (place: "v24.transformer" | "v24.motor") => {
      table.act({ do: "reach", with: "meter", at: place });
      table.pass(3);
      return table.shows("meter")!;
    };
    expect(at("v24.transformer")).toBeGreaterThan(20);
    expect(at("v24.motor")).toBeLessThan(1);
    table.act({ do: "call", on: true });
    expect(at("v24.motor")).toBeGreaterThan(20);
    table.act({ do: "power", on: false });
    expect(at("v24.transformer")).toBeLessThan(1);
  });
});
