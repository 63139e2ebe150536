import type { Ability } from "#core/quantity";
import type { Place, Point } from "./points.ts";
import { SENSES, type SenseId } from "./senses.ts";

/** What a person does at the bench. */
export type Act =
  | { readonly do: "touch"; readonly with: string; readonly red: Point; readonly black: Point }
  /** Both probes on the two pins of a place. */
  | { readonly do: "reach"; readonly with: string; readonly at: Place }
  /** The two probes held together. */
  | { readonly do: "tips"; readonly with: string }
  | { readonly do: "lift"; readonly with: string }
  /** Presses so that the contact is another one. */
  | { readonly do: "press"; readonly with: string }
  /** What the instrument is set to read. */
  | { readonly do: "dial"; readonly with: string; readonly reads: Ability }
  /** Holds a range by its full scale; null lets the instrument choose. */
  | { readonly do: "range"; readonly with: string; readonly fullScale: number | null }
  /** What it shows now is subtracted from then on; done again it is not. */
  | { readonly do: "null"; readonly with: string }
  /** The supply or pack of the machine: switched on, or off and locked. */
  | { readonly do: "power"; readonly on: boolean }
  /** A fan is called for, or the throttle opened. */
  | { readonly do: "call"; readonly on: boolean }
  /** The motor's plug: its leads, sensors and electronics. */
  | { readonly do: "plug"; readonly in: boolean }
  | { readonly do: "insulate"; readonly on: boolean }
  | { readonly do: "open" }
  | { readonly do: "spin"; readonly rpm: number }
  /** Turns the rotor on by hand, mechanical degrees. */
  | { readonly do: "turn"; readonly degrees: number }
  | { readonly do: "stop" }
  /** The bench supply drives this current through what it is put on; null switches it off. */
  | { readonly do: "supply"; readonly with: string; readonly amperes: number | null }
  /** Uses hands, eyes, ears or a known-good part. */
  | { readonly do: "sense"; readonly what: SenseId }
  | { readonly do: "wait"; readonly seconds: number };

/** How long each takes a practised hand, s; a touch includes reading the display. Bench judgement. */
const SECONDS: Readonly<Record<Exclude<Act["do"], "sense" | "wait">, number>> = {
  touch: 12,
  reach: 20,
  tips: 10,
  lift: 0,
  press: 3,
  dial: 2,
  range: 2,
  null: 2,
  power: 20,
  call: 10,
  plug: 20,
  insulate: 90,
  open: 600,
  spin: 60,
  turn: 1,
  stop: 5,
  supply: 20,
};

/** How long an act takes, s. */
export function secondsOf(act: Act): number {
  if (act.do === "wait") return act.seconds;
  return act.do === "sense" ? SENSES[act.what].seconds : SECONDS[act.do];
}
