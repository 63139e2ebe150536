import type { CheckState } from "#core/check";

const WORDS: Readonly<Record<CheckState, string>> = {
  toDo: "to do",
  inProgress: "in progress",
  agrees: "agrees",
  departs: "departs",
  cannotTell: "cannot tell",
  skipped: "skipped",
};

const CHECK_STATES = Object.keys(WORDS) as CheckState[];

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

/** What the shapes mean, for whoever sees them the first time. */
export function MarkLegend() {
  return (
    <>
      <h2 className="mb-1 mt-5 text-sm font-semibold text-ink-2">The marks</h2>
      <ul className="grid grid-cols-2 gap-x-2 gap-y-0.5 text-sm text-ink-2">
        {CHECK_STATES.map((state) => (
          <li key={state} className="flex items-center gap-2">
            <span aria-hidden className="flex">
              <Mark state={state} />
            </span>
            {WORDS[state]}
          </li>
        ))}
      </ul>
    </>
  );
}
