import { describe, expect, it } from "vitest";
import { nextPrefix } from "./prefix.ts";

describe("the prefix key", () => {
  it("goes through milli, micro, kilo, mega and none, and leaves the digits alone", () => {
    let text = "127.3";
    const seen = Array.from({ length: 5 }, () => (text = nextPrefix(text)));
    expect(seen).toEqual(["127.3m", "127.3µ", "127.3k", "127.3M", "127.3"]);
  });
});
