import { describe, expect, it } from "vitest";
import {
  choice,
  frameOpen,
  HUB,
  job,
  lamps,
  lookedAndTurned,
  measured,
  MILLIOHM,
  pairs,
} from "../../tests/jobs.ts";
import { costOf, CURES, labour, setOf, type CureId } from "../known/index.ts";
import { infer, leadingTypes } from "../inference/index.ts";
import { CONSEQUENCES, type Consequence, type PriceBook } from "../record/index.ts";
import {
  actionsFor,
  assessJob,
  breakEven,
  cheapestUntil,
  circumstancesOf,
  COME_BACK,
  findingsOf,
  kindOf,
  LEAST_EXACT,
  modelFor,
  MOST_DOUBT,
  MOST_HAZARD,
  type Action,
} from "./index.ts";
import { paidAfter } from "./action.ts";

const REST = [...lookedAndTurned(), ...frameOpen(), ...pairs(["128m", "128m", "128m"], MILLIOHM, "0.1m")];
const DEAD = [measured("hall", "supply", "volts", 5), ...lamps("100 110 010 000 100 110 010 000 100")];

describe("what an action costs", () => {
  it("is parts and labour, and what being wrong costs on average", () => {
    const { action } = assessJob(
      job([...REST, ...DEAD, choice("hall", "C.wire", "broken")], { complaint: "twitches" }),
    );
    expect(action!.cures).toEqual(["sensorWire"]);
    expect(action!.minutes).toBe(CURES.sensorWire.minutes);
    expect(action!.cost).toBeCloseTo(costOf("sensorWire", "hub"), 9);
    // Three quarters of an hour to find out, a quarter of the wrong ones come back, and what was missing is then paid.
    expect(action!.wrongCost).toBeGreaterThan(labour(45) + 0.25 * COME_BACK[HUB.consequence]);
    expect(action!.expectedCost).toBeCloseTo(action!.cost + (1 - action!.probability) * action!.wrongCost, 9);
    expect(action!.exact).toBeLessThanOrEqual(action!.probability);
  });

  it("of needless parts is counted: both of two rivals cost what the other one would have saved", () => {
    const { action, rivals } = assessJob(job([...REST, ...DEAD], { complaint: "twitches" }));
    const both = [action!, ...rivals].find(({ cures }) => cures.length === 2);
    const motor = [action!, ...rivals].find(({ cures }) => cures[0] === "motor");
    for (const dear of [both, motor]) if (dear) expect(dear.waste).toBeGreaterThan(0.1 * dear.cost);
    expect(labour(60)).toBe(54);
  });

  it("that is not the cure is paid beside what is: what is cheap and unlikely is not what costs least", () => {
    const { action, rivals } = assessJob(
      job([...REST, ...DEAD, choice("hall", "C.wire", "broken")], { complaint: "twitches" }),
    );
    expect(rivals.length).toBeGreaterThan(0);
    for (const rival of rivals) expect(rival.expectedCost).toBeGreaterThan(action!.expectedCost);

    const only = (...cures: CureId[]) => setOf(cures);
    const asked = new Map([
      [only("bearings"), 0.6],
      [only("motor"), 0.2],
      [only("battery", "sensorWire"), 0.2],
    ]);
    const [bearings, motor, battery, wire] = (["bearings", "motor", "battery", "sensorWire"] as const).map(
      (cure) => costOf(cure, "hub"),
    ) as [number, number, number, number];
    expect(paidAfter(asked, only("bearings"), "hub")).toBeCloseTo(
      (0.2 * motor + 0.2 * (battery + wire)) / 0.4,
      9,
    );
    expect(paidAfter(asked, only("sensorWire"), "hub")).toBeCloseTo(
      0.6 * bearings + 0.2 * motor + 0.2 * battery,
      9,
    );
    // A new motor brings its own sensors and wires, and no battery.
    expect(paidAfter(asked, only("motor"), "hub")).toBeCloseTo(battery, 9);
    expect(paidAfter(new Map([[only("motor"), 1]]), only("motor"), "hub")).toBe(0);
  });

  it("is not shown twice, once with work on top that makes it no likelier", () => {
    const open = [...lookedAndTurned(), ...frameOpen(), ...pairs(["OL", "128m", "OL"], MILLIOHM, "0.1m")];
    const { action, rivals } = assessJob(job(open, { complaint: "noRun" }));
    expect(action!.cures).toEqual(["phaseWire"]);
    expect(rivals.length).toBeGreaterThan(0);
    for (const one of rivals)
      for (const less of [action!, ...rivals].filter(({ cures }) => cures.length < one.cures.length))
        if (less.cures.every((cure) => one.cures.includes(cure)))
          expect(one.probability).toBeGreaterThan(less.probability + 0.005);
  });

  it("breaks even where the rival is as dear", () => {
    // 50 + (1 − p)·200 = 90 at p = 0.8.
    expect(breakEven({ cost: 50, wrongCost: 200 }, { expectedCost: 90 })).toBeCloseTo(0.8, 12);
    expect(breakEven({ cost: 50, wrongCost: 200 }, { expectedCost: 40 })).toBeNull();
    expect(breakEven({ cost: 50, wrongCost: 200 }, { expectedCost: 400 })).toBeNull();
    expect(() => breakEven({ cost: 50, wrongCost: 0 }, { expectedCost: 90 })).toThrow(RangeError);
  });
});

describe("what a machine's class asks for", () => {
  it("is less hazard the more a failure hurts, and the same certainty of everything", () => {
    for (const grave of ["person", "aircraft"] as const)
      expect(MOST_HAZARD[grave]).toBeLessThan(MOST_HAZARD.vehicle);
    expect(MOST_HAZARD.vehicle).toBeLessThan(MOST_HAZARD.nuisance);
    for (const consequence of CONSEQUENCES) {
      expect(MOST_DOUBT[consequence]).toBe(0.1);
      expect(COME_BACK[consequence]).toBeGreaterThan(0);
    }
  });
});

describe("an action in the money of the shop", () => {
  const found = [...REST, ...DEAD, choice("hall", "C.wire", "broken")];
  const judged = (prices?: PriceBook) =>
    assessJob(job(found, { complaint: "twitches", ...(prices && { limits: { prices } }) })).action!;

  it("takes its parts, its hour, its days and its trip from the shop's book", () => {
    const usual = judged();
    const own = judged({ hourly: 108, trip: 400, parts: { sensorWire: { price: 7, days: 4 } } });
    expect([{ each: usual.parts }, usual.days]).toEqual([CURES.sensorWire.parts, 0]);
    expect([own.parts, own.days]).toEqual([7, 4]);
    expect(own.cost).toBeCloseTo(7 + 2 * (usual.cost - usual.parts), 9);
    // A quarter of the wrong ones come back, and each asks for the trip.
    expect(
      own.wrongCost - judged({ hourly: 108, parts: { sensorWire: { price: 7, days: 4 } } }).wrongCost,
    ).toBeCloseTo(0.25 * 400, 9);
    expect(own.probability).toBe(usual.probability);
  });

  it("waits for the slowest of its parts", () => {
    const { action, rivals } = assessJob(
      job([...REST, ...DEAD], {
        complaint: "twitches",
        limits: {
          prices: { parts: { sensorWire: { price: 3, days: 9 }, hallSensor: { price: 4, days: 2 } } },
        },
      }),
    );
    for (const { cures, days } of [action!, ...rivals])
      if (!cures.includes("motor"))
        expect(days).toBe(cures.includes("sensorWire") ? 9 : cures.includes("hallSensor") ? 2 : 0);
  });
});

describe("how long an action stays the cheapest", () => {
  const at = (cures: Action["cures"], expectedCost: number, unsafe: string | null = null) =>
    ({ cures, expectedCost, unsafe, cost: 50, wrongCost: 200 }) as Action;
  const leading = at(["sensorWire"], 60);
  it("is held against the cheapest that is another way and safe", () => {
    const until = cheapestUntil(leading, [
      at(["motor"], 120),
      at(["hallSensor"], 90),
      at(["bearings"], 70, "a hazard would stay"),
    ]);
    expect(until?.rival.cures).toEqual(["hallSensor"]);
    expect(until?.share).toBeCloseTo(0.8, 9);
  });
  it("counts no rival that is the same with more on top, and says nothing where none is left", () => {
    expect(cheapestUntil(leading, [at(["sensorWire", "hallSensor"], 70)])).toBeNull();
    expect(cheapestUntil(leading, [])).toBeNull();
    // Dearer than being wrong altogether: it would never be the cheaper one.
    expect(cheapestUntil(leading, [at(["motor"], 400)])).toBeNull();
  });
});

describe("the order of what could be done", () => {
  const judged = (readings: Parameters<typeof job>[0], consequence: Consequence = "vehicle") => {
    const record = job(readings, { complaint: "twitches", motor: { ...HUB, consequence } });
    const model = modelFor(kindOf(record.motor));
    const inference = infer(model, circumstancesOf(record, 0, model), findingsOf(record, 0));
    return { list: actionsFor(model, record.motor, inference, true), model, inference, record };
  };
  const fits = ({ unsafe, probability, exact }: Action, consequence: Consequence) =>
    unsafe === null && probability >= 1 - MOST_DOUBT[consequence] && exact >= LEAST_EXACT;

  it("has first what is safe, likely enough and not needless, the cheapest of it leading", () => {
    for (const consequence of CONSEQUENCES)
      for (const readings of [
        [...REST, ...DEAD],
        [...REST, ...DEAD, choice("hall", "C.wire", "broken")],
      ]) {
        const { list } = judged(readings, consequence);
        const likely = list.filter((one) => fits(one, consequence));
        expect(list.slice(0, likely.length), consequence).toEqual(likely);
        for (const [i, one] of likely.slice(1).entries())
          expect(one.expectedCost).toBeGreaterThanOrEqual(likely[i]!.expectedCost);
      }
    expect(
      judged([...REST, ...DEAD, choice("hall", "C.wire", "broken")]).list.some((one) => fits(one, "vehicle")),
    ).toBe(true);
  });

  it("has among the others what is likeliest to be asked for first", () => {
    const { list, model, inference } = judged([...REST, ...DEAD]);
    const types = leadingTypes(model.actions, inference, 12);
    const shareOf = ({ cures }: Action) => {
      const at = types.asked.indexOf(setOf(cures));
      return at < 0 ? 0 : types.shares[at]!;
    };
    const others = list.filter((one) => !fits(one, "vehicle")).map(shareOf);
    expect(others.length).toBeGreaterThan(3);
    expect(others).toEqual(others.toSorted((a, b) => b - a));
  });

  it("holds a new motor beside every mending inside one, once, and none where nothing inside is mended", () => {
    const { list } = judged([...REST, ...DEAD]);
    const keys = list.map(({ cures }) => cures.join("+"));
    expect(new Set(keys).size).toBe(keys.length);
    expect(list.some(({ cures }) => cures.includes("motor"))).toBe(true);
    for (const { cures } of list)
      if (cures.includes("motor"))
        expect(cures.filter((cure) => cure !== "motor" && CURES[cure].onMotor)).toEqual([]);
  });

  it("asks of a hazard left behind what its class allows, to the last", () => {
    const { list, model, inference, record } = judged([...REST, ...DEAD]);
    expect(list.every(({ unsafe }) => unsafe === null)).toBe(true);
    const place = model.ids.indexOf("frameFault");
    const at = (chance: number) => {
      const marginals = inference.marginals.slice();
      marginals[place] = chance;
      return actionsFor(model, record.motor, { ...inference, marginals }, true);
    };
    expect(at(MOST_HAZARD.vehicle).every(({ unsafe }) => unsafe === null)).toBe(true);
    const unsafe = at(MOST_HAZARD.vehicle + 0.01);
    for (const { cures, unsafe: why } of unsafe)
      expect(why, cures.join()).toEqual(cures.includes("motor") ? null : expect.stringContaining("frame"));
  });
});
