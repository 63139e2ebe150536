import type { ReactNode } from "react";
import { Key } from "./Key.tsx";

/** The keys of a view, and whether everything is on disk. */
export function Foot({
  keys,
  children,
}: {
  readonly keys: readonly (readonly [readonly string[], string])[];
  readonly children: ReactNode;
}) {
  return (
    <footer className="flex flex-wrap items-center gap-x-5 gap-y-1 border-t border-line bg-sunk px-5 py-2 text-sm text-ink-2 print:hidden">
      {keys.map(([names, words]) => (
        <span key={words} className="flex items-center gap-1.5 max-sm:hidden">
          {names.map((name) => (
            <Key key={name}>{name}</Key>
          ))}
          {words}
        </span>
      ))}
      <span className="ml-auto">{children}</span>
    </footer>
  );
}
