import { describe, expect, it } from "vitest";
import { isPhrase, keepPhrase, NOBODY } from "./passPhrase.ts";

describe("a pass-phrase", () => {
  it("is held against what is kept of it, and is not in it", async () => {
    const kept = await keepPhrase("quiet copper heron");
    expect(JSON.stringify(kept)).not.toContain("heron");
    expect(await isPhrase("quiet copper heron", kept)).toBe(true);
    expect(await isPhrase("quiet copper Heron", kept)).toBe(false);
    expect(await isPhrase("", kept)).toBe(false);
  });

  it("is salted: the same phrase is kept differently each time", async () => {
    const [one, other] = await Promise.all([keepPhrase("lock gate winch"), keepPhrase("lock gate winch")]);
    expect(one.hash).not.toBe(other.hash);
  });

  it("is the same however a keyboard composes its letters", async () => {
    expect(await isPhrase("Schlüsselbrücke", await keepPhrase("Schlu\u0308sselbru\u0308cke"))).toBe(true);
  });

  it("of nobody is no phrase", async () => {
    expect(await isPhrase("", NOBODY)).toBe(false);
  });
});
