import { CustomChart, LineChart, ScatterChart } from "echarts/charts";
import { use as withParts, type ECharts } from "echarts/core";
import { useCallback } from "react";
import type { Band } from "#core/outcomes";
import { themeColour, useChart, whisker } from "../ui/useChart.ts";

withParts([LineChart, ScatterChart, CustomChart]);

const TITLE =
  "What was said, in percent, against what came true, with the interval that holds it 19 times in 20";

function draw(chart: ECharts, bands: readonly Band[]) {
  const [ink, green, line] = [themeColour("--ink-2"), themeColour("--green"), themeColour("--line")];
  const points = bands.map(({ said, share, least, most }) =>
    [said, share, least, most].map((one) => one * 100),
  );
  // From the tens below the least that was said: what is asked lies high.
  const from = Math.min(80, Math.floor(Math.min(...bands.map(({ said }) => said)) * 10) * 10);
  const axis = {
    type: "value" as const,
    max: 100,
    axisLabel: { color: ink, formatter: "{value} %" },
    nameTextStyle: { color: ink },
    axisLine: { show: true, lineStyle: { color: line } },
    splitLine: { lineStyle: { color: line } },
  };
  chart.setOption(
    {
      animation: false,
      aria: { enabled: true, label: { description: TITLE } },
      grid: { left: 64, right: 24, top: 32, bottom: 44 },
      textStyle: { fontFamily: "inherit", color: ink },
      xAxis: { ...axis, min: from, name: "said", nameLocation: "middle", nameGap: 26 },
      yAxis: { ...axis, min: 0, name: "came true" },
      series: [
        {
          type: "line",
          silent: true,
          showSymbol: false,
          lineStyle: { color: ink, width: 1, type: "dashed" },
          data: [
            [from, from],
            [100, 100],
          ],
        },
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
          data: points,
          encode: { x: 0, y: [2, 3] },
          silent: true,
        },
        { type: "scatter", symbolSize: 12, itemStyle: { color: green }, data: points },
      ],
    },
    { notMerge: true },
  );
}

/** Certainty against truth; on the dashed line what is said comes true as often as it says. */
export default function ReliabilityChart({ bands }: { readonly bands: readonly Band[] }) {
  const place = useChart(useCallback((chart: ECharts) => draw(chart, bands), [bands]));
  return <div ref={place} role="img" aria-label={TITLE} className="h-72 w-full" />;
}
