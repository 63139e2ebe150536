import type { CaseFile } from "./caseFile.ts";
import aFewTurns from "./cases/a-few-turns.json";
import afterTheFlood from "./cases/after-the-flood.json";
import allThreeOpen from "./cases/all-three-open.json";
import backwardsSinceTheRepair from "./cases/backwards-since-the-repair.json";
import badLeads from "./cases/bad-leads.json";
import boardSaysNothing from "./cases/board-says-nothing.json";
import cutsOutOnTheHill from "./cases/cuts-out-on-the-hill.json";
import deltaWithAGap from "./cases/delta-with-a-gap.json";
import diesAtTheBridge from "./cases/dies-at-the-bridge.json";
import faultLightWhenWarm from "./cases/fault-light-when-warm.json";
import fineUntilTheBump from "./cases/fine-until-the-bump.json";
import fiveVoltsGone from "./cases/five-volts-gone.json";
import goesUpAndDown from "./cases/goes-up-and-down.json";
import growls from "./cases/growls.json";
import halfTheCopper from "./cases/half-the-copper.json";
import heavyToPush from "./cases/heavy-to-push.json";
import indoorFanStill from "./cases/indoor-fan-still.json";
import inrush from "./cases/inrush.json";
import jumpsAtTheThrottle from "./cases/jumps-at-the-throttle.json";
import justAService from "./cases/just-a-service.json";
import limbBurntThrough from "./cases/limb-burnt-through.json";
import littleAir from "./cases/little-air.json";
import loosePin from "./cases/loose-pin.json";
import lostInside from "./cases/lost-inside.json";
import lowMeter from "./cases/low-meter.json";
import moduleIsDead from "./cases/module-is-dead.json";
import newControllerOldMotor from "./cases/new-controller-old-motor.json";
import noTwentyFour from "./cases/no-twenty-four.json";
import nobodyCalls from "./cases/nobody-calls.json";
import nothingAtThePlug from "./cases/nothing-at-the-plug.json";
import oneLeadChewed from "./cases/one-lead-chewed.json";
import rampsAndStops from "./cases/ramps-and-stops.json";
import rattlesInside from "./cases/rattles-inside.json";
import redButton from "./cases/red-button.json";
import rewoundAtHome from "./cases/rewound-at-home.json";
import runsAllNight from "./cases/runs-all-night.json";
import runsHotAndFast from "./cases/runs-hot-and-fast.json";
import sandInIt from "./cases/sand-in-it.json";
import sealedAndSilent from "./cases/sealed-and-silent.json";
import setForAnotherHouse from "./cases/set-for-another-house.json";
import shakesOnTwoLegs from "./cases/shakes-on-two-legs.json";
import slowOnTheStandToo from "./cases/slow-on-the-stand-too.json";
import squeezedCable from "./cases/squeezed-cable.json";
import startsLikeAMule from "./cases/starts-like-a-mule.json";
import stuckFast from "./cases/stuck-fast.json";
import threeThousandTheySay from "./cases/three-thousand-they-say.json";
import tornStack from "./cases/torn-stack.json";
import tripsTheBreaker from "./cases/trips-the-breaker.json";
import twoUnitsSilent from "./cases/two-units-silent.json";
import warmAndWeak from "./cases/warm-and-weak.json";
import warmPlug from "./cases/warm-plug.json";
import wetAndWorn from "./cases/wet-and-worn.json";
import wholeLimbGone from "./cases/whole-limb-gone.json";

/** The cases that ship, each a file of its own: bench/cases.test.ts holds every one against the schema and plays it. */
export const CASES = [
  aFewTurns,
  afterTheFlood,
  allThreeOpen,
  backwardsSinceTheRepair,
  badLeads,
  boardSaysNothing,
  cutsOutOnTheHill,
  deltaWithAGap,
  diesAtTheBridge,
  faultLightWhenWarm,
  fineUntilTheBump,
  fiveVoltsGone,
  goesUpAndDown,
  growls,
  halfTheCopper,
  heavyToPush,
  indoorFanStill,
  inrush,
  jumpsAtTheThrottle,
  justAService,
  limbBurntThrough,
  littleAir,
  loosePin,
  lostInside,
  lowMeter,
  moduleIsDead,
  newControllerOldMotor,
  noTwentyFour,
  nobodyCalls,
  nothingAtThePlug,
  oneLeadChewed,
  rampsAndStops,
  rattlesInside,
  redButton,
  rewoundAtHome,
  runsAllNight,
  runsHotAndFast,
  sandInIt,
  sealedAndSilent,
  setForAnotherHouse,
  shakesOnTwoLegs,
  slowOnTheStandToo,
  squeezedCable,
  startsLikeAMule,
  stuckFast,
  threeThousandTheySay,
  tornStack,
  tripsTheBreaker,
  twoUnitsSilent,
  warmAndWeak,
  warmPlug,
  wetAndWorn,
  wholeLimbGone,
] as unknown as readonly CaseFile[];
