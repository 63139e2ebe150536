/** A number with its sign and what it counts, a pair with its leads: "±0.10 rpm/V", "95 %", "B–C". */
const TOGETHER = /([−+±<>]?\d[\d.]* [\p{L}%][\p{L}/%]*|\b[A-C]–[A-C]\b)/u;

/** Words whose numbers stay with what they count on one line. */
export function Unbroken({ children: text }: { readonly children: string }) {
  return text.split(TOGETHER).map((part, i) =>
    i % 2 === 0 ? (
      part
    ) : (
      <span key={i} className="whitespace-nowrap">
        {part}
      </span>
    ),
  );
}
