import { describe, expect, it } from "vitest";
import { isSerial } from "./serial.ts";

describe("isSerial", () => {
  it.each(["", " ", "n/a", "N.A.", "none", "–", "-", "?", "???", "unknown", "not readable", "XXX", "0000"])(
    "%j tells no motor from another",
    (text) => expect(isSerial(text)).toBe(false),
  );
  it.each(["TF-0022", "7", "A", "NA-1", "0001", "Ж-12", "noah"])("%j is one", (text) =>
    expect(isSerial(text)).toBe(true),
  );
});
