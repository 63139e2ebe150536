import {
  CURE_IDS,
  FAULT_IDS,
  costOf,
  cureFactsOf,
  curesIn,
  dispositionOf,
  factsOf,
  labour,
  paymentFor,
  PRECEDENCE,
  setOf,
  termsOf,
  WHOLE_MOTOR,
  type CureId,
  type Payment,
} from "../known/index.ts";
import {
  askedShares,
  askingsOf,
  cureOutlooks,
  curesOf,
  leadingTypes,
  NO_CURE,
  NOTHING,
  type CureSet,
  type Inference,
} from "../inference/index.ts";
import { chanceText, type Minutes } from "../quantity/index.ts";
import type { Consequence, Disposition, Family, Motor, PriceBook, Remedy } from "../record/index.ts";
import type { MotorModel } from "./model.ts";

/** Something that could be done, with what speaks for it. */
export interface Action {
  /** All of it together; nothing where the motor is sound. */
  readonly cures: readonly CureId[];
  readonly disposition: Disposition;
  /** P(it is all that is needed). */
  readonly probability: number;
  /** P(the same, and nothing of it is needless). */
  readonly exact: number;
  /** What of its cost is needless on average. */
  readonly waste: number;
  readonly minutes: Minutes;
  /** What the parts cost, in the shop's currency. */
  readonly parts: number;
  /** Days until the last part is there; 0 where all lies on the shelf. */
  readonly days: number;
  /** Parts and labour, in the shop's currency. */
  readonly cost: number;
  /** What it costs on top where it is not the cure: finding out, what then has to be done, a come-back now and then. */
  readonly wrongCost: number;
  /** Cost with what being wrong costs on average. */
  readonly expectedCost: number;
  /** Why it is not offered, whatever it costs: a hazard would stay. Null where it is safe enough. */
  readonly unsafe: string | null;
}

/** Whether something of it opens the motor or orders for it. */
export const worksOn = ({ cures }: Pick<Action, "cures">): boolean =>
  cures.some((cure) => cureFactsOf(cure).onMotor);

/** Finding out that it was not the cure, and starting anew. Bench judgement, minutes. */
export const REWORK: Minutes = 45;
/** Share of wrong repairs that their proof does not show. Bench judgement. */
export const ESCAPES = 0.25;
/** What a failure in use costs, by what it hurts. Examples: money cannot buy back what the last three can do. */
export const COME_BACK: Readonly<Record<Consequence, number>> = {
  nuisance: 60,
  property: 200,
  vehicle: 350,
  person: 1500,
  aircraft: 1500,
};
/** Largest chance that the action is wrong at which it is still decided on, by what a failure hurts. Judgement. */
export const MOST_DOUBT: Readonly<Record<Consequence, number>> = {
  nuisance: 0.1,
  property: 0.1,
  vehicle: 0.1,
  person: 0.1,
  aircraft: 0.1,
};
const HAZARDS = FAULT_IDS.filter((fault) => factsOf(fault).hazard);
/** Largest chance of such a fault at which an action that leaves it is still offered. Judgement. */
export const MOST_HAZARD: Readonly<Record<Consequence, number>> = {
  nuisance: 0.25,
  property: 0.15,
  vehicle: 0.1,
  person: 0.05,
  aircraft: 0.05,
};
/** A finding raised a fault that is this many times as likely as before. Judgement. */
const RAISED = 1.5;
/** What is done is needless with less than the rest of this chance, whatever it covers. Judgement. */
export const LEAST_EXACT = 0.6;
/** Actions looked at: what the likeliest sets ask for. */
const MOST_ACTIONS = 12;

/** 1 for each fault of the model that the findings raised. */
function raisedBy({ marginals, priorMarginals }: Inference): Uint8Array {
  return Uint8Array.from(marginals, (p, i) => Number(p >= RAISED * priorMarginals[i]!));
}

/** The hazard that a motor would take along which goes back as it is; null where it is unlikely enough for its class. */
export const hazardLeft = (model: MotorModel, motor: Motor, inference: Inference): string | null =>
  unsafeWith(model, motor, inference, NOTHING);

/** The hazard that these cures would leave, where it is likelier than the machine's class allows. */
function unsafeWith(
  model: MotorModel,
  { consequence }: Motor,
  { marginals }: Inference,
  set: CureSet,
): string | null {
  const left = HAZARDS.map((fault) => ({ fault, place: model.ids.indexOf(fault) }))
    .filter(({ place }) => place >= 0 && (model.actions.curedBy[place]! & set) === NOTHING)
    .map(({ fault, place }) => ({ fault, p: marginals[place]! }))
    .find(({ p }) => p > MOST_HAZARD[consequence]);
  return left ? `${factsOf(left.fault).name}, ${chanceText(left.p)} likely, would stay` : null;
}

/**
 * The chance of being right below which a rival would be the cheaper one on average; null where it never is.
 * @example breakEven({ cost: 50, wrongCost: 200 }, { expectedCost: 90 }) // 0.8
 */
export function breakEven(
  { cost, wrongCost }: Pick<Action, "cost" | "wrongCost">,
  rival: Pick<Action, "expectedCost">,
): number | null {
  if (!(wrongCost > 0)) throw new RangeError(`breakEven: wrongCost must be above 0, got ${wrongCost}`);
  const share = 1 - (rival.expectedCost - cost) / wrongCost;
  return share > 0 && share < 1 ? share : null;
}

/**
 * How long an action stays the cheapest: the chance of being right below which its cheapest rival would cost less, and
 * that rival. What holds all of it and more on top is no other way, only a dearer one. Null where none ever would.
 * @returns share from 0 to 1
 * @example cheapestUntil(action, rivals) // { share: 0.4, rival }: below four in ten the rival costs less
 */
export function cheapestUntil(
  action: Action,
  rivals: readonly Action[],
): { readonly share: number; readonly rival: Action } | null {
  const rival = rivals
    .filter(({ cures, unsafe }) => unsafe === null && !action.cures.every((cure) => cures.includes(cure)))
    .reduce<Action | null>(
      (least, one) => (!least || one.expectedCost < least.expectedCost ? one : least),
      null,
    );
  const share = rival && breakEven(action, rival);
  return rival && share !== null ? { share, rival } : null;
}

const MOTOR = setOf([WHOLE_MOTOR]);
const INSIDE = setOf(CURE_IDS.filter((cure) => cureFactsOf(cure).onMotor));

/**
 * What is still to be paid where these cures turn out not to be all, on average over what may then be asked for.
 * @param asked sets of cures, and the share of belief that asks for them
 * @param set what was done; a new motor does all that is done inside one
 * @returns in the shop's currency, at least 0
 * @example paidAfter(new Map([[NOTHING, 1]]), set, "hub") // 0: nothing else is asked for
 */
export function paidAfter(
  asked: ReadonlyMap<CureSet, number>,
  set: CureSet,
  family: Family,
  book: Payment = {},
): number {
  const done = (set & MOTOR) === NOTHING ? set : set | INSIDE;
  const missing = [...asked]
    .map(([type, share]) => ({ share, cures: curesIn(type & ~done) }))
    .filter(({ cures }) => cures.length > 0);
  const total = missing.reduce((sum, { share }) => sum + share, 0);
  if (total === 0) return 0;
  const paid = missing.map(
    ({ share, cures }) => share * cures.reduce((sum, cure) => sum + costOf(cure, family, book), 0),
  );
  return paid.reduce((sum, part) => sum + part, 0) / total;
}

/**
 * What could be done, best first: the likeliest askings and, where something inside is to be mended, a new motor in its
 * place. The cheapest of those that are likely enough leads; where none is, the likeliest to be asked for.
 */
export function actionsFor(
  model: MotorModel,
  motor: Motor,
  inference: Inference,
  complained: boolean,
  prices: PriceBook = {},
): readonly Action[] {
  const book = paymentFor(motor, prices);
  const types = leadingTypes(model.actions, inference, MOST_ACTIONS);
  const raised = raisedBy(inference);
  const share = new Map(types.asked.map((set, i) => [set, types.shares[i]!]));
  const named = new Map([...share].filter(([set]) => curesOf(set) !== null));
  const replaced = [...named.keys()]
    .filter((set) => (set & INSIDE) !== NOTHING)
    .map((set) => (set & ~INSIDE) | MOTOR);
  const sets = [...new Set([...named.keys(), ...replaced])];
  const enough = 1 - MOST_DOUBT[motor.consequence];
  const outlooks = cureOutlooks(model.actions, inference, sets, raised, complained);
  return sets
    .map((set, i) => {
      const cures = curesIn(set);
      const { cured, exact, needless } = outlooks[i]!;
      const minutes = cures.reduce((sum, cure) => sum + cureFactsOf(cure).minutes, 0);
      const terms = cures.map((cure) => termsOf(cure, motor.family, book));
      const parts = terms.reduce((sum, { price }) => sum + price, 0);
      const cost = cures.reduce((sum, cure) => sum + costOf(cure, motor.family, book), 0);
      const waste = [...needless].reduce(
        (sum, [cure, p]) => sum + p * costOf(CURE_IDS[cure]!, motor.family, book),
        0,
      );
      const wrong =
        labour(REWORK, book) +
        paidAfter(named, set, motor.family, book) +
        ESCAPES * (COME_BACK[motor.consequence] + (book.trip ?? 0));
      return {
        set,
        action: {
          cures,
          disposition: dispositionOf(set),
          probability: cured,
          exact,
          waste,
          minutes,
          parts,
          days: Math.max(0, ...terms.map(({ days }) => days)),
          cost,
          wrongCost: wrong,
          expectedCost: cost + (1 - cured) * wrong,
          unsafe: unsafeWith(model, motor, inference, set),
        },
      };
    })
    .sort((a, b) => {
      const fits = ({ action }: typeof a) =>
        action.unsafe === null && action.probability >= enough && action.exact >= LEAST_EXACT;
      const [likely, other] = [fits(a), fits(b)];
      if (likely !== other) return likely ? -1 : 1;
      if (likely) return a.action.expectedCost - b.action.expectedCost;
      return (share.get(b.set) ?? 0) - (share.get(a.set) ?? 0);
    })
    .map(({ action }) => action);
}

export type ActionBeliefs = Readonly<Record<Remedy, number>>;

/** P(disposition): the sets' probabilities by what they ask for, in one word. They add up to one. */
export function dispositionBeliefs({ actions }: MotorModel, inference: Inference): ActionBeliefs {
  const shares = askedShares(actions, inference);
  const sums = Object.fromEntries(PRECEDENCE.map((one) => [one, 0])) as Record<Remedy, number>;
  const { asked } = askingsOf(actions, inference.sets);
  for (let i = 0; i < shares.length; i += 1) if (shares[i]! > 0) sums[dispositionOf(asked[i]!)] += shares[i]!;
  return sums;
}

/**
 * P(nothing is to be done to the motor): of all that lies outside it together, our own set-up and papers included. What
 * nothing known cures may sit inside and does not count.
 * @returns 0 to 1
 * @example outsideBelief(model, inference) // 0.95 where battery and controller hold 0.5 and 0.45
 */
export function outsideBelief({ actions }: MotorModel, inference: Inference): number {
  const shares = askedShares(actions, inference);
  const { asked } = askingsOf(actions, inference.sets);
  const inside = INSIDE | NO_CURE;
  let sum = 0;
  for (let i = 0; i < shares.length; i += 1)
    if (shares[i]! > 0 && (asked[i]! & inside) === NOTHING) sum += shares[i]!;
  return Math.min(1, sum);
}
