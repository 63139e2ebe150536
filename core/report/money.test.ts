import { describe, expect, it } from "vitest";
import { aboutText, moneyText } from "./money.ts";

describe("an amount", () => {
  it("stands with its currency, to the hundredth on a bill", () => {
    expect(moneyText(36.5, "EUR")).toBe("36.50 EUR");
    expect(moneyText(0, "")).toBe("0.00");
  });
  it("is whole as an estimate, but for small change", () => {
    expect(aboutText(36.5, "EUR")).toBe("37 EUR");
    expect(aboutText(2.25, "EUR")).toBe("2.25 EUR");
    expect(aboutText(0, "")).toBe("0");
  });
});
