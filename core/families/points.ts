import type { Ratio } from "../quantity/index.ts";
import type { Motor } from "../record/index.ts";
import { CONTROL_BAND, mainsBand, type Band } from "./bands.ts";
import type { Point } from "./scheme.ts";

const mains = ({ rated }: Motor): Band | null => mainsBand(rated);
const control = () => CONTROL_BAND;

export const mainsAt = (
  probe: Point["probe"],
  rest: Partial<Pick<Point, "slot" | "name" | "under" | "band" | "expects">> = {},
): Point => ({
  slot: "mains",
  name: "Mains",
  under: "at the motor's plug",
  state: "powered",
  unit: "V AC",
  expects: "the plate's volts, ±10 %",
  band: mains,
  probe,
  present: "The supply reaches the motor.",
  absent: "Breaker, fuse, door switch or disconnect. Nothing to order.",
  ...rest,
});

/**
 * What a leg carries to earth: the line voltage over √3 where the supply is earthed at its star point; on a delta earthed in the
 * middle of one winding half of it on two legs and √3/2 of it on the high one. All of these are sound. Common practice.
 */
const legBand =
  (most: Ratio) =>
  ({ rated }: Motor): Band | null => {
    const line = mainsBand(rated);
    return line && { least: line.least / 2, most: line.most * most };
  };
const legAt = (n: 1 | 2 | 3, most: Ratio, expects: string) =>
  mainsAt(
    { at: `line ${n} at the motor's plug to earth` },
    { slot: `mains.leg${n}`, name: `L${n}`, under: "to earth", band: legBand(most), expects },
  );
/**
 * Two lines of a split supply, each to earth as well: nothing between them may be two live legs of one line, or none.
 */
export const TWO_LEGS: readonly Point[] = ([1, 2] as const).map((n) =>
  legAt(n, 1 / Math.sqrt(3), "half of the plate's volts, or that over √3, ±10 %"),
);
/** All three legs and all three pairs of lines: one blown fuse leaves the others reading. Common practice. */
export const THREE_LINES: readonly Point[] = [
  ...([1, 2, 3] as const).map((n) =>
    legAt(n, Math.sqrt(3) / 2, "the plate's volts over √3; a delta's high leg √3/2 of them, the others half"),
  ),
  mainsAt({ at: "terminal L1 to L2" }, { name: "L1–L2", under: "line to line" }),
  mainsAt({ at: "terminal L2 to L3" }, { slot: "mains.23", name: "L2–L3", under: "line to line" }),
  mainsAt({ at: "terminal L3 to L1" }, { slot: "mains.31", name: "L3–L1", under: "line to line" }),
];
/** The pairs of lines of a three-phase supply: none of them is good before all three were read. */
export const LINE_PAIRS = ["mains", "mains.23", "mains.31"] as const;

export const TRANSFORMER: Point = {
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
export const LIMIT: Point = {
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
export const CALL: Point = {
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
export const BOARD: Point = {
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
export const motorPlug = (probe: Point["probe"], under: string): Point => ({
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

export const volts = (least: number, most: number) => () => ({ least, most });
