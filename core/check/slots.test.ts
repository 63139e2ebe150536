import { describe, expect, it } from "vitest";
import { choice, HUB, METERS, reading } from "../../tests/jobs.ts";
import { FREQUENCY, RESISTANCE, SPEED, TEMPERATURE } from "../quantity/index.ts";
import type { ReadingValue } from "../record/index.ts";
import {
  choicesSlot,
  choiceSlot,
  chosen,
  kindOf,
  measuredSlot,
  misreadReason,
  noteSlot,
  photoSlot,
  unmetNeeds,
  valueOfKind,
} from "./index.ts";

const SLOTS = {
  AB: measuredSlot("Pair A–B", RESISTANCE),
  closed: measuredSlot("Joint", RESISTANCE, { canBeOpen: false }),
  speed: measuredSlot("Speed", [FREQUENCY, SPEED]),
  turn: choiceSlot("Turned", { smooth: "Smooth", rough: "Rough" }, { needs: { free: "yes" } }),
  free: choiceSlot("Free", { yes: "Yes", no: "No" }),
  seen: choicesSlot("Seen", { rust: "Rust", water: "Water" }),
  note: noteSlot,
  photo: photoSlot,
};
const why = (slot: string, value: ReadingValue) => misreadReason(SLOTS, "mechanical", { slot, value });

describe("what a slot takes", () => {
  it.each<[string, ReadingValue]>([
    ["AB", { kind: "ohms", ohms: 0.1 }],
    ["AB", { kind: "open" }],
    ["speed", { kind: "quantity", quantity: "hertz", value: 50 }],
    ["speed", { kind: "quantity", quantity: "rpm", value: 300 }],
    ["turn", { kind: "choice", choice: "rough" }],
    ["seen", { kind: "choices", choices: [] }],
    ["seen", { kind: "choices", choices: ["rust", "water"] }],
    ["note", { kind: "text", text: "dull" }],
    ["photo", { kind: "photo", photo: "a" }],
    ["turn", { kind: "withdrawn", reason: "wrong motor" }],
    ["AB", { kind: "undone" }],
    ["skipped", { kind: "skipped", reason: "no meter" }],
    ["skipped", { kind: "withdrawn", reason: "found one" }],
  ])("%s takes %o", (slot, value) => expect(why(slot, value)).toBeNull());

  it.each<[string, ReadingValue, string]>([
    ["AB", { kind: "celsius", celsius: 20 }, "“AB” (pair a–b) takes a resistance, not celsius."],
    [
      "AB",
      { kind: "quantity", quantity: "volts", value: 3 },
      "“AB” (pair a–b) takes a resistance, not volts.",
    ],
    ["closed", { kind: "open" }, "“closed” (joint) takes a resistance, not open."],
    ["speed", { kind: "quantity", quantity: "volts", value: 3 }, "takes a frequency or a speed"],
    [
      "turn",
      { kind: "choice", choice: "gritty" },
      "“gritty” is no choice of “turn”; it takes “smooth”, “rough”.",
    ],
    ["turn", { kind: "choice", choice: "toString" }, "“toString” is no choice"],
    ["turn", { kind: "choices", choices: ["smooth"] }, "takes one choice, not choices"],
    ["seen", { kind: "choice", choice: "rust" }, "takes a list of choices, not choice"],
    ["seen", { kind: "choices", choices: ["rust", "mud"] }, "“mud” is no choice of “seen”"],
    ["note", { kind: "choice", choice: "x" }, "takes words, not choice"],
    ["photo", { kind: "text", text: "x" }, "takes a photo, not text"],
    ["BC", { kind: "ohms", ohms: 1 }, "The check “mechanical” has no slot “BC”."],
    ["constructor", { kind: "ohms", ohms: 1 }, "has no slot “constructor”"],
    ["skipped", { kind: "ohms", ohms: 1 }, "Skipping is written in the slot “skipped”"],
    ["AB", { kind: "skipped", reason: "" }, "Skipping is written in the slot “skipped”"],
  ])("%s refuses %o", (slot, value, sentence) => expect(why(slot, value)).toContain(sentence));

  it("keeps what a table says of a slot, over what is usual", () => {
    expect(SLOTS.AB).toMatchObject({
      name: "Pair A–B",
      again: "corrects",
      optional: false,
      instrument: null,
    });
    expect(measuredSlot("Volts", RESISTANCE, { name: "V", again: "repeats", optional: true })).toMatchObject({
      label: "Volts",
      name: "V",
      again: "repeats",
      optional: true,
    });
    expect(kindOf(SLOTS.AB)).toMatchObject({ name: RESISTANCE.name, canBeOpen: true });
    expect(kindOf(SLOTS.closed).canBeOpen).toBe(false);
    expect(() => kindOf(SLOTS.turn)).toThrow(RangeError);
  });
});

describe("a typed value as the record writes it", () => {
  it("is in ohms, degrees Celsius, or names its quantity", () => {
    expect(valueOfKind(RESISTANCE, 2)).toEqual({ kind: "ohms", ohms: 2 });
    expect(valueOfKind(TEMPERATURE, 21)).toEqual({ kind: "celsius", celsius: 21 });
    expect(valueOfKind(SPEED, 300)).toEqual({ kind: "quantity", quantity: "rpm", value: 300 });
    expect(() => valueOfKind({ ...SPEED, name: "flavour" as never }, 1)).toThrow("nothing is written down");
  });
});

describe("what stands in a slot", () => {
  const job = (...readings: ReturnType<typeof reading>[]) => ({ motor: HUB, instruments: METERS, readings });

  it("is one of its choices; a word it does not know counts for nothing", () => {
    const at = (word: string) =>
      chosen(job(choice("mechanical", "turn", word)), "mechanical", SLOTS, "turn", 0);
    expect(at("rough")).toBe("rough");
    expect(at("gritty")).toBeUndefined();
    expect(at("toString")).toBeUndefined();
    expect(
      chosen(job(choice("mechanical", "turn", "rough")), "mechanical", SLOTS, "turn", 1),
    ).toBeUndefined();
  });

  it("opens what needs it, with the right answer only", () => {
    const unmet = (...readings: ReturnType<typeof reading>[]) =>
      unmetNeeds(job(...readings), "mechanical", SLOTS.turn, 0);
    expect(unmet()).toEqual(["free"]);
    expect(unmet(choice("mechanical", "free", "no"))).toEqual(["free"]);
    expect(unmet(choice("mechanical", "free", "yes"))).toEqual([]);
    expect(unmetNeeds(job(), "mechanical", SLOTS.free, 0)).toEqual([]);
  });
});
