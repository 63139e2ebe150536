import { lazy, Suspense, useState, type ReactNode } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { isTyping } from "./isTyping.ts";
import { Key } from "./Key.tsx";
import type { Keys } from "./KeyList.tsx";

// Seen by those who ask for it.
const KeyList = lazy(() => import("./KeyList.tsx"));

/** The keys of a view, and whether everything is on disk. */
export function Foot({
  keys,
  more = [],
  children,
}: {
  readonly keys: Keys;
  /** Keys that work too and stand in the list alone. */
  readonly more?: Keys;
  readonly children: ReactNode;
}) {
  const [listed, setListed] = useState(false);
  useHotkeys("?", () => setListed(true), {
    useKey: true,
    enableOnFormTags: true,
    ignoreEventWhen: isTyping,
    preventDefault: true,
  });
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
      <button
        type="button"
        onClick={() => setListed(true)}
        className="flex min-h-8 items-center gap-1.5 rounded pointer-coarse:min-h-11 max-sm:hidden"
      >
        <Key>?</Key> all keys
      </button>
      {listed && (
        <Suspense fallback={null}>
          <KeyList keys={[...keys, ...more]} onClose={() => setListed(false)} />
        </Suspense>
      )}
      <span className="ml-auto">{children}</span>
    </footer>
  );
}
