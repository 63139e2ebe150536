import { upperFirst } from "#core/check";
import type { Connector, Point } from "#core/families";

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
      <div
        role="img"
        aria-label={`${plug.name}, ${plug.seen}: probes at ${one} and ${other}`}
        className="my-2 rounded-lg border border-line-strong bg-sunk p-1.5"
      >
        {plug.rows.map((row) => (
          // A row never wraps: where a pin sits is what tells it.
          <div
            key={row.join()}
            className="grid auto-cols-[minmax(max-content,1fr)] grid-flow-col gap-0.5 p-0.5"
          >
            {row.map((pin) => (
              <span
                key={pin}
                className={`flex h-8 min-w-0 items-center justify-center rounded bg-sheet px-0.5 ${pin.length > 3 ? "text-xs" : "text-sm"} ${
                  pin === one
                    ? "border-[3px] border-copper font-bold text-copper"
                    : pin === other
                      ? "border-[3px] border-ink font-bold"
                      : "border border-line-strong"
                }`}
              >
                {pin}
              </span>
            ))}
          </div>
        ))}
      </div>
      <p className="text-sm text-ink-2">
        {plug.seen}. Probe {one}, against {other}.
      </p>
    </figure>
  );
}
