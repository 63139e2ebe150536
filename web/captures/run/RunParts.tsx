import { figureText } from "#core/capture";
import type { KeptFigure, KeptRemark } from "#core/record";
import { isOfRun, RUN_FIGURE_LABELS, RUN_ROLE_LABELS, RUN_ROLES, type RunRole } from "#core/runlog";
import { Field } from "../../ui/Field.tsx";
import { Judged } from "../../ui/Notice.tsx";
import { Select } from "../../ui/Select.tsx";
import type { ReadRun } from "../../workers/capture.worker.ts";

/** Figures of a run by their names, those that it has. */
export function RunFigures({ figures }: { readonly figures: Readonly<Record<string, KeptFigure>> }) {
  return (
    <dl className="grid grid-cols-[auto_1fr] gap-x-4 gap-y-1 text-sm">
      {Object.entries(RUN_FIGURE_LABELS).map(([name, label]) =>
        figures[name] ? (
          <div key={name} className="contents">
            <dt className="text-ink-2">{label}</dt>
            <dd className="font-semibold">{figureText(figures[name])}</dd>
          </div>
        ) : null,
      )}
    </dl>
  );
}

/** What was said of a run, with when it was. */
export function RunRemarks({ said }: { readonly said: readonly KeptRemark[] }) {
  return said.map((one, k) => {
    const words = (
      <>
        {one.words} {one.at === undefined ? "" : `At ${Number(one.at.toPrecision(4))} s.`}
      </>
    );
    return isOfRun(one.code) ? (
      <Judged key={k} state="departs">
        {words}
      </Judged>
    ) : (
      <p key={k} role="note" className="border-l-4 border-amber bg-amber-soft px-4 py-2.5 text-sm">
        {words}
      </p>
    );
  });
}

const OPTIONS = [
  ["", "nothing of use"],
  ...RUN_ROLES.map((role) => [role, RUN_ROLE_LABELS[role]] as const),
] as const;

/** What each column holds, to be put right. */
export function Columns({
  run,
  onRoles,
}: {
  readonly run: ReadRun;
  readonly onRoles: (roles: readonly (RunRole | null)[]) => void;
}) {
  const { columns } = run.answer;
  return (
    <section aria-label="Columns" className="rounded-xl border border-line bg-sheet p-4">
      <p className="mb-2 text-sm text-ink-2">
        Said once for each layout of a log, and remembered on this device.
      </p>
      <div className="grid grid-cols-2 gap-3 lg:grid-cols-4">
        {columns.map(({ name, holds }, c) => (
          <Field key={c} id={`column-${c}`} label={name}>
            <Select
              id={`column-${c}`}
              value={holds ?? ""}
              onChoose={(role) =>
                onRoles(
                  columns.map(({ holds: now }, k) =>
                    k === c ? ((role || null) as RunRole | null) : now === role ? null : now,
                  ),
                )
              }
              options={OPTIONS}
            />
          </Field>
        ))}
      </div>
    </section>
  );
}
