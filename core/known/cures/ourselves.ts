import type { Cure } from "./cure.ts";

// What is done about our own readings and papers.

export const record: Cure = {
  name: "Correct the record",
  what: "record",
  disposition: "notMotor",
  onMotor: false,
  minutes: 3,
  parts: { each: 0 },
  days: 0,
  replacesAll: false,
  shut: "always",
  half: false,
  readsAnew: false,
  aside: true,
  decidedAfter: [],
  orderedAfter: [],
  watch: null,
};

export const setup: Cure = {
  name: "Mend the test set-up and read again",
  what: "test set-up",
  disposition: "undecided",
  onMotor: false,
  minutes: 10,
  parts: { each: 0 },
  days: 0,
  replacesAll: false,
  shut: "always",
  half: false,
  readsAnew: true,
  aside: true,
  decidedAfter: [],
  orderedAfter: [],
  watch: null,
};
