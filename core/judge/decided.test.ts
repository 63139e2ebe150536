import { describe, expect, it } from "vitest";
import {
  BASIC,
  choice,
  frameOpen,
  HUB,
  job,
  lamps,
  lookedAndTurned,
  madeSafe,
  measured,
  MILLIOHM,
  pairs,
  photographed,
  REPAIR,
  seen,
  SHOP,
  SOUND_LAMPS,
  spun,
  TRUE_RMS,
} from "../../tests/jobs.ts";
import { PHASES, type JobRecord, type Reading } from "../record/index.ts";
import { RAILS } from "../measure/run/index.ts";
import { assessJob, MOST_DOUBT, MOST_SETUP_DOUBT, type Verdict } from "./index.ts";

const verdictOf = (readings: readonly Reading[], part: Partial<JobRecord> = {}) =>
  assessJob(job(readings, part));
const chance = ({ faults }: Verdict, id: string) => faults.find(({ fault }) => fault === id)!.probability;
const REST = [...lookedAndTurned(), ...frameOpen()];
const ASKED = 1 - MOST_DOUBT[HUB.consequence];
/** The pack holds and the command follows: what feeds it is not the cause. */
const FED = [
  measured("feed", "pack.rest", "volts", 40),
  measured("feed", "pack.load", "volts", 39),
  choice("feed", "command", "follows"),
];
/** A joint that everything points at: both pairs through A high, the tips proved, read finely. */
const JOINT = [
  ...REST,
  ...pairs(["170m", "128m", "170.2m"], MILLIOHM, "0.1m"),
  ...spun([100, 5, 5, 5, 100]),
  ...FED,
];

describe("decided: each condition alone", () => {
  it("is so where everything points one way, and says by how much", () => {
    const verdict = verdictOf(JOINT);
    expect(verdict.decided).toBe("resolder");
    expect(verdict.action).toMatchObject({ cures: ["joint"], disposition: "resolder", unsafe: null });
    expect(verdict.action!.probability).toBeGreaterThanOrEqual(ASKED);
    expect(verdict.action!.exact).toBeGreaterThanOrEqual(ASKED);
    expect(verdict.reason).toMatch(/^Resolder the joint or lead\. \d+ % sure; 90 % needed\.$/u);
    expect(verdict.headline).toBe("High joint or lead");
    expect(verdict.next).toBeNull();
  });

  it("waits below what is asked of its class, and names what leads and what is asked", () => {
    const verdict = verdictOf([...REST, ...pairs(["0.2", "0.2", "0.2"], BASIC, "0.1")], {
      motor: { ...HUB, expected: null },
    });
    expect(verdict.action!.probability).toBeLessThan(ASKED);
    expect(verdict.decided).toBeNull();
    expect(verdict.headline).toBe("Not decided yet");
    const doubtful = verdictOf([...REST, ...pairs(["134m", "128m", "134m"], MILLIOHM, "0.1m")]);
    expect(doubtful.decided).toBeNull();
    expect(doubtful.reason).toMatch(/^Most likely: .*\. \d+ % sure; 90 % needed\.$/u);
  });

  it("waits while a check is half made, whatever the others say", () => {
    const verdict = verdictOf([...JOINT.filter(({ slot }) => slot !== "CA" || false)]);
    expect(verdict.decided).toBeNull();
    expect(verdict.reason).toContain("half done");
    expect(verdict.next).toMatchObject({ halfDone: true });
    // Making safe is no reading: half of it holds nothing up here.
    expect(verdictOf([...JOINT, choice("safety", "isolate", "done")]).decided).toBe("resolder");
  });

  it("waits while the set-up may be the cause", () => {
    const known = (slot: string, ohms: number, instrumentId: string | null): Reading => ({
      ...choice("setup", slot, ""),
      value: { kind: "ohms", ohms },
      instrumentId,
    });
    const verdict = verdictOf([...JOINT, known("known", 10, null), known("knownRead", 14, MILLIOHM.id)]);
    expect(chance(verdict, "setup")).toBeGreaterThan(MOST_SETUP_DOUBT);
    expect(verdict.decided).toBeNull();
  });

  it("asks the same certainty of every machine: what a failure hurts weighs as a hazard", () => {
    for (const consequence of ["nuisance", "property", "vehicle"] as const)
      expect(verdictOf(JOINT, { motor: { ...HUB, consequence } }).decided, consequence).toBe("resolder");
  });

  it("proposes what does not fit to be read again, and one contrary mark does not block the rest", () => {
    const contrary = verdictOf([
      ...lookedAndTurned().filter(({ slot }) => slot !== "turn"),
      choice("mechanical", "turn", "grinding"),
      ...frameOpen(),
      ...pairs(["OL", "OL", "OL"], MILLIOHM, "0.1m"),
      ...FED,
    ]);
    expect(chance(contrary, "starJointOpen")).toBeGreaterThan(0.8);
    const felt = verdictOf([
      ...lookedAndTurned().filter(({ slot }) => slot !== "turn"),
      choice("mechanical", "turn", "grinding"),
      ...FED,
    ]);
    expect(felt.proposals.map(({ title }) => title)).toContain("Read again: look, turn, rock");
  });

  it("believes a hand more the second time it says the same", () => {
    const once = verdictOf([...REST, choice("feed", "rubbing", "rubs")]);
    const twice = verdictOf([...REST, choice("feed", "rubbing", "rubs"), choice("feed", "rubbing", "rubs")]);
    expect(chance(twice, "rubbing")).toBeGreaterThan(chance(once, "rubbing"));
    expect(twice.proposals.filter(({ title }) => title.startsWith("Read again: wheel"))).toEqual([]);
  });

  it("opens and orders nothing before frame and pairs were read", () => {
    const felt = [
      ...lookedAndTurned().filter(({ slot }) => slot !== "turn" && slot !== "axialPlay"),
      choice("mechanical", "turn", "grinding"),
      choice("mechanical", "turn", "grinding"),
      choice("mechanical", "axialPlay", "clear"),
    ];
    const early = verdictOf(felt, { complaint: "noisy" });
    expect(early.action).toMatchObject({ cures: ["bearings"] });
    expect(early.action!.probability).toBeGreaterThan(ASKED);
    expect(early.decided).toBeNull();
    expect(early.reason).toMatch(/First: leads to frame and three pairs/u);
    expect(early.next?.check).toBe("frame");
    const read = [...felt, ...frameOpen(), ...pairs(["128m", "128m", "128.1m"], MILLIOHM, "0.1m")];
    // Rust and dirt grind as well: it is opened last, and before bearings are ordered.
    const last = verdictOf(read, { complaint: "noisy" });
    expect(last).toMatchObject({ decided: null, next: { check: "mechanical", slots: ["sight", "seen"] } });
    expect(last.reason).toMatch(/First: open it and look inside/u);
    const opened = [...read, choice("mechanical", "sight", "opened"), seen([])];
    expect(verdictOf(opened, { complaint: "noisy" })).toMatchObject({
      decided: "replacePart",
      headline: "Bearing worn or rusted",
    });
  });

  it("opens and orders nothing on one look: inside it is looked at once more, however often from outside", () => {
    const [turn, play] = lookedAndTurned();
    const outside = [choice("mechanical", "sight", "outside"), seen([])];
    const opened = [choice("mechanical", "sight", "opened"), seen(["chipped"])];
    const rest = [...frameOpen(), ...pairs(["128m", "128m", "128m"], MILLIOHM, "0.1m"), ...FED];
    const looked = [turn!, play!, ...outside, ...outside, ...outside, ...opened];
    const once = verdictOf([...looked, ...rest], { complaint: "noisy" });
    expect(once.action!.cures).toEqual(["rotor"]);
    expect(once.action!.probability).toBeGreaterThanOrEqual(ASKED);
    expect(once.decided).toBeNull();
    expect(once.reason).toMatch(/rests on one look: look again before it is opened or ordered for\.$/u);
    expect(once.next).toMatchObject({ title: "Read again: look inside", slots: ["seen"], minutes: 2 });
    const twice = verdictOf([...looked, seen(["chipped"]), ...rest], { complaint: "noisy" });
    expect(twice.decided).toBe("replacePart");
    const whole = verdictOf([...looked, seen([]), ...rest], { complaint: "noisy" });
    expect(whole.action!.cures).not.toContain("rotor");
    // What two senses say rests on neither alone.
    const scraping = choice("mechanical", "turn", "scraping");
    const both = [scraping, play!, ...outside, ...opened, ...rest];
    expect(verdictOf(both, { complaint: "noisy" }).reason).not.toContain("one look");
  });

  it("names both of two faults, and does both", () => {
    const both = verdictOf(
      [
        ...REST,
        ...pairs(["128m", "128m", "128.1m"], MILLIOHM, "0.1m"),
        measured("hall", "supply", "volts", 5),
        ...lamps("100 110 010 000 100 110 010 000 100"),
        choice("hall", "C.wire", "broken"),
        choice("hall", "leg", "dead"),
        ...FED,
      ],
      { complaint: "twitches" },
    );
    expect(both.action?.cures).toEqual(["hallSensor", "sensorWire"]);
    expect(both.decided).toBe("replacePart");
    expect(both.headline).toBe("Hall sensor dead, sensor wire broken or shorted");
  });

  it("never offers what would leave a hazard", () => {
    const touching = frameOpen().map((one) => ({ ...one, value: { kind: "ohms" as const, ohms: 5 } }));
    const sags = [measured("feed", "pack.rest", "volts", 40), measured("feed", "pack.load", "volts", 28)];
    const { action, rivals } = verdictOf([
      ...lookedAndTurned(),
      ...touching,
      ...sags,
      ...pairs(["128m", "128m", "128.1m"], MILLIOHM, "0.1m"),
    ]);
    const battery = [action!, ...rivals].find(({ cures }) => cures.length === 1 && cures[0] === "battery");
    if (battery) expect(battery.unsafe).toMatch(/Winding touches the frame, .* would stay/u);
    expect(action!.unsafe).toBeNull();
    expect(action!.cures).toContain("motor");
  });

  it("waits for the probes where all pairs read open, and is a hard fact once they are proved", () => {
    const unproved = verdictOf([...REST, ...pairs(["OL", "OL", "OL"], BASIC)]);
    expect(unproved.decided).toBeNull();
    expect(unproved.reason).toContain("proves nothing until the probe tips");
    const proved = verdictOf([...REST, ...pairs(["OL", "OL", "OL"], BASIC, "0.2")]);
    expect(proved.decided).toBe("resolder");
    expect(proved.hardFact).toMatchObject({ ends: "asItStands" });
    // The hard fact says that it is unusable, not what is wrong with it: the headline names the fault.
    expect(proved.headline).toBe("Star joint open");
    const misread = verdictOf([...REST, ...pairs(["OL", "OL", "OL"], BASIC, "OL")]);
    expect(misread.decided).toBeNull();
  });

  it("does not clear a motor while a check that is asked for is open", () => {
    const sound = [
      ...madeSafe("hub"),
      ...REST,
      ...pairs(["128m", "128.1m", "127.9m"], MILLIOHM, "0.1m"),
      ...lamps(SOUND_LAMPS),
      choice("run", "runGood", "runs"),
      choice("run", "swap", "stillFails"),
      ...PHASES.flatMap((phase) =>
        RAILS.map((rail) =>
          measured("run", `${phase}.${rail}`, "volts", phase === "B" && rail === "minus" ? 0.01 : 0.52),
        ),
      ),
      ...FED,
    ];
    // A run on a good controller clears the motor, and the controller it came with fails another one.
    const cleared = verdictOf(sound);
    expect(cleared).toMatchObject({ decided: "notMotor", action: { cures: ["controller"] } });
    expect(cleared.headline).toBe("Controller switch shorted");
    expect(cleared.plan.find(({ check }) => check === "insulation")?.optional).toBe(true);
    // Without its own checks it is not cleared, whatever else ran.
    const unread = verdictOf(sound.filter(({ check }) => check !== "winding"));
    expect(unread.decided).toBeNull();
    expect(unread.reason).toMatch(/First: three pairs/u);
  });

  it("clears by what was seen to fail outside it, and not by finding nothing", () => {
    const body = [...REST, ...pairs(["128m", "128.1m", "127.9m"], MILLIOHM, "0.1m")];
    const sagging = verdictOf([
      ...body,
      measured("feed", "pack.rest", "volts", 40),
      measured("feed", "pack.load", "volts", 29),
    ]);
    expect(sagging).toMatchObject({ decided: "notMotor", headline: "Battery sags or is dead" });
    const nothing = verdictOf([...body, ...FED, ...lamps(SOUND_LAMPS), ...spun([100, 5, 5.01, 4.99, 100])]);
    expect(nothing.decided).toBeNull();
  });
});

describe("hard facts", () => {
  it("end the matter whatever else was read", () => {
    for (const [mark, disposition, headline] of [
      ["torn", "replaceMotor", "Replace the motor"],
      ["chipped", "replacePart", "Replace a part"],
    ] as const) {
      const verdict = verdictOf([choice("mechanical", "turn", "even"), seen([mark]), photographed()]);
      expect(verdict).toMatchObject({ decided: disposition, headline });
      expect(verdict.reason).toMatch(/condemn/u);
    }
  });

  it("of a torn motor outweigh a chipped magnet", () => {
    expect(verdictOf([seen(["chipped", "torn"]), photographed()]).decided).toBe("replaceMotor");
  });
});

describe("after a repair", () => {
  const before = [...REST, ...pairs(["OL", "OL", "OL"], BASIC, "0.2"), ...lamps(SOUND_LAMPS)];
  const repaired = { repairs: [REPAIR] };

  it("what departed is void until it is read again, what agreed stands", () => {
    const { findings } = verdictOf(before, repaired);
    expect(findings.map(({ variable }) => variable)).not.toContain("pairs");
    expect(findings.map(({ variable }) => variable)).toEqual(
      expect.arrayContaining(["turn", "frame", "tips"]),
    );
    expect(findings.every(({ departs }) => !departs)).toBe(true);
  });

  it("waits for what departed alone, and then is sound", () => {
    const waiting = verdictOf(before, repaired);
    expect(waiting.decided).toBeNull();
    const proved = verdictOf(
      [...before, ...pairs(["127.9m", "128m", "128.1m"], MILLIOHM, "0.1m", 1)],
      repaired,
    );
    expect(proved).toMatchObject({ decided: "notMotor", headline: "Sound after repair", epoch: 1 });
  });

  it("a run that was rough again is a complaint again, until it runs evenly: sound is not said of it", () => {
    const proved = [...before, ...pairs(["127.9m", "128m", "128.1m"], MILLIOHM, "0.1m", 1)];
    const ran = (...sounds: ("even" | "rough")[]) => {
      const runs = sounds.map((sound, i) => ({
        id: String(i),
        epoch: 1,
        by: "MO",
        at: "2026-03-02T12:00:00.000Z",
        minutes: 5,
        load: "light" as const,
        celsius: null,
        sound,
        note: "",
      }));
      const workshop = { done: [], parts: [], runs, releases: [] };
      return verdictOf(proved, { ...repaired, workshop });
    };
    expect(ran("even").headline).toBe("Sound after repair");
    const rough = ran("rough");
    expect(rough.decided).toBeNull();
    expect(rough.next).not.toBeNull();
    expect(ran("rough", "even").headline).toBe("Sound after repair");
  });

  it("the complaint sets no odds any more", () => {
    const [hot, routine] = (["hot", "routine"] as const).map((complaint) =>
      verdictOf(before, { ...repaired, complaint, events: ["heat"] }),
    );
    for (const { fault, probability } of hot!.faults)
      expect(probability).toBeCloseTo(chance(routine!, fault), 12);
  });
});

describe("the next check", () => {
  it("is the one that tells most a minute, never one that was skipped or does not apply", () => {
    const verdict = verdictOf([]);
    const rates = [verdict.next!, verdict.runnerUp!].map(({ gain, minutes }) => gain / minutes);
    expect(rates[0]).toBeGreaterThanOrEqual(rates[1]!);
    const skipped = verdictOf([
      { ...choice(verdict.next!.check, "skipped", ""), value: { kind: "skipped", reason: "no access" } },
    ]);
    expect(skipped.next?.check).not.toBe(verdict.next!.check);
    const sealed = verdictOf([], { motor: { ...HUB, family: "ecmSealed" } });
    expect(["frame", "winding", "backemf", "insulation", "run", "hall"]).not.toContain(sealed.next?.check);
  });

  it("is nothing once it is decided, and what would change it says so in words", () => {
    expect(verdictOf(JOINT)).toMatchObject({ next: null, proposals: [] });
    const { wouldChange } = verdictOf(REST);
    expect(wouldChange.length).toBeGreaterThan(0);
    for (const { words, probability } of wouldChange) {
      expect(words).toMatch(/[a-z]/u);
      expect(probability).toBeGreaterThan(0);
    }
  });

  it("is told to gain less with a meter that cannot decide", () => {
    const gainWith = (instruments: typeof SHOP) =>
      verdictOf(REST, { instruments, complaint: "hot" }).wouldChange.length >= 0 &&
      [verdictOf(REST, { instruments }).next, verdictOf(REST, { instruments }).runnerUp].find(
        (one) => one?.check === "winding",
      )?.gain;
    const [fine, coarse] = [gainWith([MILLIOHM]), gainWith([BASIC, TRUE_RMS])];
    if (fine && coarse) expect(coarse).toBeLessThanOrEqual(fine);
    expect(fine ?? coarse).toBeDefined();
  });
});
