import { CustomChart, LineChart } from "echarts/charts";
import { use as withParts, type ECharts } from "echarts/core";
import { useCallback } from "react";
import { formatQuantity, type QuantityKind } from "#core/quantity";
import type { Measured } from "#core/record";
import { themeColour, useChart, whisker } from "../ui/useChart.ts";

withParts([LineChart, CustomChart]);

export interface TrendPoint extends Measured {
  /** UTC, ISO 8601. */
  readonly at: string;
  readonly label: string;
}

function draw(chart: ECharts, points: readonly TrendPoint[], kind: QuantityKind, title: string) {
  const largest = Math.max(...points.map(({ value }) => value));
  const { unit, number } = formatQuantity(largest, kind);
  const factor = Number(number.replace("−", "-")) / largest;
  const [ink, green, line] = [themeColour("--ink-2"), themeColour("--green"), themeColour("--line")];
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
            return whisker(x, low, high, green);
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
  const place = useChart(
    useCallback((chart: ECharts) => draw(chart, points, kind, title), [points, kind, title]),
  );
  return <div ref={place} role="img" aria-label={title} className="h-56 w-full" />;
}
