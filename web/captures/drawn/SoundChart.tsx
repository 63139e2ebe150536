import { BarChart, LineChart } from "echarts/charts";
import { MarkLineComponent } from "echarts/components";
import { use as withParts, type ECharts } from "echarts/core";
import { useCallback } from "react";
import { OCTAVES, type SoundPicture } from "#core/sound";
import { themeColour, useChart } from "../../ui/useChart.ts";

withParts([BarChart, LineChart, MarkLineComponent]);

/** Turning frequency and its harmonics that are marked. */
const MARKS = 6;
/** dB below which nothing is drawn. */
const FLOOR = -110;
/** Where the bars of the octaves stand, dB. */
const LOW = -80;

/** The chart in words, for whoever does not see it. */
const labelOf = (before: SoundPicture | null) =>
  before
    ? "The sound before and after, by frequency, octave and time"
    : "The sound by frequency, octave and time";

function draw(chart: ECharts, now: SoundPicture, before: SoundPicture | null, turning: number | null) {
  const [ink, line] = [themeColour("--ink-2"), themeColour("--line")];
  const [green, strong, copper] = [
    themeColour("--green"),
    themeColour("--line-strong"),
    themeColour("--copper"),
  ];
  const spectrum = ({ hertz, decibels }: SoundPicture) =>
    hertz.map((at, n) => [at, Math.max(FLOOR, decibels[n]!)]);
  const loudness = ({ at, level }: SoundPicture) =>
    at.map((moment, n) => [moment, Math.max(FLOOR, level[n]!)]);
  const levelAxis = (gridIndex: number, name: string) => ({
    type: "value" as const,
    gridIndex,
    name,
    nameGap: 6,
    nameTextStyle: { color: ink, align: "left" as const, padding: [0, 0, 0, -44] },
    max: 0,
    splitNumber: 3,
    axisLabel: { color: ink, formatter: (value: number) => String(value).replace("-", "−") },
    splitLine: { lineStyle: { color: line } },
  });
  const base = {
    axisTick: { show: false },
    axisLine: { lineStyle: { color: line }, onZero: false },
    splitLine: { show: false },
  };
  const stroke = (of: "now" | "before") =>
    of === "now" ? { color: green, width: 1.6 } : { color: strong, width: 1.4, type: [3, 3] };
  const pairs = before
    ? ([
        ["before", before],
        ["now", now],
      ] as const)
    : ([["now", now]] as const);
  const words = { now: before ? "after" : "now", before: "before" } as const;
  chart.setOption(
    {
      animation: false,
      aria: { enabled: true, label: { description: labelOf(before) } },
      textStyle: { fontFamily: "inherit", color: ink },
      tooltip: { trigger: "axis", confine: true, transitionDuration: 0 },
      grid: [
        { left: 52, right: 14, top: 40, height: 110 },
        { left: 52, right: 14, top: 196, height: 66 },
        { left: 52, right: 14, top: 308, height: 56 },
      ],
      xAxis: [
        {
          type: "log",
          gridIndex: 0,
          min: 20,
          max: 20_000,
          ...base,
          axisLabel: { color: ink, formatter: (value: number) => `${value} Hz`, showMaxLabel: false },
        },
        { type: "category", gridIndex: 1, data: OCTAVES.map(String), ...base, axisLabel: { color: ink } },
        {
          type: "value",
          gridIndex: 2,
          ...base,
          min: 0,
          max: "dataMax",
          axisLabel: { color: ink, formatter: (value: number) => `${value} s`, showMaxLabel: false },
        },
      ],
      yAxis: [
        { ...levelAxis(0, "dB of full scale, by frequency"), nameGap: 22 },
        { ...levelAxis(1, "by octave, Hz"), min: LOW, startValue: LOW },
        levelAxis(2, "by time"),
      ],
      series: [
        ...pairs.map(([of, picture]) => ({
          type: "line" as const,
          name: words[of],
          symbol: "none",
          data: spectrum(picture),
          lineStyle: stroke(of),
          itemStyle: { color: stroke(of).color },
          ...(of === "now" &&
            turning !== null && {
              markLine: {
                silent: true,
                symbol: "none",
                lineStyle: { color: copper, type: "solid" as const, width: 1 },
                label: {
                  color: copper,
                  formatter: ({ dataIndex }: { dataIndex: number }) => `${dataIndex + 1}×`,
                },
                data: Array.from({ length: MARKS }, (_, k) => ({ xAxis: turning * (k + 1) })).filter(
                  ({ xAxis }) => xAxis >= 20,
                ),
              },
            }),
        })),
        ...pairs.map(([of, picture]) => ({
          type: "bar" as const,
          name: words[of],
          xAxisIndex: 1,
          yAxisIndex: 1,
          // Bars stand on the floor, not on full scale.
          data: picture.octaves.map((one) => (one === null ? null : Math.max(FLOOR, one))),
          itemStyle: { color: of === "now" ? green : strong },
        })),
        ...pairs.map(([of, picture]) => ({
          type: "line" as const,
          name: words[of],
          xAxisIndex: 2,
          yAxisIndex: 2,
          symbol: "none",
          data: loudness(picture),
          lineStyle: stroke(of),
          itemStyle: { color: stroke(of).color },
        })),
      ],
    },
    { notMerge: true },
  );
}

/** A sound: how loud it is by frequency, by octave and by time; the one before a repair behind it. */
export default function SoundChart({
  now,
  before,
  turning,
}: {
  readonly now: SoundPicture;
  readonly before: SoundPicture | null;
  /** Turns a second, where the speed is known. */
  readonly turning: number | null;
}) {
  const place = useChart(
    useCallback((chart: ECharts) => draw(chart, now, before, turning), [now, before, turning]),
  );
  return <div ref={place} role="img" aria-label={labelOf(before)} className="h-96 w-full" />;
}
