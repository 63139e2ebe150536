import type { MotorModel } from "#contract/shop";
import { quantityText, RESISTANCE, SPEED_CONSTANT } from "#core/quantity";

/** What the model already states of this figure, with its source; null where the shop may learn it. */
export function publishedOf({ facts }: MotorModel, id: string): string | null {
  if (id === "kv" && facts.speedConstant)
    return `${quantityText(facts.speedConstant.rpmPerVolt, SPEED_CONSTANT)}, ${facts.speedConstant.source}`;
  if (id === "pair" && facts.expected)
    return `${quantityText(facts.expected.ohms, RESISTANCE)}, ${facts.expected.source}`;
  return null;
}
