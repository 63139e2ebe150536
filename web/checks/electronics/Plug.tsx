import { Fragment } from "react";
import { upperFirst } from "#core/check";
import type { Connector, DirectTest, Point } from "#core/families";

const PROBES = {
  red: "border-[3px] border-copper font-bold text-copper",
  black: "border-[3px] border-ink font-bold",
  none: "border border-line-strong",
} as const;

/** A plug seen from the side that is probed, some of its pins marked. */
function Pins({
  plug,
  red,
  black,
  label,
}: {
  readonly plug: Connector;
  readonly red: readonly string[];
  readonly black: readonly string[];
  readonly label: string;
}) {
  const probeAt = (pin: string) => (red.includes(pin) ? "red" : black.includes(pin) ? "black" : "none");
  return (
    <div
      role="img"
      aria-label={`${plug.name}, ${plug.seen}: ${label}`}
      className="my-2 overflow-x-auto rounded-lg border border-line-strong bg-sunk p-1.5"
    >
      {/* One grid for all rows, which never wrap: where a pin sits is what tells it. */}
      <div
        className="grid gap-1 p-0.5"
        style={{
          gridTemplateColumns: `repeat(${Math.max(...plug.rows.map((row) => row.length))}, minmax(max-content, 1fr))`,
        }}
      >
        {plug.rows.map((row) =>
          row.map((pin, column) => (
            <span
              key={pin}
              data-pin={pin}
              style={{ gridColumn: column + 1 }}
              className={`flex h-8 min-w-0 items-center justify-center rounded bg-sheet px-0.5 ${pin.length > 3 ? "text-xs" : "text-sm"} ${PROBES[probeAt(pin)]}`}
            >
              {pin}
            </span>
          )),
        )}
      </div>
    </div>
  );
}

/** The plug a point is probed at, its two pins marked; or the place in words. */
export function Plug({
  point,
  connectors,
}: {
  readonly point: Point;
  readonly connectors: readonly Connector[];
}) {
  const { probe } = point;
  if ("at" in probe)
    return (
      <div className="rounded-xl border border-line bg-sheet px-4 py-3">
        <h3 className="text-sm font-semibold text-ink-2">Where the probes go</h3>
        <p className="text-lg leading-snug">{upperFirst(probe.at)}.</p>
      </div>
    );
  const plug = connectors.find(({ id }) => id === probe.connector);
  if (!plug) return null;
  const [one, other] = probe.pins;
  return (
    <figure className="rounded-xl border border-line bg-sheet px-4 py-3">
      <figcaption className="text-sm font-semibold text-ink-2">{plug.name}</figcaption>
      <Pins plug={plug} red={[one]} black={[other]} label={`probes at ${one} and ${other}`} />
      <p className="text-sm text-ink-2">
        {plug.seen}. Probe {one}, against {other}.
      </p>
    </figure>
  );
}

const both = (pins: readonly string[]) => pins.join(" and ");

/** Where a motor is fed past its board: pins, voltage, jumper and fuse, before somebody answers whether it ran. */
export function Direct({
  test: { connector, live, common, feed, fuse, must, never },
  connectors,
}: {
  readonly test: DirectTest;
  readonly connectors: readonly Connector[];
}) {
  const plug = connectors.find(({ id }) => id === connector)!;
  return (
    <figure className="max-w-3xl rounded-xl border border-line bg-sheet px-4 py-3">
      <figcaption className="text-sm font-semibold text-ink-2">Fed past its board: {plug.name}</figcaption>
      <Pins plug={plug} red={live} black={common} label={`${both(live)} against ${both(common)}`} />
      <dl className="grid grid-cols-[6rem_1fr] gap-x-3 gap-y-1 text-sm leading-snug">
        {[
          ["First", "Made ready with everything off and waited out."],
          ["Feed", `${both(live)} against ${both(common)}. ${feed}`],
          ["Fuse", fuse],
          ["A sound one", must],
        ].map(([what, words]) => (
          <Fragment key={what}>
            <dt className="font-semibold text-ink-2">{what}</dt>
            <dd>{words}</dd>
          </Fragment>
        ))}
        <dt className="font-semibold text-red">Never</dt>
        <dd className="font-semibold text-red">{never}</dd>
      </dl>
    </figure>
  );
}
