import { describe, expect, it } from "vitest";
import { assessJob, type Verdict } from "#core/judge";
import { factsOf } from "#core/known";
import type { JobRecord } from "#core/record";
import {
  BASIC,
  celsius,
  choice,
  DECISION,
  frameOpen,
  HUB,
  job,
  leftOut,
  lookedAndTurned,
  MILLIOHM,
  pairs,
  photographed,
  REPAIR,
  seen,
  skipped,
  spun,
} from "../../tests/jobs.ts";
import { buildReport, lineState } from "./index.ts";
import { knownBy, resultOf } from "./result.ts";

const HEAD = { number: 129, takenInAt: "2026-03-02T09:00:00.000Z", closedAt: null };
const of = (
  readings: Parameters<typeof job>[0],
  more: Partial<JobRecord> = {},
  head: Partial<typeof HEAD> = {},
) => buildReport(job(readings, more), { ...HEAD, ...head });
const EQUAL = pairs(["127.9m", "128.1m", "128.0m"], MILLIOHM, "0.1m");

describe("the head of a report", () => {
  it("names the motor's job, owner and days, and leaves out what nobody said", () => {
    expect(of([]).motor).toEqual([
      ["Job", "J-0129"],
      ["Owner", "Thistledown Market Co-op"],
      ["Serial", "TF-0031"],
      ["Motor", expect.stringContaining(", star") as string],
      ["Taken in", "2 March 2026"],
      ["Closed", "still open"],
    ]);
    const bare = of([], { motor: { ...HUB, owner: "", serial: "" } });
    expect(bare.motor.map(([name]) => name)).toEqual(["Job", "Motor", "Taken in", "Closed"]);
    const closed = buildReport(job([]), { ...HEAD, closedAt: "2026-03-05T23:30:00.000Z" });
    expect(closed.motor.at(-1)).toEqual(["Closed", expect.stringMatching(/^[56] March 2026$/u)]);
    expect(closed).not.toHaveProperty("timeZone");
  });

  it("counts its days by the shop's clock", () => {
    const limits = { timeZone: "Pacific/Kiritimati" };
    const late = of([], { limits }, { takenInAt: "2026-03-02T11:00:00.000Z" });
    expect(late.timeZone).toBe("Pacific/Kiritimati");
    expect(late.motor).toContainEqual(["Taken in", "3 March 2026"]);
  });

  it("says the complaint with what was added to it, and nothing where nothing was", () => {
    expect(of([], { complaint: "noRun", complaintWords: "", events: [] }).complaint).toBe("does not run");
    expect(of([], { complaint: "noRun", complaintWords: "dead", events: [] }).complaint).toBe(
      "does not run; “dead”",
    );
    expect(of([], { complaint: "noRun", complaintWords: "", events: ["heat"] }).complaint).toBe(
      "does not run; before it: overheated",
    );
  });
});

describe("what was not checked", () => {
  it("is said of a single reading that was left out, with why, and not of one that was taken", () => {
    const { notDone } = of([
      ...lookedAndTurned(),
      choice("run", "runGood", "dead"),
      leftOut("run", "swap", "no other here"),
    ]);
    expect(notDone.filter((line) => line.endsWith(": no other here"))).toEqual([
      "A known-good motor on this controller: no other here",
    ]);
    expect(of(lookedAndTurned()).notDone.filter((line) => line.includes("no other here"))).toEqual([]);
  });
  it("does not name what nobody waits for, unless somebody said why it was left out", () => {
    const optional = of([]).notDone;
    expect(optional.some((line) => line.startsWith("Run and swap"))).toBe(false);
    expect(of([skipped("run", "no controller here")]).notDone).toContain("Run and swap: no controller here");
  });
  it("says why a check is not for this motor where it would be asked otherwise", () => {
    const { notDone } = of([skipped("frame", "sealed")]);
    expect(notDone).toContain("Leads to frame: sealed");
    expect(notDone.some((line) => line.startsWith("Isolat") || line.startsWith("Make it safe"))).toBe(false);
  });
});

describe("findings", () => {
  it("put first what departs, in the order the checks give", () => {
    const { findings } = of([...lookedAndTurned(), ...pairs(["OL", "OL", "OL"], MILLIOHM, "0.1m")]);
    const departing = findings.map(({ departs }) => departs);
    expect(departing).toEqual([...departing].sort((a, b) => Number(b) - Number(a)));
    expect(departing[0]).toBe(true);
    expect(departing.at(-1)).toBe(false);
  });
  it("neither agree nor depart where the meter could not tell, and the words say no more than that", () => {
    const short = { ...BASIC, id: "short", ranges: BASIC.ranges.filter(({ fullScale }) => fullScale < 1e5) };
    const readings = frameOpen().map((one) => ({ ...one, instrumentId: "short" }));
    const more = { instruments: [short] };
    expect(of(readings, more).findings).toEqual([
      {
        sentence: expect.stringMatching(/a leak above that would not show/u) as string,
        departs: false,
        cannotTell: true,
      },
    ]);
    expect(knownBy(assessJob(job(readings, more)))).toBe("Nothing that was read departs.");
    expect(knownBy(assessJob(job(frameOpen())))).toBe("Everything that was read agrees.");
    const agreed = of(frameOpen()).findings;
    expect(agreed).toEqual([{ sentence: "All leads open to frame", departs: false }]);
    expect(lineState(agreed[0]!)).toBe("agrees");
    expect(lineState(of(readings, more).findings[0]!)).toBe("cannotTell");
    expect(lineState({ departs: true })).toBe("departs");
  });
  it("end with what this shop has seen, which departs from nothing", () => {
    const lines = of([]).findings;
    expect(lines).toEqual([]);
  });
});

describe("tables", () => {
  it("stand with two of three pairs, and say of each what was seen", () => {
    const two = EQUAL.filter(({ slot }) => slot !== "CA");
    const [table] = of([celsius(20), ...two]).tables;
    expect(table!.rows.map(({ value }) => value)).toEqual([
      expect.stringMatching(/^127\.8 ± /u),
      expect.stringMatching(/^128\.0 ± /u),
      "not read",
    ]);
    expect(table!.rows.map(({ meaning }) => meaning)).toEqual(["", "", ""]);
    expect(table!.summary).not.toMatch(/At rest/u);
    expect(table!.strip).toBeNull();
  });
  it("are none where no pair was read", () => {
    expect(of([celsius(20), ...EQUAL.filter(({ slot }) => slot === "tips")]).tables).toEqual([]);
    expect(
      of(spun([75, 23.6, 23.6, 23.5, 75]).filter(({ slot }) => slot.startsWith("speed"))).tables,
    ).toEqual([]);
  });
  it("say near zero and unsteady in words", () => {
    const rows = (typed: readonly [string, string, string]) =>
      of([celsius(20), ...pairs(typed, BASIC, "0.2")]).tables[0]!.rows.map(({ value }) => value);
    expect(rows(["0.2", "0.2", "0.2"])).toEqual(["near zero", "near zero", "near zero"]);
    expect(rows(["5 OL", "5", "5"])[0]).toBe("unsteady");
  });
  it("name the wires only as far as they are known", () => {
    const wires = (wireColours: (typeof HUB)["wireColours"]) => {
      const { tables } = of([...EQUAL, ...spun([75, 23.6, 23.6, 23.5, 75])], {
        motor: { ...HUB, wireColours },
      });
      return tables.map(({ rows }) => rows[0]!.wires);
    };
    expect(wires({ A: "yellow", B: "", C: "blue" })).toEqual(["yellow", "yellow"]);
    expect(wires({ A: "", B: "", C: "" })).toEqual(["", ""]);
  });
  it("of a spin with a pair missing say its volts and no balance", () => {
    const table = of(spun([75, 23.6, 23.6, 23.5, 75]).filter(({ slot }) => slot !== "CA")).tables[0]!;
    expect(table.rows.map(({ value }) => value)).toEqual(["23.6 V", "23.6 V", "not read"]);
    expect(table.rows.map(({ meaning }) => meaning)).toEqual(["", "", ""]);
    expect(table.summary).toMatch(/^Volts RMS at 75 Hz\.$/u);
    expect(table.strip).toBeNull();
  });
  it("of a spin say how each pair lies against the mean, signed", () => {
    const table = of(spun([75, 23.6, 23.6, 23.0, 75])).tables[0]!;
    expect(table.rows.map(({ meaning }) => meaning)).toEqual([
      expect.stringMatching(/^\+0\.9 % of the mean$/u),
      expect.stringMatching(/^\+0\.9 % of the mean$/u),
      expect.stringMatching(/^−1\.7 % of the mean$/u),
    ]);
    expect(table.strip?.bars).toHaveLength(3);
    expect(table.summary).toMatch(/^Spun, the three are (not )?equal within the limit of/u);
  });
  it("are named by their round: as found, after the repair, after repair 2", () => {
    const again = (epoch: number) => pairs(["127.9m", "128.1m", "128.0m"], MILLIOHM, "0.1m", epoch);
    const { tables } = of([...EQUAL, ...again(1), ...again(2)], {
      repairs: [REPAIR, { ...REPAIR, id: "r2" }],
    });
    expect(tables.map(({ title }) => title)).toEqual(["As found", "After the repair", "After repair 2"]);
  });
});

describe("the result in a customer's words", () => {
  const judged = (part: Partial<Verdict>, more: Partial<JobRecord> = {}) => {
    const record = job([], more);
    return resultOf({ ...assessJob(record), ...part }, record);
  };
  const faults = (...list: readonly (readonly [string, number])[]) =>
    list.map(([fault, probability]) => ({ fault, probability, name: factsOf(fault as never).name })) as never;
  const undecided = { decisions: [{ ...DECISION, disposition: "undecided" as const }] };

  it("is not decided as long as neither the evidence nor a person decides", () => {
    for (const more of [{}, undecided]) {
      const { answer, plainWords } = judged({ decided: null }, more);
      expect(answer).toBe("Not decided");
      expect(plainWords).toBe(factsOf("unseen").plainWords);
    }
  });

  it("names the likeliest fault of the motor, whatever outside it is likelier still", () => {
    const list = faults(["outside", 0.5], ["unseen", 0.3], ["starJointOpen", 0.15]);
    const decided = { decisions: [DECISION] };
    expect(judged({ decided: "resolder", faults: list }, decided)).toEqual({
      answer: "Star joint open, 15 % likely",
      plainWords: factsOf("starJointOpen").plainWords,
    });
    expect(judged({ decided: null, faults: faults(["outside", 0.9]) }, decided)).toEqual({
      answer: "Resolder",
      plainWords: "",
    });
  });

  it("of a hard fact says what it ends: the motor by its iron, a part by its magnets", () => {
    const opened = choice("mechanical", "sight", "opened");
    const torn = of([opened, seen(["torn"]), photographed()]);
    expect(torn.plainWords).toBe(factsOf("laminations").plainWords);
    const cracked = of([opened, seen(["chipped"]), photographed()]);
    expect(cracked.plainWords).toBe(factsOf("magnets").plainWords);
    expect(cracked.answer).not.toBe(torn.answer);
  });

  it("of nothing wrong says so, with what to look at if it comes back; a routine check is answered plainly", () => {
    const sound = { decided: "notMotor" as const, cleared: false, action: { cures: [] } as never };
    const complained = judged(sound, { complaint: "hot" });
    expect(complained.answer).toBe("Nothing wrong found");
    expect(complained.plainWords).toMatch(
      /^Everything that was read agrees, .* did not show\. Look next at|If it comes back/u,
    );
    expect(complained.plainWords).toBe(complained.plainWords.trim());
    expect(judged(sound, { complaint: "routine" })).toMatchObject({
      answer: "Nothing wrong found",
      plainWords:
        "Everything that was read agrees. Not read: look and turn, leads to frame, three pairs, spin test, sensors.",
    });
    const repairedBefore = judged({ ...sound, epoch: 1 }, { complaint: "hot" });
    expect(repairedBefore.plainWords).toMatch(
      /^Everything that was read agrees, and what was complained of did not show\. Not read: look and turn, /u,
    );
  });

  it("of a cleared motor says what outside it is for, where that has a name", () => {
    const list = faults(["harness", 0.6], ["outside", 0.3]);
    const named = judged({
      decided: "notMotor",
      cleared: true,
      faults: list,
      action: { cures: [...factsOf("harness" as never).cures] } as never,
    });
    expect(named.answer).toMatch(/^The motor is not at fault: [a-z]/u);
    expect(named.plainWords).toContain(factsOf("harness" as never).plainWords);
    const byPerson = judged(
      { decided: null, faults: list, action: null },
      {
        decisions: [{ ...DECISION, disposition: "notMotor" }],
      },
    );
    expect(byPerson).toMatchObject({ answer: "The motor is not at fault" });
    expect(byPerson.plainWords).toBe(factsOf("outside").plainWords);
  });
});

describe("how it is known", () => {
  it("is what departed, and the cause's chance before anything was done", () => {
    const record = job([
      ...lookedAndTurned(),
      ...frameOpen(),
      celsius(20),
      ...pairs(["OL", "OL", "OL"], MILLIOHM, "0.1m"),
    ]);
    const verdict = assessJob(record);
    expect(knownBy(verdict)).toMatch(/^All pairs open: [^.]*\. Star joint open: \d\d % likely/u);
    expect(knownBy({ ...verdict, decided: null })).toMatch(/^All pairs open: [^.]*\.$/u);
    expect(knownBy({ ...verdict, findings: [], decided: null })).toBe("Everything that was read agrees.");
  });
  it("is what was seen alone, where a hard fact ends the question", () => {
    const opened = [choice("mechanical", "sight", "opened"), seen(["torn"]), photographed()];
    expect(knownBy(assessJob(job(opened)))).not.toMatch(/likely before/u);
  });
});

describe("what a repair is billed at", () => {
  const prices = { hourly: 60, currency: "EUR", motors: { hub: { price: 189, days: 0 } } };
  const bill = (more: Partial<JobRecord> = {}, book: object = prices) =>
    of(EQUAL, { repairs: [REPAIR], decisions: [DECISION], limits: { prices: book }, ...more }).costs;

  it("is by the minute, one or many, of all repairs together", () => {
    expect(bill()?.lines).toEqual([["Labour, 40 minutes", 40]]);
    expect(bill({ repairs: [{ ...REPAIR, minutes: 1 }] })?.lines).toEqual([["Labour, 1 minute", 1]]);
    expect(bill({ repairs: [REPAIR, { ...REPAIR, id: "r2", minutes: 20 }] })?.lines).toEqual([
      ["Labour, 60 minutes", 60],
    ]);
  });
  it("leaves out a part whose price nobody knows", () => {
    const part = {
      id: "p",
      epoch: 0,
      by: "MO",
      at: REPAIR.at,
      part: "Sleeve",
      state: "here" as const,
      due: null,
      price: null,
      replaces: null,
    };
    expect(bill({ workshop: { done: [], parts: [part], runs: [], releases: [] } })?.lines).toHaveLength(1);
  });
  it("says what a new motor would have been, but not where it was replaced, and no days where it is on the shelf", () => {
    expect(bill()?.aside).toBe("A new motor would have been 189.00 EUR.");
    expect(bill({ decisions: [{ ...DECISION, disposition: "replaceMotor" }] })?.aside).toBe("");
    expect(bill({ decisions: [{ ...DECISION, disposition: "replaceMotor" }, DECISION] })?.aside).not.toBe("");
    expect(bill({ decisions: [] })?.aside).toBe("A new motor would have been 189.00 EUR.");
    expect(bill({}, { ...prices, currency: undefined })?.aside).toBe("A new motor would have been 189.00.");
  });
  it("says both warranties: the maker's and the shop's own, in months or in one", () => {
    const motor = { ...HUB, warranty: "parts" as const };
    expect(bill({ motor }, { ...prices, warranty: 1 })?.aside).toBe(
      "Under warranty: the maker pays parts. A new motor would have been 189.00 EUR. Repair warranted for 1 month.",
    );
    expect(bill({}, { ...prices, warranty: 12 })?.aside).toMatch(/Repair warranted for 12 months\.$/u);
  });
});

describe("what was done, as a sentence", () => {
  it("gets the full stop that it lacks, and no second one", () => {
    const words = (done: string) =>
      of([...lookedAndTurned(), ...pairs(["OL", "OL", "OL"], MILLIOHM, "0.1m")], {
        decisions: [DECISION],
        repairs: [{ ...REPAIR, done }],
      }).plainWords;
    expect(words("New joint ")).toContain(" New joint. What had departed");
    expect(words("New joint!")).toContain(" New joint! What had departed");
    expect(words("By 2.5 mm wire")).toContain(" By 2.5 mm wire. What had departed");
    expect(words(" ")).not.toMatch(/ {2}/u);
  });
});
