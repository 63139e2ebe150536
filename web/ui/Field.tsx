import type { ReactNode } from "react";

export const FIELD_CLASS =
  "mt-1 block min-h-11 w-full rounded-lg border border-line-strong bg-sheet px-3 font-normal aria-invalid:border-red aria-invalid:border-2";

/** A labelled field with its problem under it. The child takes `id` and points at `${id}-problem`. */
export function Field({
  id,
  label,
  hint,
  problem,
  children,
}: {
  readonly id: string;
  readonly label: string;
  readonly hint?: string;
  readonly problem?: string | undefined;
  readonly children: ReactNode;
}) {
  return (
    <div>
      <label htmlFor={id} className="text-sm font-semibold">
        {label}
      </label>
      {children}
      {problem ? (
        <p id={`${id}-problem`} role="alert" className="mt-1 text-sm text-red">
          {problem}
        </p>
      ) : (
        hint && <p className="mt-1 text-sm text-ink-2">{hint}</p>
      )}
    </div>
  );
}
