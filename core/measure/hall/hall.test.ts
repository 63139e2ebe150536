import fc from "fast-check";
import { describe, expect, it } from "vitest";
import { assessJob } from "#core/judge";
import { choice, HUB, job, lamps, measured, ohmsOf, reading, SOUND_LAMPS } from "../../../tests/jobs.ts";
import {
  HALL_RINGS,
  hallAnswer,
  hallCheck,
  lampsChanged,
  levelsAnswer,
  oddOneOut,
  readHallTurn,
  stepsPerTurn,
  supplyAnswer,
  toggled,
  type HallState,
} from "./index.ts";

const states = (text: string) => text.split(" ") as HallState[];
const read = (forward: string, spacing: "120" | "60" | "unknown" = "120", backward = "") =>
  readHallTurn({ forward: states(forward), backward: backward ? states(backward) : [], spacing });
const findings = (...readings: ReturnType<typeof lamps>) =>
  Object.fromEntries(
    hallCheck
      .answer(job(readings), 0)
      .findings.map((finding) => [finding.variable, Object.keys(finding.likelihood)[0]]),
  );

describe("the rings", () => {
  it("change one lamp at a time all round, six states each, 120° without 000 and 111, 60° without 101 and 010", () => {
    for (const [spacing, never] of [
      ["120", ["000", "111"]],
      ["60", ["101", "010"]],
    ] as const) {
      const ring = HALL_RINGS[spacing];
      expect(new Set(ring).size).toBe(6);
      ring.forEach((state, i) => expect(lampsChanged(state, ring[(i + 1) % 6]!)).toBe(1));
      for (const state of never) expect(ring).not.toContain(state);
    }
  });

  it("come from three signals a third or a sixth of a period apart", () => {
    const ringOf = (apart: number) =>
      Array.from({ length: 6 }, (_, sixth) => {
        const at = sixth * 60 + 30;
        return ["A", "B", "C"].map((_, i) => ((at - i * apart + 720) % 360 < 180 ? "1" : "0")).join("");
      });
    const turned = (ring: readonly string[], first: string) => {
      const from = ring.indexOf(first);
      return ring.map((_, i) => ring[(from + i) % 6]);
    };
    expect(turned(ringOf(120), "101")).toEqual([...HALL_RINGS["120"]]);
    expect(turned(ringOf(60), "000")).toEqual([...HALL_RINGS["60"]]);
  });
});

describe("the step test by hand", () => {
  it("passes six states in order, either spacing, and tells the direction", () => {
    expect(read(SOUND_LAMPS)).toEqual({ kind: "healthy", spacing: "120", direction: 1 });
    expect(read("000 100 110 111 011 001 000", "unknown")).toEqual({
      kind: "healthy",
      spacing: "60",
      direction: 1,
    });
    expect(read("101 001 011 010 110 100 101")).toEqual({ kind: "reversed", spacing: "120" });
  });

  it("wants the turn back to run the other way", () => {
    expect(read(SOUND_LAMPS, "120", "101 001 011 010 110 100 101").kind).toBe("healthy");
    expect(read(SOUND_LAMPS, "120", "101 100 110 010 011 001 101").kind).toBe("sameWay");
  });

  it("names a dead signal and where it is stuck, whichever it is (common practice: two lamps change, the third dark)", () => {
    fc.assert(
      fc.property(fc.constantFrom(0, 1, 2), fc.constantFrom("0", "1"), (place, at) => {
        const seen = SOUND_LAMPS.split(" ").map((state) =>
          [...state].map((bit, i) => (i === place ? at : bit)).join(""),
        );
        const steps = seen.filter((state, i) => state !== seen[i - 1]) as HallState[];
        const answer = readHallTurn({ forward: steps, backward: [], spacing: "unknown" });
        expect(answer).toEqual({
          kind: "dead",
          signals: [{ signal: ["A", "B", "C"][place], stuck: at === "1" ? "high" : "low" }],
        });
      }),
    );
  });

  it("calls no signal stuck that merely stood still for its half of the period", () => {
    // To and fro over one edge, and through half a turn of the field: every signal of a sound set stands still so.
    for (const states of ["101 100 101 100", "101 100 101 100 101", "100 110 100 110", "101 100 110 100 101"])
      expect(read(states).kind, states).not.toBe("dead");
    expect(read("101 100 101 100 101 100 101").kind).toBe("dead");
    // Three lamps that never change: the rotor was moved four times.
    expect(read("000 000 000").kind).not.toBe("dead");
    expect(read("000 000 000 000").kind).toBe("dead");
  });

  it("leaves the spacing open with one signal dead: 60° and 120° then show the same four states", () => {
    const without = (ring: readonly string[]) => new Set(ring.map((state) => `${state.slice(0, 2)}0`));
    expect(without(HALL_RINGS["120"])).toEqual(without(HALL_RINGS["60"]));
  });

  it("finds two signals that touch", () => {
    expect(read("000 110 111 001 000 110 111 001", "unknown").kind).toBe("alike");
  });

  it("names states that cannot be, told or not told the spacing", () => {
    expect(read("100 110 111 011 001 101 100")).toMatchObject({ kind: "impossible", states: ["111"] });
    expect(read("100 101 111 110 010 000 100", "unknown").kind).toBe("impossible");
  });

  it("says what is still to be seen, and that a step was skipped", () => {
    expect(read("101 100 110")).toEqual({ kind: "unfinished", missing: ["010", "011", "001"] });
    expect(read("101 100 010 011 001 101 100").kind).toBe("outOfOrder");
  });

  it("only renames when two signals of a sound set are swapped: it then runs against the turn", () => {
    const swapped = SOUND_LAMPS.split(" ")
      .map((state) => state[0]! + state[2]! + state[1]!)
      .join(" ");
    expect(read(swapped).kind).toBe("reversed");
  });

  it("counts 6p changes a turn, 4p with one signal dead (logic of the rings)", () => {
    expect(stepsPerTurn(15, "healthy")).toBe(90);
    expect(stepsPerTurn(15, "dead")).toBe(60);
    expect(() => stepsPerTurn(2.5, "healthy")).toThrow(RangeError);
  });

  it("toggles one lamp there and back", () => {
    expect(toggled("101", "B")).toBe("111");
    expect(toggled(toggled("010", "C"), "C")).toBe("010");
  });
});

describe("levels", () => {
  it.each([
    [5.02, "present"],
    [4.4, "low"],
    [5.6, "high"],
    [0.3, "missing"],
  ] as const)("%f V of 5 is %s", (volts, answer) => {
    expect(supplyAnswer(volts)).toBe(answer);
  });

  it("are good below 0.8 V and above 70 % of the pull-up", () => {
    expect(levelsAnswer(0.2, 4.8, 5)).toBe("good");
    expect(levelsAnswer(1.1, 4.8, 5)).toBe("weak");
    expect(levelsAnswer(0.2, 3.3, 5)).toBe("weak");
    expect(levelsAnswer(0.2, 3.2, 3.3)).toBe("good");
  });

  it("finds the signal that compares otherwise without power", () => {
    expect(oddOneOut([0.62, 0.63, 0.6])).toBeNull();
    expect(oddOneOut(["open", "open", "open"])).toBeNull();
    expect(oddOneOut([0.62, "open", 0.6])).toBe(1);
    expect(oddOneOut([0.62, 0.6, 0.02])).toBe(2);
  });
});

describe("the sensor check", () => {
  it("says nothing of the states while there is no supply: supply or ground first", () => {
    const dark = findings(measured("hall", "supply", "volts", 0.1), ...lamps("000 000 000 000"));
    expect(dark).toEqual({ hallSupply: "missing" });
  });

  it("takes both at once: wire broken and sensor dead at its own leg (common practice)", () => {
    const dead = lamps("100 110 010 000 100 110 010 000 100");
    const both = job([...dead, choice("hall", "C.wire", "broken"), choice("hall", "leg", "dead")]);
    const beliefs = assessJob(both).faults;
    const of = (id: string) => beliefs.find(({ fault }) => fault === id)!.probability;
    expect(of("hallWire")).toBeGreaterThan(0.9);
    expect(of("hallSensor")).toBeGreaterThan(0.85);
    const wireAlone = assessJob(
      job([...dead, choice("hall", "C.wire", "broken"), choice("hall", "leg", "changes")]),
    );
    expect(wireAlone.faults.find(({ fault }) => fault === "hallSensor")!.probability).toBeLessThan(0.2);
  });

  it("holds a counted turn against the pole pairs, one change of slack", () => {
    const at = (steps: number) =>
      findings(...lamps(SOUND_LAMPS), measured("hall", "steps", "count", steps))["hallSteps"];
    expect(at(90)).toBe("agrees");
    expect(at(89)).toBe("agrees");
    expect(at(84)).toBe("departs");
  });

  it("drops a state that was taken back", () => {
    const [first, ...rest] = lamps("101 100 111");
    const last = rest.at(-1)!;
    const back = reading({
      check: "hall",
      slot: "forward",
      value: { kind: "withdrawn", reason: "slip" },
      supersedes: last.id,
    });
    expect(hallAnswer(job([first!, ...rest, back]), 0)).toMatchObject({ kind: "unfinished" });
  });

  it.each([
    ["pt1000", "1085", "agrees"],
    ["pt1000", "1385.06", "off"],
    ["ntc10k3435", "12.1k", "agrees"],
    ["ntc10k3950", "OL", "open"],
    ["pt1000", "2", "open"],
  ] as const)("a %s that reads %s in a room of 21 °C is %s", (kind, ohms, answer) => {
    const found = findings(
      choice("hall", "temp.kind", kind),
      reading({ check: "hall", slot: "temp.ohms", value: ohmsOf(ohms) }),
      reading({ check: "hall", slot: "temp.room", value: { kind: "celsius", celsius: 21 } }),
    );
    expect(found["tempSensor"]).toBe(answer);
  });

  it("judges three resolver windings, and asks it of traction motors alone", () => {
    const windings = (exciter: string, sine: string, cosine: string) =>
      findings(
        ...Object.entries({ exciter, sine, cosine }).map(([name, ohms]) =>
          reading({ check: "hall", slot: `resolver.${name}`, value: ohmsOf(ohms) }),
        ),
      )["resolver"];
    expect(windings("21", "48.1", "48.4")).toBe("agrees");
    expect(windings("21", "48.1", "40")).toBe("departs");
    expect(windings("21", "OL", "48")).toBe("open");
    expect(hallCheck.notApplicable(job([], { motor: { ...HUB, family: "hobby" } }).motor)).toContain(
      "No sensor wires",
    );
    expect(
      hallCheck.notApplicable(job([], { motor: { ...HUB, family: "traction", hallSpacing: "none" } }).motor),
    ).toBeNull();
  });
});
