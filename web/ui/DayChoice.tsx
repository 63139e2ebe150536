import { format, parseISO } from "date-fns";
import { Popover } from "radix-ui";
import { DayPicker } from "react-day-picker";

const NAMES = {
  months: "relative",
  month_caption: "flex h-11 items-center px-2 font-semibold",
  nav: "absolute right-0 top-0 flex",
  button_previous: "flex size-11 items-center justify-center rounded-lg hover:bg-sunk",
  button_next: "flex size-11 items-center justify-center rounded-lg hover:bg-sunk",
  chevron: "size-5 fill-current",
  weekday: "size-9 text-sm font-normal text-ink-2 pointer-coarse:size-11",
  day: "p-0 text-center",
  day_button: "size-9 rounded-lg hover:bg-green-soft pointer-coarse:size-11",
  outside: "text-ink-3",
  today: "font-bold underline underline-offset-4",
  selected: "rounded-lg bg-green font-semibold text-on-green",
} as const;

/** A month to choose a day from: arrows go from day to day, Enter takes one, Esc closes. */
export default function DayChoice({
  label,
  day,
  today,
  onChoose,
  onClose,
}: {
  readonly label: string;
  /** As 2026-03-02; null where none is chosen yet. */
  readonly day: string | null;
  readonly today: string;
  readonly onChoose: (day: string) => void;
  readonly onClose: () => void;
}) {
  const chosen = day === null ? undefined : parseISO(day);
  const now = parseISO(today);
  return (
    <Popover.Root open onOpenChange={(open) => !open && onClose()}>
      <Popover.Anchor className="absolute inset-x-0 top-12" />
      <Popover.Portal>
        <Popover.Content
          align="end"
          sideOffset={4}
          aria-label={label}
          // What is pressed here is no key of the view under it.
          onKeyDown={(event) => event.stopPropagation()}
          className="z-60 rounded-xl border border-line-strong bg-sheet p-2"
        >
          <DayPicker
            mode="single"
            required
            autoFocus
            weekStartsOn={1}
            today={now}
            defaultMonth={chosen ?? now}
            selected={chosen}
            onSelect={(date: Date) => onChoose(format(date, "yyyy-MM-dd"))}
            classNames={NAMES}
          />
        </Popover.Content>
      </Popover.Portal>
    </Popover.Root>
  );
}
