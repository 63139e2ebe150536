import type { Cure } from "./cure.ts";

// What is done about what feeds, drives, calls and holds back a motor.

export const controller: Cure = {
  name: "Replace or repair the controller",
  what: "controller",
  disposition: "notMotor",
  onMotor: false,
  minutes: 30,
  parts: { ofMotor: 0.6 },
  days: 5,
  half: false,
  aside: false,
  asksFirst: [],
  watch: null,
};

export const battery: Cure = {
  name: "Replace or repair the battery",
  what: "battery",
  disposition: "notMotor",
  onMotor: false,
  minutes: 20,
  parts: { ofMotor: 0.9 },
  days: 5,
  half: false,
  aside: false,
  asksFirst: [],
  watch: null,
};

export const command: Cure = {
  name: "Mend the command",
  what: "command",
  disposition: "notMotor",
  onMotor: false,
  minutes: 25,
  parts: { each: 15 },
  days: 0,
  half: false,
  aside: false,
  asksFirst: [],
  watch: null,
};

export const settings: Cure = {
  name: "Set the controller for this motor",
  what: "settings",
  disposition: "notMotor",
  onMotor: false,
  minutes: 20,
  parts: { each: 0 },
  days: 0,
  half: false,
  aside: false,
  asksFirst: [],
  watch: null,
};

export const rubbing: Cure = {
  name: "Free what rubs on it",
  what: "brake, chain or propeller",
  disposition: "notMotor",
  onMotor: false,
  minutes: 20,
  parts: { each: 2 },
  days: 0,
  half: false,
  aside: false,
  asksFirst: [],
  watch: null,
};

export const feed: Cure = {
  name: "Look further along the feed",
  what: "feed",
  disposition: "notMotor",
  onMotor: false,
  minutes: 40,
  parts: { each: 10 },
  days: 0,
  half: false,
  aside: false,
  asksFirst: [],
  watch: null,
};

export const supply: Cure = {
  name: "Mend the supply",
  what: "supply",
  disposition: "notMotor",
  onMotor: false,
  minutes: 30,
  parts: { each: 8 },
  days: 0,
  half: false,
  aside: false,
  asksFirst: [],
  watch: null,
};

export const transformer: Cure = {
  name: "Replace the control transformer",
  what: "control transformer",
  disposition: "notMotor",
  onMotor: false,
  minutes: 30,
  parts: { each: 28 },
  days: 1,
  half: false,
  aside: false,
  asksFirst: [],
  watch: null,
};

export const call: Cure = {
  name: "Set or mend what calls",
  what: "call",
  disposition: "notMotor",
  onMotor: false,
  minutes: 25,
  parts: { each: 15 },
  days: 0,
  half: false,
  aside: false,
  asksFirst: [],
  watch: null,
};

export const board: Cure = {
  name: "Replace the control board",
  what: "control board",
  disposition: "notMotor",
  onMotor: false,
  minutes: 45,
  parts: { each: 180 },
  days: 4,
  half: false,
  aside: false,
  asksFirst: [],
  watch: null,
};

export const harness: Cure = {
  name: "Mend the harness",
  what: "harness",
  disposition: "repair",
  onMotor: false,
  minutes: 35,
  parts: { each: 6 },
  days: 0,
  half: false,
  aside: false,
  asksFirst: [],
  watch: null,
};

export const switches: Cure = {
  name: "Set jumper and switches by the maker's table",
  what: "switches",
  disposition: "notMotor",
  onMotor: false,
  minutes: 10,
  parts: { each: 0 },
  days: 0,
  half: false,
  aside: false,
  asksFirst: [],
  watch: null,
};

export const air: Cure = {
  name: "Free the air, and reset the limit",
  what: "air",
  disposition: "notMotor",
  onMotor: false,
  minutes: 30,
  parts: { each: 9 },
  days: 0,
  half: false,
  aside: false,
  asksFirst: [],
  watch: null,
};
