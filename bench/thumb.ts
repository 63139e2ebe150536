import type { CureId } from "#core/known";
import { PAIRS, PHASES, type JobRecord } from "#core/record";

/** A pair off the mean by this share is called bad. Common practice. */
const PAIR_LIMIT = 0.1;
/** Below this a plain meter's reading to the frame is called a short. Common practice. */
const FRAME_LIMIT = 1e6;
/** A battery that sags by more than this under load is called weak. Common practice. */
const SAG_LIMIT = 0.12;

/**
 * What somebody does who goes through the whole list and takes each departure at its word, the way the trade's rules of
 * thumb have it: no meter's error, no slips, no odds. Each departure asks for its usual cure; none, and it is not the motor.
 */
export function byThumb({ readings, motor }: JobRecord): readonly CureId[] {
  const values = (check: string, slot: string) =>
    readings.filter((one) => one.check === check && one.slot === slot).map(({ value }) => value);
  const number = (check: string, slot: string): number | null => {
    const [first] = values(check, slot);
    if (first?.kind === "ohms") return first.ohms;
    if (first?.kind === "quantity") return first.value;
    return first?.kind === "open" ? Infinity : null;
  };
  const said = (check: string, slot: string) =>
    values(check, slot).flatMap((value) =>
      value.kind === "choice" ? [value.choice] : value.kind === "choices" ? value.choices : [],
    );
  const offMean = (check: string) => {
    const read = PAIRS.map((pair) => number(check, pair)).filter((value) => value !== null);
    const mean = read.reduce((sum, value) => sum + value, 0) / read.length;
    return read.length === PAIRS.length && !read.every((value) => Math.abs(value / mean - 1) <= PAIR_LIMIT);
  };
  const found: CureId[] = [];
  const opens = PAIRS.filter((pair) => number("winding", pair) === Infinity).length;
  const lamps = said("hall", "forward");
  if (opens > 0 && opens < PAIRS.length) found.push("phaseWire");
  else if (offMean("winding") || offMean("backemf")) found.push("motor");
  if (PHASES.some((phase) => (number("frame", phase) ?? Infinity) < FRAME_LIMIT)) found.push("motor");
  if (["grinding", "tightSpot", "locked"].some((word) => said("mechanical", "turn").includes(word)))
    found.push("bearings");
  if (
    motor.hallSpacing !== "none" &&
    PHASES.some((_, i) => new Set(lamps.map((state) => state[i])).size === 1)
  )
    found.push("hallSensor");
  const [rest, load] = [number("feed", "pack.rest"), number("feed", "pack.load")];
  if (rest && load !== null && load < rest * (1 - SAG_LIMIT)) found.push("battery");
  if (said("feed", "command").some((word) => word !== "follows")) found.push("command");
  if (said("feed", "settings").includes("wrong")) found.push("settings");
  if (said("feed", "rubbing").includes("rubs")) found.push("rubbing");
  if (found.includes("motor"))
    return ["motor", ...found.filter((cure) => cure === "battery" || cure === "command")];
  return found.length > 0 ? [...new Set(found)] : ["controller"];
}
