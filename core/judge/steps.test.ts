import { describe, expect, it } from "vitest";
import {
  choice,
  frameOpen,
  job,
  leftOut,
  lookedAndTurned,
  measured,
  MILLIOHM,
  pairs,
  reading,
  seen,
} from "../../tests/jobs.ts";
import { FELT, REPEATED, type CheckAnswer, type Finding, type OpenStep } from "../check/index.ts";
import type { CheckId, Reading } from "../record/index.ts";
import { assessJob, MOST_SETUP_DOUBT } from "./assessJob.ts";
import { againFor, mendingFor, steadied, stepsIn } from "./steps.ts";

const step = (part: Partial<OpenStep> = {}): OpenStep => ({
  name: "look",
  title: "Look, turn, rock",
  slots: ["turn", "axialPlay"],
  minutes: 3,
  variables: ["turn", "play"],
  merged: {},
  ...part,
});
const answer = (part: Partial<CheckAnswer>): CheckAnswer => ({
  findings: [],
  state: "agrees",
  note: "",
  steps: [],
  made: [],
  ...part,
});
const answers = (part: Partial<CheckAnswer>, check: CheckId = "mechanical") =>
  new Map<CheckId, CheckAnswer>([[check, answer(part)]]);
const doubt = (variable: string, chance: number) => new Map([[variable, chance]]);
const turned = (...felt: string[]) => felt.map((one) => choice("mechanical", "turn", one));
/** Names of the steps, with a star on what is read again. */
const names = (
  readings: readonly Reading[],
  part: Partial<CheckAnswer>,
  { slips = new Map<string, number>(), alone = null as string | null, setup = false, epoch = 0 } = {},
) =>
  stepsIn(job(readings), epoch, answers(part), slips, alone === null ? [] : [alone], setup).map(
    ({ id, again }) => `${id.split(".")[1]}${again ? "*" : ""}`,
  );

describe("what could still be read", () => {
  it("is what a check declares, and nothing of one that was skipped", () => {
    expect(names([], { steps: [step()] })).toEqual(["look"]);
    expect(names([], { steps: [step()], state: "skipped" })).toEqual([]);
    const [one] = stepsIn(job([]), 0, answers({ steps: [step()] }), new Map(), [], false);
    expect(one).toMatchObject({ id: "mechanical.look", check: "mechanical", again: false, minutes: 3 });
  });

  it("is not what was left out by itself, and the rest of its check still is", () => {
    const both = { steps: [step(), step({ name: "open" })] };
    const left = leftOut("mechanical", "look", "riveted");
    expect(names([left], both)).toEqual(["open"]);
    const undone: Reading = { ...left, id: "undone", value: { kind: "undone" }, supersedes: left.id };
    expect(names([left, undone], both)).toEqual(["look", "open"]);
    expect(names([left], both, { epoch: 1 })).toEqual(["look", "open"]);
  });

  it("can be left out by itself where no verdict waits for its check, or something was found there", () => {
    const alone = (part: Partial<CheckAnswer>, check: CheckId = "mechanical") =>
      stepsIn(job([]), 0, answers(part, check), new Map(), [], false).map((one) => one.alone);
    const finding = { variable: "turn" } as Finding;
    expect(alone({ steps: [step()] })).toEqual([undefined]);
    expect(alone({ steps: [step()], findings: [finding] })).toEqual(["look"]);
    expect(alone({ steps: [step()] }, "insulation")).toEqual(["look"]);
    // What is asked for once more stays asked for: a verdict must not rest on one look.
    const again = stepsIn(job([]), 0, answers({ made: [step()] }), doubt("turn", 0.5), [], false);
    expect(again.map((one) => one.alone)).toEqual([undefined]);
  });

  it("is once more what may well have been a slip, or what carries the decision by itself", () => {
    const made = { made: [step()] };
    const once = turned("grinding");
    expect(names(once, made)).toEqual([]);
    expect(names(once, made, { slips: doubt("turn", 0.05) })).toEqual(["look*"]);
    expect(names(once, made, { slips: doubt("turn", 0.03) })).toEqual([]);
    expect(names(once, made, { slips: doubt("damp", 0.9) })).toEqual([]);
    expect(names(once, made, { alone: "play" })).toEqual(["look*"]);
    expect(names(once, made, { alone: "damp" })).toEqual([]);
    const [again] = stepsIn(job(once), 0, answers(made), doubt("turn", 0.5), [], false);
    expect(again).toMatchObject({ id: "mechanical.look.again", title: "Read again: look, turn, rock" });
  });

  it("is not asked again once it was felt twice alike, or three times anyhow", () => {
    const asked = (...felt: string[]) =>
      names(turned(...felt), { made: [step()] }, { slips: doubt("turn", 0.5) });
    expect(asked("grinding", "even")).toEqual(["look*"]);
    expect(asked("grinding", "grinding")).toEqual([]);
    expect(asked("even", "grinding", "grinding")).toEqual([]);
    expect(asked("grinding", "even", "grinding")).toEqual([]);
  });

  it("counts what was felt in this epoch, of this check and this slot alone", () => {
    const part = { made: [step()] };
    const slips = doubt("turn", 0.5);
    const before = [choice("mechanical", "turn", "grinding", 1), choice("mechanical", "turn", "grinding", 1)];
    expect(names([...before, ...turned("grinding")], part, { slips })).toEqual(["look*"]);
    expect(names([...before, ...turned("grinding")], part, { slips, epoch: 1 })).toEqual([]);
    const elsewhere = [choice("run", "turn", "grinding"), choice("mechanical", "axialPlay", "grinding")];
    expect(names([...elsewhere, ...turned("grinding")], part, { slips })).toEqual(["look*"]);
  });

  it("counts marks from the choice on that the step names", () => {
    const inside = step({
      name: "open",
      slots: ["seen"],
      since: ["sight", "opened"],
      variables: ["magnetsSeen"],
    });
    const asked = (readings: readonly Reading[]) =>
      names(readings, { made: [inside] }, { slips: doubt("magnetsSeen", 0.5) });
    const outside = [choice("mechanical", "sight", "outside"), seen(["rust"]), seen(["rust"])];
    const opened = choice("mechanical", "sight", "opened");
    expect(asked([...outside, opened, seen(["chipped"])])).toEqual(["open*"]);
    // Marks are pressed one by one: several presses are no second look.
    expect(asked([opened, seen(["rust"]), seen(["rust", "chipped"]), seen(["chipped"])])).toEqual(["open*"]);
    expect(asked([opened, seen(["chipped"]), seen(["chipped"])])).toEqual([]);
    // Another look begins by opening it again; a third that differs still is the last.
    expect(asked([opened, seen(["chipped"]), opened, seen(["chipped"])])).toEqual([]);
    expect(asked([opened, seen(["chipped"]), opened, seen([])])).toEqual(["open*"]);
    expect(asked([opened, seen(["chipped"]), opened, seen([]), opened, seen(["chipped"])])).toEqual([]);
  });

  it("looks at each part by itself: a stray mark elsewhere does not make another look of it unlike", () => {
    const inside = step({
      name: "open",
      slots: ["seen"],
      since: ["sight", "opened"],
      variables: ["magnetsSeen", "burnt"],
      marks: { magnetsSeen: ["scratched", "chipped"], burnt: ["smell", "dark"] },
    });
    const opened = choice("mechanical", "sight", "opened");
    const twoLooks = [opened, seen(["chipped"]), opened, seen(["chipped", "dark"])];
    const asked = (variable: string) => names(twoLooks, { made: [inside] }, { slips: doubt(variable, 0.5) });
    expect(asked("magnetsSeen")).toEqual([]);
    expect(asked("burnt")).toEqual(["open*"]);
    const slips = steadied(
      job(twoLooks),
      0,
      ["magnetsSeen", "burnt"].map((variable) => ({ variable, slip: FELT }) as Finding),
      answers({ made: [inside] }),
    ).map(({ slip }) => slip);
    expect(slips).toEqual([REPEATED, FELT]);
  });

  it("of what is measured is not asked a third time, and counts nothing that was taken back", () => {
    const feed = step({ name: "pack", slots: ["pack.rest"], variables: ["pack"] });
    const asked = (...readings: Reading[]) =>
      stepsIn(job(readings), 0, answers({ made: [feed] }, "feed"), doubt("pack", 0.5), [], false).length;
    const volts = () => measured("feed", "pack.rest", "volts", 40);
    expect(asked(volts())).toBe(1);
    expect(asked(volts(), volts())).toBe(0);
    expect(asked(volts(), reading({ ...volts(), value: { kind: "undone" } }))).toBe(1);
    expect(asked(volts(), measured("feed", "pack.load", "volts", 40))).toBe(1);
    expect(asked(volts(), measured("feed", "pack.rest", "volts", 40, { epoch: 1 }))).toBe(1);
    expect(asked(volts(), measured("run", "pack.rest", "volts", 40))).toBe(1);
  });

  it("is another meter where the set-up is in doubt, under its own name and not as a second reading", () => {
    const other = step({
      name: "anotherOne",
      mendsSetUp: 2,
      title: "Other leads or another meter",
      variables: ["pairs"],
    });
    const made = { made: [other, step()] };
    expect(names([], made)).toEqual([]);
    expect(names([], made, { setup: true })).toEqual(["anotherOne"]);
    const [one] = stepsIn(job([]), 0, answers(made), new Map(), [], true);
    expect(one!.title).toBe("Other leads or another meter");
    // Of two the plainer one, in whatever order the checks name them; none where no step mends it.
    const plainer = step({ name: "plainer", mendsSetUp: 1, title: "Other leads", variables: ["pairs"] });
    const both = stepsIn(job([]), 0, answers({ made: [other, plainer] }), new Map(), [], true);
    expect(mendingFor(both)?.title).toBe("Other leads");
    expect(mendingFor(stepsIn(job([]), 0, answers({ steps: [step()] }), new Map(), [], true))).toBeNull();
  });
});

describe("the step that reads something once more", () => {
  const steps = stepsIn(
    job(turned("grinding")),
    0,
    answers({ steps: [step({ name: "drag", variables: ["play"] })], made: [step()] }),
    new Map(),
    ["play"],
    false,
  );
  it("is one that was made, and null where none reads it", () => {
    expect(againFor("play", steps)).toEqual({
      check: "mechanical",
      title: "Read again: look, turn, rock",
      slots: ["turn", "axialPlay"],
      minutes: 3,
      gain: 0,
      because: "",
      first: expect.stringMatching(/rests on one look/u) as string,
      again: true,
    });
    expect(againFor("damp", steps)).toBeNull();
    expect(againFor(null, steps)).toBeNull();
  });

  it("is the pairs with other leads where the set-up is in doubt, once", () => {
    const read = [...frameOpen(), ...pairs(["158m", "258m", "258m"], MILLIOHM, "30m")];
    const doubted = (readings: Parameters<typeof job>[0]) =>
      assessJob(job([...lookedAndTurned(), ...readings]));
    const once = doubted(read);
    expect(once.next).toMatchObject({
      check: "winding",
      title: "Other leads or another meter: three pairs again",
    });
    expect(once.next!.first).toMatch(/^The set-up is in doubt/u);
    expect(once.reason).toMatch(/set-up is the likely cause/u);
    // Read twice and still in doubt: nothing is done to the motor on it.
    const twice = doubted([...read, ...read]);
    expect(twice.next?.title).not.toMatch(/^Other leads/u);
    expect(twice.decided).toBeNull();
    expect(twice.reason).toMatch(/set-up is the likely cause/u);
    // What other readings say is no longer held up by it.
    const touching = frameOpen().map((one) => ({ ...one, value: { kind: "ohms" as const, ohms: 5 } }));
    const frame = doubted([...read, ...read, ...touching]);
    expect(frame.faults.find(({ fault }) => fault === "setup")!.probability).toBeGreaterThan(
      MOST_SETUP_DOUBT,
    );
    expect(frame.reason).not.toMatch(/set-up is the likely cause/u);
    expect(doubted([...read, ...touching]).reason).toMatch(/set-up is the likely cause/u);
  });
});

describe("what was felt or seen", () => {
  const finding: Finding = {
    check: "mechanical",
    variable: "turn",
    likelihood: { grinding: 1 },
    sentence: "Grinds when turned",
    departs: true,
    place: null,
  };
  const slipAfter = (...felt: string[]) =>
    steadied(
      job(turned(...felt)),
      0,
      [finding, { ...finding, variable: "damp", slip: FELT }],
      answers({ made: [step()] }),
    ).map(({ slip }) => slip);
  it("twice alike is hardly a slip any more; said once, or otherwise, it is what it was", () => {
    expect(slipAfter("grinding")).toEqual([undefined, FELT]);
    expect(slipAfter("even", "grinding")).toEqual([undefined, FELT]);
    expect(slipAfter("grinding", "grinding")).toEqual([REPEATED, FELT]);
    expect(slipAfter("grinding", "grinding", "even")).toEqual([undefined, FELT]);
  });
});
