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
export function Mark({ state }: { readonly state: CheckState }) {
  return (
    <svg viewBox="0 0 16 16" className="size-3.5 shrink-0" role="img" aria-label={WORDS[state]}>
      {state === "agrees" && <circle cx="8" cy="8" r="7" fill="var(--green)" />}
      {state === "departs" && <path d="M8 0 16 8 8 16 0 8Z" fill="var(--copper)" />}
      {state === "toDo" && (
        <circle cx="8" cy="8" r="6" fill="none" stroke="var(--line-strong)" strokeWidth="2" />
      )}
      {state === "skipped" && <path d="M1 8h14" stroke="var(--ink-2)" strokeWidth="2" />}
      {state === "inProgress" && (
        <>
          <circle cx="8" cy="8" r="6" fill="none" stroke="var(--ink)" strokeWidth="2" />
          <path d="M8 2a6 6 0 0 1 0 12Z" fill="var(--ink)" />
        </>
      )}
      {state === "cannotTell" && (
        <>
          <circle cx="8" cy="8" r="6" fill="none" stroke="var(--ink-2)" strokeWidth="2" />
          <path d="M4 10 10 4M6 12 12 6" stroke="var(--ink-2)" strokeWidth="1.5" />
        </>
      )}
    </svg>
  );
}
