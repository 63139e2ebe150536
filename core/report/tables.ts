import { balanceOfSpin, constantOf, spinOf } from "../measure/backemf/index.ts";
import {
  FREQUENCY,
  KV_CONVENTION_LABELS,
  percentText,
  quantityText,
  RESISTANCE,
  shareText,
  SPEED,
  SPEED_CONSTANT,
  uncertainText,
  VOLTAGE,
  type Judgement,
  temperatureText,
  type Ratio,
} from "../quantity/index.ts";
import { balanceLimitOf } from "../families/index.ts";
import {
  epochOf,
  pairName,
  PAIRS,
  phasesOf,
  spinLimitOf,
  type CheckId,
  type JobRecord,
  type Pair,
} from "../record/index.ts";
import {
  imbalanceOf,
  measuredOf,
  windingInstrument,
  windingTemperature,
  type MeasuredPair,
} from "../measure/winding/index.ts";

/** One sitting of pairs as a table. */
export interface PairTable {
  readonly title: string;
  readonly rows: readonly {
    readonly pair: string;
    readonly wires: string;
    readonly value: string;
    readonly meaning: string;
  }[];
  readonly summary: string;
  /** How far each pair lies from the mean, to be drawn on the band that is allowed; null where the three do not say. */
  readonly strip: {
    readonly limit: Ratio;
    readonly bars: readonly {
      readonly label: string;
      readonly value: Ratio;
      readonly expanded: Ratio;
      readonly state: Judgement;
    }[];
  } | null;
}

type Deviations = Readonly<
  Record<Pair, { readonly value: Ratio; readonly expanded: Ratio; readonly judgement: Judgement }>
>;

function stripOf(deviations: Deviations | undefined, limit: Ratio): PairTable["strip"] {
  if (!deviations) return null;
  const bars = PAIRS.map((pair) => {
    const { value, expanded, judgement } = deviations[pair];
    return { label: pairName(pair), value, expanded, state: judgement };
  });
  return { limit, bars };
}

function valueText(pair: MeasuredPair | undefined): string {
  if (!pair) return "not read";
  if (pair.state === "open") return `open (above ${quantityText(pair.aboveRange, RESISTANCE)})`;
  if (pair.state === "contradictory") return "unsteady";
  if (pair.state === "short") return "near zero";
  return uncertainText(pair.resistance, RESISTANCE, pair.expanded);
}

const JUDGED = {
  agrees: "the three are equal within the limit",
  departs: "the three are not equal within the limit",
  cannotTell: "this meter cannot tell whether the three are equal within the limit",
};

function pairTable(job: JobRecord, epoch: number): PairTable | null {
  const measured = measuredOf(job, epoch);
  if (!measured || PAIRS.every((pair) => !measured.pairs[pair])) return null;
  const limit = balanceLimitOf(job);
  const imbalance = imbalanceOf(measured, limit);
  const { celsius, read } = windingTemperature(job, epoch);
  const meter = windingInstrument(job, epoch)?.name ?? "";
  const rows = PAIRS.map((pair) => {
    const [from, to] = phasesOf(pair);
    const wires = [job.motor.wireColours[from], job.motor.wireColours[to]].filter(Boolean).join(", ");
    const deviation = imbalance?.deviations[pair];
    return {
      pair: pairName(pair),
      wires,
      value: valueText(measured.pairs[pair]),
      meaning: deviation ? `${percentText(deviation.value)} of the mean` : "",
    };
  });
  const judged = imbalance ? `At rest, ${JUDGED[imbalance.judgement]} of ${shareText(limit)}.` : "";
  return {
    title: sittingName(epoch),
    rows,
    summary: [
      judged,
      `${meter}, winding ${read ? "at" : "taken to be at"} ${temperatureText(Math.round(celsius), job.limits)}.`,
    ]
      .filter(Boolean)
      .join(" "),
    strip: stripOf(imbalance?.deviations, limit),
  };
}

const sittingName = (epoch: number) =>
  epoch === 0 ? "As found" : epoch === 1 ? "After the repair" : `After repair ${epoch}`;

/** The three pairs spun, as volts at their speed with each one's deviation, and the speed constant under them. */
function spunTable(job: JobRecord, epoch: number): PairTable | null {
  const measured = spinOf(job, epoch);
  if (!measured || PAIRS.every((pair) => !measured.pairs[pair])) return null;
  const balance = balanceOfSpin(job, epoch);
  const constant = constantOf(job, epoch);
  const unit = measured.unit === "hertz" ? FREQUENCY : SPEED;
  const rows = PAIRS.map((pair) => {
    const [from, to] = phasesOf(pair);
    const found = measured.pairs[pair];
    return {
      pair: pairName(pair),
      wires: [job.motor.wireColours[from], job.motor.wireColours[to]].filter(Boolean).join(", "),
      value: found ? quantityText(found.volts, VOLTAGE) : "not read",
      meaning: balance ? `${percentText(balance.deviations[pair].value)} of the mean` : "",
    };
  });
  const judged = balance ? `Spun, ${JUDGED[balance.judgement]} of ${shareText(spinLimitOf(job))}.` : "";
  const kv = constant
    ? `Speed constant ${uncertainText(constant.rpmPerVolt, SPEED_CONSTANT, constant.expanded)} ${KV_CONVENTION_LABELS[constant.convention]}.`
    : "";
  return {
    title: `${sittingName(epoch)}, spun`,
    rows,
    summary: [judged, kv, `Volts RMS at ${quantityText(measured.speed, unit)}.`].filter(Boolean).join(" "),
    strip: stripOf(balance?.deviations, spinLimitOf(job)),
  };
}

/** How far each pair lay from the mean in a check of pairs; null where the three do not say, and of every other check. */
export function stripAt(job: JobRecord, check: CheckId, epoch: number): PairTable["strip"] {
  if (check === "winding") return pairTable(job, epoch)?.strip ?? null;
  return check === "backemf" ? (spunTable(job, epoch)?.strip ?? null) : null;
}

/** Every sitting of the job, at rest and spun, in the order of its repairs. */
export function tablesOf(job: JobRecord): PairTable[] {
  return Array.from({ length: epochOf(job) + 1 }, (_, at) => [pairTable(job, at), spunTable(job, at)])
    .flat()
    .filter((table) => table !== null);
}
