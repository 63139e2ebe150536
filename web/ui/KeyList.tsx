import { Dialog } from "radix-ui";
import { Button } from "./Button.tsx";
import { Key } from "./Key.tsx";

export type Keys = readonly (readonly [readonly string[], string])[];

/** Every key of a view, in a list. */
export default function KeyList({ keys, onClose }: { readonly keys: Keys; readonly onClose: () => void }) {
  return (
    <Dialog.Root open onOpenChange={onClose}>
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
