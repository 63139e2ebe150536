import { describe, expect, it } from "vitest";
import {
  CAPACITANCE,
  FREQUENCY,
  IMBALANCE,
  POLE_PAIRS,
  RESISTANCE,
  SPEED,
  spokenQuantity,
  TEMPERATURE,
  VOLTAGE,
} from "./index.ts";

describe("a value said aloud", () => {
  it.each([
    [0.1274, RESISTANCE, "127.4 milliohms"],
    [1, RESISTANCE, "1 ohm"],
    [4.7e6, RESISTANCE, "4.7 megaohms"],
    [0.000004, CAPACITANCE, "4 microfarads"],
    [42.19, FREQUENCY, "42.19 hertz"],
    [1200, VOLTAGE, "1.2 kilovolts"],
    [2412, SPEED, "2412 revolutions a minute"],
    [-5, TEMPERATURE, "minus 5 degrees Celsius"],
    [3.2, IMBALANCE, "3.2 percent"],
    [7, POLE_PAIRS, "7 pole pairs"],
  ])("%d of its kind is “%s”", (value, kind, words) => {
    expect(spokenQuantity(value, kind)).toBe(words);
  });
});
