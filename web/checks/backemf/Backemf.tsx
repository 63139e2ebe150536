import { useEffect, useState } from "react";
import {
  balanceOfSpin,
  blindToOpenDelta,
  CONSTANT,
  mixedVoltmeters,
  PAIRS_SPUN,
  plannedSpin,
  polePairsOf,
  REFERENCE,
  REFERENCE_SELF,
  SISTER,
  spinOf,
  spinVoltmeter,
} from "#core/measure/backemf";
import { findingOf, valueOfKind } from "#core/check";
import {
  canMeasure,
  percentText,
  quantityText,
  shareText,
  SPEED,
  VOLTAGE,
  type Instrument,
} from "#core/quantity";
import {
  latestIn,
  PAIRS,
  pairName,
  phasesOf,
  spinLimitOf,
  type JobRecord,
  type Phase,
  type Reading,
} from "#core/record";
import { useAskedFor, useOpenJob } from "../../job/openJob.ts";
import { Caution, Judged } from "../../ui/Notice.tsx";
import { Unbroken } from "../../ui/Unbroken.tsx";
import { ProbeDrawing } from "../drawing/ProbeDrawing.tsx";
import { IntervalStrip } from "../drawing/IntervalStrip.tsx";
import { AcrossTheBench } from "../entry/AcrossTheBench.tsx";
import { ChooseOne } from "../entry/ChooseOne.tsx";
import { CheckRecord } from "../entry/CheckRecord.tsx";
import { Mend } from "../entry/Mend.tsx";
import { MeterSelect } from "../entry/MeterSelect.tsx";
import { SlotCell } from "../entry/SlotCell.tsx";
import { SlotRow, type Tone } from "../entry/SlotRow.tsx";
import { useChoose } from "../entry/useChoose.ts";
import { useEntry } from "../entry/useEntry.ts";
import { useFindings } from "../entry/useFindings.ts";
import { keepSetUp, useTurn } from "../../job/drillQueue.ts";
import { DrillQueue } from "./DrillQueue.tsx";
import { Constant } from "./Constant.tsx";
import { Gate } from "./Gate.tsx";
import { slotsOf, type Route } from "./spinSlots.ts";
import { Suspects } from "./Suspects.tsx";

function usualVoltmeter(record: JobRecord, used: Instrument | null): string {
  return (
    used?.id ??
    record.instruments.find(({ acVolts }) => acVolts?.response === "trueRms")?.id ??
    record.instruments.find((one) => canMeasure(one, "acVolts"))?.id ??
    ""
  );
}

/** The second meter, which counts: the one that did, else another than the voltmeter, a tachometer last. */
function usualCounter(record: JobRecord, epoch: number, voltmeter: string): string {
  const used = record.readings.findLast(
    ({ check, slot, epoch: when }) => check === "backemf" && when === epoch && slot.endsWith(".speed"),
  )?.instrumentId;
  const others = record.instruments.filter(({ id }) => id !== voltmeter);
  const able = (what: "frequency" | "tachometer") => others.find((one) => canMeasure(one, what))?.id;
  return used ?? able("frequency") ?? able("tachometer") ?? voltmeter;
}

/** The pair that is read now, or the one whose frequency is. */
function probesOf(slot: string): { readonly from: Phase; readonly to: Phase } {
  const [from, to] = phasesOf(PAIRS.find((pair) => slot.includes(pair)) ?? "AB");
  return { from, to };
}

/** Motors of a queue share drill and meter: what this one is read with is kept for the next. */
function useKeptSetUp(queued: boolean, meter: string, route: string, planned: Reading | undefined) {
  const typed = planned?.typed;
  const rpm = planned?.value.kind === "quantity" ? planned.value.value : null;
  useEffect(() => {
    if (queued && typed !== undefined && rpm !== null)
      keepSetUp({ meter, route, plannedSpeed: { typed, rpm } });
  }, [queued, meter, route, typed, rpm]);
}

const isSisters = (slot: string) => slot.startsWith("sister.");

/** Spun by a drill: the gate first, then speed and three voltages, then the constant. */
export function Backemf() {
  const job = useOpenJob();
  const { record, epoch, closed } = job;
  const findings = useFindings("backemf");
  const turn = useTurn(job.id);
  const [meter, setMeter] = useState(
    () =>
      (!spinVoltmeter(record, epoch) && turn?.setUp?.meter) ||
      usualVoltmeter(record, spinVoltmeter(record, epoch)),
  );
  const choosing = useChoose("backemf");
  const { problem, chosen, choose } = choosing;
  const next = useAskedFor();
  const [sister, setSister] = useState(
    () =>
      record.readings.some(({ check, slot }) => check === "backemf" && isSisters(slot)) ||
      (next?.check === "backemf" && next.slots.some(isSisters)),
  );
  const route = (chosen("route") || "oneMeter") as Route;
  const voltmeter = record.instruments.find(({ id }) => id === meter);
  const tachometer = record.instruments.find((one) => canMeasure(one, "tachometer"));
  const [second, setSecond] = useState(() => usualCounter(record, epoch, meter));
  const counting = record.instruments.find(({ id }) => id === (route === "twoMeters" ? second : meter));
  const plan = plannedSpin(record, epoch);
  const poles = polePairsOf(record, epoch);
  const slots = slotsOf({
    motor: record.motor,
    route,
    gateOpen: plan.open,
    polesKnown: poles.how === "record",
    sister,
    counter: route === "tachometer" ? (tachometer ?? null) : (counting ?? null),
    tachometer: tachometer?.id ?? null,
  });
  const entry = useEntry("backemf", slots, meter);
  const measured = spinOf(record, epoch);
  const balance = balanceOfSpin(record, epoch);
  const [spun, constant] = [PAIRS_SPUN, CONSTANT].map((variable) => findingOf(findings, variable));
  const others = [SISTER, REFERENCE, REFERENCE_SELF].flatMap(
    (variable) => findingOf(findings, variable) ?? [],
  );
  const missing = measured && PAIRS.filter((pair) => !measured.pairs[pair]);
  const rowOf = (slot: string): { word: string; tone: Tone; detail: string } => {
    const pair = PAIRS.find((candidate) => candidate === slot);
    const found = pair && measured?.pairs[pair];
    if (!pair || !found || !measured) return { word: "", tone: "plain", detail: "" };
    const unit = measured.unit === "hertz" ? "mV/Hz" : "mV/rpm";
    const detail = `${(found.perSpeed * 1000).toPrecision(4)} ${unit}`;
    if (measured.refusal) return { word: "not judged", tone: "cannotTell", detail };
    if (!balance) return { word: "", tone: "plain", detail };
    const { judgement, value } = balance.deviations[pair];
    return {
      word: percentText(value),
      tone: judgement,
      detail: `${detail}, ${{ agrees: "agrees", departs: "departs", cannotTell: "cannot tell" }[judgement]}`,
    };
  };
  const cells = (prefix: "" | "sister.") =>
    slots
      .filter(({ slot }) => slot !== "plannedSpeed" && !PAIRS.some((pair) => pair === slot))
      .filter(({ slot }) => isSisters(slot) === (prefix === "sister."))
      .map(({ slot, name, optional }) => (
        <SlotCell
          key={slot}
          entry={entry}
          check="backemf"
          slot={slot}
          name={name.replace("Sister, ", "")}
          empty={optional ? "left out" : "not read"}
        />
      ));
  const said = spun ? `${spun.sentence}.` : "";
  const planned = latestIn(record.readings, "backemf", "plannedSpeed", epoch);
  useKeptSetUp(turn !== null, meter, route, planned);
  /** What was said once of the drill and the meter is written into this motor's record too. */
  const takeSetUp = async () => {
    if (!turn?.setUp) return;
    const { plannedSpeed, route: how } = turn.setUp;
    setMeter(turn.setUp.meter);
    await job.read("backemf", "route", { kind: "choice", choice: how });
    await job.read("backemf", "plannedSpeed", valueOfKind(SPEED, plannedSpeed.rpm), {
      typed: plannedSpeed.typed,
    });
    entry.move("speedBefore");
  };
  return (
    <section aria-labelledby="check-title">
      <div className="flex flex-wrap items-baseline gap-x-4">
        <h2 id="check-title" className="text-xl font-bold">
          Spin test
        </h2>
        <MeterSelect
          instruments={record.instruments}
          what="acVolts"
          label="volts with"
          value={meter}
          disabled={closed}
          onChoose={setMeter}
        />
        {route === "twoMeters" && plan.open && (
          <MeterSelect
            instruments={record.instruments}
            what="frequency"
            or="tachometer"
            label="speed with"
            value={second}
            disabled={closed}
            onChoose={setSecond}
          />
        )}
        {plan.open && (
          <AcrossTheBench entry={entry} counted>
            {said}
          </AcrossTheBench>
        )}
      </div>
      <p className="mb-3 max-w-3xl text-[0.95rem] leading-snug text-ink-2">
        High gear, full trigger, 1300 rpm or more where the gate allows; wait until the figure settles. Equal
        volts per hertz mean equal limbs.
      </p>
      <DrillQueue
        done={measured !== null && missing?.length === 0 && spun !== undefined}
        onSetUp={planned || closed ? null : () => void takeSetUp()}
      />
      <div className="flex items-center gap-4 max-lg:flex-wrap">
        <div className="min-w-0 grow">
          <Gate
            plan={plan}
            entry={entry}
            onInsulate={choose("gate")}
            insulated={chosen("gate") === "insulated"}
          />
        </div>
        <span className="max-sm:hidden">
          <ProbeDrawing
            connection={record.motor.connection}
            {...probesOf(entry.active)}
            unit="V~"
            spun
            small
          />
        </span>
      </div>
      {plan.open && (
        <>
          <div className="my-3 flex flex-wrap gap-x-6 gap-y-2">
            <ChooseOne check="backemf" slot="route" by={choosing} usual="oneMeter" />
            <ChooseOne check="backemf" slot="drill" by={choosing} />
          </div>
          <div className="mb-2 flex flex-wrap gap-2">{cells("")}</div>
          <ul className="flex flex-col gap-2" aria-label="Spun readings">
            {PAIRS.map((pair) => (
              <SlotRow
                key={pair}
                entry={entry}
                check="backemf"
                slot={pair}
                name={pairName(pair)}
                under={phasesOf(pair)
                  .map((phase) => record.motor.wireColours[phase])
                  .filter(Boolean)
                  .join(", ")}
                {...rowOf(pair)}
                probes={
                  <ProbeDrawing
                    connection={record.motor.connection}
                    {...probesOf(pair)}
                    unit="V~"
                    spun
                    small
                  />
                }
              />
            ))}
          </ul>
          {sister && (
            <section aria-label="Sister on the same drill" className="mt-2">
              <h3 className="mb-1 text-sm font-semibold text-ink-2">A known-good sister on the same drill</h3>
              <div className="flex flex-wrap gap-2">{cells("sister.")}</div>
            </section>
          )}
          <div className="mt-3 flex flex-col gap-3">
            {measured?.refusal === "outsideBand" && voltmeter?.acVolts && (
              <Judged state="cannotTell">
                <strong>
                  {quantityText(measured.speed, { ...VOLTAGE, symbol: "Hz" })} lies outside this meter's AC
                  band of {voltmeter.acVolts.least} to {voltmeter.acVolts.most} Hz: nothing is judged.
                </strong>{" "}
                Spin slower or faster, or take another meter.
              </Judged>
            )}
            {measured?.refusal === "belowFloor" && (
              <Judged state="cannotTell">
                <strong>Fewer than 20 counts on the display: nothing is judged.</strong> Spin faster, or take
                a finer range.
              </Judged>
            )}
            {mixedVoltmeters(record, epoch) && (
              <Judged state="cannotTell">
                <strong>Two voltmeters in one check.</strong> Their gains no longer cancel: read all three
                pairs with one.
              </Judged>
            )}
            {spun && !measured?.refusal && (
              <Judged
                state={
                  spun.departs
                    ? "departs"
                    : blindToOpenDelta(record, epoch)
                      ? "cannotTell"
                      : (balance?.judgement ?? "cannotTell")
                }
              >
                <strong>
                  <Unbroken>{`${spun.sentence}.`}</Unbroken>
                </strong>{" "}
                {spun.advice}{" "}
                {measured &&
                  measured.sag !== null &&
                  Math.abs(measured.sag) > 0.002 &&
                  `The drill changed by ${percentText(measured.sag)}; each voltage is held against the speed at its moment.`}{" "}
                {voltmeter?.acVolts?.response === "average" &&
                  record.motor.connection !== "star" &&
                  "This meter responds to the average: an open delta winding's third harmonic can look like a turn fault on it."}
              </Judged>
            )}
            {missing && missing.length > 0 && missing.length < 3 && (
              <p className="text-sm text-ink-2">Still to read: {missing.map(pairName).join(", ")}.</p>
            )}
            <Suspects fits={spun?.departs ? spun : null} by={choosing} />
            {balance && !measured?.refusal && (
              <IntervalStrip
                title="Volts per speed against the mean of the three"
                band={spinLimitOf(record)}
                bandWords={`limit ±${shareText(spinLimitOf(record))}`}
                rows={PAIRS.map((pair) => ({
                  label: pairName(pair),
                  value: balance.deviations[pair].value,
                  expanded: balance.deviations[pair].expanded,
                  state: balance.deviations[pair].judgement,
                }))}
              />
            )}
            <Constant
              finding={constant}
              others={others}
              showSister={sister}
              onSister={() => {
                setSister(true);
                entry.move(`sister.${route === "twoMeters" ? PAIRS[0] : "speedBefore"}`);
              }}
            />
          </div>
        </>
      )}
      {problem && (
        <p role="alert" className="mt-2 text-red">
          {problem}
        </p>
      )}
      <div className="mt-3">
        <Caution>
          Centre the shaft, clamp its smooth part and never the thread; hold what must not turn. Eye
          protection, no gloves, no loose sleeves. Keep free leads apart: touching they brake the motor out of
          your hand.
        </Caution>
      </div>
      <Mend entry={entry} />
      <CheckRecord check="backemf" />
    </section>
  );
}
