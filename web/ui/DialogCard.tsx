import { Dialog } from "radix-ui";
import type { ReactNode } from "react";

/** A card over the view; Escape or a press beside it leaves it. What it holds carries its title. */
export function DialogCard({
  width,
  onClose,
  children,
}: {
  /** The class of its width. */
  readonly width: string;
  readonly onClose: () => void;
  readonly children: ReactNode;
}) {
  return (
    <Dialog.Root open onOpenChange={onClose}>
      <Dialog.Portal>
        <Dialog.Overlay className="fixed inset-0 z-20 bg-ink/30" />
        <Dialog.Content
          aria-describedby={undefined}
          className={`fixed left-1/2 top-1/2 z-30 max-h-[90vh] ${width} max-w-[94vw] -translate-x-1/2 -translate-y-1/2 overflow-y-auto rounded-xl border border-line-strong bg-sheet p-6`}
        >
          {children}
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
