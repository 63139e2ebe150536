import { choicesSlot, choiceSlot, measuredSlot, noteSlot, photoSlot } from "../../check/index.ts";
import { DURATION } from "../../quantity/index.ts";

const PLAY = { none: "None", slight: "Slight", clear: "Clear" } as const;

/** Marks a person may tick, shorter than what the findings say of them. */
const MARK_CHOICES = {
  smell: "Burnt smell",
  dark: "Dark windings",
  rust: "Rust outside",
  rustInside: "Rust inside",
  water: "Water standing",
  scratched: "Scratched magnets",
  scored: "Deeply scored magnets",
  chipped: "Broken or loose magnet",
  torn: "Torn laminations",
  chips: "Chips in the gap",
  taped: "Taped wires",
  broken: "Broken wire",
} as const;
export type MarkCode = keyof typeof MARK_CHOICES;

const notAtOnce = (seconds: number) =>
  seconds > 0 ? null : "A rotor that stops at once is locked, not coasting.";

export const MECHANICAL_SLOTS = {
  /** What turning by hand felt like, as a person says it. Even cogging and smooth are both ordinary. */
  turn: choiceSlot("Turned by hand, it is", {
    even: "Even steps",
    smooth: "Smooth",
    tightSpot: "Tight spot",
    grinding: "Grinding",
    scraping: "Scraping",
    stiff: "Stiff",
    locked: "Locked",
  }),
  /** What a stiff rotor does once its electronics are unplugged. */
  turnUnplugged: choiceSlot(
    "With its electronics unplugged",
    { free: "Free now", stillStiff: "Still stiff" },
    { needs: { turn: "stiff" } },
  ),
  axialPlay: choiceSlot("Play, push and pull", PLAY),
  radialPlay0: choiceSlot("Play, rocked", PLAY),
  radialPlay90: choiceSlot("Rocked at 90°", PLAY),
  noise: choiceSlot("Sound", { quiet: "Quiet", marbles: "Like marbles", scrape: "A scrape" }),
  /** How far one could see: some marks show only once the motor is open. */
  sight: choiceSlot("How far you could see", { outside: "From outside", opened: "Opened up" }),
  seen: choicesSlot("What you saw", MARK_CHOICES),
  /** Each pair of leads bridged in turn and the rotor turned by hand: three equal drags, no meter. */
  shortDrag: choiceSlot("Each pair of leads bridged in turn, it drags", {
    equal: "Alike, all three",
    oneDiffers: "One differs",
    noneDrags: "None drags",
    dragsUnbridged: "Even unbridged",
  }),
  coastDown: measuredSlot("Coast-down, seconds", DURATION, { refuse: notAtOnce }),
  "coastDown.sister": measuredSlot("Its sister, same speed", DURATION, { refuse: notAtOnce }),
  photo: photoSlot,
  note: noteSlot,
} as const;
