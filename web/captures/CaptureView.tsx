import { useState } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { figureText, visibility, type CaptureOptions, type FigureName, type Window } from "#core/capture";
import { RECORDER_GAIN, withRecorder } from "#core/measure/waveform";
import { percentText, shareText } from "#core/quantity";
import { isTyping } from "../ui/isTyping.ts";
import type { ReadCapture } from "../workers/capture.worker.ts";
import { CoastChart } from "./drawn/CoastChart.tsx";
import { EdgeRing } from "./drawn/EdgeRing.tsx";
import { FigureTable } from "./FigureTable.tsx";
import { Harmonics, OneCycle } from "./drawn/Harmonics.tsx";
import { isLow, MagnetRing } from "./drawn/MagnetRing.tsx";
import { Remarks } from "./Remarks.tsx";
import { Signals } from "./Signals.tsx";

/** What stands large beside the rings; the rest is in the list below. */
const FIRST_FIGURES = [
  "speedConstantAgainstRated",
  "imbalance",
  "angleAbToBc",
  "thdLineToLine",
  "sag",
  "inertiaOverViscous",
  "coulombOverInertia",
  "stopAt",
  "sensorLead",
  "angleAToB",
  "angleBToC",
  "angleCToA",
  "glitches",
  "missingPulses",
  "netTurns",
] as const satisfies readonly FigureName[];

interface Props {
  readonly capture: ReadCapture;
  readonly options: CaptureOptions;
  readonly name: string;
  readonly window: (from: number, to: number, columns: number) => Promise<Window | null>;
}

/** How a dead magnet would show through these slots, so that what is seen can be weighed. */
function SeenThrough({ options, lowest }: { readonly options: CaptureOptions; readonly lowest: number }) {
  const { slots, polePairs } = options;
  if (slots === null || polePairs === null) return null;
  const seen = visibility(slots, polePairs);
  if (seen === null || !(seen > 0.003)) return null;
  return (
    <p className="mt-1 text-sm text-ink-2">
      Through {slots} slots one magnet 30 % weak shows as {percentText(seen, { signed: false })} from the
      lowest to the highest; here it is {percentText(1 - lowest, { signed: false })}.
    </p>
  );
}

/** What a recording says, drawn: signals by time, magnets, sensors, coast, one cycle and its harmonics, every figure. */
export { rehearse } from "./drawn/SignalChart.tsx";

export default function CaptureView({ capture, options, name, window }: Props) {
  const { answer, pictures, span } = capture;
  const { polePairs } = options;
  const { magnets, cycle, coast, edges } = pictures;
  const heights = magnets?.heights;
  const lowest = heights ? heights.indexOf(Math.min(...heights)) : -1;
  const low = heights && magnets && lowest >= 0 && isLow(heights[lowest]!, magnets.u) ? lowest : null;
  const [chosen, setChosen] = useState<{ readonly of: ReadCapture; readonly magnet: number } | null>(null);
  // Another recording has other magnets.
  const magnet = chosen?.of === capture ? chosen.magnet : null;
  const shown = magnet ?? low;
  const choose = (one: number) => setChosen({ of: capture, magnet: one });
  useHotkeys("m", () => heights && choose(((shown ?? -1) + 1) % heights.length), {
    ignoreEventWhen: isTyping,
    preventDefault: true,
  });
  const figures = withRecorder(answer.figures);
  const constant = figures["speedConstant"];
  const waves = cycle.filter(({ values }) => values.some((value) => value !== 0));
  return (
    <div className="grid gap-3">
      {span && (
        <Signals
          capture={capture}
          polePairs={polePairs}
          name={name}
          window={window}
          magnet={heights ? shown : null}
          span={span}
        />
      )}
      <div className="grid grid-cols-[minmax(0,15rem)_minmax(0,1fr)] gap-3 max-sm:grid-cols-1">
        <div className="grid content-start gap-3">
          {magnets && (
            <section aria-labelledby="magnets" className="rounded-xl border border-line bg-sheet p-3">
              <h3 id="magnets" className="text-sm font-bold text-ink-2">
                Magnet ring
              </h3>
              <MagnetRing heights={magnets.heights} u={magnets.u} chosen={magnet} onChoose={choose} />
              <p className="text-xs text-ink-2">
                Counted from where the recording begins, within {percentText(magnets.u, { signed: false })}.
              </p>
            </section>
          )}
          {edges && (
            <section aria-labelledby="edges" className="rounded-xl border border-line bg-sheet p-3">
              <h3 id="edges" className="text-sm font-bold text-ink-2">
                Sensors, one cycle
              </h3>
              <EdgeRing edges={edges} spacing={answer.figures["sensorSpacing"]?.value ?? 120} />
              <p className="text-xs text-ink-2">
                Green: high. Copper: where it should rise.
                {edges.lag !== undefined &&
                  ` Turned both ways: the mean of both; a sensor lags by up to ${edges.lag.toFixed(1)}° more or less than the mean of them.`}
              </p>
            </section>
          )}
          {!magnets && !edges && waves.length > 0 && (
            <section aria-labelledby="one-cycle" className="rounded-xl border border-line bg-sheet p-3">
              <h3 id="one-cycle" className="mb-1 text-sm font-bold text-ink-2">
                One cycle
              </h3>
              <OneCycle cycle={waves} />
            </section>
          )}
        </div>
        <div className="grid content-start gap-3">
          <section aria-label="Figures" className="rounded-xl border border-line bg-sheet p-4">
            {constant && (
              <p className="mb-2">
                <strong className="text-2xl">{figureText(constant)}</strong>{" "}
                <span className="text-sm text-ink-2">
                  per volt of line peak, {shareText(RECORDER_GAIN)} for the recorder
                </span>
              </p>
            )}
            <FigureTable figures={figures} names={FIRST_FIGURES} />
            {low !== null && heights && <SeenThrough options={options} lowest={heights[low]!} />}
          </section>
          <Remarks said={answer.said} />
        </div>
      </div>
      {coast && (
        <section aria-labelledby="coast" className="min-w-0 rounded-xl border border-line bg-sheet p-3">
          <h3 id="coast" className="text-sm font-bold text-ink-2">
            Spin-down
          </h3>
          <CoastChart coast={coast} polePairs={polePairs} />
        </section>
      )}
      <details className="rounded-xl border border-line bg-sheet p-3">
        <summary className="min-h-8 cursor-pointer font-semibold pointer-coarse:min-h-11">
          Every figure, one cycle, harmonics
        </summary>
        <div className="mt-2 grid grid-cols-2 gap-4 max-md:grid-cols-1">
          <FigureTable figures={figures} />
          <div className="grid content-start gap-3">
            {waves.length > 0 && (
              <>
                <h4 className="text-sm font-bold text-ink-2">One cycle, all of them together</h4>
                <OneCycle cycle={waves} />
                <h4 className="text-sm font-bold text-ink-2">Harmonics, % of the fundamental</h4>
                <Harmonics cycle={waves} />
              </>
            )}
          </div>
        </div>
      </details>
    </div>
  );
}
