import type { QuantityKind } from "./units.ts";

const STEPS: readonly { readonly from: number; readonly prefix: string; readonly exponent: number }[] = [
  { from: 1e9, prefix: "G", exponent: 9 },
  { from: 1e6, prefix: "M", exponent: 6 },
  { from: 1e3, prefix: "k", exponent: 3 },
  { from: 1, prefix: "", exponent: 0 },
  { from: 1e-3, prefix: "m", exponent: -3 },
  { from: 0, prefix: "μ", exponent: -6 },
];

/** Most decimals ever shown; more would be noise from the binary representation. */
const MOST_DECIMALS = 9;

/**
 * The decimal place (power of ten) down to which a value with this uncertainty is worth showing:
 * the place of the uncertainty's first digit, or of its second where the first is a 1 (GUM 7.2.6 allows
 * two digits at most; a lone 1 would round by up to half).
 * @param uncertainty same unit as the value, above zero
 * @returns a power of ten, for instance −3 for thousandths
 * @example lastMeaningfulPlace(0.0042) // -3
 */
export function lastMeaningfulPlace(uncertainty: number): number {
  if (!(uncertainty > 0) || !Number.isFinite(uncertainty))
    throw new RangeError(`lastMeaningfulPlace: uncertainty must be above 0, got ${uncertainty}`);
  const place = Math.floor(Math.log10(uncertainty));
  const leading = uncertainty / 10 ** place;
  return leading < 1.95 ? place - 1 : place;
}

export interface FormattedQuantity {
  readonly number: string;
  readonly unit: string;
}

/**
 * Writes a value with an SI prefix and as many digits as its uncertainty supports; without one, with
 * four significant digits and no trailing zeros.
 * @param value in the kind's own unit, finite
 * @param kind what it is
 * @param uncertainty expanded uncertainty in the same unit; optional
 * @returns number and unit apart, so that a screen can size them differently
 * @example formatQuantity(0.12742, RESISTANCE, 0.0006) // { number: "127.4", unit: "mΩ" }
 */
export function formatQuantity(value: number, kind: QuantityKind, uncertainty?: number): FormattedQuantity {
  if (!Number.isFinite(value)) throw new RangeError(`formatQuantity: value must be finite, got ${value}`);
  // Rounded as it will be shown: 0.99999 V is 1 V, not 1000 mV.
  const rounded = Number(Math.abs(value).toPrecision(4));
  const magnitude = Math.max(rounded, uncertainty ?? 0);
  const step =
    kind.prefixes && magnitude > 0
      ? (STEPS.find(({ from }) => magnitude >= from) ?? STEPS[STEPS.length - 1]!)
      : { prefix: "", exponent: 0 };
  const scaled = Number(`${value}e0`) / 10 ** step.exponent;
  const unit = `${step.prefix}${kind.symbol}`;
  if (uncertainty !== undefined && uncertainty > 0) {
    const place = lastMeaningfulPlace(uncertainty) - step.exponent;
    const decimals = Math.min(MOST_DECIMALS, Math.max(0, -place));
    return { number: unsignedZero(scaled.toFixed(decimals)), unit };
  }
  const number = scaled === 0 ? "0" : Number(scaled.toPrecision(4)).toString();
  return { number: unsignedZero(number), unit };
}

function unsignedZero(text: string): string {
  return Number(text) === 0 ? text.replace("-", "") : text.replace("-", "−");
}

/**
 * The same as {@link formatQuantity}, in one string with a space before the unit.
 * @example quantityText(0.1274, RESISTANCE, 0.0012) // "127.4 mΩ"
 */
export function quantityText(value: number, kind: QuantityKind, uncertainty?: number): string {
  const { number, unit } = formatQuantity(value, kind, uncertainty);
  return `${number} ${unit}`.trimEnd();
}

/**
 * Writes a value and its expanded uncertainty in one unit and to one decimal place (GUM 7.2.2, second form).
 * @param uncertainty same unit as the value, above 0
 * @example uncertainText(0.1281, RESISTANCE, 0.000322) // "128.1 ± 0.3 mΩ"
 */
export function uncertainText(value: number, kind: QuantityKind, uncertainty: number): string {
  const { number, unit } = formatQuantity(value, kind, uncertainty);
  const decimals = number.split(".")[1]?.length ?? 0;
  const step = STEPS.find(({ prefix }) => `${prefix}${kind.symbol}` === unit);
  const scaled = uncertainty / 10 ** (step?.exponent ?? 0);
  return `${number} ± ${scaled.toFixed(decimals)} ${unit}`;
}

/**
 * Writes a ratio as a signed percentage: one decimal below 10 %, none above.
 * @example percentText(0.122) // "+12 %"
 */
export function percentText(ratio: number, options: { signed?: boolean } = {}): string {
  const percent = ratio * 100;
  const decimals = Math.abs(percent) < 9.95 ? 1 : 0;
  const text = Math.abs(percent).toFixed(decimals);
  const isZero = Number(text) === 0;
  const sign = isZero ? "" : percent < 0 ? "−" : options.signed === false ? "" : "+";
  return `${sign}${text} %`;
}

/**
 * Writes a share that is exact, such as a limit or a tolerance, in percent without trailing zeros.
 * @example shareText(0.05) // "5 %"
 */
export function shareText(ratio: number): string {
  return `${Number((ratio * 100).toPrecision(3))} %`;
}

/**
 * Writes a probability in whole percent, never as certainty or impossibility, which no evidence gives.
 * @example chanceText(0.9987) // ">99 %"
 */
export function chanceText(probability: number): string {
  const percent = Math.round(probability * 100);
  if (percent > 99) return ">99 %";
  return percent < 1 ? "<1 %" : `${percent} %`;
}
