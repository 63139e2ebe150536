import type { CheckDefinition } from "#core/check";
import type { KeysHere } from "../job/keysHere.ts";
import type { Keys } from "../ui/KeyList.tsx";

/** The keys of a step, by what its check declares. */
const LAMP_KEYS = [
  [["A", "B", "C"], "lamp changed"],
  [["R"], "other direction"],
] as const;
const RECORDING_KEYS = [
  [["Enter"], "keep"],
  [["←", "→"], "one cycle"],
  [["+", "−"], "zoom"],
  [["M"], "next magnet"],
  [["X"], "leave it"],
] as const;
const READING_KEYS = [
  [["Enter"], "save"],
  [["+"], "read again"],
  [["O"], "open circuit"],
  [["Backspace"], "back"],
] as const;
/** The keys that work at a step: an open circuit only where something can be open. */
function keysOf({ slots }: CheckDefinition, keys: CheckDefinition["keys"]) {
  if (keys === "lamps") return LAMP_KEYS;
  if (keys === "recording") return RECORDING_KEYS;
  if (keys === "choices") return [];
  const canBeOpen = Object.values(slots).some(({ form }) => form.kind === "measured" && form.canBeOpen);
  return READING_KEYS.filter(([[key]]) => canBeOpen || key !== "O");
}
/** At a motor's own plugs its pins can be put right. */
const PINS_KEY = [[["E"], "its pins"]] as const;
const MORE_KEYS = [
  [["J", "a…"], "to the step with that letter in the plan"],
  [["U"], "take the last entry of the step back"],
  [["I"], "how it stands, for a caller"],
  [["F"], "across the bench, in large digits"],
  [["Tab"], "through what can be pressed; Enter or Space presses it"],
] as const;
const SKIP_KEY = [[["S"], "skip"]] as const;
const NEXT_KEY = [[["N"], "next"]] as const;
const JUMP_KEY = [[["J"], "jump"]] as const;
const BENCH_KEY = [[["B"], "bench"]] as const;

/** The keys that stand at the foot of a step, and those that work too. */
export function keysAt(
  check: CheckDefinition | undefined,
  taking: boolean,
  keysHere: KeysHere,
  skippable: boolean,
): { readonly keys: Keys; readonly more: Keys } {
  const present = taking && check ? (keysHere ?? check.keys) : null;
  return {
    keys: [
      ...(present && check ? keysOf(check, present) : []),
      ...(taking && check?.id === "power" ? PINS_KEY : []),
      ...(skippable ? SKIP_KEY : []),
      ...NEXT_KEY,
      ...JUMP_KEY,
    ],
    // Where lamps are recorded B is a lamp.
    more: [...(present === "lamps" ? [] : BENCH_KEY), ...MORE_KEYS],
  };
}
