import { limitsSchema } from "#contract/limitsSchema";
import { CURE_IDS, cureFactsOf, termsOf, USUAL_HOURLY } from "#core/known";
import { FAMILIES, type Family, type Letterhead, type PartTerms, type PriceBook } from "#core/record";
import { FAMILY_FACTS } from "#core/families";
import { numberIn, type Problems } from "../ui/formProblems.ts";

/** What a price is for: a new motor of a family, or the parts of a cure. */
export interface PricedPart {
  readonly kind: "motors" | "parts";
  readonly key: string;
  readonly label: string;
  /** In the currency of the shop, with the days until it is there; as an example, and empty where it varies. */
  readonly usual: { readonly price: string; readonly days: string };
}

/** Parts that cost something, in the order of the page. */
export const PRICED: readonly PricedPart[] = [
  ...FAMILIES.map((family): PricedPart => {
    const { price, days } = termsOf("motor", family);
    return {
      kind: "motors",
      key: family,
      label: `New motor: ${FAMILY_FACTS[family].label}`,
      usual: { price: String(price), days: String(days) },
    };
  }),
  ...CURE_IDS.filter((cure) => cure !== "motor").flatMap((cure): PricedPart[] => {
    const { name, parts, days } = cureFactsOf(cure);
    const price = "each" in parts ? String(parts.each) : `${Math.round(parts.ofMotor * 100)} % of new`;
    return "each" in parts && parts.each === 0
      ? []
      : [{ kind: "parts", key: cure, label: name, usual: { price, days: String(days) } }];
  }),
];

interface TypedTerms {
  readonly price: string;
  readonly days: string;
  readonly supplier: string;
}

/** Prices and letterhead as typed; what is empty keeps the usual. */
export interface PriceFields {
  readonly name: string;
  readonly line: string;
  readonly currency: string;
  readonly hourly: string;
  readonly trip: string;
  readonly warranty: string;
  readonly motors: Readonly<Record<string, TypedTerms>>;
  readonly parts: Readonly<Record<string, TypedTerms>>;
}

/** What prices and letterhead of a shop's settings say. */
export interface PricesAndName {
  readonly prices?: PriceBook;
  readonly letterhead?: Letterhead;
}

export const USUAL_RATE = String(USUAL_HOURLY);
const NUMBERS = ["hourly", "trip", "warranty"] as const;
const asTyped = (value: number | undefined) => (value === undefined ? "" : String(value));

export function fieldsOf({ prices = {}, letterhead }: PricesAndName): PriceFields {
  const table = (kind: PricedPart["kind"]) =>
    Object.fromEntries(
      PRICED.filter((part) => part.kind === kind).map(({ key }) => {
        const terms = kind === "motors" ? prices.motors?.[key as Family] : prices.parts?.[key];
        const typed = { price: asTyped(terms?.price), days: asTyped(terms?.days) };
        return [key, { ...typed, supplier: terms?.supplier ?? "" }];
      }),
    );
  return {
    name: letterhead?.name ?? "",
    line: letterhead?.line ?? "",
    currency: prices.currency ?? "",
    hourly: asTyped(prices.hourly),
    trip: asTyped(prices.trip),
    warranty: asTyped(prices.warranty),
    motors: table("motors"),
    parts: table("parts"),
  };
}

export type PricesResult =
  | { readonly kind: "prices"; readonly prices: PricesAndName }
  | { readonly kind: "problems"; readonly problems: Problems };

/** Reads the form. Problems stand under `hourly`, `motors.hub.price`, `parts.rotor.days`… */
export function readPrices(fields: PriceFields): PricesResult {
  const problems: Record<string, string> = {};
  const terms = (kind: PricedPart["kind"]) =>
    Object.fromEntries(
      PRICED.filter((part) => part.kind === kind).flatMap(({ key, usual }): [string, PartTerms][] => {
        const typed = fields[kind][key];
        if (!typed) return [];
        const price = numberIn(typed.price);
        const days = numberIn(typed.days);
        const supplier = typed.supplier.trim();
        if (price === null && days === null && supplier === "") return [];
        if (price === null)
          problems[`${kind}.${key}.price`] =
            `Give the price with the ${days === null ? "supplier" : "days"}.`;
        const terms = { price: price ?? 0, days: days ?? Number(usual.days) };
        return [[key, supplier === "" ? terms : { ...terms, supplier }]];
      }),
    );
  const motors = terms("motors");
  const parts = terms("parts");
  const prices: PriceBook = {
    ...(fields.currency.trim() !== "" && { currency: fields.currency.trim() }),
    ...Object.fromEntries(
      NUMBERS.flatMap((key) => {
        const value = numberIn(fields[key]);
        return value === null ? [] : [[key, value]];
      }),
    ),
    ...(Object.keys(motors).length > 0 && { motors }),
    ...(Object.keys(parts).length > 0 && { parts }),
  };
  const letterhead = { name: fields.name.trim(), line: fields.line.trim() };
  const read: PricesAndName = {
    ...(Object.keys(prices).length > 0 && { prices }),
    ...((letterhead.name !== "" || letterhead.line !== "") && { letterhead }),
  };
  const { error } = limitsSchema.validate(read, { abortEarly: false, convert: false });
  for (const { path, message } of error?.details ?? []) problems[path.slice(1).join(".")] ??= message;
  return Object.keys(problems).length > 0 ? { kind: "problems", problems } : { kind: "prices", prices: read };
}
