import { useState } from "react";
import { findingOf } from "#core/check";
import {
  canMeasure,
  percentText,
  quantityText,
  temperatureText,
  RESISTANCE,
  shareText,
  JUDGEMENT_WORDS,
  type Judgement,
} from "#core/quantity";
import { pairName, PAIRS, PHASES, phasesOf, type Pair } from "#core/record";
import { hazardousSupply } from "#core/measure/safety";
import {
  healthyPairPrior,
  PAIRS_AT_REST,
  readWithAnotherMeter,
  STEADY,
  windingInstrument,
  windingTemperature,
} from "#core/measure/winding";
import { useOpenJob, useStandingVerdict } from "../../job/openJob.ts";
import { Caution, Judged } from "../../ui/Notice.tsx";
import { Unbroken } from "../../ui/Unbroken.tsx";
import { AcrossTheBench } from "../entry/AcrossTheBench.tsx";
import { CheckRecord } from "../entry/CheckRecord.tsx";
import { Mend } from "../entry/Mend.tsx";
import { MeterSelect } from "../entry/MeterSelect.tsx";
import { SlotCell } from "../entry/SlotCell.tsx";
import { entrySlot, labelOf } from "../entry/slots.ts";
import { useEntry } from "../entry/useEntry.ts";
import { IntervalStrip, type StripRow } from "../drawing/IntervalStrip.tsx";
import { Forced } from "./Forced.tsx";
import { meterAdvice } from "./meterAdvice.ts";
import { PairRow } from "./PairRow.tsx";
import { usePairLooks, valueOf } from "./usePairLooks.ts";
import { WindingDrawing, type DrawnPair } from "../drawing/WindingDrawing.tsx";

const SLOTS = ["tips", "temperature", ...PAIRS] as const;

/** What the verdict says of the pairs: placing a limb is its work, and the rest of the screen does not wait for it. */
function usePairsFinding() {
  return findingOf(useStandingVerdict().findings, PAIRS_AT_REST);
}

function Sentence() {
  const finding = usePairsFinding();
  return finding && `${finding.sentence}.`;
}

function Drawn({ pairs, now }: { readonly pairs: Record<Pair, DrawnPair>; readonly now: Pair | null }) {
  const { motor } = useOpenJob().record;
  const finding = usePairsFinding();
  return (
    <WindingDrawing
      connection={motor.connection}
      pairs={pairs}
      suspect={finding?.departs ? finding.place : null}
      now={now}
      size="h-56 max-lg:h-48"
    />
  );
}

function Means({ state, balance }: { readonly state: Judgement; readonly balance: string }) {
  const { findings } = useStandingVerdict();
  const finding = usePairsFinding();
  const steady = findingOf(findings, STEADY);
  return (
    <>
      {steady?.departs && (
        <Judged state="departs">
          <strong>{steady.sentence}.</strong> Hold the rotor, press again, and read that pair anew.
        </Judged>
      )}
      {finding && (
        <Judged state={finding.departs ? "departs" : state}>
          <strong>
            <Unbroken>{`${finding.sentence}.`}</Unbroken>
          </strong>{" "}
          {finding.advice} {balance}
        </Judged>
      )}
    </>
  );
}

/** Three pairs at rest: the reading, what it means, and where it points. */
export function Winding() {
  const job = useOpenJob();
  const { record, epoch } = job;
  const { motor } = record;
  const [meter, setMeter] = useState(
    () =>
      (windingInstrument(record, epoch) ?? record.instruments.findLast((one) => canMeasure(one, "ohms")))
        ?.id ?? "",
  );
  const [forced, setForced] = useState(() =>
    record.readings.some(
      (one) => one.check === "winding" && one.epoch === epoch && one.slot.endsWith(".volts"),
    ),
  );
  const { sitting, limit, imbalance, expected, looks } = usePairLooks();
  const heat = windingTemperature(record, epoch);
  const instrument = record.instruments.find(({ id }) => id === meter);
  const slots = SLOTS.map((slot) => ({
    ...entrySlot("winding", slot, motor),
    // Four wires read what lies between the probes and not the probes: their tips may be touched and need not be.
    ...(slot === "tips" && instrument?.wiring === "fourWire" && { optional: true }),
  }));
  const entry = useEntry("winding", slots, meter);
  const usual = healthyPairPrior(motor, heat.celsius, heat.doubt).centre;
  const otherMeter = readWithAnotherMeter(record, epoch);
  const now = PAIRS.find((pair) => pair === entry.active) ?? null;
  const drawn = Object.fromEntries(
    PAIRS.map((pair): [Pair, DrawnPair] => {
      const { number } = valueOf(sitting?.measured.pairs[pair]);
      const share = expected?.pairs[pair]?.value ?? imbalance?.deviations[pair].value;
      const departs = looks[pair].state === "departs" && share !== undefined;
      return [
        pair,
        { state: looks[pair].state, text: number, ...(departs && { under: percentText(share) }) },
      ];
    }),
  ) as Record<Pair, DrawnPair>;
  const rows: StripRow[] = PAIRS.flatMap((pair) => {
    const part = expected ? expected.pairs[pair] : imbalance?.deviations[pair];
    const { state } = looks[pair];
    if (!part || state === "open" || state === "unread") return [];
    return [{ label: pairName(pair), value: part.value, expanded: part.expanded, state }];
  });
  const colours = PHASES.filter((phase) => motor.wireColours[phase])
    .map((phase) => `${phase} ${motor.wireColours[phase]}`)
    .join(", ");
  return (
    <section aria-labelledby="check-title">
      <div className="flex flex-wrap items-baseline gap-x-3">
        <h2 id="check-title" className="text-xl font-bold">
          Three pairs at rest
        </h2>
        <MeterSelect
          instruments={record.instruments}
          value={meter}
          disabled={job.closed}
          onChoose={setMeter}
        />
        {!forced && (
          <AcrossTheBench entry={entry}>
            <Sentence />
          </AcrossTheBench>
        )}
      </div>
      <p className="mb-3 text-[0.95rem] leading-snug text-ink-2">
        Equal pairs mean three sound limbs. {instrument && meterAdvice(usual, limit, instrument)}{" "}
        <button
          type="button"
          aria-pressed={forced}
          onClick={() => setForced(!forced)}
          className="min-h-6 font-semibold text-green underline underline-offset-4 pointer-coarse:min-h-11"
        >
          {forced ? "Back to ohms" : "Force a current"}
        </button>
      </p>
      <div className="grid grid-cols-[17rem_1fr] gap-4 max-xl:grid-cols-[14rem_1fr] max-lg:grid-cols-1">
        <div className="flex flex-col justify-between rounded-xl border border-line bg-sheet p-3 sm:max-lg:flex-row sm:max-lg:items-center">
          <Drawn pairs={drawn} now={now} />
          <p className="text-sm leading-snug text-ink-2">
            {entry.active === "tips" && "Now hold the two probe tips together. "}
            {entry.active === "temperature" && "Now the winding's temperature: a thermometer on the iron. "}
            {now && `Now one probe on ${phasesOf(now).join(", the other on ")}. `}
            Hold the rotor still: a turning magnet makes volts. Press hard, fingers off the tips. A limb off
            by 30 % moves a pair by 10 % of the mean only. {colours && `${colours}. `}
            {motor.connection === "unknown" && "Connection unknown: drawn as a star."}
          </p>
        </div>
        <div className="flex min-w-0 flex-col gap-2">
          {forced ? (
            <Forced />
          ) : (
            <>
              <div className="flex gap-2">
                <SlotCell entry={entry} check="winding" slot="tips" name={labelOf("winding", "tips")} />
                <SlotCell
                  entry={entry}
                  check="winding"
                  slot="temperature"
                  name={labelOf("winding", "temperature")}
                  empty={`not read, ${temperatureText(heat.celsius, record.limits)} ± ${heat.doubt} K taken`}
                />
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
            </>
          )}
          {otherMeter.length > 0 && (
            <Judged state="cannotTell">
              <strong>Two meters in one check.</strong> {otherMeter.map(pairName).join(", ")} read with
              another one
              {otherMeter.length === 1 ? " does" : " do"} not count: read all three with one.
            </Judged>
          )}
          <Means
            state={imbalance?.judgement ?? "cannotTell"}
            balance={
              imbalance
                ? `Balance ${JUDGEMENT_WORDS[imbalance.judgement]} at ±${shareText(limit)} of the mean; spread ${percentText(imbalance.spread, { signed: false })}.`
                : ""
            }
          />
        </div>
      </div>
      {rows.length > 0 && (
        <div className="mt-3">
          {expected ? (
            <IntervalStrip
              title={`Against ${quantityText(expected.expected, RESISTANCE)} expected at ${temperatureText(Math.round(heat.celsius), record.limits)}${motor.expected?.source ? ` (${motor.expected.source})` : ""}`}
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
          {hazardousSupply(motor)
            ? "Above 60 V DC or 30 V AC, judged at full charge, this is work for qualified people. Verify dead before touching the leads."
            : "Leads off the controller, pack or supply out: a meter on a live lead dies, and so may you."}
        </Caution>
      </div>
      {!forced && <Mend entry={entry} />}
      <CheckRecord check="winding" />
    </section>
  );
}
