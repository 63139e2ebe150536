import { USUAL } from "./worlds.ts";
import { describe, expect, it } from "vitest";
import { recordSchema } from "#contract/bundleSchema";
import { assessJob } from "#core/judge";
import { MILLIOHM, TRUE_RMS } from "../tests/jobs.ts";
import { chanceFrom } from "./chance.ts";
import { choiceOfPlay, eyes, turnFelt } from "./hands.ts";
import { technicianFor, WHOLE, type Sitting } from "./technician.ts";
import { motorFrom, type SimulatedMotor } from "./world.ts";

const SOUND: SimulatedMotor = {
  family: "hub",
  ailments: ["battery"],
  complaint: "cutsOut",
  plate: 1,
  winding: { connection: "star", limb: { A: 0.08, B: 0.08, C: 0.08 }, faults: [] },
  frameOhms: Infinity,
  wear: { bearing: 0, dirt: 0, magnet: 0, torn: 0, water: 0 },
  burnt: 0,
  rust: 0,
  wireDamage: 0,
  flux: 1,
  deadSignals: [],
  sensored: true,
  fan: null,
  onePiece: false,
  stuck: "dark",
};
const SITTING: Sitting = {
  keptShut: false,
  uncounted: false,
  world: USUAL,
  instrument: MILLIOHM,
  finer: null,
  voltmeter: TRUE_RMS,
  connectionKnown: true,
  expectedKnown: true,
  goodOnesAtHand: true,
  slips: 0,
};
/** Every check as a whole, and what feeds the motor. */
function recordOf(motor: SimulatedMotor, sitting: Sitting, chance: ReturnType<typeof chanceFrom>) {
  const technician = technicianFor(motor, sitting, chance);
  for (const check of Object.keys(WHOLE) as (keyof typeof WHOLE)[]) technician.take(check, []);
  // Open on a meter of small ohms: the frame once more, with the plain one.
  technician.take("frame", []);
  technician.take("feed", ["rubbing", "pack.rest", "pack.load", "command", "settings"]);
  return technician.record();
}
const often = <T>(what: (seed: number) => T, times = 200): T[] =>
  Array.from({ length: times }, (_, i) => what(i));
const share = (hits: boolean[]) => hits.filter(Boolean).length / hits.length;

describe("hands", () => {
  it("feel a sound motor turn evenly, nearly always", () => {
    const felt = often((seed) => turnFelt(SOUND, chanceFrom(seed)).plugged);
    expect(share(felt.map((turn) => turn === "even" || turn === "smooth"))).toBeGreaterThan(0.97);
  });

  it("feel a worn bearing grind and rock", () => {
    const worn = { ...SOUND, wear: { ...SOUND.wear, bearing: 0.8 } };
    expect(
      share(often((seed) => ["grinding", "locked"].includes(turnFelt(worn, chanceFrom(seed)).plugged))),
    ).toBeGreaterThan(0.9);
    expect(share(often((seed) => choiceOfPlay(worn, chanceFrom(seed)) === "clear"))).toBeGreaterThan(0.8);
  });

  it("feel shorted leads brake whether plugged or not, and a blown driver only while plugged (common practice)", () => {
    const shorted: SimulatedMotor = {
      ...SOUND,
      winding: { ...SOUND.winding, faults: [{ kind: "leadsShorted", leads: ["A", "B"] }] },
    };
    const driven: SimulatedMotor = { ...SOUND, ailments: ["shortedSwitch"] };
    const stiff = (motor: SimulatedMotor) => often((seed) => turnFelt(motor, chanceFrom(seed)));
    expect(
      share(
        stiff(shorted).map(({ plugged, unplugged }) => plugged === "stiff" && unplugged === "stillStiff"),
      ),
    ).toBeGreaterThan(0.9);
    expect(
      share(stiff(driven).map(({ plugged, unplugged }) => plugged === "stiff" && unplugged === "free")),
    ).toBeGreaterThan(0.8);
  });
});

describe("eyes", () => {
  it("see magnets and laminations only in an opened motor", () => {
    const broken = { ...SOUND, wear: { ...SOUND.wear, magnet: 0.9, torn: 0.9 } };
    expect(often((seed) => eyes(broken, false, chanceFrom(seed))).flat()).not.toContain("torn");
    const inside = often((seed) => eyes(broken, true, chanceFrom(seed)));
    expect(share(inside.map((marks) => marks.includes("torn")))).toBeGreaterThan(0.95);
    const magnets = inside.map((marks) => marks.includes("chipped") || marks.includes("scored"));
    expect(share(magnets)).toBeGreaterThan(0.95);
  });

  it("find next to nothing on a sound one", () => {
    expect(share(often((seed) => eyes(SOUND, true, chanceFrom(seed)).length === 0))).toBeGreaterThan(0.95);
  });
});

describe("a simulated record", () => {
  it("is a job like any other: the bundle's schema takes it", () => {
    for (const record of often((seed) => {
      const chance = chanceFrom(seed);
      return recordOf(motorFrom("hobby", "delta", chance), { ...SITTING, slips: 0.3 }, chance);
    }, 25)) {
      const { error } = recordSchema.validate(record, { convert: false });
      expect(error).toBeUndefined();
    }
  });

  it("of a sound motor with a tired battery clears it, of an open joint leads to resoldering", () => {
    const sound = assessJob(recordOf(SOUND, SITTING, chanceFrom(5)));
    expect(sound).toMatchObject({ decided: "notMotor", action: { cures: ["battery"] } });
    const open = {
      ...SOUND,
      ailments: ["starJoint" as const],
      winding: { ...SOUND.winding, faults: [{ kind: "starJointOpen" as const }] },
    };
    expect(assessJob(recordOf(open, SITTING, chanceFrom(5)))).toMatchObject({
      decided: "resolder",
      action: { cures: ["starJoint"] },
    });
  });

  it("has nothing of what is not at hand, and says that it was left out", () => {
    const technician = technicianFor(SOUND, { ...SITTING, goodOnesAtHand: false }, chanceFrom(3));
    expect(technician.take("run", ["runGood"])).toBe(false);
    expect(technician.record().readings.map(({ value }) => value.kind)).toEqual(["skipped"]);
    expect(technician.take("backemf", ["sister.speedBefore"], "sister")).toBe(false);
    expect(technician.record().readings.map(({ slot }) => slot)).toEqual(["skipped", "skipped.sister"]);
  });

  it("reads with other leads once it is asked for the pairs again", () => {
    const technician = technicianFor(SOUND, SITTING, chanceFrom(4));
    technician.take("winding", []);
    technician.take("winding", ["tips", "AB", "BC", "CA"]);
    const used = technician
      .record()
      .readings.filter(({ slot }) => slot === "CA")
      .map(({ instrumentId }) => instrumentId);
    expect(new Set(used).size).toBe(2);
  });

  it("is the same for the same seed", () => {
    const once = () => {
      const chance = chanceFrom(11);
      return recordOf(motorFrom("hub", "star", chance), SITTING, chance);
    };
    expect(once()).toEqual(once());
  });

  it("hides what the shop does not know", () => {
    const { motor } = recordOf(
      SOUND,
      { ...SITTING, connectionKnown: false, expectedKnown: false },
      chanceFrom(1),
    );
    expect(motor).toMatchObject({ connection: "unknown", expected: null });
  });
});
