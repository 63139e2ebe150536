import { describe, expect, it } from "vitest";
import { isSerial, serialKey } from "./serial.ts";

describe("isSerial", () => {
  it.each(["", " ", "n/a", "N.A.", "none", "–", "-", "?", "???", "unknown", "not readable", "XXX", "0000"])(
    "%j tells no motor from another",
    (text) => expect(isSerial(text)).toBe(false),
  );
  it.each(["TF-0022", "7", "A", "NA-1", "0001", "Ж-12", "noah"])("%j is one", (text) =>
    expect(isSerial(text)).toBe(true),
  );
});

describe("serialKey", () => {
  it.each([
    ["ÖL-77", "öl-77"],
    ["TF-0022", " tf-0022 "],
    ["STRASSE 4", "straße 4"],
    ["ΟΔΟΣ", "οδος"],
    ["ＴＦ-1", "tf-1"],
    ["Ö1", "O\u03081"],
  ])("%j and %j are one unit", (one, other) => expect(serialKey(one)).toBe(serialKey(other)));

  it.each([
    ["TF-1", "TF-2"],
    ["A_1", "AB1"],
    ["A%", "AB"],
  ])("%j and %j are two", (one, other) => expect(serialKey(one)).not.toBe(serialKey(other)));

  it.each(["n/a", "-", "none", "N.A.", " "])("%j has none, and joins nothing", (text) =>
    expect(serialKey(text)).toBe(""),
  );
});
