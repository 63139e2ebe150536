import { Dialog } from "radix-ui";
import { useEffect, useRef, useState, type KeyboardEvent, type ReactNode } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { Button } from "../../ui/Button.tsx";
import { Key } from "../../ui/Key.tsx";
import { SpokenToggle } from "../../live/SpokenToggle.tsx";
import { LiveLine } from "../../live/LiveLine.tsx";
import { useTouch } from "../../job/usePhone.ts";
import { isChoosing } from "../../ui/isTyping.ts";
import { byTouch } from "./byTouch.ts";
import { Keypad } from "./Keypad.tsx";
import type { Entry } from "./useEntry.ts";

/** Seconds for each word of the spoken count: bring it up, let it settle, read. */
const COUNTDOWN = [
  { word: "Spin", seconds: 3 },
  { word: "Hold", seconds: 3 },
  { word: "Read", seconds: 0 },
] as const;
const LONGEST = COUNTDOWN.reduce((sum, { seconds }) => sum + seconds, 0);

function wordAt(elapsed: number): { word: string; left: number } {
  let before = 0;
  for (const { word, seconds } of COUNTDOWN) {
    if (elapsed < before + seconds) return { word, left: Math.ceil(before + seconds - elapsed) };
    before += seconds;
  }
  return { word: "Read", left: 0 };
}

/** Whole seconds since it was started; null while it is not running. */
function useCount(started: number | null): number | null {
  const [now, setNow] = useState(0);
  useEffect(() => {
    if (started === null) return;
    const timer = window.setInterval(() => setNow(Date.now()), 100);
    return () => window.clearInterval(timer);
  }, [started]);
  return started === null ? null : Math.min(LONGEST, Math.max(0, (now - started) / 1000));
}

function Stage({
  entry,
  counted,
  children,
}: {
  readonly entry: Entry;
  readonly counted: boolean;
  readonly children: ReactNode;
}) {
  const [started, setStarted] = useState<number | null>(null);
  const elapsed = useCount(started);
  const touch = useTouch();
  const slot = entry.present;
  const place = entry.slots.indexOf(slot) + 1;
  const count = elapsed === null ? null : wordAt(elapsed);
  const { onKeyDown, ...input } = entry.input;
  const onKey = (event: KeyboardEvent<HTMLInputElement>) => {
    // A foot pedal sends Space: what Enter does, or the count where there is nothing to enter yet.
    if (event.key === " ") {
      event.preventDefault();
      if (entry.text !== "") entry.enter();
      else if (entry.isShown()) entry.takeShown();
      else if (counted) setStarted(Date.now());
      else entry.enter();
      return;
    }
    if (event.key === "ArrowDown" || event.key === "ArrowUp") {
      event.preventDefault();
      entry.step(event.key === "ArrowDown" ? 1 : -1);
      return;
    }
    onKeyDown(event);
  };
  const doubted = entry.doubt && `${entry.doubt.question} Enter takes ${entry.doubt.likely.text}.`;
  const under = entry.effect || slot.hint;
  const said = entry.problem || (entry.parsed?.kind === "refused" ? entry.parsed.sentence : (doubted ?? ""));
  return (
    <div className="flex grow flex-col justify-center gap-4">
      <p className="text-3xl text-ink-2">
        {place} of {entry.slots.length}
      </p>
      <h2 className="text-5xl font-bold">{slot.label}</h2>
      <form {...entry.form} noValidate>
        <input
          {...input}
          key={entry.active}
          autoFocus
          onKeyDown={onKey}
          autoComplete="off"
          inputMode={touch ? "none" : "text"}
          aria-label={slot.label}
          aria-describedby="across-said"
          data-entry
          placeholder={entry.standing}
          className="block w-full border-b-4 border-green bg-transparent text-[9rem] font-semibold leading-none placeholder:text-ink-3 aria-invalid:border-red focus-visible:outline-none max-sm:text-7xl"
        />
        <p
          id="across-said"
          role={said ? "alert" : undefined}
          className={`mt-3 min-h-9 text-2xl ${said ? "text-red" : "text-ink-2"}`}
        >
          {said || (touch ? byTouch(under) : under)}
        </p>
        <LiveLine entry={entry} far />
      </form>
      {counted && (
        <p aria-live="assertive" className="flex min-h-28 items-baseline gap-6 text-8xl font-bold text-amber">
          {count ? (
            <>
              <span>{count.word}</span>
              {count.left > 0 && <span>{count.left}</span>}
            </>
          ) : (
            <button
              type="button"
              onClick={() => setStarted(Date.now())}
              className="rounded-xl text-2xl font-normal text-ink-2"
            >
              <Key>Space</Key>, the pedal or a press here counts: spin, hold, read
            </button>
          )}
        </p>
      )}
      <div className="text-3xl leading-snug">{children}</div>
      {touch && (
        <div className="mt-auto w-full max-w-3xl self-center">
          <Keypad entry={entry} />
        </div>
      )}
    </div>
  );
}

/**
 * The present check in digits that are read from two metres, driven by Space, Enter, arrows or a pedal that sends
 * them. F opens it, Escape leaves.
 */
export function AcrossTheBench({
  entry,
  counted = false,
  children,
}: {
  readonly entry: Entry;
  /** The drill wants a count before the reading. */
  readonly counted?: boolean;
  /** What the readings say so far. */
  readonly children?: ReactNode;
}) {
  const [open, setOpen] = useState(false);
  const stage = useRef<HTMLDivElement>(null);
  useHotkeys("f", () => setOpen(true), {
    enableOnFormTags: true,
    preventDefault: true,
    ignoreEventWhen: ({ target }) =>
      !(target instanceof HTMLInputElement
        ? target.dataset["entry"] !== undefined && target.value === ""
        : !(target instanceof HTMLTextAreaElement || isChoosing(target))),
  });
  return (
    <Dialog.Root open={open} onOpenChange={setOpen}>
      <Dialog.Trigger asChild>
        <Button look="quiet" hotkey="F" className="px-1!">
          Across the bench
        </Button>
      </Dialog.Trigger>
      <Dialog.Portal>
        <Dialog.Content
          aria-describedby={undefined}
          onOpenAutoFocus={(event) => {
            event.preventDefault();
            stage.current?.querySelector("input")?.focus();
          }}
          ref={stage}
          className="fixed inset-0 z-20 flex flex-col overflow-y-auto bg-ground p-8 max-sm:p-4"
        >
          <div className="flex items-center justify-between gap-4">
            <Dialog.Title className="text-2xl font-semibold text-ink-2">Across the bench</Dialog.Title>
            <span className="ml-auto">
              <SpokenToggle words={entry.present.label} />
            </span>
            <Dialog.Close asChild>
              <Button hotkey="Esc">Back to the job</Button>
            </Dialog.Close>
          </div>
          <Stage entry={entry} counted={counted}>
            {children}
          </Stage>
        </Dialog.Content>
      </Dialog.Portal>
    </Dialog.Root>
  );
}
