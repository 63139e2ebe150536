import { Fragment, useState } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { Link } from "react-router";
import { answersAsked, isDirect, TAPS_OF } from "#core/measure/power";
import { pointsOf, schemeOf } from "#core/families";
import { useOpenJob } from "../../job/openJob.ts";
import { Button } from "../../ui/Button.tsx";
import { isTyping } from "../../ui/isTyping.ts";
import { AcrossTheBench } from "../entry/AcrossTheBench.tsx";
import { CheckRecord } from "../entry/CheckRecord.tsx";
import { ChooseOne } from "../entry/ChooseOne.tsx";
import { Findings } from "../entry/Findings.tsx";
import { Mend } from "../entry/Mend.tsx";
import { entrySlot } from "../entry/slots.ts";
import { SlotRow } from "../entry/SlotRow.tsx";
import { useChoose } from "../entry/useChoose.ts";
import { useEntry } from "../entry/useEntry.ts";
import { Code } from "./Code.tsx";
import { DiagramForm } from "./DiagramForm.tsx";
import { Direct, Plug } from "./Plug.tsx";
import { Way } from "./Way.tsx";

/** What the work is and for whom, before the first live reading; short at every one after it. */
function Live({ ready, onReady }: { readonly ready: boolean; readonly onReady: () => void }) {
  return (
    <div
      role="note"
      className="sticky top-0 z-10 mb-3 border-l-4 border-red bg-sheet px-4 py-2.5 text-sm leading-snug"
    >
      <p>
        <strong className="text-red">Live.</strong> Covers off only while you read; one hand, dry floor, meter
        and probes rated for the mains beside it (CAT III), eye protection. Energised work is for qualified
        people under local rules.
      </p>
      {!ready && (
        <Button look="main" className="mt-2" onClick={onReady}>
          Qualified, and ready: open the readings
        </Button>
      )}
    </div>
  );
}

/** Which tap it is, one row each: a dead one is ordered for by its number. */
function Taps({ by }: { readonly by: ReturnType<typeof useChoose> }) {
  const begun = TAPS_OF.some((n) => by.chosen(`tap.${n}`) !== "");
  return (
    <details open={begun} className="ml-4 border-l-2 border-line pl-3">
      <summary className="min-h-11 cursor-pointer py-2.5 text-sm text-ink-2">Tap by tap</summary>
      <div className="flex flex-col gap-1.5">
        {TAPS_OF.map((n) => (
          <ChooseOne key={n} check="power" slot={`tap.${n}`} by={by} tight />
        ))}
      </div>
    </details>
  );
}

const MOST_IN_A_ROW = 8;

/** Where supply and call are lost on their way to the motor, and whether it answers. */
export function Power() {
  const { place, record, epoch, closed } = useOpenJob();
  const { motor } = record;
  const scheme = schemeOf(motor)!;
  const points = pointsOf(scheme);
  const choosing = useChoose("power");
  const entry = useEntry(
    "power",
    points.map(({ slot, name, under, unit, expects }) =>
      entrySlot("power", slot, motor, { name, under, hint: `${unit}; expects ${expects}` }),
    ),
    null,
  );
  const asked = answersAsked(record, epoch);
  const ready = closed || choosing.chosen("stance") === "ready";
  const active = points.find(({ slot }) => slot === entry.active) ?? points[0]!;
  const [drawing, setDrawing] = useState(false);
  useHotkeys("e", () => ready && !closed && setDrawing(true), {
    enableOnFormTags: true,
    ignoreEventWhen: isTyping,
    preventDefault: true,
  });
  // Nine points of a three-phase motor stand in two rows.
  const stacked = points.length > MOST_IN_A_ROW;
  return (
    <section aria-labelledby="check-title">
      <h2 id="check-title" className="text-xl font-bold">
        Supply and call
      </h2>
      <p className="mb-3 max-w-3xl text-ink-2">
        Follow it from where it is made to where it is needed. Where it stops, there is the fault.
      </p>
      <Live ready={ready} onReady={() => choosing.choose("stance")("ready")} />
      {ready && (
        <>
          <div className={`flex gap-2.5 ${stacked ? "flex-col" : "max-lg:flex-col"}`}>
            {scheme.ways.map((way) => (
              <Way key={way.id} way={way} active={entry.active} onChoose={entry.move} />
            ))}
          </div>
          <ul aria-label="Reading" className="my-2.5">
            <SlotRow entry={entry} check="power" slot={active.slot} name={active.name} under={active.under} />
          </ul>
          {active.band(motor) === null && (
            <p className="mb-2.5 text-sm">
              What its plate says is not written down, so that no voltage is right or wrong here.{" "}
              <Link
                to={`${place}/takenIn`}
                className="text-green underline underline-offset-2 max-lg:inline-block max-lg:min-h-11 max-lg:py-2.5"
              >
                Write it down
              </Link>
            </p>
          )}
          {drawing && (
            <div className="mb-2.5">
              <DiagramForm key={active.slot} point={active} onDone={() => setDrawing(false)} />
            </div>
          )}
          <div className="grid items-start grid-cols-[minmax(0,1fr)_minmax(0,1.2fr)] gap-2.5 max-md:grid-cols-1">
            <Plug point={active} connectors={scheme.connectors} />
            <div className="grid content-start gap-2.5">
              <dl className="grid grid-cols-2 gap-2.5 text-sm leading-snug">
                <div className="rounded-xl border border-line bg-sheet px-3 py-2">
                  <dt className="font-semibold text-ink-2">There: {active.expects}</dt>
                  <dd>{active.present}</dd>
                </div>
                <div className="rounded-xl border border-line bg-sheet px-3 py-2">
                  <dt className="font-semibold text-ink-2">Missing</dt>
                  <dd>{active.absent}</dd>
                </div>
              </dl>
              <p className="text-sm text-ink-2">
                {scheme.recognise} <strong className="text-ink">Wire colours are not to be trusted.</strong>{" "}
                Read the diagram on this motor. {scheme.never.join(" ")}
              </p>
              {!closed && !drawing && (
                <div className="flex flex-wrap items-center gap-3 text-sm text-ink-2">
                  <Button size="small" hotkey="E" onClick={() => setDrawing(true)}>
                    Mine differs
                  </Button>
                  {motor.diagram && `Pins as on ${motor.diagram.source}.`}
                </div>
              )}
            </div>
          </div>
          <AcrossTheBench entry={entry} />
          <Mend entry={entry} />
          <h3 className="mb-1 mt-4 font-semibold">Does it answer?</h3>
          <div className="flex flex-col gap-2.5">
            {asked.map((slot) => (
              <Fragment key={slot}>
                {slot === asked.find(isDirect) && scheme.direct && (
                  <Direct test={scheme.direct} connectors={scheme.connectors} />
                )}
                {slot === "code" ? <Code /> : <ChooseOne check="power" slot={slot} by={choosing} />}
                {slot === "taps" && <Taps by={choosing} />}
              </Fragment>
            ))}
          </div>
        </>
      )}
      <div className="mt-3 flex max-w-3xl flex-col gap-3">
        <Findings check="power" />
        {choosing.problem && (
          <p role="alert" className="text-red">
            {choosing.problem}
          </p>
        )}
      </div>
      <CheckRecord check="power" />
    </section>
  );
}
