import type { ReactNode } from "react";

/** What can hurt from here on, before anything is read live. */
export function LiveFromHere({ children }: { readonly children: ReactNode }) {
  return (
    <div
      role="note"
      className="my-3 max-w-3xl border-l-4 border-red bg-sheet px-4 py-2.5 text-sm leading-snug"
    >
      <strong className="text-red">Live from here.</strong> {children}
    </div>
  );
}
