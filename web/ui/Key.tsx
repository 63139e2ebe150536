import type { ReactNode } from "react";

/** A key as it stands on the keyboard. */
export function Key({
  children,
  onGreen = false,
}: {
  readonly children: ReactNode;
  readonly onGreen?: boolean;
}) {
  return (
    <kbd
      className={`rounded border px-1.5 py-0.5 font-sans text-xs font-semibold ${
        onGreen ? "border-on-green" : "border-line-strong bg-sheet text-ink"
      }`}
    >
      {children}
    </kbd>
  );
}
