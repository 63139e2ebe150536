import { lazy, Suspense, useState } from "react";
import { Button } from "./Button.tsx";
import { weekAndDayText, shopDay } from "./dates.ts";
import { readDay, type Toward } from "./readDay.ts";

const DayChoice = lazy(() => import("./DayChoice.tsx"));

const EXAMPLES: Readonly<Record<Toward, string>> = {
  ahead: "Friday or 4 Dec",
  back: "yesterday, or 4 Dec",
};

interface DayInputProps {
  readonly id: string;
  /** Of the month that is opened. */
  readonly label: string;
  /** As 2026-03-02, or what was typed where it is no day. */
  readonly value: string;
  readonly onChange: (value: string) => void;
  readonly toward: Toward;
  readonly invalid?: boolean;
  readonly spoken?: string | undefined;
  readonly inputRef?: (element: HTMLInputElement | null) => void;
  readonly onBlur?: () => void;
  readonly autoFocus?: boolean;
}

/** A day typed as one says it, or chosen from a month; what was understood stands under it. */
export function DayInput({
  id,
  label,
  value,
  onChange,
  toward,
  invalid = false,
  spoken,
  inputRef,
  ...rest
}: DayInputProps) {
  const [typed, setTyped] = useState(value);
  const [open, setOpen] = useState(false);
  const today = shopDay();
  const understood = readDay(typed, today, toward);
  // Filled in by somebody else, as with a draft that is taken up again.
  if (typed !== value && (understood ?? typed.trim()) !== value) setTyped(value);
  return (
    <div className="relative">
      <div className="mt-1 flex rounded-lg border border-line-strong bg-sheet has-aria-invalid:border-2 has-aria-invalid:border-red has-[input:focus-visible]:outline-2 has-[input:focus-visible]:outline-offset-2 has-[input:focus-visible]:outline-green">
        <input
          id={id}
          ref={inputRef}
          value={typed}
          onChange={({ target }) => {
            setTyped(target.value);
            onChange(readDay(target.value, today, toward) ?? target.value.trim());
          }}
          autoComplete="off"
          placeholder={EXAMPLES[toward]}
          {...(spoken !== undefined && { "aria-label": spoken })}
          aria-invalid={invalid}
          aria-describedby={`${id}-problem ${id}-understood`}
          className="min-h-11 min-w-0 grow bg-transparent pl-3 font-normal outline-none"
          {...rest}
        />
        <Button
          look="quiet"
          aria-label="Choose from a month"
          aria-expanded={open}
          className="min-w-11 px-0!"
          onClick={() => setOpen(!open)}
        >
          <svg viewBox="0 0 20 20" className="size-5" aria-hidden>
            <path
              d="M3 5h14v12H3zM3 8.5h14M7 3v3.5M13 3v3.5"
              fill="none"
              stroke="currentColor"
              strokeWidth="1.6"
            />
          </svg>
        </Button>
      </div>
      <p id={`${id}-understood`} aria-live="polite" className="text-sm text-ink-2">
        {understood !== null && understood !== typed.trim() ? weekAndDayText(understood) : ""}
      </p>
      {open && (
        <Suspense fallback={null}>
          <DayChoice
            label={label}
            day={understood}
            today={today}
            onClose={() => setOpen(false)}
            onChoose={(day) => {
              setTyped(day);
              onChange(day);
              setOpen(false);
            }}
          />
        </Suspense>
      )}
    </div>
  );
}
