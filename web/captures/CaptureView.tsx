import { useMemo, useRef, useState } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { figureText, visibility, type CaptureOptions, type FigureName, type Window } from "#core/capture";
import { withRecorder } from "#core/measure/waveform";
import { percentText } from "#core/quantity";
import { Button } from "../ui/Button.tsx";
import { isTyping } from "../ui/isTyping.ts";
import type { ReadCapture } from "../workers/capture.worker.ts";
import { saveCsv, savePicture } from "./carryOut.ts";
import { CoastChart } from "./CoastChart.tsx";
import { EdgeRing } from "./EdgeRing.tsx";
import { FigureTable } from "./FigureTable.tsx";
import { Harmonics, OneCycle } from "./Harmonics.tsx";
import { isLow, MagnetRing } from "./MagnetRing.tsx";
import { Remarks } from "./Remarks.tsx";
import { SignalChart } from "./SignalChart.tsx";
import { firstStretch, magnetPasses, pushed, zoomed, type Stretch } from "./stretch.ts";
import { roleText, strokeOf } from "./strokes.ts";

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

function Legend({ capture }: Pick<Props, "capture">) {
  const { figures, understood } = capture.answer;
  return (
    <ul className="flex flex-wrap gap-x-4 text-sm" aria-label="Signals">
      {understood.channels.map(({ carries, name }) => {
        if (!carries) return null;
        const height = figures[`amplitude${carries}`];
        const { colour, dash } = strokeOf(carries);
        return (
          <li key={name} className="flex items-center gap-1.5">
            <svg viewBox="0 0 20 4" className="h-1 w-5" aria-hidden>
              <path
                d="M0 2H20"
                stroke={`var(${colour})`}
                strokeWidth="3"
                strokeDasharray={carries.length > 1 ? dash.join(" ") : ""}
              />
            </svg>
            <strong>{roleText(carries)}</strong>
            {height && `${figureText({ ...height, u: 0, value: Number(height.value.toPrecision(4)) })} peak`}
          </li>
        );
      })}
    </ul>
  );
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

/** Whole cycles that begin in a stretch; null where nobody knows of any. */
function cyclesIn(cycles: readonly number[], { from, to }: Stretch): number | null {
  if (cycles.length < 2) return null;
  const slack = (cycles[1]! - cycles[0]!) * 0.05;
  return Math.max(1, cycles.slice(0, -1).filter((at) => at >= from - slack && at < to - slack).length);
}

/** What a recording says, drawn: signals by time, magnets, sensors, coast, one cycle and its harmonics, every figure. */
export default function CaptureView({ capture, options, name, window }: Props) {
  const { answer, pictures, span } = capture;
  const { polePairs } = options;
  const first = useMemo(() => firstStretch(capture, polePairs), [capture, polePairs]);
  const [stretch, setStretch] = useState<Stretch>(first);
  const [magnet, setMagnet] = useState<number | null>(null);
  const [before, setBefore] = useState(first);
  if (before !== first) {
    setBefore(first);
    setStretch(first);
    setMagnet(null);
  }
  const { magnets, cycles, cycle, coast, edges } = pictures;
  const heights = magnets?.heights;
  const lowest = heights ? heights.indexOf(Math.min(...heights)) : -1;
  const low = heights && magnets && lowest >= 0 && isLow(heights[lowest]!, magnets.u) ? lowest : null;
  const shownMagnet = magnet ?? low;
  const marked = useMemo(() => {
    const passes =
      shownMagnet === null || !heights ? null : magnetPasses(capture, shownMagnet, polePairs, stretch);
    return passes ? [passes] : [];
  }, [capture, shownMagnet, heights, polePairs, stretch]);

  const cycleLength = cycles.length > 1 ? (cycles.at(-1)! - cycles[0]!) / (cycles.length - 1) : null;
  const all = span ?? ([0, 1] as const);
  const push = (by: number) => setStretch((now) => pushed(now, by, all));
  const zoom = (by: number, about = 0.5) => setStretch((now) => zoomed(now, by, about, all));
  const step = cycleLength ?? (stretch.to - stretch.from) / 5;
  const how = { ignoreEventWhen: isTyping, preventDefault: true } as const;
  useHotkeys("left", () => push(-step), how);
  useHotkeys("right", () => push(step), how);
  useHotkeys("plus, add, =", () => zoom(0.5), { ...how, useKey: true });
  useHotkeys("-, subtract, minus", () => zoom(2), { ...how, useKey: true });
  useHotkeys("0", () => setStretch(span ? { from: span[0], to: span[1] } : first), how);
  useHotkeys("m", () => heights && setMagnet(((shownMagnet ?? -1) + 1) % heights.length), how);

  const chart = useRef<HTMLDivElement>(null);
  const cyclesShown = cyclesIn(cycles, stretch);
  const speed = answer.figures["speed"] ?? answer.figures["electricalFrequency"];
  const heading = [
    cyclesShown !== null && polePairs !== null && cyclesShown === polePairs ? "One turn" : "",
    cyclesShown === null ? "" : `${cyclesShown} ${cyclesShown === 1 ? "cycle" : "cycles"}`,
    speed ? figureText({ ...speed, u: 0, value: Number(speed.value.toPrecision(4)) }) : "",
  ].filter(Boolean);
  const figures = withRecorder(answer.figures);
  const constant = figures["speedConstant"];
  const plain = name.replace(/\.[^.]+$/u, "");
  const waves = cycle.filter(({ values }) => values.some((value) => value !== 0));
  return (
    <div className="grid gap-3">
      {span && (
        <section
          ref={chart}
          aria-label="Signals by time"
          className="min-w-0 rounded-xl border border-line bg-sheet p-3"
        >
          <div className="flex flex-wrap items-baseline justify-between gap-x-4 gap-y-1">
            <h3 className="text-sm font-bold text-ink-2">{heading.join(", ") || "By time"}</h3>
            <Legend capture={capture} />
          </div>
          <SignalChart
            capture={capture}
            window={window}
            stretch={stretch}
            marked={marked}
            onPush={(share) => push(share * (stretch.to - stretch.from))}
            onZoom={zoom}
            label={`${name}: ${answer.understood.channels.length} signals`}
          />
          <div className="flex flex-wrap items-center gap-2">
            <Button size="small" aria-label="One cycle back" onClick={() => push(-step)}>
              ←
            </Button>
            <Button size="small" aria-label="One cycle on" onClick={() => push(step)}>
              →
            </Button>
            <Button size="small" aria-label="Larger" onClick={() => zoom(0.5)}>
              +
            </Button>
            <Button size="small" aria-label="Smaller" onClick={() => zoom(2)}>
              −
            </Button>
            <Button size="small" onClick={() => setStretch({ from: span[0], to: span[1] })}>
              All of it
            </Button>
            <span className="grow" />
            <Button
              size="small"
              look="quiet"
              onClick={() => {
                const svg = chart.current?.querySelector<SVGSVGElement>("[data-chart] svg");
                if (svg) void savePicture(svg, plain);
              }}
            >
              Picture
            </Button>
            <Button size="small" look="quiet" onClick={() => saveCsv(answer, plain)}>
              Figures as CSV
            </Button>
          </div>
        </section>
      )}
      <div className="grid grid-cols-[minmax(0,15rem)_minmax(0,1fr)] gap-3 max-sm:grid-cols-1">
        <div className="grid content-start gap-3">
          {magnets && (
            <section aria-labelledby="magnets" className="rounded-xl border border-line bg-sheet p-3">
              <h3 id="magnets" className="text-sm font-bold text-ink-2">
                Magnet ring
              </h3>
              <MagnetRing
                heights={magnets.heights}
                u={magnets.u}
                chosen={magnet}
                onChoose={(one) => setMagnet(one)}
              />
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
              <p className="text-xs text-ink-2">Green: high. Copper: where it should rise.</p>
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
                <span className="text-sm text-ink-2">per volt of line peak, 3 % for the recorder</span>
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
