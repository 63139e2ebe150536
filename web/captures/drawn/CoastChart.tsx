import { LineChart, ScatterChart } from "echarts/charts";
import { use as withParts, type ECharts } from "echarts/core";
import { useCallback } from "react";
import type { CoastPicture } from "#core/capture";
import { themeColour, useChart } from "../../ui/useChart.ts";

withParts([LineChart, ScatterChart]);

/** Electrical rad/s as rpm, or as Hz where nobody knows the pole pairs. */
const factorOf = (polePairs: number | null) =>
  polePairs === null ? 1 / (2 * Math.PI) : 60 / (2 * Math.PI * polePairs);

function draw(chart: ECharts, { at, speed, fitted }: CoastPicture, polePairs: number | null) {
  const factor = factorOf(polePairs);
  const unit = polePairs === null ? "Hz" : "rpm";
  const [ink, line] = [themeColour("--ink-2"), themeColour("--line")];
  const [green, copper] = [themeColour("--green"), themeColour("--copper")];
  const points = (of: (n: number) => number) => at.map((t, n) => [t, of(n)]);
  const axis = (gridIndex: number, show: boolean) => ({
    type: "value" as const,
    gridIndex,
    axisLabel: { show, color: ink, formatter: (value: number) => `${Number(value.toPrecision(4))} s` },
    axisTick: { show: false },
    axisLine: { lineStyle: { color: line }, onZero: false },
    splitLine: { show: false },
    min: "dataMin" as const,
    max: "dataMax" as const,
  });
  const upright = (gridIndex: number, name: string, splitNumber: number) => ({
    type: "value" as const,
    gridIndex,
    name,
    nameTextStyle: { color: ink, align: "left" as const },
    nameGap: 8,
    splitNumber,
    axisLabel: {
      color: ink,
      formatter: (value: number) => String(Number(value.toPrecision(3))).replace("-", "−"),
    },
    splitLine: { lineStyle: { color: line } },
  });
  chart.setOption(
    {
      animation: false,
      aria: { enabled: true, label: { description: "Speed as it coasts, and what friction explains of it" } },
      textStyle: { fontFamily: "inherit", color: ink },
      tooltip: { trigger: "axis", confine: true, transitionDuration: 0 },
      axisPointer: { link: [{ xAxisIndex: "all" }] },
      grid: [
        { left: 64, right: 16, top: 26, height: "50%" },
        { left: 64, right: 16, bottom: 26, height: "18%" },
      ],
      xAxis: [axis(0, false), axis(1, true)],
      yAxis: [upright(0, unit, 4), upright(1, `left over, ${unit}`, 2)],
      series: [
        {
          type: "scatter",
          name: "followed",
          symbolSize: 4,
          itemStyle: { color: green },
          data: points((n) => speed[n]! * factor),
        },
        {
          type: "line",
          name: "friction alone",
          symbol: "none",
          lineStyle: { color: copper, width: 1.5 },
          itemStyle: { color: copper },
          data: points((n) => fitted[n]! * factor),
        },
        {
          type: "line",
          name: "left over",
          xAxisIndex: 1,
          yAxisIndex: 1,
          symbol: "none",
          lineStyle: { color: green, width: 1.2 },
          itemStyle: { color: green },
          data: points((n) => (speed[n]! - fitted[n]!) * factor),
        },
      ],
    },
    { notMerge: true },
  );
}

/** A coast: its speed by time with the line that friction makes, and below it what that leaves over. */
export function CoastChart({
  coast,
  polePairs,
}: {
  readonly coast: CoastPicture;
  readonly polePairs: number | null;
}) {
  const place = useChart(useCallback((chart: ECharts) => draw(chart, coast, polePairs), [coast, polePairs]));
  return <div ref={place} role="img" aria-label="Speed as it coasts, by time" className="h-64 w-full" />;
}
