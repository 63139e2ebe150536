const SLOTS = 9;

/** A stator of nine slots, three of them in another phase's colour. */
export function Logo() {
  return (
    <svg viewBox="0 0 24 24" className="size-6" aria-hidden>
      {Array.from({ length: SLOTS }, (_, i) => (
        <path
          key={i}
          d="M12 2.5v4.5"
          stroke={i % 3 === 0 ? "var(--copper)" : "var(--green)"}
          strokeWidth="3.6"
          strokeLinecap="round"
          transform={`rotate(${(360 / SLOTS) * i} 12 12)`}
        />
      ))}
    </svg>
  );
}
