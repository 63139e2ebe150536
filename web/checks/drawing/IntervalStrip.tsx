import { useId } from "react";
import { JUDGEMENT_WORDS, percentText } from "#core/quantity";

export interface StripRow {
  readonly label: string;
  readonly value: number;
  readonly expanded: number;
  readonly state: "agrees" | "departs" | "cannotTell";
}

/** Across a whole check, and in a column of a report: letters keep their size. */
const WIDE = { width: 640, left: 60, right: 90 };
const NARROW = { width: 330, left: 40, right: 62 };
const ROW = 18;
const COLOURS = { agrees: "var(--green)", departs: "var(--copper)", cannotTell: "var(--slate)" };
/** Steps of the axis, in percent: the first that leaves at most eight marks. */
const STEPS = [0.01, 0.02, 0.05, 0.1, 0.2, 0.5, 1, 2, 5, 10, 20, 50, 100, 200, 500, 1000];
const MOST_MARKS = 8;

/** Deviations with their 95 % intervals on a band that is allowed; hatched where it cannot be told on which side one lies. Shares in, percent shown. */
export function IntervalStrip({
  title,
  band,
  bandWords,
  rows,
  narrow = false,
}: {
  readonly title: string;
  readonly band: number;
  readonly bandWords: string;
  readonly rows: readonly StripRow[];
  readonly narrow?: boolean;
}) {
  const { width, left, right } = narrow ? NARROW : WIDE;
  const hatch = useId();
  const reach = [
    -band * 1.6,
    band * 1.6,
    ...rows.flatMap(({ value, expanded }) => [value - expanded, value + expanded]),
  ];
  const least = Math.max(-1.2, Math.min(...reach)) * 100;
  const most = Math.min(Math.max(...reach) * 100, 1000);
  const step = STEPS.find((candidate) => (most - least) / candidate <= MOST_MARKS) ?? 1000;
  const x = (percent: number) =>
    left + ((Math.min(most, Math.max(least, percent)) - least) / (most - least)) * (width - left - right);
  const marks: number[] = [];
  for (let mark = Math.ceil(least / step) * step; mark <= most + 1e-9; mark += step)
    marks.push(Number(mark.toFixed(6)));
  const height = rows.length * ROW + 4;
  return (
    <figure className="rounded-xl border border-line bg-sheet px-4 py-2.5">
      <figcaption className="flex justify-between gap-4 text-sm">
        <strong className="font-semibold text-ink-2">{title}</strong>
        <span className="shrink-0 text-ink-2">{bandWords}</span>
      </figcaption>
      <svg
        viewBox={`0 0 ${width} ${height + 18}`}
        className="w-full"
        role="img"
        aria-label={rows
          .map(
            ({ label, value, expanded, state }) =>
              `${label} ${percentText(value)} ± ${percentText(expanded, { signed: false })}, ${JUDGEMENT_WORDS[state]}`,
          )
          .join("; ")}
      >
        <defs>
          <pattern
            id={hatch}
            width="6"
            height="6"
            patternUnits="userSpaceOnUse"
            patternTransform="rotate(45)"
          >
            <path d="M0 0v6" stroke="var(--slate)" strokeWidth="2" />
          </pattern>
        </defs>
        <rect
          x={x(-band * 100)}
          width={x(band * 100) - x(-band * 100)}
          y={0}
          height={height}
          fill="var(--green-soft)"
        />
        <path d={`M${x(0)} 0V${height}`} stroke="var(--ink-2)" />
        {rows.map(({ label, value, expanded, state }, i) => {
          const [from, at, to] = [x((value - expanded) * 100), x(value * 100), x((value + expanded) * 100)];
          const y = ROW * i + ROW / 2 + 2;
          const colour = COLOURS[state];
          return (
            <g key={label}>
              <text x={0} y={y + 4.5} fontSize="13" fill="var(--ink-2)">
                {label}
              </text>
              {state === "cannotTell" && (
                <rect x={from} width={to - from} y={y - 5} height="10" fill={`url(#${hatch})`} />
              )}
              <path
                d={`M${from} ${y}H${to}M${from} ${y - 4}v8M${to} ${y - 4}v8`}
                stroke={colour}
                strokeWidth="2"
              />
              {state === "departs" ? (
                <path d={`M${at} ${y - 6}l6 6-6 6-6-6Z`} fill={colour} />
              ) : (
                <circle
                  cx={at}
                  cy={y}
                  r="4.5"
                  fill={state === "agrees" ? colour : "var(--sheet)"}
                  stroke={colour}
                  strokeWidth="2"
                />
              )}
              <text
                x={Math.min(to + 10, width - 52)}
                y={y + 4.5}
                fontSize="13"
                fontWeight="600"
                fill={colour}
              >
                {percentText(value)}
              </text>
            </g>
          );
        })}
        {marks.map((mark) => (
          <text key={mark} x={x(mark)} y={height + 14} fontSize="12" textAnchor="middle" fill="var(--ink-2)">
            {mark > 0 ? `+${mark}` : String(mark).replace("-", "−")}
          </text>
        ))}
      </svg>
    </figure>
  );
}
