import { LineChart } from "echarts/charts";
import { use as withParts, type ECharts } from "echarts/core";
import { useCallback, useEffect, useState } from "react";
import type { Window } from "#core/capture";
import { RUN_ROLE_LABELS, type RunRole } from "#core/runlog";
import { themeColour, useChart } from "../../ui/useChart.ts";

withParts([LineChart]);

const COLUMNS = 600;
/** Each quantity has a strip of its own, pixels. */
const STRIP = 74;

function draw(chart: ECharts, roles: readonly RunRole[], { at, values }: Window, moments: readonly number[]) {
  const [ink, line, green] = [themeColour("--ink-2"), themeColour("--line"), themeColour("--green")];
  const copper = themeColour("--copper");
  const last = roles.length - 1;
  chart.setOption(
    {
      animation: false,
      aria: { enabled: true, label: { description: "The run by time, a strip for each quantity" } },
      textStyle: { fontFamily: "inherit", color: ink },
      tooltip: { trigger: "axis", confine: true, transitionDuration: 0 },
      axisPointer: { link: [{ xAxisIndex: "all" }] },
      grid: roles.map((_, k) => ({ left: 64, right: 14, top: 20 + k * STRIP, height: STRIP - 26 })),
      xAxis: roles.map((_, k) => ({
        type: "value",
        gridIndex: k,
        min: at[0],
        max: at.at(-1),
        axisLabel: {
          show: k === last,
          ...{ color: ink, showMinLabel: false, showMaxLabel: false },
          formatter: (value: number) => `${value} s`,
        },
        axisTick: { show: false },
        axisLine: { lineStyle: { color: line }, onZero: false },
        splitLine: { show: false },
      })),
      yAxis: roles.map((role, k) => ({
        type: "value",
        gridIndex: k,
        scale: role === "voltage" || role === "temperature",
        splitNumber: 2,
        name: RUN_ROLE_LABELS[role],
        nameGap: 6,
        nameTextStyle: { color: ink, align: "left", padding: [0, 0, 0, -52] },
        axisLabel: { color: ink, formatter: (value: number) => String(Number(value.toPrecision(3))) },
        splitLine: { lineStyle: { color: line } },
      })),
      series: roles.map((role, k) => ({
        type: "line",
        name: RUN_ROLE_LABELS[role],
        xAxisIndex: k,
        yAxisIndex: k,
        symbol: "none",
        lineStyle: { color: green, width: 1.4 },
        itemStyle: { color: green },
        data: Array.from(at, (moment, n) => [moment, values[k]![n]!]),
        markLine: {
          silent: true,
          symbol: "none",
          lineStyle: { color: copper, type: "solid", width: 1.5 },
          label: { show: false },
          data: moments.map((moment) => ({ xAxis: moment })),
        },
      })),
    },
    { notMerge: true },
  );
}

/** A run by time: a strip for each quantity under one cursor, what went wrong marked. */
export function RunChart({
  roles,
  seconds,
  window,
  moments,
}: {
  readonly roles: readonly RunRole[];
  readonly seconds: number;
  readonly window: (from: number, to: number, columns: number) => Promise<Window | null>;
  /** s. */
  readonly moments: readonly number[];
}) {
  const [found, setFound] = useState<{ readonly shown: Window; readonly of: readonly RunRole[] } | null>(
    null,
  );
  useEffect(() => {
    let over = false;
    void window(0, seconds, COLUMNS).then((shown) => {
      if (!over && shown) setFound({ shown, of: roles });
    });
    return () => {
      over = true;
    };
  }, [window, seconds, roles]);
  const place = useChart(
    useCallback(
      (chart: ECharts) => {
        if (found && found.of.length === found.shown.values.length)
          draw(chart, found.of, found.shown, moments);
      },
      [found, moments],
    ),
  );
  return (
    <div
      ref={place}
      role="img"
      aria-label={`The run by time: ${roles.map((role) => RUN_ROLE_LABELS[role]).join(", ")}`}
      data-chart="signals"
      style={{ height: 20 + roles.length * STRIP + 10 }}
      className="w-full"
    />
  );
}
