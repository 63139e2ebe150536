import { FAMILIES, type ByFamily, type Family, type Motor } from "../../record/index.ts";
import { CONTROL_BAND, DEAD_BELOW, mainsBand, type Band } from "./bands.ts";
import type { POWER_SLOTS } from "./slots.ts";

/** A plug as it is drawn: rows of pin names, seen from the side that is probed. */
export interface Connector {
  readonly id: string;
  readonly name: string;
  readonly seen: string;
  readonly rows: readonly (readonly string[])[];
}

/** A place on the way of supply or call where a voltage is read. */
export interface Point {
  /** The slot of the power check in which its voltage is written down. */
  readonly slot: keyof typeof POWER_SLOTS & string;
  readonly name: string;
  readonly under: string;
  /** In which state it carries what it should. */
  readonly state: "powered" | "called" | "calledUnplugged" | "turnedByHand";
  readonly unit: "V AC" | "V DC";
  /** What it should carry there. */
  readonly expects: string;
  readonly band: (motor: Motor) => Band;
  /** Where the probes go: a plug and two of its pins, or a place in words. */
  readonly probe:
    { readonly connector: string; readonly pins: readonly [string, string] } | { readonly at: string };
  /** What a voltage there, and none, mean for the rest of the way. */
  readonly present: string;
  readonly absent: string;
}

/** One way from where something is made to where it is needed, point by point. */
export interface Way {
  readonly id: "supply" | "call";
  readonly title: string;
  readonly points: readonly Point[];
}

/** How a family of motors with their own electronics is fed and commanded. Common practice; the motor's own diagram rules. */
export interface Scheme {
  /** What its plugs carry, for somebody who holds one. */
  readonly recognise: string;
  readonly connectors: readonly Connector[];
  readonly ways: readonly Way[];
  /** What would destroy it or hurt somebody, said where it could happen. */
  readonly never: readonly string[];
}

const CALL_HARNESS: Connector = {
  id: "harness16",
  name: "Harness plug, 16 pins",
  seen: "seen from the side you probe, tab up",
  rows: [
    ["9", "10", "11", "12", "13", "14", "15", "16"],
    ["1", "2", "3", "4", "5", "6", "7", "8"],
  ],
};
const MAINS5: Connector = {
  id: "mains5",
  name: "Mains plug, 5 pins",
  seen: "seen from the side you probe",
  rows: [["1", "2", "3", "4", "5"]],
};
const TAPS5: Connector = {
  id: "taps5",
  name: "Tap terminals",
  seen: "seen from the side you probe",
  rows: [["L", "G", "N", "C", "1", "2", "3", "4", "5"]],
};
const COMMAND4: Connector = {
  id: "command4",
  name: "Command plug, 4 wires",
  seen: "seen from the side you probe; order by the diagram on the motor",
  rows: [["10 V", "command", "common", "speed"]],
};
const DRIVER5: Connector = {
  id: "driver5",
  name: "Fan plug, 5 wires",
  seen: "seen from the side you probe; order by the diagram on the board",
  rows: [["supply", "common", "15 V", "command", "feedback"]],
};

const mains = ({ rated }: Motor): Band => mainsBand(rated?.volts ?? null);
const control = () => CONTROL_BAND;

const mainsAt = (
  probe: Point["probe"],
  rest: Partial<Pick<Point, "slot" | "name" | "under" | "band" | "expects">> = {},
): Point => ({
  slot: "mains",
  name: "Mains",
  under: "at the motor's plug",
  state: "powered",
  unit: "V AC",
  expects: "the plate's class, ±10 %",
  band: mains,
  probe,
  present: "The supply reaches the motor.",
  absent: "Breaker, fuse, door switch or disconnect. Nothing to order.",
  ...rest,
});

/** A leg to earth carries the line voltage over √3 where the supply is earthed at its star point. Common practice. */
const leg = ({ rated }: Motor): Band => {
  const { least, most } = mainsBand(rated?.volts ?? null);
  return { least: least / Math.sqrt(3), most: most / Math.sqrt(3) };
};
/** All three legs and all three pairs of lines: one blown fuse leaves the others reading. Common practice. */
export const THREE_LINES: readonly Point[] = [
  ...([1, 2, 3] as const).map((n) =>
    mainsAt(
      { at: `terminal L${n} to earth` },
      {
        slot: `mains.leg${n}`,
        name: `L${n}`,
        under: "to earth",
        band: leg,
        expects: "the plate's voltage over √3, ±10 %",
      },
    ),
  ),
  mainsAt({ at: "terminal L1 to L2" }, { name: "L1–L2", under: "line to line" }),
  mainsAt({ at: "terminal L2 to L3" }, { slot: "mains.23", name: "L2–L3", under: "line to line" }),
  mainsAt({ at: "terminal L3 to L1" }, { slot: "mains.31", name: "L3–L1", under: "line to line" }),
];
/** The pairs of lines of a three-phase supply: none of them is good before all three were read. */
export const LINE_PAIRS = ["mains", "mains.23", "mains.31"] as const;

const TRANSFORMER: Point = {
  slot: "v24.transformer",
  name: "Transformer",
  under: "24 V side",
  state: "powered",
  unit: "V AC",
  expects: "24 V, 20 to 30",
  band: control,
  probe: { at: "the two secondary terminals" },
  present: "Control voltage is made.",
  absent: "With mains on its primary: the transformer, or its fuse.",
};
const LIMIT: Point = {
  slot: "v24.limit",
  name: "Limit",
  under: "behind the manual reset, fan section",
  state: "powered",
  unit: "V AC",
  expects: "24 V, 20 to 30",
  band: control,
  probe: { at: "the limit's far terminal to common" },
  present: "The limit is closed.",
  absent:
    "The limit has tripped: restricted air or a failed fan. Lift one lead and check it before the board.",
};
const CALL: Point = {
  slot: "v24.call",
  name: "Call",
  under: "fan call terminal of the board",
  state: "called",
  unit: "V AC",
  expects: "24 V, 20 to 30",
  band: control,
  probe: { at: "fan call terminal to common, fan called" },
  present: "The thermostat calls.",
  absent: "No call arrives: thermostat or its wire.",
};
const BOARD: Point = {
  slot: "v24.board",
  name: "Board",
  under: "its plug to the motor",
  state: "called",
  unit: "V AC",
  expects: "24 V, 20 to 30",
  band: control,
  probe: { at: "the board's plug, call pin to common" },
  present: "The board passes the call on.",
  absent: "Called and nothing out: the board.",
};
const motorPlug = (probe: Point["probe"], under: string): Point => ({
  slot: "v24.motor",
  name: "Motor plug",
  under,
  state: "called",
  unit: "V AC",
  expects: "24 V, 20 to 30",
  band: control,
  probe,
  present: "Called, and it should run: module or winding section if it does not.",
  absent: "Lost between board and plug: the harness. Nothing to order.",
});

const volts = (least: number, most: number) => () => ({ least, most });

/** How each family is fed and called; what has no electronics of its own is bare. */
const SCHEMES: ByFamily<Scheme | "bare"> = {
  hobby: "bare",
  hub: "bare",
  traction: "bare",
  ecm: {
    recognise:
      "Mains and low-voltage wires and no run capacitor: its own electronics. Mains are always present; 24 V on one of up to five taps selects the speed.",
    connectors: [TAPS5],
    ways: [
      {
        id: "supply",
        title: "Supply",
        points: [mainsAt({ connector: "taps5", pins: ["L", "N"] })],
      },
      {
        id: "call",
        title: "Call",
        points: [
          TRANSFORMER,
          LIMIT,
          CALL,
          BOARD,
          motorPlug({ connector: "taps5", pins: ["1", "C"] }, "live tap to common"),
        ],
      },
    ],
    never: [
      "One tap live at a time.",
      "A test feed of 24 V is fused at 3 A.",
      "On 240 V the terminal marked neutral is live.",
    ],
  },
  ecmAirflow: {
    recognise:
      "A mains plug of five pins, always live, and a harness of sixteen with 24 V signals: a module programmed for this model.",
    connectors: [MAINS5, CALL_HARNESS],
    ways: [
      {
        id: "supply",
        title: "Supply",
        points: [mainsAt({ connector: "mains5", pins: ["4", "5"] })],
      },
      {
        id: "call",
        title: "Call",
        points: [
          TRANSFORMER,
          LIMIT,
          CALL,
          BOARD,
          motorPlug({ connector: "harness16", pins: ["15", "1"] }, "pin 15 to pin 1"),
        ],
      },
    ],
    never: [
      "A jumper on pins 1 and 2 of the mains plug is for 120 V: on 240 V it destroys the motor.",
      "24 V put onto a communicating four-wire motor destroys it.",
      "The mains plug is never pulled or put on live.",
    ],
  },
  ecmSealed: {
    recognise:
      "Mains and a thin command cable into one sealed motor: it gives out 10 V DC and wants a command of 0 or 4 to 10 V, or PWM.",
    connectors: [COMMAND4],
    ways: [
      {
        id: "supply",
        title: "Supply",
        points: [mainsAt({ at: "the motor's two mains terminals" })],
      },
      {
        id: "call",
        title: "Command",
        points: [
          {
            slot: "tenVolts",
            name: "10 V out",
            under: "from the motor",
            state: "powered",
            unit: "V DC",
            expects: "10 V, 9 to 11",
            band: volts(9, 11),
            probe: { connector: "command4", pins: ["10 V", "common"] },
            present: "Its electronics live.",
            absent: "With mains present: the motor. It is one sealed assembly.",
          },
          {
            slot: "command.out",
            name: "Controller",
            under: "command it gives",
            state: "called",
            unit: "V DC",
            expects: "4 to 10 V while called",
            band: volts(4, 10.5),
            probe: { at: "the controller's output to common" },
            present: "The controller commands.",
            absent: "No command is made: the fault lies before the motor.",
          },
          {
            slot: "command.in",
            name: "Motor",
            under: "command it gets",
            state: "called",
            unit: "V DC",
            expects: "4 to 10 V while called",
            band: volts(4, 10.5),
            probe: { connector: "command4", pins: ["command", "common"] },
            present: "Fed and commanded: the motor if it does not run.",
            absent: "Lost on the way: the cable.",
          },
        ],
      },
    ],
    never: [
      "Three-phase units: every leg and every pair of lines is read.",
      "The mains plug is never pulled or put on live.",
    ],
  },
  miniSplit: {
    recognise: "Three wires of one kind from the board: bare windings, driven from there. Ohms tell.",
    connectors: [],
    ways: [
      {
        id: "supply",
        title: "Supply",
        points: [
          mainsAt({ at: "the unit's supply terminals" }),
          {
            slot: "link",
            name: "Link",
            under: "between the units",
            state: "powered",
            unit: "V DC",
            expects: "what the maker says",
            band: volts(DEAD_BELOW, 400),
            probe: { at: "signal terminal to neutral, on both units" },
            present: "The units reach each other.",
            absent: "The cable between the units, or the other board.",
          },
          {
            slot: "boardOut",
            name: "Board output",
            under: "fan called, motor unplugged",
            state: "calledUnplugged",
            unit: "V DC",
            expects: "above 20 V while called",
            band: volts(20, 420),
            probe: { at: "two pins of the fan plug on the board" },
            present: "The board drives: plug, windings or bearing.",
            absent: "The board drives nothing: the board.",
          },
        ],
      },
    ],
    never: [
      "Capacitors of the outdoor board hold 310 V and more after it is off.",
      "Unplug the motor before any ohms, or the board is measured.",
    ],
  },
  miniSplitDriver: {
    recognise:
      "Five wires of different colours: supply, common, 15 V, command, feedback. Its pins are electronics: ohms tell nothing.",
    connectors: [DRIVER5],
    ways: [
      {
        id: "supply",
        title: "Supply",
        points: [
          mainsAt({ at: "the unit's supply terminals" }),
          {
            slot: "driver.supply",
            name: "Motor supply",
            under: "at the fan plug",
            state: "powered",
            unit: "V DC",
            expects: "140 or 310 V class",
            band: volts(120, 380),
            probe: { connector: "driver5", pins: ["supply", "common"] },
            present: "The board feeds the fan.",
            absent: "The board, or a fan that has pulled it down: unplug and read again.",
          },
          {
            slot: "driver.fifteen",
            name: "Low supply",
            under: "15 V at the fan plug",
            state: "powered",
            unit: "V DC",
            expects: "15 V, 13.5 to 16.5",
            band: volts(13.5, 16.5),
            probe: { connector: "driver5", pins: ["15 V", "common"] },
            present: "The driver's own supply is there.",
            absent: "The board, or a fan that has pulled it down: unplug and read again.",
          },
        ],
      },
      {
        id: "call",
        title: "Command",
        points: [
          {
            slot: "driver.command",
            name: "Command",
            under: "fan called",
            state: "called",
            unit: "V DC",
            expects: "1 to 6.5 V while called",
            band: volts(1, 6.8),
            probe: { connector: "driver5", pins: ["command", "common"] },
            present: "Fed and commanded: the fan motor if it stands.",
            absent: "The board does not command.",
          },
          {
            slot: "driver.feedback",
            name: "Feedback",
            under: "wheel turned by hand",
            state: "turnedByHand",
            unit: "V DC",
            expects: "swings between 0 and 15 V",
            band: volts(2, 16.5),
            probe: { connector: "driver5", pins: ["feedback", "common"] },
            present: "Its electronics answer.",
            absent: "Fed and silent: the fan motor.",
          },
        ],
      },
    ],
    never: [
      "310 V stand on the fan plug: never plug or unplug it live.",
      "Capacitors of the outdoor board hold charge after it is off.",
    ],
  },
};

/** The scheme of a family; null of a bare one. */
export function schemeOfFamily(family: Family): Scheme | null {
  const scheme = SCHEMES[family];
  return scheme === "bare" ? null : scheme;
}

/** Why a motor without electronics of its own has none of these checks; null where it has them. */
export const bareReason = ({ family }: Pick<Motor, "family">): string | null =>
  schemeOfFamily(family) ? null : "It has no electronics of its own: see what feeds it.";

/** Families that have a scheme. */
export const WITH_ELECTRONICS: readonly Family[] = FAMILIES.filter((family) => SCHEMES[family] !== "bare");
