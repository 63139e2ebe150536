import { describe, expect, it } from "vitest";
import { job } from "../../tests/jobs.ts";
import { keptReading, recordedSpun, waveformFile } from "../../tests/recorded.ts";
import { captureIn, keptRemarks } from "./index.ts";

describe("what a record keeps of a recording", () => {
  it("is found in its own place, epoch and as the last that was not taken back", () => {
    const first = recordedSpun();
    const second = keptReading(waveformFile({ constant: 900 }), {
      ...{ check: "waveform", slot: "spun", supersedes: first.id },
    });
    const record = job([first, second]);
    expect(captureIn(record, "waveform", "spun", 0)?.figures["speedConstant"]?.value).toBeCloseTo(900, 0);
    expect(captureIn(record, "waveform", "coast", 0)).toBeNull();
    expect(captureIn(record, "waveform", "spun", 1)).toBeNull();
  });

  it("names the rules, what each signal was taken for, and as much of its pictures as is drawn without the file", () => {
    const kept = captureIn(job([recordedSpun()]), "waveform", "spun", 0)!;
    expect(kept.rules).toMatch(/^\d+$/u);
    expect(kept.carries).toEqual(["AB", "BC", "CA"]);
    expect(kept.drawn.magnets!.heights).toHaveLength(14);
    expect(kept.drawn.cycle.map(({ role }) => role)).toEqual(["AB", "BC", "CA"]);
    expect(JSON.stringify(kept).length).toBeLessThan(12_000);
  });

  it("holds no sign that a text has not, and no remark without end", () => {
    const [remark] = keptRemarks([
      { code: "offset", channel: `CH\0${"x".repeat(500)}`, words: `a\u2028b\n${"y".repeat(5000)}` },
    ]);
    expect(remark!.channel).toBe(`CH ${"x".repeat(117)}`);
    expect(remark!.words.startsWith("a b ")).toBe(true);
    expect(remark!.words.length).toBeLessThanOrEqual(600);
  });
});
