import type { Complaint, Family } from "#core/record";
import type { Chance } from "./chance.ts";
import type { SimulatedWinding } from "./windings.ts";

/** What is truly the matter with the feed, the call or the electronics of a blower, in the bench's own terms. */
export const FAN_AILMENTS = [
  "supply",
  "transformer",
  "limit",
  "noCall",
  "board",
  "harness",
  /** The cable by which two units talk. */
  "linkCut",
  "switches",
  "module",
  "limiter",
  "hunts",
  "dirtyAir",
  "standingCall",
  /** Mains lost between where they enter the machine and the motor's own plug. */
  "mainsCut",
] as const;
export type FanAilment = (typeof FAN_AILMENTS)[number];

/** Per hundred blowers that come in, by family: its own figures, not those of the program's table. */
const OF_TAPS: Readonly<Partial<Record<FanAilment, number>>> = {
  supply: 7,
  transformer: 5,
  limit: 5,
  noCall: 6,
  board: 7,
  harness: 5,
  module: 19,
  limiter: 2.5,
  hunts: 1.5,
  dirtyAir: 8,
  standingCall: 2,
};
export const FAN_HOW_OFTEN: Readonly<Partial<Record<Family, Readonly<Partial<Record<FanAilment, number>>>>>> =
  {
    ecm: OF_TAPS,
    ecmAirflow: { ...OF_TAPS, harness: 8, switches: 4 },
    ecmSealed: {
      supply: 8,
      noCall: 10,
      board: 6,
      harness: 6,
      module: 27,
      hunts: 1,
      dirtyAir: 7,
      standingCall: 1,
    },
    miniSplit: { supply: 7, noCall: 5, board: 16, harness: 3, linkCut: 4, dirtyAir: 7 },
    miniSplitDriver: {
      supply: 7,
      noCall: 5,
      board: 13,
      harness: 4,
      linkCut: 3,
      module: 27,
      hunts: 1,
      dirtyAir: 7,
    },
  };

/** Of the same hundreds, those in which nothing is the matter: tried while it was away, or normal and taken for a fault. */
export const FAN_NOTHING_WRONG = 5;
/** What is complained of then: what had righted itself, what starts, ramps and stops as such motors do, an old code. */
export const FAN_GROUNDLESS: Readonly<Partial<Record<Complaint, number>>> = {
  noRun: 2,
  cutsOut: 2,
  errorCode: 2,
  noisy: 2,
  runsOn: 1,
  hunting: 1,
  twitches: 1,
  lowAirflow: 1,
  hot: 1,
};

export const FAN_COMPLAINTS: Readonly<Record<FanAilment, Readonly<Partial<Record<Complaint, number>>>>> = {
  supply: { noRun: 6, cutsOut: 1, errorCode: 1 },
  transformer: { noRun: 1 },
  limit: { noRun: 3, cutsOut: 2 },
  noCall: { noRun: 5, errorCode: 1 },
  board: { noRun: 5, runsOn: 1, errorCode: 2 },
  harness: { noRun: 5, errorCode: 2, cutsOut: 1 },
  linkCut: { noRun: 4, errorCode: 3, afterRepair: 1 },
  switches: { lowAirflow: 4, afterRepair: 3, frozenCoil: 1, noisy: 1 },
  module: { noRun: 7, twitches: 1, errorCode: 2, runsOn: 1, uneven: 1 },
  limiter: { noRun: 6, errorCode: 1 },
  hunts: { hunting: 6, uneven: 3, noisy: 1 },
  dirtyAir: { lowAirflow: 4, hunting: 3, frozenCoil: 2, noisy: 1, hot: 1 },
  standingCall: { runsOn: 1 },
  mainsCut: { noRun: 6, cutsOut: 1 },
};

/** What stands at the wires of a blower while it is powered and called. */
export interface Fan {
  readonly mains: number;
  /** The same where they enter the machine, as a share of what they should be. */
  readonly entry: number;
  /** V at each point of the way, by the slot in which it is written down. */
  readonly at: Readonly<Record<string, number>>;
  /** How electronics that fail do so. */
  readonly moduleFails: "dead" | "oneTap" | "runsOn" | "halfBridge";
  /** The relay of a bad board sticks closed. */
  readonly boardSticks: boolean;
  /** What the board gives its fan is there when nothing hangs on it. */
  readonly boardFeeds: boolean;
  /** 0 a free way, 1 none. */
  readonly blocked: number;
  /** What the machine's code speaks of, where it shows one. */
  readonly code: string;
}

/** What boards say of an ailment when they say anything: a dead fan is a dead fan to them, whoever is to blame. */
const CODES: Readonly<Partial<Record<FanAilment, Readonly<Record<string, number>>>>> = {
  supply: { supply: 6, other: 1 },
  limit: { air: 8, other: 1 },
  noCall: { call: 5, other: 2 },
  board: { motor: 5, call: 2, other: 3 },
  harness: { motor: 5, call: 4 },
  linkCut: { call: 8, other: 1 },
  module: { motor: 8, call: 1, other: 1 },
  limiter: { motor: 8, call: 1, other: 1 },
  hunts: { motor: 2, other: 8 },
  dirtyAir: { air: 8, other: 2 },
};
const NO_ANSWER = ["starJoint", "limb", "lead", "leadsTouch"];

function codeShown(
  ailments: readonly string[],
  complaint: Complaint,
  alive: boolean,
  chance: Chance,
): string {
  if (!alive) return "none";
  // An old code that nobody cleared.
  if (chance.happens(0.05)) return chance.oneOf(["motor", "call", "air", "other"]);
  if (!chance.happens(complaint === "errorCode" ? 0.95 : 0.4)) return "none";
  const ailing = ailments.find((one) => one in CODES);
  const said = ailing && CODES[ailing as FanAilment];
  if (said) return chance.oneOf(Object.keys(said), Object.values(said));
  return ailments.some((one) => NO_ANSWER.includes(one)) && chance.happens(0.8) ? "motor" : "none";
}

/** Wires, relays and electronics of a blower with these ailments. */
export function fanFrom(
  ailments: readonly string[],
  complaint: Complaint,
  rated: number,
  chance: Chance,
): Fan {
  const has = (one: FanAilment) => ailments.includes(one);
  const ghost = () => (chance.happens(0.1) ? chance.between(2, 7) : chance.between(0, 1.5));
  const out = has("supply") ? chance.oneOf(["dead", "low", "high", "leg"], [6, 3, 1, 1]) : "good";
  const mains =
    out === "dead"
      ? ghost()
      : rated *
        (out === "low"
          ? chance.between(0.55, 0.78)
          : out === "high"
            ? chance.between(1.16, 1.25)
            : out === "leg"
              ? // One of two legs is gone: what is left comes back through the machine.
                chance.between(0.42, 0.52)
              : 1 + 0.03 * chance.normal());
  const alive = mains > 0.5 * rated;
  const share = mains / rated;
  // The low voltage is made before the cut.
  const atPlug = has("mainsCut") ? ghost() : mains;
  const fed = atPlug > 0.5 * rated;
  const runsOn = complaint === "runsOn" && (has("module") || has("board"));
  const boardSticks = has("board") && runsOn;
  const passes = {
    transformer: alive && !has("transformer"),
    limit: !has("limit"),
    call: !has("noCall"),
    board: !has("board") || boardSticks,
    // A pin pushed back makes contact while it is held now and then.
    harness: !has("harness") || chance.happens(0.08),
  };
  const ac = chance.between(25.5, 28) * share;
  const dc = chance.between(5, 9);
  const chain = (volts: number, ...gates: readonly boolean[]) =>
    gates.every(Boolean) ? volts * (1 + 0.01 * chance.normal()) : ghost();
  const { transformer, limit, call, board, harness } = passes;
  const low = has("board") ? chance.oneOf(["supply", "low", "command"], [3, 3, 4]) : "none";
  const moduleShorts = has("module") && chance.happens(0.05);
  const answers =
    fed &&
    low !== "low" &&
    !(has("module") && chance.happens(0.85)) &&
    !(has("harness") && chance.happens(0.1));
  return {
    mains: atPlug,
    entry: share,
    moduleFails: runsOn
      ? "runsOn"
      : complaint === "twitches"
        ? "halfBridge"
        : chance.happens(0.14)
          ? "oneTap"
          : "dead",
    boardSticks,
    boardFeeds: alive && low !== "supply" && low !== "low",
    code: codeShown(ailments, complaint, alive, chance),
    blocked: has("dirtyAir")
      ? chance.between(0.45, 1)
      : has("limit")
        ? chance.between(0.2, 0.9)
        : chance.between(0, 0.3),
    at: {
      mains: atPlug,
      "v24.transformer": chain(ac, transformer),
      "v24.limit": chain(ac, transformer, limit),
      "v24.call": chain(ac, transformer, limit, call),
      "v24.board": chain(ac, transformer, limit, call, board),
      "v24.motor": chain(ac, transformer, limit, call, board, harness),
      tenVolts: chain(10.1, fed, !has("module") || !chance.happens(0.85)),
      "command.out": chain(dc, call, board),
      "command.in": chain(dc, call, board, harness),
      // Some links rest high, some low; a cut one keeps what leaks over.
      link: has("linkCut")
        ? chance.oneOf([ghost(), chance.between(5, 30)], [4, 1])
        : chain(chance.oneOf([48, 24, 12, 8]), alive, !(has("board") && chance.happens(0.08))),
      boardOut: chain(
        chance.between(60, 180),
        alive,
        call && !has("linkCut"),
        !has("board") || boardSticks || chance.happens(0.04),
      ),
      "driver.supply": chain(320 * share, fed, low !== "supply", !moduleShorts),
      "driver.fifteen": chain(15.1, fed, low !== "low" && low !== "supply", !moduleShorts),
      "driver.command": chain(chance.between(2, 5.5), alive, call && !has("linkCut"), low === "none"),
      "driver.feedback": chain(chance.between(6, 9), answers),
    },
  };
}

/** A motor with its own electronics, as far as what feeds it and what keeps it from turning go. */
export interface Blower {
  readonly fan: Fan | null;
  readonly ailments: readonly string[];
  readonly complaint: Complaint;
  readonly winding: SimulatedWinding;
  readonly wear: { readonly bearing: number };
}

/** Windings, bearings and frames that keep a fed and commanded motor from turning. */
function blocked(motor: Blower, chance: Chance): boolean {
  const { faults } = motor.winding;
  return (
    faults.some(({ kind }) => ["starJointOpen", "limbOpen", "leadOpen", "leadsShorted"].includes(kind)) ||
    faults.some((fault) => fault.kind === "turnsShorted" && fault.share > 0.4) ||
    (motor.ailments.includes("frame") && chance.happens(0.5)) ||
    motor.wear.bearing > 0.95
  );
}

/** One limb of three is dead: it rocks and does not start. */
const opensOneLimb = ({ winding }: Blower): boolean =>
  winding.faults.some(({ kind }) => kind === "limbOpen" || kind === "leadOpen");

const MISTAKEN = 0.02;
/** What another motor in its place does not cure. */
const OUTSIDE_FAN: readonly FanAilment[] = FAN_AILMENTS.filter(
  (one) => one !== "module" && one !== "limiter" && one !== "hunts",
);

/** What a sound one may do every day, and be brought in for. */
const USUAL: readonly Complaint[] = ["runsOn", "hunting", "twitches", "noisy", "hot", "lowAirflow"];

/** What somebody reads off a blower in one slot: volts, a choice, a count; null where it cannot be read. */
export function readFan(
  motor: Blower,
  slot: string,
  chance: Chance,
): { readonly volts: number } | { readonly choice: string } | { readonly count: number } | null {
  const { fan, ailments, complaint } = motor;
  if (!fan) return null;
  const has = (one: FanAilment) => ailments.includes(one);
  const found = <T extends string>(true_: T, wrong: T) => ({
    choice: chance.happens(MISTAKEN) ? wrong : true_,
  });
  const volts = fan.at[slot];
  if (volts !== undefined) {
    const shown = Math.max(0, volts * (1 + 0.004 * chance.normal()));
    // A probe that does not reach, once in a while.
    return { volts: chance.happens(0.008) ? chance.between(0, 2) : Number(shown.toPrecision(3)) };
  }
  const powered = fan.mains > 100;
  const dead = (has("module") && fan.moduleFails !== "runsOn") || has("limiter");
  const turns = powered && !dead && !blocked(motor, chance);
  const oneTap = has("module") && fan.moduleFails === "oneTap" && powered && !blocked(motor, chance);
  switch (slot) {
    case "entry": {
      const { entry } = fan;
      return found(entry > 0.9 && entry < 1.1 ? "there" : entry > 0.3 ? "off" : "missing", "missing");
    }
    case "called":
      return found(has("noCall") || !powered ? "none" : "shown", "none");
    case "turns": {
      const cut = ["noCall", "linkCut", "harness", "transformer", "limit"] as const;
      const driven = !cut.some(has) && (!has("board") || fan.boardSticks);
      const half = has("module") && fan.moduleFails === "halfBridge" && powered;
      if (driven && (half || (powered && opensOneLimb(motor)))) return found("givesUp", "silent");
      if (driven && oneTap && chance.happens(0.45)) return found("runs", "wrongSpeed");
      if (!turns || !driven) return found("silent", "givesUp");
      if (has("hunts") || (fan.blocked > 0.6 && chance.happens(0.35))) return found("hunts", "runs");
      if ((has("switches") && chance.happens(0.6)) || (fan.blocked > 0.6 && chance.happens(0.2)))
        return found("wrongSpeed", "runs");
      return found("runs", chance.oneOf(["hunts", "wrongSpeed"]));
    }
    case "linkMoves":
      return found(
        !powered || has("linkCut") || (has("board") && fan.at.link! < 5) ? "still" : "moves",
        "still",
      );
    case "freeAir":
      return found(has("hunts") ? "hunts" : "steady", "hunts");
    case "direct":
      return found(turns || (oneTap && chance.happens(0.6)) ? "runs" : "silent", "silent");
    case "directBoard":
      return found(
        (turns || (oneTap && chance.happens(0.6))) && !has("harness") ? "runs" : "silent",
        "silent",
      );
    case "taps":
      if (has("module") && fan.moduleFails === "runsOn") return { choice: "keepsRunning" };
      return found(turns ? "allAnswer" : oneTap ? "someDead" : "noneAnswer", "someDead");
    case "runsOn":
    case "runsOnAgain":
      if (has("module") && fan.moduleFails === "runsOn") return { choice: "runsOn" };
      if (has("standingCall")) return { choice: chance.happens(0.55) ? "calledStill" : "stops" };
      return found(fan.boardSticks ? "boardOn" : "stops", "calledStill");
    case "sister":
    case "sisterAgain":
      return found(
        OUTSIDE_FAN.some(has) ? "stays" : ailments.length > 0 && chance.happens(0.88) ? "goes" : "neither",
        chance.oneOf(["stays", "goes"]),
      );
    case "trouble":
    case "troubleAgain": {
      const shows = ailments.length > 0 ? 0.9 : USUAL.includes(complaint) ? 0.3 : 0.04;
      return { choice: chance.happens(shows) ? "shows" : "away" };
    }
    case "unplugged":
      return found(fan.boardFeeds ? "back" : "missing", "missing");
    case "code":
      return { choice: fan.code };
    case "rocks": {
      const half = fan.moduleFails === "halfBridge" && has("module");
      const limb = opensOneLimb(motor);
      if (!powered || fan.at["v24.motor"]! < 15) return null;
      return {
        choice:
          half || (limb && chance.happens(0.8))
            ? "keepsRocking"
            : chance.happens(0.25)
              ? "briefly"
              : "starts",
      };
    }
    case "tester":
      if (!chance.happens(0.3)) return null;
      return found((has("module") || has("limiter")) && chance.happens(0.85) ? "noGo" : "go", "noGo");
    case "limit":
      return found(has("limit") ? "open" : "closed", "open");
    case "harness":
      return found(has("harness") && chance.happens(0.95) ? "broken" : "whole", "broken");
    case "switches":
      return found(has("switches") && chance.happens(0.97) ? "differ" : "asTable", "differ");
    case "moduleLook": {
      const look = has("module")
        ? chance.oneOf(["clean", "burnt", "limiterOpen", "liquid"], [46, 41, 3, 8])
        : has("limiter")
          ? chance.oneOf(["limiterOpen", "burnt"], [95, 5])
          : "clean";
      return { choice: look === "clean" && chance.happens(0.03) ? "burnt" : look };
    }
    case "behindLimiter":
      return found(has("module") ? "shorted" : "whole", "shorted");
    case "airPath":
      return { choice: fan.blocked + 0.1 * chance.normal() > 0.4 ? "restricted" : "free" };
    case "flashes": {
      if (!turns) return { count: 0 };
      const flow =
        1200 *
        (1 - 0.45 * Math.max(0, fan.blocked - 0.35)) *
        (has("switches") ? chance.oneOf([0.7, 1.3]) : 1);
      return { count: Math.max(1, Math.round(flow / 100 + 0.3 * chance.normal())) };
    }
    case "demanded":
      return { count: 1200 };
    default:
      return null;
  }
}
