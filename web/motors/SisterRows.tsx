import type { KeyboardEvent } from "react";
import { Link } from "react-router";
import { naturalAt, type Natural, type Sister, type SisterAnswer } from "#core/history";
import { median, percentText, uncertainText, type QuantityKind } from "#core/quantity";

/** A motor with its last figure of what is compared. */
export interface ComparedSister extends Sister {
  readonly name: string;
}

const WIDTH = 420;
const HEIGHT = 30;
const MIDDLE = HEIGHT / 2;
const STEPS = [1, 2, 5, 10];
const MOST_MARKS = 6;
/** To a tenth of the unit: what is compared so is read no finer. */
const signedText = (difference: number, { symbol }: QuantityKind) =>
  `${difference < 0 ? "−" : "+"}${Math.abs(difference).toFixed(1)} ${symbol}`;

/** A scale on which every whisker has room, and round figures to read it by. */
function scaleOf(reach: readonly number[]) {
  const [least, most] = [Math.min(...reach), Math.max(...reach)];
  const margin = (most - least) * 0.06 || Math.abs(most) * 0.01 || 1;
  const [from, to] = [least - margin, most + margin];
  const size = 10 ** Math.floor(Math.log10((to - from) / MOST_MARKS));
  const step = size * STEPS.find((one) => (to - from) / (size * one) <= MOST_MARKS)!;
  const marks: number[] = [];
  for (let at = Math.ceil(from / step) * step; at <= to; at += step) marks.push(Number(at.toPrecision(12)));
  return { x: (value: number) => ((value - from) / (to - from)) * WIDTH, marks };
}

/** Up and down go through the motors; Enter opens the one that has the focus. */
function toNeighbour(event: KeyboardEvent<HTMLElement>): void {
  if (event.key !== "ArrowDown" && event.key !== "ArrowUp") return;
  const all = [
    ...(event.currentTarget.closest("table")?.querySelectorAll<HTMLElement>("[data-sister]") ?? []),
  ];
  const to = all[all.indexOf(event.currentTarget) + (event.key === "ArrowDown" ? 1 : -1)];
  if (!to) return;
  event.preventDefault();
  to.focus();
}

/** Motors of one model as dots with their own uncertainty, on the band of those that agree. */
export function SisterRows({
  sisters,
  answer,
  kind,
  title,
  natural,
}: {
  readonly sisters: readonly ComparedSister[];
  readonly answer: SisterAnswer;
  readonly kind: QuantityKind;
  readonly title: string;
  /** What sound ones differ by anyway. */
  readonly natural: Natural;
}) {
  const odd = new Set(answer.odd.map(({ id }) => id));
  const agreeing = sisters.filter(({ id }) => !odd.has(id));
  const centre = median(agreeing.map(({ value }) => value));
  const half = Math.hypot(naturalAt(natural, centre), median(agreeing.map(({ expanded }) => expanded)));
  const { x, marks } = scaleOf([
    centre - half,
    centre + half,
    ...sisters.flatMap(({ value, expanded }) => [value - expanded, value + expanded]),
  ]);
  const share = (value: number) => `${(x(value) / WIDTH) * 100}%`;
  return (
    <table className="my-3 w-full text-left">
      <caption className="pb-2 text-left text-sm text-ink-2">
        {title}. Dots with their own uncertainty; the band is {uncertainText(centre, kind, half)}, those that
        agree.
      </caption>
      <thead className="sr-only">
        <tr>
          <th>Motor</th>
          <th>Where it lies</th>
          <th>{title}</th>
          <th>Against the others</th>
        </tr>
      </thead>
      <tbody>
        {sisters.map(({ id, name, value, expanded }) => {
          const { reference } = answer.each.find((one) => one.id === id)!;
          const out = odd.has(id);
          const colour = out ? "var(--copper)" : "var(--green)";
          return (
            <tr
              key={id}
              className={`max-sm:grid max-sm:grid-cols-[1fr_auto] max-sm:items-center max-sm:border-t max-sm:border-line max-sm:py-1.5 ${out ? "font-semibold text-copper" : ""}`}
            >
              <td className="pr-3 max-sm:col-span-full">
                <Link
                  to={`/motors/${encodeURIComponent(id)}`}
                  data-sister
                  onKeyDown={toNeighbour}
                  className="flex min-h-11 flex-col justify-center leading-tight hover:underline sm:whitespace-nowrap"
                >
                  {name}
                  <span className="block text-sm font-normal text-ink-2">{id}</span>
                </Link>
              </td>
              <td className="relative w-1/2 p-0 max-sm:col-span-full max-sm:w-full">
                <span
                  className="absolute inset-y-0 bg-green-soft"
                  style={{ left: share(centre - half), right: `calc(100% - ${share(centre + half)})` }}
                />
                <span
                  className="absolute inset-y-0 border-l border-dashed border-ink-2"
                  style={{ left: share(centre) }}
                />
                <svg viewBox={`0 0 ${WIDTH} ${HEIGHT}`} className="relative block w-full" aria-hidden>
                  <path
                    d={`M${x(value - expanded)} ${MIDDLE}H${x(value + expanded)}`}
                    stroke={colour}
                    strokeWidth="2.5"
                  />
                  {out ? (
                    <path d={`M${x(value)} ${MIDDLE - 8}l8 8-8 8-8-8Z`} fill={colour} />
                  ) : (
                    <circle cx={x(value)} cy={MIDDLE} r="5.5" fill={colour} />
                  )}
                </svg>
              </td>
              <td className="whitespace-nowrap px-3 max-sm:px-0">{uncertainText(value, kind, expanded)}</td>
              <td className="text-right sm:whitespace-nowrap">
                {out && "stands out, "}
                {"share" in natural
                  ? percentText(value / reference.value - 1)
                  : signedText(value - reference.value, kind)}
              </td>
            </tr>
          );
        })}
      </tbody>
      <tfoot aria-hidden className="max-sm:hidden">
        <tr>
          <td />
          <td className="p-0">
            <svg viewBox={`0 0 ${WIDTH} 18`} className="block w-full text-ink-2">
              {marks.map((mark) => (
                <text
                  key={mark}
                  x={Math.min(WIDTH - 16, Math.max(16, x(mark)))}
                  y={13}
                  fontSize="11"
                  textAnchor="middle"
                  fill="currentColor"
                >
                  {mark}
                </text>
              ))}
            </svg>
          </td>
          <td colSpan={2} />
        </tr>
      </tfoot>
    </table>
  );
}
