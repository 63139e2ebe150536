import { useState } from "react";
import {
  percentText,
  quantityText,
  RESISTANCE,
  TEMPERATURE,
  shareText,
  JUDGEMENT_WORDS,
} from "#core/quantity";
import {
  balanceLimitOf,
  latestIn,
  pairName,
  PAIRS,
  phasesOf,
  PHASES,
  type Motor,
  type Pair,
} from "#core/record";
import {
  againstExpected,
  fittingRows,
  healthyPairPrior,
  imbalanceOf,
  pairFits,
  sittingOf,
  tellApart,
  windingInstrument,
  windingTemperature,
  type MeasuredPair,
} from "#core/winding";
import { useOpenJob } from "../../jobs/openJob.ts";
import { Caution, Judged } from "../../ui/Notice.tsx";
import { CheckRecord } from "../entry/CheckRecord.tsx";
import { EntryField } from "../entry/EntryField.tsx";
import { Repeats } from "../entry/Repeats.tsx";
import { useEntry, type Entry, type EntrySlot } from "../entry/useEntry.ts";
import { IntervalStrip, type StripRow } from "./IntervalStrip.tsx";
import { meterAdvice } from "./meterAdvice.ts";
import { WindingDrawing, type ArcState, type DrawnPair } from "./WindingDrawing.tsx";

const TIPS: EntrySlot = {
  slot: "tips",
  label: "Probe tips together",
  kind: RESISTANCE,
  hint: "Touch the tips: nulls the leads.",
};
const HEAT: EntrySlot = {
  slot: "temperature",
  label: "Winding temperature",
  kind: TEMPERATURE,
  optional: true,
  hint: "°C. Enter leaves it out.",
};

function coloursOf(motor: Motor, pair: Pair): string {
  const [from, to] = phasesOf(pair);
  return [motor.wireColours[from], motor.wireColours[to]].filter(Boolean).join(", ");
}

function valueOf(pair: MeasuredPair | undefined): { number: string; unit: string } {
  if (!pair) return { number: "", unit: "" };
  if (pair.state === "open") return { number: "OL", unit: "" };
  if (pair.state === "contradictory") return { number: "unsteady", unit: "" };
  if (pair.state === "short") return { number: "≈ 0", unit: "Ω" };
  const [number = "", unit = ""] = quantityText(pair.resistance, RESISTANCE, pair.expanded).split(" ");
  return { number, unit };
}

interface PairLook {
  readonly state: ArcState;
  readonly word: string;
  readonly detail: string;
}

const TONE: Readonly<Record<ArcState, string>> = {
  agrees: "",
  departs: "text-copper",
  open: "text-copper",
  cannotTell: "text-slate",
  unread: "",
};

/** How each pair stands: against the expected value where one is known, else against the mean of three. */
function useLooks() {
  const { record, epoch } = useOpenJob();
  const sitting = sittingOf(record, epoch);
  const limit = balanceLimitOf(record.motor);
  const imbalance = sitting ? imbalanceOf(sitting.measured, limit) : null;
  const expected = sitting && record.motor.expected ? againstExpected(sitting, record.motor.expected) : null;
  const lookOf = (pair: Pair): PairLook => {
    const found = sitting?.measured.pairs[pair];
    if (!found) return { state: "unread", word: "", detail: "" };
    if (found.state === "open") return { state: "open", word: "open", detail: "no path between these leads" };
    if (found.state === "contradictory")
      return { state: "cannotTell", word: "cannot tell", detail: "a value and OL: read it again" };
    const judged = expected?.pairs[pair];
    if (judged && expected)
      return {
        state: judged.judgement,
        word: JUDGEMENT_WORDS[judged.judgement],
        detail:
          judged.judgement === "departs"
            ? `${percentText(Math.abs(judged.value), { signed: false })} ${judged.value > 0 ? "over" : "under"} expected`
            : `expects ${quantityText(expected.expected, RESISTANCE, expected.expected * expected.tolerance)} ± ${shareText(expected.tolerance)}`,
      };
    const deviation = imbalance?.deviations[pair];
    if (!deviation) return { state: "cannotTell", word: "read", detail: "two more to compare" };
    const outside = Math.abs(deviation.value) - deviation.expanded > limit;
    const inside = Math.abs(deviation.value) + deviation.expanded <= limit;
    const state = outside ? "departs" : inside ? "agrees" : "cannotTell";
    return { state, word: JUDGEMENT_WORDS[state], detail: `${percentText(deviation.value)} of the mean` };
  };
  return {
    sitting,
    limit,
    imbalance,
    expected,
    looks: Object.fromEntries(PAIRS.map((pair) => [pair, lookOf(pair)])) as Record<Pair, PairLook>,
  };
}

function SmallCell({
  entry,
  slot,
  children,
}: {
  readonly entry: Entry;
  readonly slot: EntrySlot;
  readonly children: string;
}) {
  const active = entry.active === slot.slot;
  return (
    <div
      className={`min-h-12 grow basis-0 rounded-xl border bg-sheet px-3 py-1.5 ${active ? "border-2 border-green" : "border-line"}`}
    >
      {active ? (
        <>
          <p className="text-xs font-semibold text-ink-2">{slot.label}</p>
          <EntryField entry={entry} big={false} />
        </>
      ) : (
        <button
          type="button"
          onClick={() => entry.move(slot.slot)}
          className="block size-full text-left text-sm"
        >
          <span className="text-ink-2">{slot.label}</span>
          <strong className="block">{children}</strong>
        </button>
      )}
    </div>
  );
}

function PairRow({
  entry,
  pair,
  look,
  found,
}: {
  readonly entry: Entry;
  readonly pair: Pair;
  readonly look: PairLook;
  readonly found: MeasuredPair | undefined;
}) {
  const { record } = useOpenJob();
  const active = entry.active === pair;
  const { number, unit } = valueOf(found);
  return (
    <li
      className={`grid min-h-20 grid-cols-[5rem_1fr_8rem] items-center gap-2 rounded-xl border bg-sheet px-4 py-1 max-sm:grid-cols-[4.5rem_1fr] ${
        active ? "border-2 border-green" : "border-line"
      }`}
    >
      <button
        type="button"
        aria-label={`Go to ${pairName(pair)}`}
        onClick={() => entry.move(pair)}
        className="min-h-11 text-left"
      >
        <strong className="block text-lg">{pairName(pair)}</strong>
        <span className="text-sm text-ink-2">{coloursOf(record.motor, pair)}</span>
      </button>
      <div className="min-w-0">
        {active ? (
          <EntryField entry={entry} />
        ) : (
          <p className={`text-4xl font-semibold leading-10 ${TONE[look.state]}`}>
            {number || <span className="text-base font-normal text-ink-2">not read</span>}
            {unit && <span className="ml-2 text-xl font-normal text-ink-2">{unit}</span>}
          </p>
        )}
        <Repeats check="winding" slot={pair} onCorrect={(reading) => entry.correct(reading)} />
      </div>
      <p className="text-right text-sm leading-snug text-ink-2 max-sm:col-span-2 max-sm:text-left">
        {look.word && (
          <strong className={`block text-base ${TONE[look.state] || "text-ink"}`}>{look.word}</strong>
        )}
        {look.detail}
      </p>
    </li>
  );
}

/** Three pairs at rest: the reading, what it means, and where it points. */
export function Winding() {
  const job = useOpenJob();
  const { record, epoch, verdict } = job;
  const { motor } = record;
  const [meter, setMeter] = useState(
    () => (windingInstrument(record, epoch) ?? record.instruments.at(-1))?.id ?? "",
  );
  const { sitting, limit, imbalance, expected, looks } = useLooks();
  const heat = windingTemperature(record, epoch);
  const slots: EntrySlot[] = [
    TIPS,
    HEAT,
    ...PAIRS.map((pair) => ({
      slot: pair,
      label: `Pair ${pairName(pair)}`,
      kind: RESISTANCE,
      hint: "0.162, 162m or OL, then Enter",
    })),
  ];
  const entry = useEntry("winding", slots, meter);
  const instrument = record.instruments.find(({ id }) => id === meter);
  const usual = healthyPairPrior(motor, heat.celsius, heat.doubt).ohms;
  const finding = verdict.findings.find(({ variable }) => variable === "pairs");
  const now = PAIRS.find((pair) => pair === entry.active) ?? null;
  const drawn = Object.fromEntries(
    PAIRS.map((pair): [Pair, DrawnPair] => {
      const { number } = valueOf(sitting?.measured.pairs[pair]);
      const share = expected?.pairs[pair]?.value ?? imbalance?.deviations[pair].value;
      const departs = looks[pair].state === "departs" && share !== undefined;
      return [
        pair,
        { state: looks[pair].state, text: departs ? `${number}, ${percentText(share)}` : number },
      ];
    }),
  ) as Record<Pair, DrawnPair>;
  const rows: StripRow[] = PAIRS.flatMap((pair) => {
    const part = expected ? expected.pairs[pair] : imbalance?.deviations[pair];
    const { state } = looks[pair];
    if (!part || state === "open" || state === "unread") return [];
    return [{ label: pairName(pair), value: part.value, expanded: part.expanded, state }];
  });
  const tips = latestIn(record.readings, "winding", "tips", epoch)?.value;
  const tipsText =
    tips?.kind === "open" ? "OL" : tips?.kind === "ohms" ? quantityText(tips.ohms, RESISTANCE) : "not read";

  return (
    <section aria-labelledby="check-title">
      <div className="flex flex-wrap items-baseline gap-x-3">
        <h2 id="check-title" className="text-xl font-bold">
          Three pairs at rest
        </h2>
        <label className="text-sm text-ink-2">
          read with{" "}
          <select
            value={meter}
            disabled={job.closed}
            onChange={(event) => setMeter(event.target.value)}
            className="rounded border-b border-line-strong bg-transparent py-1 text-ink"
          >
            {record.instruments.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
        </label>
      </div>
      <p className="mb-3 text-[0.95rem] leading-snug text-ink-2">
        Equal pairs mean three sound limbs. {instrument && meterAdvice(usual, limit, instrument)}
      </p>
      <div className="grid grid-cols-[17rem_1fr] gap-4 max-xl:grid-cols-[14rem_1fr] max-lg:grid-cols-1">
        <div className="flex flex-col justify-between rounded-xl border border-line bg-sheet p-3 sm:max-lg:flex-row sm:max-lg:items-center">
          <WindingDrawing
            connection={motor.connection}
            pairs={drawn}
            suspect={finding?.departs ? finding.place : null}
            now={now}
            size="h-56 max-lg:h-48"
          />
          <p className="text-sm leading-snug text-ink-2">
            Hold the rotor still: a turning magnet makes volts. Press hard, fingers off the tips. A limb off
            by 30 % moves a pair by 10 % of the mean only.{" "}
            {PHASES.filter((phase) => motor.wireColours[phase])
              .map((phase) => `${phase} ${motor.wireColours[phase]}`)
              .join(", ")}
            {motor.connection === "unknown" && ". Connection unknown: drawn as a star"}.
          </p>
        </div>
        <div className="flex min-w-0 flex-col gap-2">
          <div className="flex gap-2">
            <SmallCell entry={entry} slot={TIPS}>
              {tipsText}
            </SmallCell>
            <SmallCell entry={entry} slot={HEAT}>
              {heat.read
                ? quantityText(heat.celsius, TEMPERATURE)
                : `not read, ${heat.celsius} °C ± ${heat.doubt} taken`}
            </SmallCell>
          </div>
          <ul className="flex flex-col gap-2" aria-label="Pairs as measured">
            {PAIRS.map((pair) => (
              <PairRow
                key={pair}
                entry={entry}
                pair={pair}
                look={looks[pair]}
                found={sitting?.measured.pairs[pair]}
              />
            ))}
          </ul>
          {finding && (
            <Judged state={finding.departs ? "departs" : (imbalance?.judgement ?? "cannotTell")}>
              <strong>{finding.sentence}.</strong> {tellApart(fittingRows(pairFits(record, epoch)))}{" "}
              {imbalance &&
                `Balance ${JUDGEMENT_WORDS[imbalance.judgement]} at ±${shareText(limit)} of the mean; spread ${percentText(imbalance.spread, { signed: false })}.`}
            </Judged>
          )}
        </div>
      </div>
      {rows.length > 0 && (
        <div className="mt-3">
          {expected ? (
            <IntervalStrip
              title={`Against ${quantityText(expected.expected, RESISTANCE)} expected at ${Math.round(heat.celsius)} °C${motor.expected?.source ? ` (${motor.expected.source})` : ""}`}
              band={expected.tolerance}
              bandWords={`good to ±${shareText(expected.tolerance)}`}
              rows={rows}
            />
          ) : (
            <IntervalStrip
              title="Against the mean of the three"
              band={limit}
              bandWords={`limit ±${shareText(limit)}`}
              rows={rows}
            />
          )}
        </div>
      )}
      <div className="mt-3">
        <Caution>
          {motor.family === "traction"
            ? "Above 60 V DC or 30 V AC, judged at full charge, this is work for qualified people. Verify dead before touching the leads."
            : "Leads off the controller, pack or supply out: a meter on a live lead dies, and so may you."}
        </Caution>
      </div>
      <CheckRecord check="winding" />
    </section>
  );
}
