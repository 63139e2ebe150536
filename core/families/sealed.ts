import type { FamilyFacts } from "./family.ts";
import { mainsAt, volts } from "./points.ts";
import type { Connector } from "./scheme.ts";

const COMMAND4: Connector = {
  id: "command4",
  name: "Command plug, 4 wires",
  seen: "seen from the side you probe; order by the diagram on the motor",
  rows: [["10 V", "command", "common", "speed"]],
};

export const ecmSealed: FamilyFacts = {
  label: "Sealed EC motor, analogue command",
  balanceLimit: 0.1,
  limitReason: "not applicable",
  typicalOhms: 12,
  typicalFactor: 2.5,
  windingsReachable: false,
  unreachableReason: "Its plug carries supply and command, not windings: ohms are not applicable.",
  typicalKv: { least: 3, most: 20 },
  usuallySensored: false,
  spinExpected: false,
  insulationExpected: false,
  vehicleRule: false,
  resolverPossible: false,
  ownElectronics: true,
  separateModule: false,
  openable: false,
  hazardousSupply: true,
  usualConsequence: "property",
  newCosts: 480,
  scheme: {
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
    direct: {
      connector: "command4",
      live: ["command"],
      common: ["10 V"],
      feed: "No voltage from outside: a jumper from its own 10 V to its command, the controller's wires off both. Mains stay on.",
      fuse: "None needed: its 10 V come from the motor and are limited there. Read them first.",
      must: "It runs up to full speed: guard on, hands clear.",
      never: "24 V onto an input of 10 V: it destroys the motor.",
    },
    never: [
      "Three-phase units: every leg and every pair of lines is read.",
      "The mains plug is never pulled or put on live.",
    ],
  },
};
