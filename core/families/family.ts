import type { Ohms, Ratio, RpmPerVolt } from "../quantity/index.ts";
import type { Consequence } from "../record/index.ts";
import type { Scheme } from "./scheme.ts";

/** What differs between families, said once for each. */
export interface FamilyFacts {
  readonly label: string;
  /** Limit on the largest deviation of a pair from the mean of the three. */
  readonly balanceLimit: Ratio;
  readonly limitReason: string;
  /** Middle of what line-to-line resistance such motors have, geometric, and a factor either way. */
  readonly typicalOhms: Ohms;
  readonly typicalFactor: number;
  /** False where the plug carries electronics, so that ohms between its leads say nothing. */
  readonly windingsReachable: boolean;
  readonly unreachableReason: string;
  /** Speed constants such motors have, rpm per volt of line peak. Common practice. */
  readonly typicalKv: { readonly least: RpmPerVolt; readonly most: RpmPerVolt };
  /** Whether three position sensors are usually reachable at its plug. */
  readonly usuallySensored: boolean;
  /** Whether a verdict that clears the motor waits for the spin test. */
  readonly spinExpected: boolean;
  /** Whether it waits for the insulation tester. */
  readonly insulationExpected: boolean;
  /** Whether the vehicle rule of ohms per volt is held against its insulation. */
  readonly vehicleRule: boolean;
  /** Whether it may have a resolver, three windings read by hand. */
  readonly resolverPossible: boolean;
  /** Whether it carries its own electronics, so that it cannot run on another controller. */
  readonly ownElectronics: boolean;
  /** Whether its electronics come off as a part of their own. */
  readonly separateModule: boolean;
  /** Whether somebody opens and resolders it; a potted one is replaced as it is. */
  readonly openable: boolean;
  /** Whether its supply is hazardous: above 60 V DC or 30 V AC at full charge. */
  readonly hazardousSupply: boolean;
  /** Moved by what falls, cuts or crushes: what a failure in use mostly means, proposed at take-in. */
  readonly usualConsequence: Consequence;
  /** What a new one costs where a shop says no other, in its currency. An example. */
  readonly newCosts: number;
  /** How one with electronics of its own is fed and called; what has none is bare. */
  readonly scheme: Scheme | "bare";
}
