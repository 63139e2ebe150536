import { useMemo, useRef, useState } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { figureText, type Window } from "#core/capture";
import { Button } from "../ui/Button.tsx";
import { isTyping } from "../ui/isTyping.ts";
import type { ReadCapture } from "../workers/capture.worker.ts";
import { saveCsv, savePicture } from "./drawn/carryOut.ts";
import { SignalChart } from "./drawn/SignalChart.tsx";
import { firstStretch, magnetPasses, pushed, zoomed, type Stretch } from "./drawn/stretch.ts";
import { roleText, strokeOf } from "./drawn/strokes.ts";

function Legend({ capture }: { readonly capture: ReadCapture }) {
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

/** Whole cycles that begin in a stretch; null where nobody knows of any. */
function cyclesIn(cycles: readonly number[], { from, to }: Stretch): number | null {
  if (cycles.length < 2) return null;
  const slack = (cycles[1]! - cycles[0]!) * 0.05;
  return Math.max(1, cycles.slice(0, -1).filter((at) => at >= from - slack && at < to - slack).length);
}

/** The signals by time: one turn at first, pushed and made larger by keys, hand or wheel; where a magnet passes is marked. */
export function Signals({
  capture,
  polePairs,
  name,
  window,
  magnet,
  span,
}: {
  readonly capture: ReadCapture;
  readonly polePairs: number | null;
  /** Of the file. */
  readonly name: string;
  readonly window: (from: number, to: number, columns: number) => Promise<Window | null>;
  /** The magnet that is looked at; null for none. */
  readonly magnet: number | null;
  readonly span: readonly [number, number];
}) {
  const { answer, pictures } = capture;
  const { cycles } = pictures;
  const first = useMemo(() => firstStretch(capture, polePairs), [capture, polePairs]);
  const [stretch, setStretch] = useState<Stretch>(first);
  const [before, setBefore] = useState(first);
  if (before !== first) {
    setBefore(first);
    setStretch(first);
  }
  const marked = useMemo(() => {
    const passes = magnet === null ? null : magnetPasses(capture, magnet, polePairs, stretch);
    return passes ? [passes] : [];
  }, [capture, magnet, polePairs, stretch]);

  const cycleLength = cycles.length > 1 ? (cycles.at(-1)! - cycles[0]!) / (cycles.length - 1) : null;
  const all = { from: span[0], to: span[1] };
  const push = (by: number) => setStretch((now) => pushed(now, by, span));
  const zoom = (by: number, about = 0.5) => setStretch((now) => zoomed(now, by, about, span));
  const step = cycleLength ?? (stretch.to - stretch.from) / 5;
  const how = { ignoreEventWhen: isTyping, preventDefault: true } as const;
  useHotkeys("left", () => push(-step), how);
  useHotkeys("right", () => push(step), how);
  useHotkeys("plus, add, =", () => zoom(0.5), { ...how, useKey: true });
  useHotkeys("-, subtract, minus", () => zoom(2), { ...how, useKey: true });
  useHotkeys("0", () => setStretch(all), how);

  const chart = useRef<HTMLDivElement>(null);
  const cyclesShown = cyclesIn(cycles, stretch);
  const speed = answer.figures["speed"] ?? answer.figures["electricalFrequency"];
  const heading = [
    cyclesShown !== null && polePairs !== null && cyclesShown === polePairs ? "One turn" : "",
    cyclesShown === null ? "" : `${cyclesShown} ${cyclesShown === 1 ? "cycle" : "cycles"}`,
    speed ? figureText({ ...speed, u: 0, value: Number(speed.value.toPrecision(4)) }) : "",
  ].filter(Boolean);
  const plain = name.replace(/\.[^.]+$/u, "");
  return (
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
        <Button size="small" onClick={() => setStretch(all)}>
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
  );
}
