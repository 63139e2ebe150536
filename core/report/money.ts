const withCurrency = (amount: string, currency: string) =>
  currency === "" ? amount : `${amount} ${currency}`;

/** An amount as it stands on a bill, with the shop's currency where it has one. @example moneyText(36.5, "EUR") // "36.50 EUR" */
export const moneyText = (amount: number, currency: string): string =>
  withCurrency(amount.toFixed(2), currency);

/** An estimate: whole, and to the hundredth only where it is small. @example aboutText(36.5, "EUR") // "37 EUR" */
export const aboutText = (amount: number, currency: string): string =>
  withCurrency(amount > 0 && amount < 10 ? amount.toFixed(2) : String(Math.round(amount)), currency);
