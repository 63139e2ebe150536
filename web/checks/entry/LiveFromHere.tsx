import type { ReactNode } from "react";

/** What can hurt from here on, before anything is read live: it stays in sight however far the step is scrolled. */
export function LiveFromHere({ children }: { readonly children: ReactNode }) {
  return (
    <div
      role="note"
      className="sticky top-0 z-10 my-3 max-w-3xl border-l-4 border-red bg-sheet px-4 py-2.5 text-sm leading-snug"
    >
      <strong className="text-red">Live from here.</strong> {children}
    </div>
  );
}
