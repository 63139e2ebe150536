import { describe, expect, it } from "vitest";
import { assessJob } from "#core/assess";
import {
  choice,
  frameOpen,
  HUB,
  job,
  lamps,
  lookedAndTurned,
  MILLIOHM,
  pairs,
  SOUND_LAMPS,
  spun,
} from "../../tests/jobs.ts";
import { nextSuspects } from "./index.ts";

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
  it("has none while nothing is cleared", () => {
    const record = job([]);
    expect(nextSuspects(record, assessJob(record))).toEqual([]);
  });
});
