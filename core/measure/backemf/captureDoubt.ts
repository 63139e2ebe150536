import type { CaptureAnswer } from "../../capture/index.ts";
import { hallSpacingOf } from "../../families/index.ts";
import { quantityText, SPEED, SPEED_CONSTANT } from "../../quantity/index.ts";
import type { Motor } from "../../record/index.ts";
import { convertSpeedConstant } from "./speedConstant.ts";

/** A constant farther from the plate than this, either way, is another motor's or another count of poles. Bench judgement. */
const FAR_CONSTANT = 2.6;
/** No drill of a bench turns faster, and no motor is spun faster than it is rated for. Common practice. */
const FASTEST_DRILL = 6000;

/** Why a recording may be of another motor than the one it is dropped on, as a question; null where nothing says so. */
export function captureDoubt({ figures }: Pick<CaptureAnswer, "figures">, motor: Motor): string | null {
  const constant = figures["speedConstant"]?.value;
  const plate = motor.speedConstant;
  if (constant !== undefined && plate) {
    const peak = convertSpeedConstant(plate.rpmPerVolt, plate.convention, "peak");
    if (Math.abs(Math.log(constant / peak)) > Math.log(FAR_CONSTANT))
      return `It gives ${quantityText(constant, SPEED_CONSTANT)} where the plate says ${quantityText(peak, SPEED_CONSTANT)}: another motor, other pole pairs, or a probe set to ten?`;
  }
  const speed = (figures["speed"] ?? figures["speedAtStart"])?.value;
  const fastest = Math.max(FASTEST_DRILL, motor.rated?.rpm ?? 0);
  if (speed !== undefined && speed > 1.2 * fastest)
    return `With ${motor.polePairs ?? "these"} pole pairs it turns ${quantityText(speed, SPEED)}, faster than any drill: another motor, or other pole pairs?`;
  if (figures["edgesA"] !== undefined && hallSpacingOf(motor) === "none")
    return "It holds position sensors, and this motor has none by its record: another motor?";
  return null;
}
