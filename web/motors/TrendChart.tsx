import { CustomChart, LineChart } from "echarts/charts";
import { AriaComponent, GridComponent, TooltipComponent } from "echarts/components";
import { init, use as withParts, type ECharts } from "echarts/core";
import { SVGRenderer } from "echarts/renderers";
import { useEffect, useRef } from "react";
import { formatQuantity, type QuantityKind } from "#core/quantity";
import type { Measured } from "#core/record";

withParts([LineChart, CustomChart, GridComponent, TooltipComponent, AriaComponent, SVGRenderer]);

export interface TrendPoint extends Measured {
  /** UTC, ISO 8601. */
  readonly at: string;
  readonly label: string;
}

const colour = (name: string) => getComputedStyle(document.documentElement).getPropertyValue(name).trim();

function draw(chart: ECharts, points: readonly TrendPoint[], kind: QuantityKind, title: string) {
  const largest = Math.max(...points.map(({ value }) => value));
  const { unit, number } = formatQuantity(largest, kind);
  const factor = Number(number.replace("−", "-")) / largest;
  const [ink, green, line] = [colour("--ink-2"), colour("--green"), colour("--line")];
  const data = points.map(({ at, value, expanded }) => [
    at,
    value * factor,
    (value - expanded) * factor,
    (value + expanded) * factor,
  ]);
  chart.setOption(
    {
      animation: false,
      aria: { enabled: true, label: { description: title } },
      grid: { left: 64, right: 20, top: 24, bottom: 32 },
      textStyle: { fontFamily: "inherit", color: ink },
      tooltip: { trigger: "item" },
      xAxis: {
        type: "time",
        boundaryGap: ["3%", "3%"],
        axisLabel: { color: ink, fontSize: 12 },
        axisLine: { lineStyle: { color: line } },
      },
      yAxis: {
        type: "value",
        name: unit,
        nameTextStyle: { color: ink },
        // From the data and not from zero: a trend of a few percent is what is looked for.
        scale: true,
        boundaryGap: ["10%", "10%"],
        axisLabel: { color: ink, formatter: (value: number) => Number(value.toPrecision(4)).toString() },
        splitLine: { lineStyle: { color: line } },
      },
      series: [
        {
          type: "custom",
          renderItem: (
            _: unknown,
            api: { value: (i: number) => number; coord: (at: [number, number]) => [number, number] },
          ) => {
            const [x, low] = api.coord([api.value(0), api.value(2)]);
            const [, high] = api.coord([api.value(0), api.value(3)]);
            const style = { stroke: green, lineWidth: 2 };
            const stroke = (x1: number, y1: number, x2: number, y2: number) => ({
              type: "line",
              shape: { x1, y1, x2, y2 },
              style,
            });
            return {
              type: "group",
              children: [
                stroke(x, low, x, high),
                stroke(x - 6, low, x + 6, low),
                stroke(x - 6, high, x + 6, high),
              ],
            };
          },
          data,
          encode: { x: 0, y: [2, 3] },
          silent: true,
        },
        {
          type: "line",
          data: data.map(([at, value]) => [at, value]),
          symbol: "circle",
          symbolSize: 10,
          itemStyle: { color: green },
          lineStyle: { color: green, width: 1.5, type: "dashed" },
        },
      ],
    },
    { notMerge: true },
  );
}

/** A quantity through a unit's visits, each with its 95 % interval. */
export default function TrendChart({
  points,
  kind,
  title,
}: {
  readonly points: readonly TrendPoint[];
  readonly kind: QuantityKind;
  readonly title: string;
}) {
  const place = useRef<HTMLDivElement>(null);
  useEffect(() => {
    if (!place.current) return;
    const chart = init(place.current, null, { renderer: "svg" });
    draw(chart, points, kind, title);
    const watch = new ResizeObserver(() => chart.resize());
    watch.observe(place.current);
    const dark = window.matchMedia("(prefers-color-scheme: dark)");
    const again = () => draw(chart, points, kind, title);
    dark.addEventListener("change", again);
    return () => {
      dark.removeEventListener("change", again);
      watch.disconnect();
      chart.dispose();
    };
  }, [points, kind, title]);
  return <div ref={place} role="img" aria-label={title} className="h-56 w-full" />;
}
