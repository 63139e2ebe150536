import type { FamilyFacts } from "./family.ts";
import { DEAD_BELOW } from "./bands.ts";
import { mainsAt, volts } from "./points.ts";
import type { Connector, Point } from "./scheme.ts";

const DRIVER5: Connector = {
  id: "driver5",
  name: "Fan plug, 5 wires",
  seen: "seen from the side you probe; order by the diagram on the board",
  rows: [["supply", "common", "15 V", "command", "feedback"]],
};

/** It pulses: whether it is alive matters, and no steady value, unless the label gives one. Common practice. */
const LINK: Point = {
  slot: "link",
  name: "Link",
  under: "between the units",
  state: "powered",
  unit: "V DC",
  expects: "a figure that moves; a steady one only where the label gives it",
  band: volts(DEAD_BELOW, 400),
  probe: { at: "signal terminal to neutral, on both units" },
  present: "Something is on it: watch whether it moves.",
  absent: "The cable between the units, or the other board.",
};

export const miniSplit: FamilyFacts = {
  label: "Mini-split fan, three bare windings",
  balanceLimit: 0.1,
  limitReason: "as other board-driven fan windings",
  typicalOhms: 30,
  typicalFactor: 4,
  windingsReachable: true,
  unreachableReason: "",
  typicalKv: { least: 3, most: 15 },
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
  newCosts: 210,
  scheme: {
    recognise: "Three wires of one kind from the board: bare windings, driven from there. Ohms tell.",
    connectors: [],
    ways: [
      {
        id: "supply",
        title: "Supply",
        points: [
          mainsAt({ at: "the unit's supply terminals" }),
          LINK,
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
    direct: null,
    never: [
      "Capacitors of the outdoor board hold 310 V and more after it is off.",
      "Unplug the motor before any ohms, or the board is measured.",
    ],
  },
};

export const miniSplitDriver: FamilyFacts = {
  label: "Mini-split fan with its own driver, five wires",
  balanceLimit: 0.1,
  limitReason: "as other board-driven fan windings",
  typicalOhms: 30,
  typicalFactor: 4,
  windingsReachable: false,
  unreachableReason: "Its plug carries supply and command, not windings: ohms are not applicable.",
  typicalKv: { least: 3, most: 15 },
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
  newCosts: 230,
  scheme: {
    recognise:
      "Five wires of different colours: supply, common, 15 V, command, feedback. Its pins are electronics: ohms tell nothing.",
    connectors: [DRIVER5],
    ways: [
      {
        id: "supply",
        title: "Supply",
        points: [
          mainsAt({ at: "the unit's supply terminals" }),
          LINK,
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
    direct: null,
    never: [
      "310 V stand on the fan plug: never plug or unplug it live.",
      "Capacitors of the outdoor board hold charge after it is off.",
    ],
  },
};
