import { Dialog } from "radix-ui";
import { Button } from "./Button.tsx";
import { DialogCard } from "./DialogCard.tsx";
import { Key } from "./Key.tsx";

export type Keys = readonly (readonly [readonly string[], string])[];

/** Every key of a view, in a list. */
export default function KeyList({ keys, onClose }: { readonly keys: Keys; readonly onClose: () => void }) {
  return (
    <DialogCard width="w-[30rem]" onClose={onClose}>
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
    </DialogCard>
  );
}
