import { limitsSchema } from "#contract/limitsSchema";
import { plainNumber, type KvConvention } from "#core/quantity";
import { FAMILIES, type DeadHallSchool, type ShopLimit, type ShopLimits } from "#core/record";
import { USUAL_HOURS } from "#core/schedule";

const NAMES = [...FAMILIES, "spin"] as const;
/** What a limit is for: a family, or any motor spun. */
export type LimitName = (typeof NAMES)[number];

/** Limits and schools as typed: an empty limit keeps the usual one. */
export interface LimitFields {
  readonly limits: Readonly<Record<LimitName, { readonly percent: string; readonly reason: string }>>;
  readonly kvConvention: KvConvention | "";
  readonly kvReason: string;
  readonly deadHall: DeadHallSchool | "";
  readonly deadHallReason: string;
  /** "also": °F beside °C. */
  readonly timeZone: string;
  readonly temperatures: "also" | "";
  readonly opens: string;
  readonly closes: string;
  /** Days of the week with work, 1 for Monday. */
  readonly days: string[];
}

const asTyped = (limit: ShopLimit | undefined) => ({
  percent: limit ? String(Number((limit.limit * 100).toPrecision(4))) : "",
  reason: limit?.reason ?? "",
});

export function fieldsOf(limits: ShopLimits): LimitFields {
  return {
    limits: Object.fromEntries(
      NAMES.map((name) => [name, asTyped(name === "spin" ? limits.spin : limits.balance?.[name])]),
    ) as LimitFields["limits"],
    kvConvention: limits.kvConvention?.choice ?? "",
    kvReason: limits.kvConvention?.reason ?? "",
    deadHall: limits.deadHall?.choice ?? "",
    deadHallReason: limits.deadHall?.reason ?? "",
    temperatures: limits.alsoFahrenheit ? "also" : "",
    timeZone: limits.timeZone ?? "",
    opens: limits.hours?.opens ?? "",
    closes: limits.hours?.closes ?? "",
    days: (limits.hours ?? USUAL_HOURS).days.map(String),
  };
}

/** Whether anything of the hours is another than usual: days alone are said too. */
const saysHours = ({ opens, closes, days }: LimitFields) =>
  opens.trim() !== "" || closes.trim() !== "" || days.toSorted().join() !== USUAL_HOURS.days.join();

/** Where a problem of the hours stands: of both times at the later one. */
const hoursField = (part: string) => (part === "opens" || part === "days" ? part : "closes");

export type LimitsResult =
  | { readonly kind: "limits"; readonly limits: ShopLimits }
  | { readonly kind: "problems"; readonly problems: Readonly<Record<string, string>> };

/** Reads the form. Problems stand under `limits.hub.percent`, `limits.hub.reason`, `kvReason`… */
export function readLimits(fields: LimitFields): LimitsResult {
  const problems: Record<string, string> = {};
  const limitOf = (name: LimitName): ShopLimit | undefined => {
    const { percent, reason } = fields.limits[name];
    if (percent.trim() === "") return undefined;
    const value = plainNumber(percent);
    if (!Number.isFinite(value)) problems[`limits.${name}.percent`] = "Give the limit in percent, such as 5.";
    return { limit: value / 100, reason: reason.trim() };
  };
  const balance = Object.fromEntries(
    FAMILIES.flatMap((family) => {
      const limit = limitOf(family);
      return limit ? [[family, limit]] : [];
    }),
  );
  const spin = limitOf("spin");
  const limits: ShopLimits = {
    ...(Object.keys(balance).length > 0 && { balance }),
    ...(spin && { spin }),
    ...(fields.kvConvention !== "" && {
      kvConvention: { choice: fields.kvConvention, reason: fields.kvReason.trim() },
    }),
    ...(fields.deadHall !== "" && {
      deadHall: { choice: fields.deadHall, reason: fields.deadHallReason.trim() },
    }),
    ...(fields.temperatures === "also" && { alsoFahrenheit: true }),
    ...(saysHours(fields) && {
      hours: {
        opens: fields.opens.trim() || USUAL_HOURS.opens,
        closes: fields.closes.trim() || USUAL_HOURS.closes,
        days: fields.days.map(Number).toSorted(),
      },
    }),
    ...(fields.timeZone.trim() !== "" && { timeZone: fields.timeZone.trim() }),
  };
  const { error } = limitsSchema.validate(limits, { abortEarly: false, convert: false });
  for (const { path, message } of error?.details ?? []) {
    const [first, second] = path.map(String);
    const last = String(path.at(-1));
    const where = first === "balance" ? second! : first!;
    const key =
      where === "kvConvention"
        ? "kvReason"
        : where === "deadHall"
          ? "deadHallReason"
          : where === "timeZone"
            ? where
            : where === "hours"
              ? hoursField(last)
              : `limits.${where}.${last === "limit" ? "percent" : last}`;
    problems[key] ??= message;
  }
  return Object.keys(problems).length > 0 ? { kind: "problems", problems } : { kind: "limits", limits };
}
