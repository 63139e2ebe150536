import { init, use as withParts, type ECharts } from "echarts/core";
import { AriaComponent, GridComponent, TooltipComponent } from "echarts/components";
import { SVGRenderer } from "echarts/renderers";
import { useEffect, useRef, type RefObject } from "react";
import { onLook } from "./look.ts";

withParts([GridComponent, TooltipComponent, AriaComponent, SVGRenderer]);

/** A colour of the theme in force. @param name as `--ink` */
export const themeColour = (name: string) =>
  getComputedStyle(document.documentElement).getPropertyValue(name).trim();

/**
 * A chart in the element it returns: drawn anew when what it shows changes, when its place does, and with the theme.
 * @param draw keeps its identity while it shows the same
 */
export function useChart(draw: (chart: ECharts) => void): RefObject<HTMLDivElement | null> {
  const place = useRef<HTMLDivElement>(null);
  const made = useRef<ECharts | null>(null);
  useEffect(() => {
    const element = place.current;
    if (!element) return;
    const chart = init(element, null, { renderer: "svg" });
    made.current = chart;
    const watch = new ResizeObserver(() => {
      // It tells of the first size as well, and what is drawn for it stands.
      if (chart.getWidth() !== element.clientWidth || chart.getHeight() !== element.clientHeight)
        chart.resize();
    });
    watch.observe(element);
    return () => {
      watch.disconnect();
      chart.dispose();
      made.current = null;
    };
  }, []);
  useEffect(() => {
    const chart = made.current;
    if (!chart) return;
    draw(chart);
    return onLook(() => draw(chart));
  }, [draw]);
  return place;
}

/** Draws once in an element that is on no page, and lets it go a second later. */
export function outOfSight(draw: (chart: ECharts) => void): void {
  const chart = init(document.createElement("div"), null, { renderer: "svg", width: 600, height: 200 });
  draw(chart);
  setTimeout(() => chart.dispose(), 1000);
}

/** An interval drawn as a bar with two ends, at x from low to high. */
export function whisker(x: number, low: number, high: number, stroke: string) {
  const line = (x1: number, y1: number, x2: number, y2: number) => ({
    type: "line" as const,
    shape: { x1, y1, x2, y2 },
    style: { stroke, lineWidth: 2 },
  });
  return {
    type: "group" as const,
    children: [line(x, low, x, high), line(x - 6, low, x + 6, low), line(x - 6, high, x + 6, high)],
  };
}
