import { describe, expect, it } from "vitest";
import { FAULT_IDS, factsOf } from "#core/known";
import {
  DISPOSITIONS,
  type BurnIn,
  type JobRecord,
  type PartLine,
  type Release,
  type Workshop,
} from "#core/record";
import {
  BASIC,
  celsius,
  choice,
  DECISION,
  frameOpen,
  HUB,
  job,
  lookedAndTurned,
  MILLIOHM,
  pairs,
  photographed,
  REPAIR,
  seen,
  skipped,
  spun,
} from "../../tests/jobs.ts";
import { buildReport, DISPOSITION_IN_PLAIN_WORDS } from "./index.ts";

const HEAD = { number: 129, takenInAt: "2026-03-02T09:00:00.000Z", closedAt: null };
const rest = [...lookedAndTurned(), ...frameOpen()];

describe("the report", () => {
  it("has plain words for every fault of the catalogue and every disposition", () => {
    for (const id of FAULT_IDS) expect(factsOf(id).plainWords, id).toMatch(/\.$/u);
    for (const disposition of DISPOSITIONS) expect(DISPOSITION_IN_PLAIN_WORDS[disposition]).toMatch(/\.$/u);
  });

  it("tells a customer the fault, the measured values with their range, what was done and that it is proved", () => {
    const report = buildReport(
      job(
        [
          ...rest,
          celsius(20),
          ...pairs(["OL", "OL", "OL"], MILLIOHM, "0.1m"),
          celsius(20, 1),
          ...pairs(["127.8m", "128.1m", "128.0m"], MILLIOHM, "0.1m", 1),
        ],
        {
          decisions: [DECISION],
          repairs: [REPAIR],
          complaint: "noRun",
          complaintWords: "dead after the hill",
          events: ["heat"],
        },
      ),
      HEAD,
    );
    expect(report.motor).toContainEqual(["Job", "J-0129"]);
    expect(report.complaint).toBe("does not run; “dead after the hill”; before it: overheated");
    expect(report.answer).toBe("Repaired and proved");
    expect(report.plainWords).toMatch(
      /three windings .* one soldered joint.* Resoldered\. What had departed was measured again and agrees now\.$/u,
    );
    expect(report.knownBy).toMatch(
      /^All pairs open: .*\. Star joint open: (9\d|>99) % likely before anything was done\.$/u,
    );
    expect(report.signedBy).toEqual(["MO"]);
    expect(report.findings[0]).toEqual({
      sentence: "All pairs open: star joint, plug or all leads",
      departs: true,
    });
    expect(report.tables.map(({ title }) => title)).toEqual(["As found", "After the repair"]);
    expect(report.tables[1]!.rows[0]).toMatchObject({ pair: "A–B", wires: "yellow, green" });
    expect(report.tables[1]!.rows[0]!.value).toMatch(/^127\.7 ± 0\.\d mΩ$/u);
    // Open pairs lie nowhere against a mean; the mended ones do, each within what is allowed.
    expect(report.tables[0]!.strip).toBeNull();
    const { limit, bars } = report.tables[1]!.strip!;
    expect(bars.map(({ label }) => label)).toEqual(["A–B", "B–C", "C–A"]);
    expect(bars.reduce((sum, { value }) => sum + value, 0)).toBeCloseTo(0, 12);
    for (const { value, expanded, state } of bars) {
      expect(Math.abs(value) + expanded).toBeLessThan(limit);
      expect(state).toBe("agrees");
    }
    expect(report.tables[1]!.summary).toMatch(
      /^At rest, the three are equal within the limit of 5 %\. Milliohm meter, four-wire, winding at 20 °C\.$/u,
    );
    expect(report.decision).toMatchObject({ what: "Resolder", reason: "All pairs open." });
    expect(report.proof?.answer).toBe("proved");
    expect(report.foot).toMatch(/19 times in 20/u);
  });

  it("names what was not checked and why", () => {
    const { notDone } = buildReport(
      job([choice("mechanical", "turn", "even"), skipped("frame", "casing is plastic")]),
      HEAD,
    );
    expect(notDone).toEqual([
      "Leads to frame: casing is plastic",
      "Three pairs: not made",
      "Spin test: not made",
      "Sensors: not made",
    ]);
  });

  it("claims nothing while nothing is decided", () => {
    const { answer, tables, decision, proof } = buildReport(job([]), HEAD);
    expect(answer).toBe("Not decided");
    expect([tables, decision, proof]).toEqual([[], null, null]);
  });

  it("says that a cleared motor is not at fault, and where to look", () => {
    const blower = { ...HUB, family: "ecm" as const, connection: "unknown" as const, expected: null };
    const report = buildReport(
      job([...rest, celsius(20), ...pairs(["9.4", "9.4", "9.4"], BASIC, "0.2")], {
        motor: blower,
        decisions: [{ ...DECISION, disposition: "notMotor", reason: "Winding sound." }],
      }),
      HEAD,
    );
    expect(report.answer).toBe("The motor is not at fault");
    expect(report.plainWords).toMatch(/feeds or commands/u);
  });

  it("puts a hard fact before any probability", () => {
    expect(
      buildReport(job([choice("mechanical", "sight", "opened"), seen(["torn"]), photographed()]), HEAD)
        .answer,
    ).toBe("Torn laminations condemn the motor.");
  });

  it("says open with the range it is above, and an assumed temperature as assumed", () => {
    const [table] = buildReport(job([...rest, ...pairs(["OL", "0.3", "OL"], BASIC, "0.2")]), HEAD).tables;
    expect(table!.rows[0]!.value).toBe("open (above 2 MΩ)");
    expect(table!.summary).toMatch(/winding taken to be at 20 °C/u);
  });

  it("shows the pairs spun beside those at rest, with the speed constant and its uncertainty", () => {
    const record = job([
      ...pairs(["127.9m", "128.1m", "128.0m"], MILLIOHM, "0.1m"),
      ...spun([75, 23.6, 23.6, 23.5, 75]),
    ]);
    const { tables } = buildReport(record, HEAD);
    expect(tables.map(({ title }) => title)).toEqual(["As found", "As found, spun"]);
    expect(tables[1]!.rows.map(({ value }) => value)).toEqual(["23.6 V", "23.6 V", "23.5 V"]);
    expect(tables[1]!.summary).toMatch(
      /Speed constant \d\.\d+ ± 0\.\d+ rpm\/V per volt of line peak\. Volts RMS at 75 Hz\./u,
    );
  });
});

describe("what a report leads with", () => {
  const open3 = [...rest, celsius(20), ...pairs(["OL", "OL", "OL"], MILLIOHM, "0.1m")];
  const sound = [celsius(20, 1), ...pairs(["127.8m", "128.1m", "128.0m"], MILLIOHM, "0.1m", 1)];
  const line = { id: "r", epoch: 1, by: "PR", at: "2026-03-03T09:00:00.000Z" };
  const run: BurnIn = { ...line, minutes: 30, load: "light", celsius: 31, sound: "even", note: "" };
  const made = (
    readings: JobRecord["readings"],
    work: Partial<Workshop> = {},
    more: Partial<JobRecord> = {},
  ) =>
    buildReport(
      job(readings, {
        decisions: [DECISION],
        repairs: [REPAIR],
        workshop: { done: [], parts: [], runs: [], releases: [], ...work },
        ...more,
      }),
      HEAD,
    );

  it("is the result: proved, not proved, not cured, restricted, scrap", () => {
    const release = (as: Release["as"]): Release => ({ ...line, as, words: "Not on the road." });
    expect(made([...open3, ...sound]).answer).toBe("Repaired and proved");
    expect(made(open3).answer).toBe("Repaired, not proved yet");
    expect(made([...open3, ...pairs(["OL", "OL", "OL"], MILLIOHM, "0.1m", 1)]).answer).toBe("Not cured yet");
    expect(made(open3, { releases: [release("restricted")] }).answer).toBe("Repaired, with a restriction");
    expect(made(open3, { releases: [release("scrap")] }).answer).toBe("Not to be used again");
    const released = made([...open3, ...sound], { runs: [run], releases: [release("use")] });
    expect(released.answer).toBe("Repaired and proved");
    expect(released.plainWords).toMatch(/it ran evenly for 30 minutes\.$/u);
    expect(released.release).toEqual({ as: "use", words: "Not on the road.", by: "PR", at: line.at });
    expect(released.signedBy).toEqual(["MO", "PR"]);
  });

  it("carries the shop's name, and none where the shop gave none", () => {
    const letterhead = { name: "The shed", line: "by the gate" };
    expect(made(open3, {}, { limits: { letterhead } }).letterhead).toEqual(letterhead);
    expect(made(open3)).not.toHaveProperty("letterhead");
  });

  it("bills labour and parts in the shop's money, beside a new motor", () => {
    const part: PartLine = {
      ...line,
      epoch: 0,
      part: "Sleeve",
      state: "here",
      due: null,
      price: 2.5,
      replaces: null,
    };
    const prices = { hourly: 51, warranty: 6, currency: "EUR", motors: { hub: { price: 189, days: 10 } } };
    const { costs } = made([...open3, ...sound], { parts: [part] }, { limits: { prices } });
    expect(costs?.lines).toEqual([
      ["Labour, 40 minutes", 34],
      ["Sleeve", 2.5],
    ]);
    expect(costs?.total).toBe(36.5);
    expect(costs?.aside).toBe(
      "A new motor would have been 189.00 EUR and 10 days. Repair warranted for 6 months.",
    );
  });

  it("bills nothing from examples, and nothing where nothing was done", () => {
    expect(made(open3)).not.toHaveProperty("costs");
    expect(made(open3, {}, { limits: { prices: { currency: "EUR" } } })).not.toHaveProperty("costs");
    expect(made(open3, {}, { limits: { prices: { hourly: 50 } } }).costs?.aside).toBe("");
    expect(buildReport(job(open3, { limits: { prices: { hourly: 50 } } }), HEAD)).not.toHaveProperty("costs");
  });
});
