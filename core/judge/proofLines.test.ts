import { describe, expect, it } from "vitest";
import {
  BASIC,
  frameOpen,
  job,
  lookedAndTurned,
  MILLIOHM,
  ohmsOf,
  pairs,
  reading,
  REPAIR,
  TRUE_RMS,
} from "../../tests/jobs.ts";

import { PHASES, type Reading } from "../record/index.ts";
import { assessJob, notReleasable, proofOf } from "./index.ts";

const BODY = [...lookedAndTurned(), ...frameOpen()];
const repaired = (...readings: readonly Reading[]) => job(readings, { repairs: [REPAIR] });
const frame = (typed: string, meter: { readonly id: string }, epoch: number) =>
  PHASES.map((slot) =>
    reading({ check: "frame", slot, epoch, typed, value: ohmsOf(typed), instrumentId: meter.id }),
  );

describe("a repeat proves a repair only with a meter that would have seen the fault", () => {
  const shorted = pairs(["0.118", "0.118", "0.128"], MILLIOHM);

  it("shorted turns read again with a cheap meter are not proved, not sound, and not released", () => {
    const after = repaired(...BODY, ...shorted, ...pairs(["0.1", "0.1", "0.1"], BASIC, undefined, 1));
    const { answer, lines } = proofOf(after);
    expect(answer).toBe("open");
    expect(lines).toMatchObject([{ variable: "pairs", state: "cannotTell" }]);
    expect(lines[0]!.doubt).toMatch(/read it again with a four-wire meter/u);
    const { decided, headline, reason, warrant, next } = assessJob(after);
    expect([decided, headline]).toEqual([null, "Not decided yet"]);
    expect(reason).toMatch(/^Not proved: what departed would read the same here/u);
    expect(warrant.some(({ state, step }) => state === "open" && step?.check === "winding")).toBe(true);
    expect(next?.check).toBe("winding");
    expect(notReleasable(after, "use")).toMatch(/not complete/u);
  });

  it("the same with the meter that saw them is proved", () => {
    const after = repaired(
      ...BODY,
      ...shorted,
      ...pairs(["0.128", "0.128", "0.128"], MILLIOHM, undefined, 1),
    );
    expect(proofOf(after)).toMatchObject({ answer: "proved", lines: [{ state: "cured", doubt: null }] });
    expect(assessJob(after).headline).toBe("Sound after repair");
  });

  it("50 kΩ to frame is not proved gone by a meter that ends at 2 kΩ", () => {
    const leak = [...lookedAndTurned(), ...frame("50k", BASIC, 0)];
    const blunt = repaired(...leak, ...frame("OL", MILLIOHM, 1));
    expect(proofOf(blunt)).toMatchObject({
      answer: "open",
      lines: [{ check: "frame", state: "cannotTell" }],
    });
    expect(proofOf(blunt).lines[0]!.doubt).toMatch(/a meter that reaches 1 MΩ/u);
    expect(proofOf(repaired(...leak, ...frame("OL", TRUE_RMS, 1))).answer).toBe("proved");
  });

  it("what departs still is never sound after repair, however likely the rest", () => {
    const still = repaired(
      ...BODY,
      ...shorted,
      ...pairs(["0.112", "0.112", "0.128"], MILLIOHM, undefined, 1),
    );
    expect(proofOf(still).lines).toMatchObject([{ state: "stillDeparts" }]);
    expect(assessJob(still).headline).not.toBe("Sound after repair");
  });

  it("an open winding that reads ohms again is proved closed by any meter", () => {
    const open = pairs(["OL", "OL", "OL"], BASIC, "0.1");
    const after = repaired(...BODY, ...open, ...pairs(["0.1", "0.1", "0.1"], BASIC, "0.1", 1));
    expect(proofOf(after).lines).toMatchObject([{ variable: "pairs", state: "cured" }]);
  });
});
