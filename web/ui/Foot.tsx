import { Dialog } from "radix-ui";
import { useState, type ReactNode } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { Button } from "./Button.tsx";
import { isTyping } from "./isTyping.ts";
import { Key } from "./Key.tsx";

type Keys = readonly (readonly [readonly string[], string])[];

/** Every key of the view, listed by one of them. */
function AllKeys({ keys }: { readonly keys: Keys }) {
  const [open, setOpen] = useState(false);
  useHotkeys("?", () => setOpen(true), {
    useKey: true,
    enableOnFormTags: true,
    ignoreEventWhen: isTyping,
    preventDefault: true,
  });
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger className="flex min-h-8 items-center gap-1.5 rounded max-sm:hidden">
        <Key>?</Key> all keys
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-20 bg-ink/30" />
        <Dialog.Content
          aria-describedby={undefined}
          className="fixed left-1/2 top-1/2 z-30 max-h-[85vh] w-[30rem] max-w-[92vw] -translate-x-1/2 -translate-y-1/2 overflow-y-auto rounded-xl border border-line-strong bg-sheet p-6"
        >
          <Dialog.Title className="mb-3 text-xl font-bold">Keys here</Dialog.Title>
          <dl className="grid grid-cols-[9rem_1fr] gap-y-2">
            {keys.map(([names, words]) => (
              <div key={words} className="contents">
                <dt className="flex gap-1">
                  {names.map((name) => (
                    <Key key={name}>{name}</Key>
                  ))}
                </dt>
                <dd>{words}</dd>
              </div>
            ))}
          </dl>
          <Dialog.Close asChild>
            <Button hotkey="Esc" className="mt-5">
              Back
            </Button>
          </Dialog.Close>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}

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
      <AllKeys keys={[...keys, ...more]} />
      <span className="ml-auto">{children}</span>
    </footer>
  );
}
