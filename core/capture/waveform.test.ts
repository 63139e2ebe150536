import { describe, expect, it } from "vitest";
import { chanceFrom } from "#bench/chance";
import { asSound, asText, PLAIN_TEXT, scoped, type Recorded, type ScopedMotor } from "#bench/scope";
import { toothCoils } from "./windingView.ts";
import { readCapture, visibility, type CaptureAnswer, type CaptureOptions } from "./index.ts";

const MOTOR: ScopedMotor = {
  ...{ polePairs: 7, constant: 1000, phases: [1, 1, 1], harmonics: { 5: 0.06, 7: 0.03 } },
  ...{ lower: {}, swing: 0, order: "ABC" },
};
const probes = (...names: readonly string[]): Recorded["probes"] =>
  names.map((name) => (name.startsWith("-") ? { of: name.slice(1), way: -1 } : { of: name, way: 1 }));
const HOW: Recorded = {
  ...{ seconds: 0.2, rate: 30_000, speed: () => 2000, noise: 0.02, range: 5, steps: 4096, offset: 0 },
  probes: probes("AB", "BC", "CA"),
};
const KNOWN: CaptureOptions = { as: null, polePairs: 7, slots: 12, ratedConstant: 1000, turned: null };

function recorded(
  motor: Partial<ScopedMotor>,
  how: Partial<Recorded> = {},
  known: Partial<CaptureOptions> = {},
): CaptureAnswer {
  const signals = scoped({ ...MOTOR, ...motor }, { ...HOW, ...how }, chanceFrom(11));
  const names = (how.probes ?? HOW.probes).map(({ of }) => of);
  return readCapture(asText(signals, { ...PLAIN_TEXT, names }), { ...KNOWN, ...known });
}
const codesOf = ({ said }: CaptureAnswer) => said.map(({ code }) => code);
const value = ({ figures }: CaptureAnswer, name: string) => figures[name]?.value ?? Number.NaN;

/** A shape of one cycle as a recording of the line A-B: 40 cycles of 500 samples. */
function shaped(shape: (turn: number) => number): CaptureAnswer {
  const lines = Array.from(
    { length: 20_000 },
    (_, n) => `${(n * 1e-5).toFixed(5)},${shape(((n + 0.37) / 500) % 1)}`,
  );
  const text = `Time,AB\n${lines.join("\n")}\n`;
  return readCapture(new TextEncoder().encode(text), { ...KNOWN, as: null, polePairs: null });
}

describe("shapes with published harmonics (Fourier series)", () => {
  const trapezoid = (turn: number): number => {
    // Flat for 120°, unit height, ramps of 60°.
    const x = turn * 6;
    if (x < 0.5) return 2 * x;
    if (x < 2.5) return 1;
    if (x < 3.5) return 1 - 2 * (x - 2.5);
    if (x < 5.5) return -1;
    return -1 + 2 * (x - 5.5);
  };

  it.each([
    ["square wave", (turn: number) => (turn < 0.5 ? 1 : -1), 4 / Math.PI, 44.5, 1],
    [
      ...["triangle", (turn: number) => (turn < 0.5 ? 4 * turn - 1 : 3 - 4 * turn)],
      ...[8 / Math.PI ** 2, 12.09, 1 / Math.sqrt(3)],
    ],
    ["trapezoid with a flat top of 120°", trapezoid, 1.215_85, 22.83, Math.sqrt(7 / 9)],
  ] as [string, (turn: number) => number, number, number, number][])(
    "%s",
    (_, shape, fundamental, thd, rms) => {
      const answer = shaped((turn) => shape(turn) + 1e-4 * Math.sin(turn * 777));
      expect(value(answer, "amplitudeAB")).toBeCloseTo(fundamental, 2);
      expect(value(answer, "thdLineToLine")).toBeCloseTo(thd, 0);
      // All of them stand 1 high; the harmonics beyond the thirteenth hold the little that is missing of a square wave's power.
      expect(value(answer, "lineToLineCrest")).toBeCloseTo(1, 1);
      const told =
        (value(answer, "lineToLinePeak") / Math.SQRT2) * Math.hypot(1, value(answer, "thdLineToLine") / 100);
      expect(told).toBeLessThan(rms * 1.001);
      expect(told).toBeGreaterThan(rms * 0.98);
    },
  );

  it("a sine has none, and its crest is its height", () => {
    const answer = shaped((turn) => 2 * Math.sin(2 * Math.PI * turn));
    expect(value(answer, "thdLineToLine")).toBeLessThan(0.05);
    expect(value(answer, "lineToLineCrest")).toBeCloseTo(2, 2);
  });
});

describe("a motor that is turned steadily", () => {
  it("tells its speed, its heights, and with the pole pairs its speed constant", () => {
    const answer = recorded({});
    expect(answer.outcome).toBe("read");
    expect(value(answer, "electricalFrequency")).toBeCloseTo(233.33, 1);
    expect(value(answer, "speed")).toBeCloseTo(2000, 0);
    expect(value(answer, "lineToLinePeak")).toBeCloseTo(2, 2);
    expect(Math.abs(value(answer, "speedConstant") - 1000)).toBeLessThan(2);
    // Flux of a phase: crest over electrical speed, 2/√3 V at 2π·233.3 rad/s.
    expect(value(answer, "fluxLinkage")).toBeCloseTo(2 / Math.sqrt(3) / (2 * Math.PI * 233.33), 6);
    expect(value(answer, "harmonic5LineToLine")).toBeCloseTo(6, 1);
    expect(value(answer, "harmonic7LineToLine")).toBeCloseTo(3, 1);
    expect(value(answer, "angleAbToBc")).toBeCloseTo(120, 0);
    expect(answer.words["phaseOrder"]).toBe("ABC");
  });

  it("tells no speed and no constant without the pole pairs: nothing is guessed", () => {
    const { figures } = recorded({}, {}, { polePairs: null });
    for (const name of ["speed", "speedConstant", "turnPeriod", "speedConstantAgainstRated"])
      expect(figures).not.toHaveProperty(name);
    expect(figures).toHaveProperty("lineToLinePeak");
  });

  it("gives the same from two lines, from three phases, and from columns in another order", () => {
    const two = recorded({}, { probes: probes("BC", "CA") });
    const phases = recorded({}, { probes: probes("AN", "BN", "CN") });
    const mixed = recorded({}, { probes: probes("CA", "AB", "BC") });
    for (const answer of [two, phases, mixed]) {
      expect(codesOf(answer)).toEqual([]);
      expect(Math.abs(value(answer, "speedConstant") - 1000)).toBeLessThan(2);
      expect(answer.words["phaseOrder"]).toBe("ABC");
    }
    expect(value(phases, "phasePeak")).toBeCloseTo(2 / Math.sqrt(3), 2);
  });

  it("shows a third harmonic of the phases there, and not in the lines", () => {
    const answer = recorded({ harmonics: { 3: 0.1 } }, { probes: probes("AN", "BN", "CN") });
    expect(value(answer, "harmonic3Phase")).toBeCloseTo(10, 1);
    expect(value(answer, "harmonic3LineToLine")).toBeLessThan(0.2);
  });

  it("tells the order of the phases", () => {
    expect(recorded({ order: "ACB" }).words["phaseOrder"]).toBe("ACB");
  });

  it("a sound file tells speed and shape, and nothing in volts", () => {
    const signals = scoped(MOTOR, { ...HOW, probes: probes("AB", "BC") }, chanceFrom(3));
    const answer = readCapture(asSound(signals, HOW.rate, 5), KNOWN);
    expect(value(answer, "speed")).toBeCloseTo(2000, 0);
    expect(value(answer, "ratioSecondToFirst")).toBeCloseTo(1, 2);
    expect(value(answer, "firstLeadsSecond")).toBeCloseTo(120, 0);
    for (const name of ["lineToLinePeak", "speedConstant", "fluxLinkage", "offsetAB"])
      expect(answer.figures).not.toHaveProperty(name);
  });

  it("holds a constant against the plate", () => {
    const answer = recorded({ constant: 1150 });
    expect(value(answer, "speedConstantAgainstRated")).toBeCloseTo(15, 0);
    expect(value(answer, "fluxAgainstRated")).toBeCloseTo(-13, 0);
    expect(codesOf(answer)).toEqual(["fluxBelowRated"]);
    expect(codesOf(recorded({ constant: 1040 }))).toEqual([]);
  });
});

describe("what is wrong with a recording", () => {
  it.each([
    ["AB", "-BC", "CA"],
    ["-AB", "BC", "CA"],
    ["AN", "BN", "-CN"],
  ])("a probe the wrong way round among %s %s %s is named and read the other way", (...names) => {
    const answer = recorded({}, { probes: probes(...names) });
    const wrong = names.find((name) => name.startsWith("-"))!.slice(1);
    expect(answer.said.map(({ code, channel }) => [code, channel])).toEqual([["reversedProbe", wrong]]);
    expect(Math.abs(value(answer, "speedConstant") - 1000)).toBeLessThan(2);
  });

  it("of two lines 60° apart one is the wrong way round", () => {
    const answer = recorded({}, { probes: probes("AB", "-BC") });
    expect(codesOf(answer)).toEqual(["reversedProbe"]);
    expect(Math.abs(value(answer, "angleAbToBc"))).toBeCloseTo(60, 0);
    expect(Math.abs(value(answer, "speedConstant") - 1000)).toBeLessThan(2);
  });

  it("a signal that is cut off tells its speed and not its height", () => {
    const answer = recorded({}, { range: 1.7 });
    expect(new Set(codesOf(answer))).toEqual(new Set(["clipped"]));
    expect(value(answer, "clipLevel")).toBeCloseTo(1.7, 2);
    expect(value(answer, "speed")).toBeCloseTo(2000, 0);
    for (const name of ["lineToLinePeak", "speedConstant", "thdLineToLine", "fluxLinkage"])
      expect(answer.figures).not.toHaveProperty(name);
  });

  it("the coarse steps of a converter are no cut", () => {
    expect(codesOf(recorded({ harmonics: {} }, { steps: 64, noise: 0.001 }))).toEqual([]);
  });

  it("an offset is said and taken out", () => {
    const answer = recorded({}, { offset: 0.3 });
    expect(new Set(codesOf(answer))).toEqual(new Set(["offset"]));
    expect(value(answer, "offsetAB")).toBeCloseTo(0.3, 2);
    expect(Math.abs(value(answer, "speedConstant") - 1000)).toBeLessThan(2);
  });

  it("too few samples a cycle say nothing of the shape, and little or nothing of the height", () => {
    const few = recorded({}, { rate: 1400, seconds: 0.5 });
    const more = recorded({}, { rate: 2150, seconds: 0.5 });
    for (const answer of [few, more]) {
      expect(codesOf(answer)).toEqual(["undersampled"]);
      expect(value(answer, "speed")).toBeCloseTo(2000, 0);
      expect(answer.figures).not.toHaveProperty("thdLineToLine");
    }
    expect(few.figures).not.toHaveProperty("speedConstant");
    const { value: constant, u } = more.figures["speedConstant"]!;
    expect(Math.abs(constant - 1000)).toBeLessThan(u);
  });

  it.each([
    [0.6, "refused"],
    [0.9, "refused"],
    [1.4, "warned"],
  ] as const)("%s of a cycle: %s", (cycles, outcome) => {
    const answer = recorded({}, { seconds: (cycles * 60) / 2000 / 7 });
    expect(answer.outcome).toBe(outcome);
    expect(codesOf(answer)).toEqual(["tooShort"]);
    if (outcome === "refused") expect(answer.figures).toEqual({});
    else expect(Math.abs(value(answer, "speed") - 2000)).toBeLessThan(answer.figures["speed"]!.u);
  });

  it("noise and a motor that stands still are no period", () => {
    for (const answer of [recorded({}, { speed: () => 0 }), recorded({}, { speed: () => 0, offset: 1 })]) {
      expect(answer.outcome).toBe("refused");
      expect(codesOf(answer)).toContain("noPeriod");
      expect(answer.figures).toEqual({});
    }
  });

  it("gaps do no harm", () => {
    const signals = scoped(MOTOR, HOW, chanceFrom(5));
    const keep = [...signals.time.keys()].filter((n) => n < 2000 || n > 2300);
    const pick = (all: Float64Array) => Float64Array.from(keep, (n) => all[n]!);
    const answer = readCapture(
      asText({ time: pick(signals.time), channels: signals.channels.map(pick) }, PLAIN_TEXT),
      KNOWN,
    );
    expect(codesOf(answer)).toEqual(["missingSamples"]);
    expect(value(answer, "missingSamples")).toBe(301);
    expect(value(answer, "samples")).toBe(5699);
    expect(Math.abs(value(answer, "speedConstant") - 1000)).toBeLessThan(3);
  });
});

describe("what is wrong with a winding", () => {
  it.each(["A", "B", "C"] as const)("names phase %s where it gives less, and by how much", (weak) => {
    const phases = ["A", "B", "C"].map((phase) =>
      phase === weak ? 0.9 : 1,
    ) as unknown as ScopedMotor["phases"];
    for (const of of [probes("AB", "BC", "CA"), probes("AB", "BC"), probes("AN", "BN", "CN")]) {
      const answer = recorded({ phases }, { probes: of });
      expect(codesOf(answer)).toEqual(["weakPhase"]);
      expect(answer.words["weakPhase"]).toBe(weak);
      expect(value(answer, "weakPhaseBy")).toBeCloseTo(10, 0);
    }
  });

  it("a dead phase is named, and no constant is told of the two that are left", () => {
    const answer = recorded({ phases: [1, 0, 1] });
    expect(codesOf(answer)).toEqual(["deadPhase"]);
    expect(answer.words["deadPhase"]).toBe("B");
    expect(answer.figures).not.toHaveProperty("speedConstant");
  });

  it("a sound one has neither", () => {
    expect(codesOf(recorded({ phases: [1, 0.985, 1.01] }))).toEqual([]);
  });
});

describe("the magnets one by one", () => {
  it.each([
    [0.14, 0.02],
    [0.05, 0.05],
    [0.1, 0.1],
  ])("a pole pair that is %s low is found under noise of %s V", (low, noise) => {
    const answer = recorded({ lower: { 2: low } }, { noise, seconds: 0.4 });
    expect(codesOf(answer)).toEqual(["weakPolePair"]);
    expect(value(answer, "weakPolePairs")).toBe(1);
    expect(Math.abs(value(answer, "weakPolePairAgainstOthers") + 100 * low)).toBeLessThan(1);
  });

  it("counts two of them, and finds one on a single line", () => {
    expect(value(recorded({ lower: { 1: 0.1, 4: 0.1 } }), "weakPolePairs")).toBe(2);
    expect(codesOf(recorded({ lower: { 3: 0.12 } }, { probes: probes("AB") }))).toEqual(["weakPolePair"]);
  });

  it("is never claimed of a sound rotor", () => {
    for (const noise of [0.01, 0.05, 0.2]) expect(codesOf(recorded({}, { noise }))).toEqual([]);
  });

  it("needs two turns and the pole pairs", () => {
    expect(codesOf(recorded({ lower: { 2: 0.14 } }, { seconds: 0.045 }))).toEqual([]);
    expect(codesOf(recorded({ lower: { 2: 0.14 } }, {}, { polePairs: null }))).toEqual([]);
  });

  it("a rotor that runs out of the middle swings once a turn, and has no weak magnet", () => {
    const answer = recorded({ swing: 0.04 });
    expect(codesOf(answer)).toEqual(["oncePerTurn"]);
    expect(value(answer, "oncePerTurn")).toBeCloseTo(4, 0);
    expect(value(answer, "oncePerTurnFrequency")).toBeCloseTo(2000 / 60, 1);
  });

  it("says where the winding cannot see them", () => {
    expect(codesOf(recorded({ polePairs: 4 }, {}, { polePairs: 4 }))).toEqual(["cannotSeeMagnets"]);
  });
});

describe("what a winding sees of one weak magnet", () => {
  it("is nothing where a coil of every phase lies under each pole pair", () => {
    expect(visibility(12, 4)).toBeCloseTo(0, 6);
    expect(visibility(9, 3)).toBeCloseTo(0, 6);
    expect(visibility(36, 12)).toBeCloseTo(0, 6);
  });

  it("grows as fewer coils of a phase share it", () => {
    const [few, some, most] = [visibility(12, 5)!, visibility(36, 20)!, visibility(12, 7)!];
    expect(few).toBeGreaterThan(0.005);
    // Worked out with square magnets over 80 % of a pole; another model gives 1.7 and 5.8 %.
    expect(some).toBeCloseTo(0.018, 2);
    expect(most).toBeCloseTo(0.058, 2);
  });

  // Fundamental winding factors of tooth windings as handbooks of electrical machines list them; recalled from memory.
  it.each([
    [12, 7, 0.933],
    [12, 5, 0.933],
    [9, 4, 0.945],
    [9, 5, 0.945],
    [12, 4, 0.866],
    [9, 3, 0.866],
    [24, 11, 0.949],
  ])("lays %i slots and %i pole pairs out as handbooks do: winding factor %f", (slots, polePairs, factor) => {
    const coils = toothCoils(slots, polePairs)!;
    for (const of of [0, 1, 2]) {
      let [x, y, count] = [0, 0, 0];
      coils.forEach(({ phase, way }, tooth) => {
        if (phase !== of) return;
        const angle = (2 * Math.PI * polePairs * tooth) / slots;
        x += way * Math.cos(angle);
        y += way * Math.sin(angle);
        count += 1;
      });
      const distribution = Math.hypot(x, y) / count;
      const pitch = Math.abs(Math.sin((Math.PI * polePairs) / slots));
      expect(count).toBe(slots / 3);
      expect(distribution * pitch).toBeCloseTo(factor, 3);
    }
  });

  it("is not told of numbers that make no three-phase winding", () => {
    for (const [slots, pairs] of [
      [12, 6],
      [10, 4],
      [2.5, 1],
      [12, 0],
    ] as const)
      expect(visibility(slots, pairs)).toBeNull();
  });
});

describe("a motor that coasts", () => {
  /** J dω/dt = −(Bω + Tc), mechanical. */
  const coast = (start: number, rate: number, coulomb: number) => (t: number) => {
    const omega = (start * 2 * Math.PI) / 60;
    const c = coulomb / rate;
    return Math.max(0, ((omega + c) * Math.exp(-rate * t) - c) * (60 / (2 * Math.PI)));
  };

  it.each([
    [1.5, 60],
    [0.8, 20],
    [4, 120],
  ])("gives J/B %s s and Tc/J %s rad/s² back, and the constant without a tachometer", (inertia, coulomb) => {
    const speed = coast(3000, 1 / inertia, coulomb);
    const answer = recorded({}, { seconds: 1.6, rate: 20_000, speed, range: 10 });
    expect(codesOf(answer)).toContain("coasts");
    expect(Math.abs(value(answer, "inertiaOverViscous") / inertia - 1)).toBeLessThan(0.03);
    expect(Math.abs(value(answer, "coulombOverInertia") / coulomb - 1)).toBeLessThan(0.03);
    expect(Math.abs(value(answer, "speedConstant") / 1000 - 1)).toBeLessThan(0.005);
    const c = coulomb * inertia;
    const stop = inertia * Math.log((100 * Math.PI + c) / c);
    expect(Math.abs(value(answer, "stopAt") / stop - 1)).toBeLessThan(0.02);
    expect(answer.figures).not.toHaveProperty("electricalFrequency");
  });

  it("a drill that sags does not coast: its change is taken out by angle", () => {
    const answer = recorded({}, { speed: (t) => 2000 * (1 - 0.3 * t) });
    expect(codesOf(answer)).toEqual(["speedChanges"]);
    expect(value(answer, "sag")).toBeCloseTo(6, 0);
    expect(Math.abs(value(answer, "speedAtStart") - 2000)).toBeLessThan(3);
    expect(Math.abs(value(answer, "speedConstant") - 1000)).toBeLessThan(2);
  });
});
