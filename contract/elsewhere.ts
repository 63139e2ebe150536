import { chanceText } from "#core/quantity";
import { dayWords } from "#core/report";
import type { ClosedElsewhere } from "./jobs.ts";

const SHOWN = 16;

/**
 * A closing that came in with a file, in sentences for screen and print: whose word it is and what it said, and what
 * stands here instead.
 * @param zone the clock of this shop
 */
export function elsewhereWords(
  { kind, at, by, reason, headline, leading, rules, file }: ClosedElsewhere,
  zone?: string,
): { readonly who: string; readonly said: string; readonly here: string } {
  const day = (moment: string) => dayWords(moment, zone);
  const did = kind === "closing" ? "Closed" : "Called off";
  const chance = leading ? ` (${leading.name}, ${chanceText(leading.probability)})` : "";
  const source = file.sha256 === "" ? "" : `, its SHA\u2011256 beginning with ${file.sha256.slice(0, SHOWN)}`;
  const taker = file.by === "" ? "" : ` by ${file.by}`;
  return {
    who: `${did} by another shop: ${by}, ${day(at)}.`,
    said: `It said: ${headline}${chance}, by rules ${rules}.${reason ? ` Its reason: “${reason}”.` : ""}`,
    here: `This shop took it in from a file on ${day(file.at)}${taker}${source}. What stands here is what its own rules say of the same readings.`,
  };
}
