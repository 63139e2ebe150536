import type { Complaint } from "../record/index.ts";

/** What can look like a bad motor, in the order it is looked at. Common practice. */
export const ELSEWHERE: Readonly<Record<Exclude<Complaint, "routine">, readonly string[]>> = {
  noRun: [
    "supply and fuse, under load",
    "command or throttle",
    "connectors, on both sides of each",
    "controller",
  ],
  runsOn: ["command that stays on", "throttle or time delay", "controller"],
  twitches: ["connectors of phases and sensors", "controller", "settings of the controller"],
  cutsOut: [
    "battery under load",
    "connectors that warm",
    "temperature cut-out of the controller",
    "brake or throttle switch",
  ],
  uneven: ["controller and its settings", "throttle signal", "battery under load"],
  noisy: ["what the motor drives: wheel, gear, propeller, fan", "mounting and brackets", "brake that rubs"],
  hot: ["load: brake, gear, blocked duct", "controller settings and current", "battery sagging under load"],
  lowPower: ["battery under load", "controller settings", "brake or tyre", "propeller or duct"],
  lowAirflow: ["filter, duct, wheel", "static pressure", "command and configuration"],
  frozenCoil: ["filter, duct, wheel", "airflow setting", "refrigerant side, by licensed people"],
  hunting: ["filter, duct and doors", "command that wanders", "module"],
  errorCode: ["what the machine's own label says of the code", "connectors", "controller"],
  afterRepair: ["what was touched last", "order of wires in the plug", "settings"],
};

/** What comes and goes around a motor with its own electronics, or is taken for a fault of it. Common practice. */
export const AROUND_A_FAN: Readonly<Record<Exclude<Complaint, "routine">, readonly string[]>> = {
  noRun: ["a limit that trips warm and closes again", "plugs and pins while they are moved", "thermostat"],
  runsOn: ["fan switch of the thermostat", "the delay after a call"],
  twitches: ["a brief rocking at the start is usual", "plugs and pins while they are moved"],
  cutsOut: [
    "a limit that trips warm and closes again",
    "plugs and pins while they are moved",
    "mains while other machines start",
  ],
  uneven: ["filter, duct and doors", "command that wanders"],
  noisy: ["mounting and shipping bracket", "wheel against its housing", "filter and static pressure"],
  hot: ["filter, duct and wheel", "room in which it stands"],
  lowPower: ["filter, duct and wheel", "jumper and speed switches"],
  lowAirflow: ["filter, duct and wheel", "static pressure", "jumper and speed switches"],
  frozenCoil: ["filter, duct and wheel", "jumper and speed switches", "refrigerant side, by licensed people"],
  hunting: ["filter, duct and doors", "ramps up and down that are usual", "command that wanders"],
  errorCode: ["a code left from an earlier day", "what the machine's own label says of it"],
  afterRepair: ["what was touched last", "jumper and speed switches", "pins of the plugs"],
};
