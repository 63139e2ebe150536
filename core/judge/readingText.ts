import { slotOf } from "../measure/index.ts";
import { withRecorder } from "../measure/waveform/index.ts";
import {
  QUANTITIES,
  quantityText,
  RESISTANCE,
  SPEED_CONSTANT,
  temperatureText,
  uncertainText,
  type TemperatureScale,
} from "../quantity/index.ts";
import { isSkipSlot, type KeptCapture, type Reading } from "../record/index.ts";

/** As many digits as were typed: 1.350 V was read to the millivolt, and 1.35 V says less. */
function withTypedDigits(text: string, typed: string): string {
  const digits = (number: string) =>
    /^\D*0*[.,]?0*([\d.,]*)/u.exec(number)?.[1]?.replace(/\D/gu, "").length ?? 0;
  const [number = "", ...unit] = text.split(" ");
  const given = /^[\d.,]+/u.exec(typed.trim())?.[0] ?? "";
  // The zeros of 1000 say how large it is, not how finely it was read.
  const wanted = digits(/[.,]/u.test(given) ? given : given.replace(/0+$/u, ""));
  if (wanted <= digits(number) || !/^\d/u.test(number)) return text;
  return [Number(number).toPrecision(wanted), ...unit].join(" ");
}

/** A recording as a line: its file, its constant where it has one, and what was said of it first. */
function captureText({ name, figures, said }: KeptCapture): string {
  const { speedConstant } = withRecorder(figures);
  const constant = speedConstant ? [uncertainText(speedConstant.value, SPEED_CONSTANT, speedConstant.u)] : [];
  const [first, ...others] = said;
  const more = others.length > 0 ? ` And ${others.length} more.` : "";
  return [name, ...constant, first ? `${first.words}${more}` : "nothing remarked"].join("; ");
}

/** Where a reading was taken, or what was left out there, in its words. */
export function placeText({ check, slot, value }: Pick<Reading, "check" | "slot" | "value">): string {
  const declared = slotOf(check, slot);
  if (declared) return declared.label;
  return (value.kind === "skipped" && value.what) || (isSkipSlot(slot) ? "Skipped" : slot);
}

/** A reading as its value reads, to the digits it was typed with. @param scale how the shop reads temperatures */
export function readingText({ check, slot, value, typed }: Reading, scale?: TemperatureScale): string {
  const form = slotOf(check, slot)?.form;
  const words = form?.kind === "choice" || form?.kind === "choices" ? form.choices : {};
  if (value.kind === "open") return "OL";
  if (value.kind === "ohms") return withTypedDigits(quantityText(value.ohms, RESISTANCE), typed);
  if (value.kind === "celsius") return temperatureText(value.celsius, scale);
  if (value.kind === "quantity")
    return withTypedDigits(quantityText(value.value, QUANTITIES[value.quantity]), typed);
  if (value.kind === "photo") return typed || "photo";
  if (value.kind === "capture") return captureText(value);
  if (value.kind === "choice") return words[value.choice] ?? value.choice;
  if (value.kind === "choices")
    return value.choices.map((choice) => words[choice] ?? choice).join(", ") || "none";
  if (value.kind === "text") return value.text;
  if (value.kind === "skipped") return `${value.what ? "left out" : "skipped"}: ${value.reason}`;
  if (value.kind === "withdrawn") return `withdrawn: ${value.reason}`;
  return typed;
}
