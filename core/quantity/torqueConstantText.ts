import { OUNCE_INCH } from "./units.ts";

/**
 * A torque constant as plates of both kinds state it.
 * @param value N·m/A; @param digits significant ones
 * @example torqueConstantText(0.0952, 3) // "0.0952 N·m/A (13.5 oz-in/A)"
 */
export function torqueConstantText(value: number, digits = 4): string {
  const written = (number: number) => Number(number.toPrecision(digits)).toString();
  return `${written(value)} N·m/A (${written(value / OUNCE_INCH)} oz-in/A)`;
}
