import { quantityText } from "./formatQuantity.ts";
import { fahrenheitFromCelsius, TEMPERATURE, type Celsius } from "./units.ts";

/** How a shop reads temperatures: a reading is kept in °C whatever it was typed in. */
export interface TemperatureScale {
  readonly alsoFahrenheit?: boolean;
}

/**
 * A temperature as a shop reads it.
 * @example temperatureText(20, { alsoFahrenheit: true }) // "20 °C (68 °F)"
 */
export function temperatureText(celsius: Celsius, scale: TemperatureScale | undefined): string {
  const text = quantityText(celsius, TEMPERATURE);
  if (!scale?.alsoFahrenheit) return text;
  const fahrenheit = String(Math.round(fahrenheitFromCelsius(celsius))).replace("-", "−");
  return `${text} (${fahrenheit} °F)`;
}
