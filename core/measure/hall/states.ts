import type { HallSpacing } from "../../record/index.ts";

/** The three signals in the order A B C, each 0 or 1, as three lamps show them. */
export const HALL_STATES = ["000", "001", "010", "011", "100", "101", "110", "111"] as const;
export type HallState = (typeof HALL_STATES)[number];
export const HALL_SIGNALS = ["A", "B", "C"] as const;
export type HallSignal = (typeof HALL_SIGNALS)[number];

/**
 * The six states of a turn of the field, in order, forwards. 120°: 000 and 111 cannot be; 60°: 101 and 010 cannot.
 * Logic of three sensors a third or a sixth of a period apart.
 */
export const HALL_RINGS: Readonly<Record<"120" | "60", readonly HallState[]>> = {
  "120": ["101", "100", "110", "010", "011", "001"],
  "60": ["000", "100", "110", "111", "011", "001"],
};

export function isHallState(text: string): text is HallState {
  return /^[01]{3}$/u.test(text);
}

/** The state with one lamp changed. */
export function toggled(state: HallState, signal: HallSignal): HallState {
  const place = HALL_SIGNALS.indexOf(signal);
  return [...state].map((bit, i) => (i === place ? (bit === "0" ? "1" : "0") : bit)).join("") as HallState;
}

/**
 * How many lamps differ between two states.
 * @example lampsChanged("101", "110") // 2
 */
export function lampsChanged(from: HallState, to: HallState): number {
  return [...from].filter((bit, i) => bit !== to[i]).length;
}

type StuckAt = "low" | "high";

export type HallAnswer =
  | { readonly kind: "healthy"; readonly spacing: "120" | "60"; readonly direction: 1 | -1 }
  /** All six states, and the field runs against the turn: two signals swapped, or the other way is forwards. */
  | { readonly kind: "reversed"; readonly spacing: "120" | "60" }
  | {
      readonly kind: "dead";
      readonly signals: readonly { readonly signal: HallSignal; readonly stuck: StuckAt }[];
    }
  | { readonly kind: "alike"; readonly signals: readonly [HallSignal, HallSignal] }
  | {
      readonly kind: "impossible";
      readonly states: readonly HallState[];
      readonly spacing: "120" | "60" | null;
    }
  /** Both turns ran round the same way: the rotor was not turned back, or one was written down wrongly. */
  | { readonly kind: "sameWay" }
  | { readonly kind: "outOfOrder"; readonly from: HallState; readonly to: HallState }
  | { readonly kind: "unfinished"; readonly missing: readonly HallState[] };

export interface HallTurn {
  readonly forward: readonly HallState[];
  /** The same turned back; may be empty. */
  readonly backward: readonly HallState[];
  readonly spacing: HallSpacing;
}

/** Fewer states than this say nothing of a signal that did not move. */
const LEAST_STATES = 7;

/** As often was the rotor moved before three lamps that never changed are called stuck. */
const LEAST_STILL = 4;

function bitsOf(states: readonly HallState[], signal: HallSignal): string[] {
  const place = HALL_SIGNALS.indexOf(signal);
  return states.map((state) => state[place]!);
}

function stuckSignals(states: readonly HallState[]) {
  return HALL_SIGNALS.flatMap((signal) => {
    const seen = new Set(bitsOf(states, signal));
    if (seen.size > 1) return [];
    return [{ signal, stuck: seen.has("1") ? ("high" as const) : ("low" as const) }];
  });
}

/**
 * Whether a signal that stood still did so for long enough to be stuck: in a sound set each stands still for half a
 * period. One alone: the other two went through all their four states. Two: the third went round, and not to and fro
 * over one edge. Three: the rotor was moved on and on, and nothing changed.
 */
function seenLongEnough(states: readonly HallState[], stuck: number): boolean {
  if (stuck === 1) return new Set(states).size >= 4;
  return states.length >= (stuck === 2 ? LEAST_STATES : LEAST_STILL);
}

function alikeSignals(states: readonly HallState[]): readonly [HallSignal, HallSignal] | null {
  const couples = [
    ["A", "B"],
    ["B", "C"],
    ["C", "A"],
  ] as const;
  return (
    couples.find(([one, other]) => {
      const [x, y] = [bitsOf(states, one), bitsOf(states, other)];
      return x.every((bit, i) => bit === y[i]);
    }) ?? null
  );
}

/** The spacing that the states allow: as told, else by the states only one of the two can show; null for both. */
export function spacingOf(states: readonly HallState[], told: HallSpacing): "120" | "60" | null {
  if (told === "120" || told === "60") return told;
  const only120 = states.some((state) => state === "101" || state === "010");
  const only60 = states.some((state) => state === "000" || state === "111");
  return only120 === only60 ? null : only120 ? "120" : "60";
}

function steps(states: readonly HallState[], ring: readonly HallState[]) {
  return states.slice(1).map((to, i) => {
    const from = states[i]!;
    const moved = (ring.indexOf(to) - ring.indexOf(from) + 6) % 6;
    return { from, to, moved };
  });
}

/** +1 forwards, −1 backwards, 0 to and fro or not at all. */
function directionOf(states: readonly HallState[], ring: readonly HallState[]): 1 | -1 | 0 {
  const moved = steps(states, ring).filter(({ moved: by }) => by !== 0);
  if (moved.length > 0 && moved.every(({ moved: by }) => by === 1)) return 1;
  return moved.length > 0 && moved.every(({ moved: by }) => by === 5) ? -1 : 0;
}

/**
 * What the lamps of a slowly turned rotor say, by hand: sequence, direction, missing and impossible states, dead or
 * stuck signals. Placement needs a log; this does not judge it. With one signal dead 60° and 120° show the same
 * states, and the spacing stays open.
 * @param turn states in the order seen, forwards and, where tried, back
 * @example forward 101 100 110 010 011 001 101 with 120° is healthy, direction 1
 */
export function readHallTurn({ forward, backward, spacing: told }: HallTurn): HallAnswer {
  const all = [...forward, ...backward];
  const enough = all.length >= LEAST_STATES;
  const dead = stuckSignals(all);
  if (dead.length > 0 && seenLongEnough(all, dead.length)) return { kind: "dead", signals: dead };
  const alike = enough ? alikeSignals(all) : null;
  if (alike) return { kind: "alike", signals: alike };
  const spacing = spacingOf(all, told);
  const mixed = all.filter((state) => /^(?:000|111|101|010)$/u.test(state));
  const bothKinds =
    mixed.some((state) => state === "000" || state === "111") &&
    mixed.some((state) => state === "101" || state === "010");
  const impossible = spacing
    ? [...new Set(all.filter((state) => !HALL_RINGS[spacing].includes(state)))]
    : bothKinds
      ? [...new Set(mixed)]
      : [];
  if (impossible.length > 0) return { kind: "impossible", states: impossible, spacing };
  if (!spacing) return { kind: "unfinished", missing: [] };
  const ring = HALL_RINGS[spacing];
  const wrong = [...steps(forward, ring), ...steps(backward, ring)].find(
    ({ moved }) => moved !== 0 && moved !== 1 && moved !== 5,
  );
  if (wrong) return { kind: "outOfOrder", from: wrong.from, to: wrong.to };
  const missing = ring.filter((state) => !forward.includes(state));
  if (missing.length > 0 || forward.length < LEAST_STATES) return { kind: "unfinished", missing };
  const there = directionOf(forward, ring);
  const back = directionOf(backward, ring);
  if (there === 0) return { kind: "unfinished", missing };
  if (back !== 0 && back === there) return { kind: "sameWay" };
  return there === 1 ? { kind: "healthy", spacing, direction: 1 } : { kind: "reversed", spacing };
}

/**
 * Lamp changes of one whole mechanical turn of a healthy set: 6p. One dead signal, or two alike, leave 4p.
 * @example stepsPerTurn(15, "healthy") // 90
 */
export function stepsPerTurn(polePairs: number, answer: HallAnswer["kind"]): number {
  if (!(Number.isInteger(polePairs) && polePairs >= 1))
    throw new RangeError(`stepsPerTurn: polePairs must be a whole number of at least 1, got ${polePairs}`);
  return (answer === "dead" || answer === "alike" ? 4 : 6) * polePairs;
}
