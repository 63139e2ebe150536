/** A danger as a shape, beside its words. */
export function Warning() {
  return (
    <svg viewBox="0 0 16 16" className="size-3.5" aria-hidden>
      <path d="M8 1.5 15 14.5H1Z" fill="none" stroke="currentColor" strokeWidth="2" strokeLinejoin="round" />
      <path d="M8 6v4m0 1.5v1.2" stroke="currentColor" strokeWidth="1.8" />
    </svg>
  );
}
