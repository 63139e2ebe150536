import { LineChart } from "echarts/charts";
import { MarkAreaComponent } from "echarts/components";
import { use as withParts, type ECharts } from "echarts/core";
import { useCallback, useEffect, useRef, useState, type PointerEvent } from "react";
import type { CaptureAnswer, Window } from "#core/capture";
import { outOfSight, themeColour, useChart } from "../../ui/useChart.ts";
import type { ReadCapture } from "../../workers/capture.worker.ts";
import { roleText, strokeOf } from "./strokes.ts";
import type { Stretch } from "./stretch.ts";

withParts([LineChart, MarkAreaComponent]);

/** Columns that are drawn: about two pixels each, and little to send and to draw. */
const COLUMNS = 480;
/** Room that one sensor takes under the voltages, pixels. */
const LANE = 26;

interface Drawn {
  readonly capture: {
    readonly answer: { readonly understood: Pick<CaptureAnswer["understood"], "channels"> };
    readonly signals: ReadCapture["signals"];
  };
  readonly shown: Window;
  readonly stretch: Stretch;
  /** Stretches that are marked, s. */
  readonly marked: readonly (readonly [number, number])[];
}

const milliseconds = (seconds: number) => `${Number((seconds * 1000).toPrecision(5))} ms`;

function draw(chart: ECharts, { capture, shown, stretch, marked }: Drawn) {
  const { channels } = capture.answer.understood;
  const [ink, line, soft] = [themeColour("--ink-2"), themeColour("--line"), themeColour("--copper-soft")];
  const carried = channels.map(({ carries }, c) => ({ carries, c, unit: capture.signals[c]?.unit ?? "V" }));
  const some = carried.some(({ carries }) => carries !== null);
  const drawn = carried.filter(({ carries }) => !some || carries !== null);
  const isSensor = ({ carries, unit }: (typeof drawn)[number]) => carries?.length === 1 || unit === "logic";
  const waves = drawn.filter((one) => !isSensor(one));
  const sensors = drawn.filter(isSensor);
  const lanes = sensors.length * LANE;
  const axis = (last: boolean, gridIndex: number) => ({
    type: "value" as const,
    gridIndex,
    min: stretch.from,
    max: stretch.to,
    axisLabel: {
      show: last,
      ...{ color: ink, fontSize: 12, formatter: milliseconds, hideOverlap: true },
      ...{ showMinLabel: false, showMaxLabel: false },
    },
    axisTick: { show: false },
    axisLine: { lineStyle: { color: line }, onZero: false },
    splitLine: { show: false },
    axisPointer: { label: { formatter: ({ value }: { value: unknown }) => milliseconds(Number(value)) } },
  });
  const both = waves.length > 0 && sensors.length > 0;
  const data = (c: number, scale: (value: number) => number) =>
    Array.from(shown.at, (at, n) => [at, scale(shown.values[c]![n]!)]);
  const stroke = ({ carries }: (typeof drawn)[number]) => {
    const { colour, dash } = strokeOf(carries);
    return { color: themeColour(colour), width: 1.6, type: dash.length > 0 ? [...dash] : ("solid" as const) };
  };
  const nameOf = ({ carries, c }: (typeof drawn)[number]) =>
    carries ? roleText(carries) : (channels[c]?.name ?? "");
  const unit = waves[0]?.unit === "full scale" ? "of full scale" : "V";
  chart.setOption(
    {
      animation: false,
      aria: { enabled: true, label: { description: "The signals of the recording by time" } },
      textStyle: { fontFamily: "inherit", color: ink },
      axisPointer: { link: [{ xAxisIndex: "all" }] },
      tooltip: {
        trigger: "axis",
        confine: true,
        transitionDuration: 0,
        valueFormatter: (value: unknown) =>
          typeof value === "number" ? `${Number(value.toPrecision(4))}` : String(value),
      },
      grid: [
        ...(waves.length > 0 ? [{ left: 56, right: 12, top: 10, bottom: 28 + (both ? lanes + 8 : 0) }] : []),
        ...(sensors.length > 0
          ? [{ left: 56, right: 12, bottom: 28, ...(both ? { height: lanes } : { top: 10 }) }]
          : []),
      ],
      xAxis: [
        ...(waves.length > 0 ? [axis(!both, 0)] : []),
        ...(sensors.length > 0 ? [axis(true, both ? 1 : 0)] : []),
      ],
      yAxis: [
        ...(waves.length > 0
          ? [
              {
                type: "value",
                gridIndex: 0,
                axisLabel: {
                  color: ink,
                  formatter: (value: number) =>
                    `${String(Number(value.toPrecision(3))).replace("-", "−")} ${unit === "V" ? "V" : ""}`.trim(),
                },
                splitNumber: 4,
                splitLine: { lineStyle: { color: line } },
              },
            ]
          : []),
        ...(sensors.length > 0
          ? [
              {
                type: "value",
                gridIndex: both ? 1 : 0,
                min: 0,
                max: sensors.length,
                interval: 1,
                axisLabel: {
                  color: ink,
                  formatter: (value: number) => {
                    const one = sensors[sensors.length - 1 - value];
                    return one ? (one.carries ?? nameOf(one)) : "";
                  },
                  verticalAlign: "bottom",
                },
                splitLine: { lineStyle: { color: line } },
              },
            ]
          : []),
      ],
      series: [
        ...waves.map((one, k) => ({
          type: "line" as const,
          name: nameOf(one),
          xAxisIndex: 0,
          yAxisIndex: 0,
          symbol: "none",
          data: data(one.c, (value) => value),
          lineStyle: stroke(one),
          itemStyle: { color: themeColour(strokeOf(one.carries).colour) },
          ...(k === 0 && {
            markArea: {
              silent: true,
              itemStyle: { color: soft },
              data: marked.map(([from, to]) => [{ xAxis: from }, { xAxis: to }]),
            },
          }),
        })),
        ...sensors.map((one, k) => {
          const { least, most } = capture.signals[one.c]!;
          const range = most - least || 1;
          return {
            type: "line" as const,
            name: nameOf(one),
            xAxisIndex: both ? 1 : 0,
            yAxisIndex: both ? 1 : 0,
            symbol: "none",
            step: "end" as const,
            data: data(one.c, (value) => sensors.length - 1 - k + 0.12 + (0.7 * (value - least)) / range),
            lineStyle: { ...stroke(one), type: "solid" as const },
            itemStyle: { color: themeColour(strokeOf(one.carries).colour) },
            tooltip: { valueFormatter: (value: unknown) => (Number(value) % 1 > 0.5 ? "high" : "low") },
          };
        }),
      ],
    },
    // Drawn in the next frame: a key in between is heard.
    { notMerge: true, lazyUpdate: true },
  );
}

/** Draws a few samples where nobody sees them: what draws is compiled before the first recording is there. */
export function rehearse(): void {
  const lines = ["AB", "BC", "CA"] as const;
  const at = Float64Array.from({ length: 64 }, (_, n) => n);
  outOfSight((chart) =>
    draw(chart, {
      capture: {
        answer: { understood: { channels: lines.map((line) => ({ name: line, carries: line })) } },
        signals: lines.map((line) => ({ name: line, unit: "V", least: -1, most: 1 })),
      },
      shown: { at, values: lines.map((_, line) => at.map((one) => Math.sin(one / 5 + line))) },
      stretch: { from: 0, to: 63 },
      marked: [],
    }),
  );
}

/** Asks for a stretch as it is moved, one question at a time: the last one counts. */
function useWindow(
  window: (from: number, to: number, columns: number) => Promise<Window | null>,
  { from, to }: Stretch,
) {
  const [found, setFound] = useState<{ readonly shown: Window; readonly stretch: Stretch } | null>(null);
  useEffect(() => {
    let over = false;
    void window(from, to, COLUMNS).then((shown) => {
      if (!over && shown) setFound({ shown, stretch: { from, to } });
    });
    return () => {
      over = true;
    };
  }, [window, from, to]);
  return found;
}

/** The signals of a recording over a stretch of it: pushed sideways by hand, made larger by the wheel. */
export function SignalChart({
  capture,
  window,
  stretch,
  marked,
  onPush,
  onZoom,
  label,
}: {
  readonly capture: ReadCapture;
  readonly window: (from: number, to: number, columns: number) => Promise<Window | null>;
  readonly stretch: Stretch;
  readonly marked: readonly (readonly [number, number])[];
  /** Moves it by a share of what is seen. */
  readonly onPush: (share: number) => void;
  /** Makes it larger (below 1) or smaller about a place from 0 to 1. */
  readonly onZoom: (by: number, about: number) => void;
  readonly label: string;
}) {
  const found = useWindow(window, stretch);
  const place = useChart(
    useCallback(
      (chart: ECharts) => {
        if (found) draw(chart, { capture, ...found, marked });
      },
      [capture, found, marked],
    ),
  );
  const held = useRef<number | null>(null);
  const pushed = (event: PointerEvent<HTMLDivElement>) => {
    if (held.current === null) return;
    const share = (held.current - event.clientX) / event.currentTarget.clientWidth;
    if (Math.abs(share) < 0.005) return;
    held.current = event.clientX;
    onPush(share);
  };
  const zoom = useRef(onZoom);
  useEffect(() => {
    zoom.current = onZoom;
  });
  useEffect(() => {
    const element = place.current;
    if (!element) return;
    // The page stays where it is while the wheel is over the chart.
    const wheel = (event: WheelEvent) => {
      event.preventDefault();
      const { left, width } = element.getBoundingClientRect();
      zoom.current(event.deltaY > 0 ? 1.25 : 0.8, (event.clientX - left) / width);
    };
    element.addEventListener("wheel", wheel, { passive: false });
    return () => element.removeEventListener("wheel", wheel);
  }, [place]);
  return (
    <div
      ref={place}
      role="img"
      aria-label={label}
      data-chart="signals"
      className="h-52 w-full touch-pan-y cursor-grab active:cursor-grabbing max-sm:h-44"
      onPointerDown={(event) => {
        held.current = event.clientX;
        event.currentTarget.setPointerCapture(event.pointerId);
      }}
      onPointerMove={pushed}
      onPointerUp={() => (held.current = null)}
      onPointerCancel={() => (held.current = null)}
    />
  );
}
