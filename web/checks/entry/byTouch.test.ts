import { expect, it } from "vitest";
import { byTouch } from "./byTouch.ts";

it.each([
  ["0.162, 162m or OL, then Enter", "0.162, 162m or OL"],
  ["Ω, or O for open", "Ω, or OL for open"],
  ["V; Enter leaves it out", "V; Save leaves it out"],
  ["AC volts, as 0.75; + repeats it", "AC volts, as 0.75; again repeats it"],
  ["0.1 Ω stands. Enter corrects it, + repeats it.", "0.1 Ω stands. Save corrects it, again repeats it."],
  ["A, to order one alike", "A, to order one alike"],
])("of %j names the keys of the keypad", (words, said) => expect(byTouch(words)).toBe(said));
