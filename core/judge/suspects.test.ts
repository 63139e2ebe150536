import { describe, expect, it } from "vitest";
import { assessJob } from "#core/judge";
import type { Family } from "#core/record";
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
  reading,
  SOUND_LAMPS,
  spun,
} from "../../tests/jobs.ts";
import { nextSuspects, suspectsLead } from "./index.ts";

const cleared = (complaint: "noRun" | "hot", ...more: ReturnType<typeof choice>[]) =>
  job(
    [
      ...["isolate", "verifyDead", "magnets", "pack"].map((id) => choice("safety", id, "done")),
      ...lookedAndTurned(),
      ...frameOpen(),
      ...pairs(["127.9m", "128.1m", "128.0m"], MILLIOHM, "0.1m"),
      ...spun([75, 23.6, 23.6, 23.6, 75]),
      ...lamps(SOUND_LAMPS),
      choice("run", "runGood", "runs"),
      ...more,
    ],
    { complaint, motor: { ...HUB, speedConstant: { rpmPerVolt: 9, convention: "peak", source: "" } } },
  );

describe("a cleared motor", () => {
  it("is followed by the next suspects of its complaint (common practice)", () => {
    const record = cleared("hot", choice("run", "swap", "stillFails"));
    const verdict = assessJob(record);
    expect(verdict.decided).toBe("notMotor");
    expect(nextSuspects(record, verdict)).toContain("load: brake, gear, blocked duct");
  });
  it("names the controller first where its six readings point at it", () => {
    const shorted = ["A", "B", "C"].flatMap((phase) =>
      ["plus", "minus"].map((rail) => ({
        ...choice("run", `${phase}.${rail}`, ""),
        value: {
          kind: "quantity",
          quantity: "volts",
          value: phase === "B" && rail === "plus" ? 0.01 : 0.5,
        } as const,
      })),
    );
    const record = cleared("noRun", choice("run", "swap", "stillFails"), ...shorted);
    expect(nextSuspects(record, assessJob(record))[0]).toBe("controller");
  });
  it("of a blower in which nothing is wrong is told what comes and goes around it, and nothing where a cause has a name", () => {
    const blower = (readings: ReturnType<typeof choice>[], family: Family = "miniSplitDriver") => {
      const record = job([...lookedAndTurned(), ...readings], {
        complaint: "cutsOut",
        motor: {
          ...HUB,
          family,
          consequence: "nuisance",
          hallSpacing: "none",
          expected: null,
          rated: { volts: 230 },
        },
      });
      const verdict = assessJob(record);
      return { verdict, suspects: nextSuspects(record, verdict) };
    };
    const power = (slot: string, word: string) => choice("power", slot, word);
    const fed = (
      ["mains", "driver.supply", "driver.fifteen", "driver.command", "driver.feedback"] as const
    ).map((slot, i) => measured("power", slot, "volts", [231, 318, 15, 4, 8][i]!));
    // Somebody who measured wrongly brings in a sound one too: the meter is held against something known.
    const meter = ["known", "knownRead"].map((slot) =>
      reading({ check: "setup", slot, value: { kind: "ohms", ohms: 10 }, instrumentId: MILLIOHM.id }),
    );
    const tried = [
      power("sister", "neither"),
      power("sisterAgain", "neither"),
      power("sisterAgain", "neither"),
    ];
    const sound = blower([
      ...fed,
      power("turns", "runs"),
      power("code", "none"),
      choice("air", "airPath", "free"),
      ...tried,
      ...meter,
    ]);
    expect(sound.verdict.headline).toBe("Nothing wrong found");
    expect(suspectsLead(sound.verdict)).toBe("If it comes back, look at");
    expect(sound.suspects).toContain("a limit that trips warm and closes again");
    const dead = [
      measured("power", "mains", "volts", 231),
      ...["v24.transformer", "v24.limit"].map((slot) => measured("power", slot, "volts", 0)),
    ];
    const named = blower([...dead, ...dead], "ecm");
    expect(named.verdict.decided).toBe("notMotor");
    expect(named.suspects).toEqual([]);
    expect(suspectsLead(named.verdict)).toBe("Look next at");
  });
  it("that nobody complained of has none", () => {
    const record = { ...cleared("hot"), complaint: "routine" as const };
    const verdict = assessJob(record);
    expect(verdict.decided).toBe("notMotor");
    expect(nextSuspects(record, verdict)).toEqual([]);
  });
  it("has none while nothing is cleared", () => {
    const record = job([]);
    expect(nextSuspects(record, assessJob(record))).toEqual([]);
  });
});
