import type { Chance } from "./chance.ts";
import type { SimulatedMotor } from "./world.ts";

/** How finely a hand or an eye can tell, one standard deviation on a scale of 0 to 1. */
const SENSE = 0.12;
/** Drag that a hand calls stiff, as a share of what two shorted leads make. */
const STIFF_FROM = 0.5;

/** Electromagnetic drag of whatever is shorted, as a share of two shorted leads. */
function drag({ winding }: SimulatedMotor): number {
  return winding.faults.reduce((sum, fault) => {
    if (fault.kind === "leadsShorted") return sum + 1;
    // The voltages round a delta no longer cancel: twice a winding's drives a current through all three.
    if (fault.kind === "limbReversed") return winding.connection === "delta" ? sum + 0.9 : sum;
    // Circulating current grows with the shorted turns, drag with voltage times current.
    return fault.kind === "turnsShorted" ? sum + 0.9 * fault.share ** 2 : sum;
  }, 0);
}

/** Whether the drill labours. */
export function pullsHard(motor: SimulatedMotor, chance: Chance): boolean {
  return drag(motor) + SENSE * chance.normal() > STIFF_FROM;
}

/** What two leads bridged by hand do, pair after pair. */
export function bridgedDrag(
  motor: SimulatedMotor,
  loops: number,
  chance: Chance,
): "equal" | "oneDiffers" | "noneDrags" | "dragsUnbridged" {
  if (pullsHard(motor, chance)) return "dragsUnbridged";
  if (chance.happens(0.04)) return "oneDiffers";
  return loops === 0 ? "noneDrags" : loops === 3 ? "equal" : "oneDiffers";
}

export type Turn = "even" | "smooth" | "tightSpot" | "grinding" | "scraping" | "stiff" | "locked";

/** What a hand feels on the shaft, with the electronics plugged in and out. */
export function turnFelt(
  motor: SimulatedMotor,
  chance: Chance,
): { plugged: Turn; unplugged: "free" | "stillStiff" } {
  const { bearing, dirt, magnet, torn, water } = motor.wear;
  const sense = () => SENSE * chance.normal();
  const own = drag(motor);
  const driver = motor.ailments.includes("shortedSwitch") ? chance.between(0.5, 1.1) : 0;
  const unplugged = own + sense() > STIFF_FROM ? "stillStiff" : "free";
  const felt = (): Turn => {
    if (Math.max(torn * 0.9, magnet * 0.9, dirt * 0.85, bearing * 0.9, water * 0.88) + sense() > 0.97)
      return "locked";
    if (torn + sense() > 0.55) return "scraping";
    if (magnet + sense() > 0.6) return chance.happens(0.6) ? "scraping" : "tightSpot";
    if (own + driver + sense() > STIFF_FROM) return "stiff";
    if (bearing + sense() > 0.5) return "grinding";
    if (water + sense() > 0.55) return chance.happens(0.75) ? "grinding" : "scraping";
    if (dirt + sense() > 0.5) return chance.happens(0.55) ? "scraping" : "grinding";
    if (Math.max(bearing, dirt, water) + sense() > 0.42) return "tightSpot";
    return chance.happens(0.7) ? "even" : "smooth";
  };
  return { plugged: felt(), unplugged };
}

/** Play felt when the shaft is pushed and pulled. */
export function choiceOfPlay({ wear }: SimulatedMotor, chance: Chance): "none" | "slight" | "clear" {
  const felt = wear.bearing + SENSE * chance.normal();
  if (felt > 0.65) return "clear";
  return felt > 0.38 ? "slight" : "none";
}

/** Marks an eye finds, from outside or opened. */
export function eyes(motor: SimulatedMotor, opened: boolean, chance: Chance): string[] {
  const sees = (strength: number, from: number) => strength + SENSE * chance.normal() > from;
  const { wear, burnt, rust, wireDamage } = motor;
  return [
    ...(sees(burnt, 0.45) && (opened || chance.happens(0.3)) ? ["dark"] : sees(burnt, 0.35) ? ["smell"] : []),
    ...(sees(rust, 0.62) ? ["rust"] : []),
    ...(opened && sees(wear.water, 0.35) ? [wear.water > 0.85 ? "water" : "rustInside"] : []),
    ...(opened && sees(wear.magnet, 0.3)
      ? [chance.happens(0.14) ? "scored" : "chipped"]
      : opened && sees(Math.max(wear.dirt * 0.6, wear.torn * 0.7), 0.4)
        ? ["scratched"]
        : []),
    ...(opened && wear.torn > 0 && sees(wear.torn, 0.3) ? ["torn"] : []),
    ...(opened && sees(wear.dirt, 0.4) ? ["chips"] : []),
    ...(sees(wireDamage, 0.75) ? ["broken"] : sees(wireDamage, 0.55) ? ["taped"] : []),
  ];
}
