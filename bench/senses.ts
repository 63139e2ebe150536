import { PAIRS, PHASES, phasesOf } from "#core/record";
import type { CheckId } from "#core/record";
import { readFan } from "./blower.ts";
import type { Chance } from "./chance.ts";
import { bridgedDrag, choiceOfPlay, eyes, pullsHard, turnFelt } from "./hands.ts";
import { resistanceBetween } from "./network.ts";
import { pairsInward, ranOnGood } from "./running.ts";
import { floats } from "./spun.ts";
import { resistorsOf } from "./windings.ts";
import type { SimulatedMotor } from "./world.ts";

/** What hands, eyes and ears find, in the words of the slot that it belongs in; null where nothing is found out. */
export type Found =
  | { readonly choice: string }
  | { readonly choices: readonly string[] }
  | { readonly count: number }
  | { readonly seconds: number }
  | null;

/** A motor as it lies there. */
export interface Scene {
  readonly motor: SimulatedMotor;
  readonly plugged: boolean;
  readonly opened: boolean;
  readonly powered: boolean;
  /** A meter's battery is low. */
  readonly lowBattery: boolean;
  readonly chance: Chance;
}

export interface Sense {
  /** The slot that it answers. */
  readonly check: CheckId;
  readonly slot: string;
  /** It is done by hand on what must be dead, on what must be powered, or with either. */
  readonly needs: "dead" | "live" | "either";
  /** Only in an opened motor. */
  readonly inside: boolean;
  /** A known-good motor, controller or sister is needed. */
  readonly goodOne: boolean;
  /** How long it takes a practised hand. Bench judgement. */
  readonly seconds: number;
  readonly finds: (scene: Scene) => Found;
}

const has = ({ motor }: Scene, ailment: SimulatedMotor["ailments"][number]) =>
  motor.ailments.includes(ailment);
const choice = (chosen: string): Found => ({ choice: chosen });

function sense(
  check: CheckId,
  slot: string,
  needs: Sense["needs"],
  seconds: number,
  finds: Sense["finds"],
  more: Partial<Pick<Sense, "inside" | "goodOne">> = {},
): Sense {
  return { check, slot, needs, seconds, finds, inside: false, goodOne: false, ...more };
}
const OPENED = { inside: true } as const;
const GOOD = { goodOne: true } as const;

/** A motor of the same kind that coasts as it should takes four to five seconds; s. */
const COASTS = 4;
const SENSOR_WIRES = ["supply", "ground", ...PHASES] as const;

/** How often the trouble comes while it is used: what only somebody's meter or papers saw hardly ever. */
const showsInUse = ({ ailments }: SimulatedMotor): number =>
  ailments.some((one) => one !== "misread" && one !== "wrongPlate") ? 0.88 : 0.05;

const play: Sense["finds"] = ({ motor, chance }) => choice(choiceOfPlay(motor, chance));
const inUse: Sense["finds"] = ({ motor, chance }) =>
  choice(chance.happens(showsInUse(motor)) ? "shows" : "away");
const locked = ({ motor, chance }: Scene) => turnFelt(motor, chance).plugged === "locked";

/** Without what a plugged controller brakes. */
const aloneOf = (motor: SimulatedMotor): SimulatedMotor => ({
  ...motor,
  ailments: motor.ailments.filter((one) => one !== "shortedSwitch"),
});

/** What a wire of the sensor plug does as it is wiggled. */
const wire =
  (which: (typeof SENSOR_WIRES)[number]): Sense["finds"] =>
  (scene) =>
    choice(
      has(scene, "sensorWire") && scene.motor.deadSignals.some((signal) => signal === which)
        ? "broken"
        : "whole",
    );

const fan = (
  check: "power" | "module" | "air",
  slot: string,
  needs: Sense["needs"],
  seconds: number,
  more: Partial<Pick<Sense, "inside" | "goodOne">> = {},
) => sense(check, slot, needs, seconds, ({ motor, chance }) => asFound(readFan(motor, slot, chance)), more);

/** Volts stand at places and are read with a meter. */
const asFound = (read: ReturnType<typeof readFan>): Found => (read && !("volts" in read) ? read : null);

/** Everything that can be found out without a meter, by check and slot. */
export const SENSES = {
  "mechanical.turn": sense("mechanical", "turn", "dead", 20, ({ motor, plugged, chance }) =>
    choice(turnFelt(plugged ? motor : aloneOf(motor), chance).plugged),
  ),
  "mechanical.turnUnplugged": sense("mechanical", "turnUnplugged", "dead", 20, ({ motor, plugged, chance }) =>
    choice(
      plugged && motor.ailments.includes("shortedSwitch") ? "stillStiff" : turnFelt(motor, chance).unplugged,
    ),
  ),
  "mechanical.axialPlay": sense("mechanical", "axialPlay", "dead", 20, play),
  "mechanical.radialPlay0": sense("mechanical", "radialPlay0", "dead", 20, play),
  "mechanical.radialPlay90": sense("mechanical", "radialPlay90", "dead", 20, play),
  "mechanical.noise": sense("mechanical", "noise", "dead", 20, ({ motor: { wear }, chance }) =>
    choice(
      Math.max(wear.dirt, wear.magnet, wear.torn) + 0.1 * chance.normal() > 0.5
        ? "scrape"
        : Math.max(wear.bearing, wear.water) + 0.1 * chance.normal() > 0.5
          ? "marbles"
          : "quiet",
    ),
  ),
  "mechanical.sight": sense("mechanical", "sight", "dead", 5, ({ opened }) =>
    choice(opened ? "opened" : "outside"),
  ),
  "mechanical.seen": sense("mechanical", "seen", "dead", 60, ({ motor, opened, chance }) => ({
    choices: eyes(motor, opened, chance),
  })),
  "mechanical.shortDrag": sense("mechanical", "shortDrag", "dead", 90, ({ motor, chance }) => {
    const resistors = resistorsOf(motor.winding);
    const loops = PAIRS.filter((pair) => {
      const [from, to] = phasesOf(pair);
      return Number.isFinite(resistanceBetween(resistors, from, to));
    }).length;
    return choice(bridgedDrag(motor, loops, chance));
  }),
  "mechanical.coastDown": sense(
    "mechanical",
    "coastDown",
    "dead",
    120,
    (scene) => {
      const { motor, chance } = scene;
      if (locked(scene)) return null;
      const { bearing, dirt, water } = motor.wear;
      const slow = 1 - 0.7 * Math.max(bearing - 0.2, dirt - 0.2, water - 0.2, 0);
      const braked = pullsHard(motor, chance) ? 0.2 : 1;
      return { seconds: (COASTS + 0.5) * slow * braked * (1 + 0.08 * chance.normal()) };
    },
    GOOD,
  ),
  "mechanical.coastDown.sister": sense(
    "mechanical",
    "coastDown.sister",
    "dead",
    60,
    ({ chance }) => ({ seconds: COASTS + chance.uniform() }),
    GOOD,
  ),
  "winding.inward": sense(
    "winding",
    "inward",
    "dead",
    120,
    ({ motor }) => choice(pairsInward(motor)),
    OPENED,
  ),
  "backemf.drill": sense("backemf", "drill", "dead", 10, ({ motor, chance }) =>
    choice(pullsHard(motor, chance) ? "hard" : "free"),
  ),
  ...(Object.fromEntries(
    PAIRS.map((pair) => [
      `backemf.${pair}.burden`,
      sense("backemf", `${pair}.burden`, "dead", 30, ({ motor }) =>
        choice(floats(motor.winding, pair) ? "collapses" : "stands"),
      ),
    ]),
  ) as Record<`backemf.${(typeof PAIRS)[number]}.burden`, Sense>),
  ...(Object.fromEntries(
    SENSOR_WIRES.map((which) => [
      `hall.${which}.wire`,
      sense("hall", `${which}.wire`, "dead", 30, wire(which)),
    ]),
  ) as Record<`hall.${(typeof SENSOR_WIRES)[number]}.wire`, Sense>),
  "hall.leg": sense(
    "hall",
    "leg",
    "live",
    240,
    (scene) => choice(has(scene, "sensor") || has(scene, "sensorSupply") ? "dead" : "changes"),
    OPENED,
  ),
  "run.runGood": sense(
    "run",
    "runGood",
    "live",
    480,
    (scene) => choice(ranOnGood(scene.motor, locked(scene), scene.chance)),
    GOOD,
  ),
  "run.swap": sense(
    "run",
    "swap",
    "live",
    480,
    (scene) =>
      choice(
        has(scene, "shortedSwitch") ||
          has(scene, "deadPhase") ||
          has(scene, "sensorSupply") ||
          has(scene, "battery") ||
          has(scene, "command") ||
          (has(scene, "settings") && scene.chance.happens(0.4))
          ? "stillFails"
          : "runsWithGood",
      ),
    GOOD,
  ),
  "run.inUse": sense("run", "inUse", "live", 1200, inUse),
  "run.inUseAgain": sense("run", "inUseAgain", "live", 1200, inUse),
  "feed.rubbing": sense("feed", "rubbing", "dead", 45, ({ motor, chance }) =>
    choice(
      (
        motor.ailments.includes("rubbing")
          ? chance.happens(0.93)
          : chance.happens(motor.wear.bearing > 0.5 ? 0.1 : 0.02)
      )
        ? "rubs"
        : "free",
    ),
  ),
  "feed.command": sense("feed", "command", "live", 90, (scene) =>
    choice(
      has(scene, "command") && scene.chance.happens(0.94)
        ? scene.chance.oneOf(["uneven", "missing"])
        : "follows",
    ),
  ),
  "feed.settings": sense("feed", "settings", "either", 180, (scene) =>
    choice(
      (has(scene, "settings") ? scene.chance.happens(0.85) : scene.chance.happens(0.02)) ? "wrong" : "fit",
    ),
  ),
  "setup.battery": sense("setup", "battery", "either", 10, ({ lowBattery, chance }) =>
    choice(chance.happens(lowBattery ? 0.95 : 0.01) ? "low" : "good"),
  ),
  "power.entry": fan("power", "entry", "live", 60),
  "power.called": fan("power", "called", "either", 20),
  "power.turns": fan("power", "turns", "live", 60),
  "power.freeAir": fan("power", "freeAir", "live", 180),
  "power.linkMoves": fan("power", "linkMoves", "live", 60),
  "power.direct": fan("power", "direct", "live", 180),
  "power.directBoard": fan("power", "directBoard", "live", 180),
  "power.taps": fan("power", "taps", "live", 240),
  "power.runsOn": fan("power", "runsOn", "live", 240),
  "power.runsOnAgain": fan("power", "runsOnAgain", "live", 240),
  "power.rocks": fan("power", "rocks", "live", 45),
  "power.tester": fan("power", "tester", "live", 240),
  "power.sister": fan("power", "sister", "live", 480, GOOD),
  "power.sisterAgain": fan("power", "sisterAgain", "live", 480, GOOD),
  "power.trouble": fan("power", "trouble", "live", 600),
  "power.troubleAgain": fan("power", "troubleAgain", "live", 600),
  "power.unplugged": fan("power", "unplugged", "live", 180),
  "power.code": fan("power", "code", "either", 20),
  "module.limit": fan("module", "limit", "dead", 60),
  "module.harness": fan("module", "harness", "dead", 120),
  "module.switches": fan("module", "switches", "dead", 120),
  "module.moduleLook": fan("module", "moduleLook", "dead", 60, OPENED),
  "module.behindLimiter": fan("module", "behindLimiter", "dead", 60, OPENED),
  "air.airPath": fan("air", "airPath", "dead", 180),
  "air.flashes": fan("air", "flashes", "live", 120),
  "air.demanded": fan("air", "demanded", "either", 30),
} as const satisfies Readonly<Record<string, Sense>>;
export type SenseId = keyof typeof SENSES;

/** The sense that answers a slot; undefined where a meter does, or nothing can. */
export const senseFor = (check: CheckId, slot: string): SenseId | undefined =>
  `${check}.${slot}` in SENSES ? (`${check}.${slot}` as SenseId) : undefined;
