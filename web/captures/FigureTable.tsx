import { FIGURE_LABELS, FIGURE_NAMES, figureText, type FigureName } from "#core/capture";
import type { KeptFigure } from "#core/record";

/** Figures of a recording by their names, those that it has. */
export function FigureTable({
  figures,
  names = FIGURE_NAMES,
}: {
  readonly figures: Readonly<Record<string, KeptFigure>>;
  readonly names?: readonly FigureName[];
}) {
  const there = names.filter((name) => figures[name] !== undefined);
  return (
    <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1 text-sm">
      {there.map((name) => (
        <div key={name} className="contents">
          <dt className="text-ink-2">{FIGURE_LABELS[name]}</dt>
          <dd className="font-semibold">{figureText(figures[name]!)}</dd>
        </div>
      ))}
    </dl>
  );
}
