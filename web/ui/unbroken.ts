/** A number and what it counts stay on one line: "95 %", "10 min". */
export const unbroken = (text: string): string => text.replace(/(?<=\d) (?=[\p{L}%])/gu, "\u00a0");
