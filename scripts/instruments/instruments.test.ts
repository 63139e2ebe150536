import { mkdtempSync, readFileSync, rmSync, writeFileSync } from "node:fs";
import { tmpdir } from "node:os";
import { join } from "node:path";
import { describe, expect, it } from "vitest";
import { readSamples } from "#contract/feedSchema";
import { readLine } from "#core/live";
import { motorFrom } from "./motorFile.ts";
import { actOf } from "../../server/practice/actSchema.ts";

const DOCUMENT = readFileSync("docs/instruments.md", "utf8");
/** Reads a text as the file of a motor. */
function motorOf(text: string) {
  const folder = mkdtempSync(join(tmpdir(), "motor-"));
  try {
    writeFileSync(join(folder, "motor.json"), text);
    return motorFrom(join(folder, "motor.json"));
  } finally {
    rmSync(folder, { recursive: true });
  }
}

describe("what is written of instruments that speak", () => {
  it("is a message that is heard", () => {
    const [, body = ""] = /-d '(.+)'/u.exec(DOCUMENT) ?? [];
    const { samples } = JSON.parse(body) as { samples: unknown[] };
    const { displays, refused } = readSamples(samples);
    expect(refused).toEqual([]);
    expect(displays[0]).toMatchObject({ sequence: 17, reads: "ohms", time: 4.25 });
    expect(displays[0]!.value).toBeCloseTo(0.3142, 12);
  });

  it("is a line that is read, and an example of forty lines at most", () => {
    const [, line = ""] = /as `(\d+ \d+ ohms [^`]+)`/u.exec(DOCUMENT) ?? [];
    expect(readLine(line).kind).toBe("sample");
    const [, example = ""] = /```cpp\n([\s\S]+?)```/u.exec(DOCUMENT) ?? [];
    expect(example.trimEnd().split("\n").length).toBeLessThanOrEqual(40);
  });

  it("is a motor that lies on the bench", () => {
    const [, motor = ""] = /```json\n([\s\S]+?)```/u.exec(DOCUMENT) ?? [];
    const lying = motorOf(motor);
    expect(lying.motor.winding.faults).toEqual([{ kind: "turnsShorted", limb: "B", share: 0.3 }]);
    expect(lying.motor.frameOhms).toBe(Infinity);
  });
});

describe("a motor of a file", () => {
  const SOUND = { connection: "delta", limbOhms: { A: 1, B: 1, C: 1 }, polePairs: 7, rpmPerVolt: 100 };
  it("is sound where it says no fault", () => {
    expect(motorOf(JSON.stringify(SOUND)).motor).toMatchObject({
      flux: 1,
      deadSignals: [],
      frameOhms: Infinity,
    });
  });
  it.each([
    ["no JSON", "{", /is no JSON file/u],
    [
      "a fault nobody knows",
      JSON.stringify({ ...SOUND, faults: [{ kind: "tired" }] }),
      /A fault is one of: limbOpen/u,
    ],
    ["a fault without its place", JSON.stringify({ ...SOUND, faults: [{ kind: "limbOpen" }] }), /limb/u],
    ["half a pole", JSON.stringify({ ...SOUND, polePairs: 2.5 }), /polePairs/u],
    ["a word too many", JSON.stringify({ ...SOUND, colour: "green" }), /colour/u],
  ])("is refused in a sentence: %s", (_, text, sentence) => {
    expect(() => motorOf(text)).toThrow(sentence);
  });
});

describe("an act", () => {
  it("is one of a few, with what it takes", () => {
    expect(actOf({ do: "touch", with: "meter", red: "A", black: "frame" })).toEqual({
      ...{ do: "touch", with: "meter", red: "A", black: "frame" },
    });
    expect(() => actOf({ do: "kick" })).toThrow(/An act is one of: touch/u);
    expect(() => actOf({ do: "touch", with: "meter", red: "A", black: "Z" })).toThrow(/black/u);
    expect(() => actOf({ do: "spin", rpm: -1 })).toThrow(/rpm/u);
    expect(() => actOf({ do: "spin", rpm: 600, hard: true })).toThrow(/hard/u);
  });
});
