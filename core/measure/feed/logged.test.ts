import { describe, expect, it } from "vitest";
import { chanceFrom } from "#bench/chance";
import { DRIVEN, PLAIN_RUN, runLog, type DrivenMotor } from "#bench/runLogger";
import { HUB, job, measured, MILLIOHM, pairs, reading } from "../../../tests/jobs.ts";
import { readRun } from "../../runlog/index.ts";
import type { Motor, Reading } from "../../record/index.ts";
import { foretoldBy } from "../backemf/index.ts";
import { runCheck } from "../run/index.ts";
import { feedCheck, keepRun } from "./index.ts";

const MOTOR: Motor = {
  ...HUB,
  speedConstant: {
    rpmPerVolt: (9.2 * 3) / Math.PI,
    convention: "peak",
    source: "",
  },
};
const FILE = "cd".repeat(32);
const at = (motor: Partial<DrivenMotor>, epoch = 0): Reading => {
  const bytes = runLog(
    { ...DRIVEN, ...motor },
    { seconds: 120, rate: 10, room: 20 },
    PLAIN_RUN,
    chanceFrom(3),
  );
  const answer = readRun(bytes, { as: null, polePairs: 15, constant: 9.2, resistance: 0.16 });
  const value = keepRun(answer, { file: FILE, sha256: FILE, name: "ride.csv", polePairs: 15 });
  return reading({ check: "feed", slot: "log", epoch, value });
};
const feed = (readings: readonly Reading[], epoch = 0) =>
  feedCheck.answer(job(readings, { motor: MOTOR }), epoch).findings;
const run = (readings: readonly Reading[]) => runCheck.answer(job(readings, { motor: MOTOR }), 0).findings;

describe("a logged run as evidence", () => {
  it("shows whether the pack holds, in the place of what was read by hand", () => {
    expect(feed([at({})])).toMatchObject([{ variable: "pack", departs: false }]);
    const byHand = [measured("feed", "pack.rest", "volts", 53), measured("feed", "pack.load", "volts", 51)];
    const sags = at({ pack: { volts: 53, ohms: 0.25, fade: 0.0002 } });
    expect(feed([...byHand, sags]).filter(({ variable }) => variable === "pack")).toMatchObject([
      { departs: true },
    ]);
  });

  it("shows whether it turns under load as foretold, and says nothing in between", () => {
    expect(run([at({})])).toMatchObject([{ variable: "speedUnderLoad", departs: false }]);
    expect(run([at({ lost: 0.15 })])).toMatchObject([{ variable: "speedUnderLoad", departs: true }]);
    expect(run([at({ lost: 0.062 })])).toEqual([]);
  });

  it("shows no pack that holds where hardly anything was asked of it", () => {
    const rated = (amperes: number) => ({ ...MOTOR, rated: { amperes } });
    const of = (motor: Motor) => feedCheck.answer(job([at({})], { motor }), 0).findings;
    expect(of(rated(40))).toMatchObject([{ variable: "pack", departs: false, likelihood: { holds: 1 } }]);
    expect(of(rated(400))).toEqual([]);
    // Nobody knows what it is rated for: it is believed less.
    expect(of(MOTOR)[0]!.likelihood["sags"]!).toBeGreaterThan(0.1);
    const sags = at({ pack: { volts: 53, ohms: 0.25, fade: 0.0002 } });
    expect(feedCheck.answer(job([sags], { motor: rated(400) }), 0).findings).toMatchObject([
      { departs: true },
    ]);
  });

  it("of one sitting says nothing of another", () => {
    expect(feed([at({}, 0)], 1)).toEqual([]);
  });
});

describe("what a run is foretold by", () => {
  it("is what was measured, else what is stated", () => {
    const stated = foretoldBy(job([], { motor: MOTOR }), 0);
    expect(stated.constant).toBeCloseTo(9.2, 6);
    expect(stated).toMatchObject({ polePairs: 15, resistance: 0.128 });
    const read = foretoldBy(job(pairs(["140m", "140m", "140m"], MILLIOHM), { motor: MOTOR }), 0);
    expect(read.resistance).toBeCloseTo(0.14, 3);
    const unknown = { ...MOTOR, speedConstant: null, expected: null, polePairs: null };
    expect(foretoldBy(job([], { motor: unknown }), 0)).toEqual({
      polePairs: null,
      constant: null,
      resistance: null,
    });
  });
});
