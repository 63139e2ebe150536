import type { ReactNode } from "react";
import type { CheckState } from "#core/check";
import { Mark } from "./Mark.tsx";

const TONES = {
  agrees: "bg-green-soft",
  departs: "bg-copper-soft",
  cannotTell: "bg-sunk",
} as const;

/** What the reading means, beside it. */
export function Judged({
  state,
  children,
}: {
  readonly state: keyof typeof TONES & CheckState;
  readonly children: ReactNode;
}) {
  return (
    <div
      role="status"
      className={`flex gap-3 rounded-xl px-4 py-3 text-[0.95rem] leading-snug ${TONES[state]}`}
    >
      <span className="mt-1">
        <Mark state={state} />
      </span>
      <div>{children}</div>
    </div>
  );
}

/** A caution at its step: short, with the reason. */
export function Caution({ children }: { readonly children: ReactNode }) {
  return (
    <div role="note" className="border-l-4 border-amber bg-amber-soft px-4 py-2.5 text-sm leading-snug">
      {children}
    </div>
  );
}
