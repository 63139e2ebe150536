import { BODY } from "../warrants.ts";
import type { Cure } from "./cure.ts";

// What is done about sensors.

export const hallSensor: Cure = {
  name: "Replace the Hall sensor",
  what: "sensor",
  disposition: "replacePart",
  onMotor: true,
  minutes: 60,
  parts: { each: 4 },
  days: 3,
  replacesAll: false,
  shut: "never",
  half: false,
  readsAnew: false,
  aside: false,
  decidedAfter: BODY,
  orderedAfter: [],
  watch: "Bring it back if it twitches at the start.",
};

export const sensorWire: Cure = {
  name: "Mend the sensor wire",
  what: "sensor wire",
  disposition: "repair",
  onMotor: true,
  minutes: 40,
  parts: { each: 3 },
  days: 0,
  replacesAll: false,
  shut: "never",
  half: false,
  readsAnew: false,
  aside: false,
  decidedAfter: BODY,
  orderedAfter: [],
  watch: "Bring it back if it twitches at the start or cuts out over bumps.",
};

export const sensorOrder: Cure = {
  name: "Put the sensor wires in order",
  what: "order of the sensor wires",
  disposition: "repair",
  onMotor: true,
  minutes: 15,
  parts: { each: 0 },
  days: 0,
  replacesAll: false,
  shut: "never",
  half: false,
  readsAnew: false,
  aside: false,
  decidedAfter: BODY,
  orderedAfter: [],
  watch: "Bring it back if it twitches at the start.",
};

export const tempSensor: Cure = {
  name: "Replace the temperature sensor",
  what: "temperature sensor",
  disposition: "replacePart",
  onMotor: true,
  minutes: 50,
  parts: { each: 6 },
  days: 4,
  replacesAll: false,
  shut: "never",
  half: false,
  readsAnew: false,
  aside: false,
  decidedAfter: BODY,
  orderedAfter: [],
  watch: "Bring it back if it cuts out when warm.",
};

export const resolver: Cure = {
  name: "Replace the resolver",
  what: "resolver",
  disposition: "replacePart",
  onMotor: true,
  minutes: 90,
  parts: { each: 120 },
  days: 10,
  replacesAll: false,
  shut: "never",
  half: false,
  readsAnew: false,
  aside: false,
  decidedAfter: BODY,
  orderedAfter: [],
  watch: null,
};
