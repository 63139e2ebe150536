import type { FamilyFacts } from "./family.ts";
import { BOARD, CALL, LIMIT, mainsAt, motorPlug, TRANSFORMER } from "./points.ts";
import type { Connector } from "./scheme.ts";

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

export const ecm: FamilyFacts = {
  label: "ECM blower, constant torque, taps",
  balanceLimit: 0.1,
  limitReason: "the trade accepts pairs of 5-30 Ω within 10 %",
  typicalOhms: 12,
  typicalFactor: 2.5,
  windingsReachable: true,
  unreachableReason: "",
  typicalKv: { least: 3, most: 20 },
  usuallySensored: false,
  spinExpected: false,
  insulationExpected: false,
  vehicleRule: false,
  resolverPossible: false,
  ownElectronics: true,
  separateModule: true,
  openable: false,
  hazardousSupply: true,
  usualConsequence: "property",
  newCosts: 420,
  scheme: {
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
    direct: {
      connector: "taps5",
      live: ["1"],
      common: ["C"],
      feed: "24 V AC of a transformer of its own, on one tap at a time, 1 to 5; the machine's own call off, its wires pulled from C and the taps.",
      fuse: "3 A.",
      must: "Each tap starts it, and it stops when the tap is taken away. Mains stay on L and N.",
      never: "24 V on L, G or N.",
    },
    never: [
      "One tap live at a time.",
      "A test feed of 24 V is fused at 3 A.",
      "On 240 V the terminal marked neutral is live.",
    ],
  },
};

export const ecmAirflow: FamilyFacts = {
  label: "ECM blower, constant airflow, 16-pin harness",
  balanceLimit: 0.1,
  limitReason: "the trade accepts pairs of 5-30 Ω within 10 %",
  typicalOhms: 12,
  typicalFactor: 2.5,
  windingsReachable: true,
  unreachableReason: "",
  typicalKv: { least: 3, most: 20 },
  usuallySensored: false,
  spinExpected: false,
  insulationExpected: false,
  vehicleRule: false,
  resolverPossible: false,
  ownElectronics: true,
  separateModule: true,
  openable: false,
  hazardousSupply: true,
  usualConsequence: "property",
  newCosts: 520,
  scheme: {
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
    direct: {
      connector: "harness16",
      live: ["12", "15"],
      common: ["1", "3"],
      feed: "24 V AC of a transformer of its own, a jumper from pin 12 to pin 15 and one from pin 1 to pin 3, at the end that the question names; the other end unplugged.",
      fuse: "3 A.",
      must: "It ramps up within a minute, to about half its airflow. Mains stay on pins 4 and 5 of the other plug.",
      never: "24 V on any other pin, or on a communicating four-wire motor.",
    },
    never: [
      "A jumper on pins 1 and 2 of the mains plug is for 120 V: on 240 V it destroys the motor.",
      "24 V put onto a communicating four-wire motor destroys it.",
      "The mains plug is never pulled or put on live.",
    ],
  },
};
