import type { CheckState } from "#core/check";

const WORDS: Readonly<Record<CheckState, string>> = {
  toDo: "to do",
  inProgress: "in progress",
  agrees: "agrees",
  departs: "departs",
  cannotTell: "cannot tell",
  skipped: "skipped",
};

/** A check's state as a shape, so that colour is never the only sign. */
export function Mark({ state, onGreen = false }: { readonly state: CheckState; readonly onGreen?: boolean }) {
  const [green, copper, ring, ink] = onGreen
    ? ["var(--on-green)", "var(--on-green)", "var(--on-green)", "var(--on-green)"]
    : ["var(--green)", "var(--copper)", "var(--line-strong)", "var(--ink-2)"];
  return (
    <svg viewBox="0 0 16 16" className="size-3.5 shrink-0" role="img" aria-label={WORDS[state]}>
      {state === "agrees" && <circle cx="8" cy="8" r="7" fill={green} />}
      {state === "departs" && <path d="M8 0 16 8 8 16 0 8Z" fill={copper} />}
      {state === "toDo" && <circle cx="8" cy="8" r="6" fill="none" stroke={ring} strokeWidth="2" />}
      {state === "skipped" && <path d="M1 8h14" stroke={ink} strokeWidth="2" />}
      {state === "inProgress" && (
        <>
          <circle cx="8" cy="8" r="6" fill="none" stroke={ink} strokeWidth="2" />
          <path d="M8 2a6 6 0 0 1 0 12Z" fill={ink} />
        </>
      )}
      {state === "cannotTell" && (
        <>
          <circle cx="8" cy="8" r="6" fill="none" stroke={ink} strokeWidth="2" />
          <path d="M4 10 10 4M6 12 12 6" stroke={ink} strokeWidth="1.5" />
        </>
      )}
    </svg>
  );
}
