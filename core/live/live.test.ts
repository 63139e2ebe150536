import { describe, expect, it } from "vitest";
import { INSTRUMENT_TEMPLATES, type Instrument } from "../quantity/index.ts";
import {
  functionFor,
  haveMovedOn,
  meanOf,
  misshown,
  noiseOf,
  placeInTime,
  readLine,
  seenAt,
  takeableMeanwhile,
  takeableOf,
  unitFactor,
  type Display,
  type DisplayAt,
  type Heard,
} from "./index.ts";

const METER: Instrument = { ...INSTRUMENT_TEMPLATES[1]!, id: "meter" };
const TESTER: Instrument = { ...INSTRUMENT_TEMPLATES[3]!, id: "tester" };
const TACHOMETER: Instrument = { ...INSTRUMENT_TEMPLATES[4]!, id: "tachometer" };
const OHMS = { reads: "ohms", unsteady: 0 } as const;

const display = (value: number | null, more: Partial<Display> = {}): Display => ({
  ...{ sequence: 1, reads: "ohms", value, range: null },
  ...more,
});
/** Displays five a second, from a moment on. */
const shown = (values: readonly (number | null)[], from = 0, more: Partial<Display> = {}): DisplayAt[] =>
  values.map((value, n) => ({ ...display(value, { sequence: n, ...more }), at: from + n / 5 }));
const steady = (value: number, count = 12) => Array.from({ length: count }, (_, n) => value + 0.1 * (n % 2));

describe("units that an instrument may say", () => {
  it.each([
    ["ohms", "Ω", 1],
    ["ohms", "mΩ", 1e-3],
    ["ohms", "ohm", 1],
    ["ohms", "MΩ", 1e6],
    ["insulation", "GΩ", 1e9],
    ["acVolts", "mV", 1e-3],
    ["dcAmperes", "A", 1],
    ["frequency", "kHz", 1e3],
    ["tachometer", "rpm", 1],
  ] as const)("%s in %s", (reads, unit, factor) => {
    expect(unitFactor(reads, unit)).toBeCloseTo(factor, 12);
  });

  it.each([
    ["ohms", "V"],
    ["ohms", ""],
    ["ohms", "2"],
    ["frequency", "rpm"],
    ["tachometer", "Hz"],
    ["acVolts", "A"],
    ["ohms", "5 Ω"],
  ] as const)("%s never in “%s”", (reads, unit) => {
    expect(unitFactor(reads, unit)).toBeNull();
  });

  it("a place for frequency is read with a tachometer once speed is written there", () => {
    expect(functionFor("frequency", { name: "speed" })).toBe("tachometer");
    expect(functionFor("frequency", { name: "frequency" })).toBe("frequency");
    expect(functionFor(null, { name: "temperature" })).toBeNull();
  });
});

describe("samples find their moment", () => {
  const batch = (...pairs: (readonly [number, number])[]) =>
    pairs.map(([sequence, time]) => ({ sequence, time }));
  const after = (...batches: readonly { samples: ReturnType<typeof batch>; now: number }[]) => {
    let heard: Heard | null = null;
    let last = placeInTime<{ sequence: number; time: number }>(null, [], 0);
    for (const { samples, now } of batches) {
      last = placeInTime(heard, samples, now);
      ({ heard } = last);
    }
    return last;
  };

  it("by what lies between them, whatever clock the device has", () => {
    const { taken } = after({ samples: batch([1, 1e6], [2, 1e6 + 0.5]), now: 30 });
    expect(taken.map(({ at }) => at)).toEqual([29.5, 30]);
  });

  it("as old as they are where they were held up on the way", () => {
    const { taken } = after({ samples: batch([1, 0]), now: 100 }, { samples: batch([2, 1]), now: 107 });
    expect(taken.map(({ at }) => at)).toEqual([101]);
  });

  it("in their order; late and double ones are dropped", () => {
    const { taken, dropped } = after(
      { samples: batch([5, 5]), now: 10 },
      { samples: batch([8, 8], [6, 6], [4, 4], [6, 6]), now: 13 },
    );
    expect(taken.map(({ sequence }) => sequence)).toEqual([6, 8]);
    expect(dropped).toBe(2);
  });

  it("of a device that was started again, counting anew", () => {
    const { taken, dropped } = after(
      { samples: batch([900, 500]), now: 10 },
      { samples: batch([0, 501], [1, 501.2]), now: 20 },
    );
    expect(taken[0]!.at).toBeCloseTo(19.8, 9);
    expect(taken[1]!.at).toBe(20);
    expect(dropped).toBe(0);
  });

  it("and never one that is still to come", () => {
    const { taken } = after(
      { samples: batch([1, 0]), now: 10 },
      // A clock that runs fast: it is ahead by a second after the next one.
      { samples: batch([2, 3]), now: 12 },
    );
    expect(taken[0]!.at).toBeLessThanOrEqual(12);
  });

  it("of a clock that was set back, from then on", () => {
    const { taken } = after({ samples: batch([1, 1000]), now: 10 }, { samples: batch([2, 3]), now: 12 });
    expect(taken[0]!.at).toBe(12);
  });
});

describe("a display at a place", () => {
  it("is no reading of it in another function, and says which", () => {
    expect(misshown(METER, "ohms", display(1.2, { reads: "acVolts" }))).toBe(
      "This place takes resistance; 6000-count true-RMS meter shows alternating voltage.",
    );
  });

  it("is none on a range far too coarse, and names the right one", () => {
    expect(misshown(METER, "ohms", display(12, { range: 600_000 }))).toBe(
      "6000-count true-RMS meter stands on its 600 kΩ range. Choose the 600 Ω range.",
    );
    expect(misshown(METER, "ohms", display(12, { range: 600 }))).toBeNull();
    expect(misshown(METER, "ohms", display(12))).toBeNull();
  });

  it("is one on the coarser of two where a meter that chooses its range has not gone down yet", () => {
    expect(misshown(METER, "ohms", display(570, { range: 6000 }))).toBeNull();
    expect(misshown(METER, "ohms", display(500, { range: 6000 }))).toMatch(/Choose the 600 Ω range/u);
  });

  it("is none on a range that its sheet does not have", () => {
    expect(misshown(METER, "ohms", display(12, { range: 20 }))).toMatch(/its sheet here does not have/u);
    expect(misshown(METER, "ohms", display(12, { range: 599.9 }))).toBeNull();
  });

  it("is none the wrong way round; a little below zero is zero", () => {
    const volts = { reads: "dcVolts", range: null } as const;
    expect(misshown(METER, "dcVolts", display(-4.2, volts))).toMatch(/less than zero: swap the probes/u);
    expect(misshown(METER, "dcVolts", display(-0.00003, volts))).toBeNull();
    const place = { reads: "dcVolts", unsteady: 0 } as const;
    const zero = shown(
      Array.from({ length: 12 }, () => -0.00002),
      0,
      volts,
    );
    expect(takeableOf(seenAt(METER, place, zero, 2.2))!.value).toBe(0);
  });

  it("has the noise of its own last digit, on the range it says, and of what goes to and fro by itself", () => {
    expect(noiseOf(METER, display(1, { range: 6000 }), 0).resolution).toBeCloseTo(1, 12);
    expect(noiseOf(METER, display(1), 0).resolution).toBeCloseTo(0.1, 12);
    expect(noiseOf(METER, display(40, { reads: "frequency" }), 0.003).scatter).toBeCloseTo(0.1204, 4);
    expect(noiseOf(TACHOMETER, display(2400, { reads: "tachometer" }), 0).resolution).toBe(0.1);
    expect(noiseOf(TESTER, display(1e9, { reads: "insulation" }), 0).resolution).toBeCloseTo(5e7, 0);
  });

  it("is seen as nothing, stale, wrong or shown", () => {
    const values = shown(steady(12));
    expect(seenAt(METER, OHMS, [], 0).kind).toBe("nothing");
    expect(seenAt(METER, OHMS, values, 4.1).kind).toBe("shown");
    expect(seenAt(METER, OHMS, values, 4.3)).toMatchObject({ kind: "stale" });
    expect(seenAt(METER, { reads: "acVolts", unsteady: 0 }, values, 2.2).kind).toBe("wrong");
  });

  it("is taken at rest, with how it was shown, to one digit more than it has", () => {
    const taken = takeableOf(seenAt(METER, OHMS, shown(steady(12)), 2.2))!;
    expect(taken.value).toBe(12.05);
    expect(taken.latched).toMatchObject({ reads: "ohms", range: null, count: 12 });
    expect(taken.latched.spread).toBeCloseTo(0.0522, 4);
    expect(takeableOf(seenAt(METER, OHMS, shown([12, 14, 17, 22, 28, 36, 45, 50]), 1.5))).toBeNull();
  });

  it("is not taken twice: what was taken already is not looked at again", () => {
    const values = shown(steady(12, 20));
    expect(takeableOf(seenAt(METER, OHMS, values, 3.8, 1))).not.toBeNull();
    expect(takeableOf(seenAt(METER, OHMS, values, 3.8, 3.4))).toBeNull();
    expect(seenAt(METER, OHMS, values, 3.8, 3.8).kind).toBe("nothing");
  });

  it("of another function or range before says nothing of now", () => {
    const values = [...shown(steady(12)), ...shown([12.1, 12], 2.4, { range: 6000 })];
    expect(seenAt(METER, OHMS, values, 2.7)).toMatchObject({ kind: "wrong" });
    const back = [...values, ...shown([12, 12.1], 2.8)];
    expect(seenAt(METER, OHMS, back, 3.1)).toMatchObject({ kind: "shown", look: { kind: "tooFew" } });
  });

  it.each([
    [0.16234, 0.001, 0.1623],
    [0.16234, 0.1, 0.16],
    [2412.27, 1, 2412.3],
    [2_412_270, 1000, 2_412_270],
    [0.000064123, 0.00001, 0.000064],
  ])("mean %f on a digit of %f is written %f", (mean, resolution, written) => {
    expect(meanOf({ mean }, { resolution })).toBeCloseTo(written, 12);
  });
});

describe("probes that moved on", () => {
  const noise = noiseOf(METER, display(12), 0);
  const moved = (values: readonly (number | null)[], mean = 12) =>
    haveMovedOn(shown(values), { mean }, noise);

  it("showed an overload, next to nothing, far more, or wandered", () => {
    expect(moved([12, null, 12])).toBe(true);
    expect(moved([12, 2, 12])).toBe(true);
    expect(moved([12, 70, 12])).toBe(true);
    expect(moved([12, 30, 9, 41, 14, 33, 8, 39, 12, 28])).toBe(true);
  });

  it("have not where the display stays or slowly goes elsewhere", () => {
    expect(moved(steady(12, 20))).toBe(false);
    expect(moved(Array.from({ length: 40 }, (_, n) => 12 + n / 2))).toBe(false);
    expect(moved([])).toBe(false);
  });

  it("show it by an overload alone where next to nothing was read", () => {
    expect(moved([0.1, 0, 0.5, 0.1], 0.1)).toBe(false);
    expect(moved([0.1, null], 0.1)).toBe(true);
  });
});

describe("two instruments in one moment", () => {
  const HERTZ = { reads: "frequency", unsteady: 0.003 } as const;
  const hertz = (values: readonly number[], from: number) => shown(values, from, { reads: "frequency" });
  const flicker = (centre: number, count: number) =>
    Array.from({ length: count }, (_, n) => centre * (1 + 0.002 * Math.sin(2.4 * n)));

  it("the second gives what it showed then, not what it shows now", () => {
    const displays = [...hertz(flicker(42, 15), 0), ...hertz(flicker(55, 15), 3)];
    const found = takeableMeanwhile(METER, HERTZ, displays, { from: 0.4, to: 2.6 })!;
    expect(found.value).toBeCloseTo(42, 0);
  });

  it("and nothing where it was not at rest, showed something else, or nothing", () => {
    const rising = hertz(
      Array.from({ length: 20 }, (_, n) => 20 + 2 * n),
      0,
    );
    expect(takeableMeanwhile(METER, HERTZ, rising, { from: 0, to: 3 })).toBeNull();
    expect(takeableMeanwhile(METER, HERTZ, shown(steady(42, 20)), { from: 0, to: 3 })).toBeNull();
    expect(takeableMeanwhile(METER, HERTZ, hertz(flicker(42, 15), 0), { from: 8, to: 10 })).toBeNull();
  });
});

describe("a line of a home-made bridge", () => {
  it("is a sample, with or without a range", () => {
    expect(readLine("17 4250 ohms 0.3142 Ω 6\r")).toEqual({
      kind: "sample",
      sample: { sequence: 17, time: 4.25, function: "ohms", value: 0.3142, unit: "Ω", range: 6 },
    });
    expect(readLine("18 4450 ohms OL Ω")).toMatchObject({ sample: { value: null, overload: true } });
  });

  it("may be a remark", () => {
    expect(readLine("# bridge 2, ready")).toEqual({ kind: "remark", text: "bridge 2, ready" });
  });

  it.each([
    "",
    "17",
    "17 4250 ohms 0.3",
    "x 1 ohms 1 Ω",
    "1 2 ohms abc Ω",
    "1 2 ohms 1 Ω x",
    "1 2 ohms 1 Ω 6 7",
    "1  2 ohms 1 Ω",
  ])("“%s” is none", (line) => {
    expect(readLine(line).kind).toBe("none");
  });
});
