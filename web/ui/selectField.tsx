import type { Ref } from "react";

const LOOKS = {
  field:
    "mt-1 min-h-11 w-full rounded-lg border border-line-strong bg-sheet px-3 aria-invalid:border-2 aria-invalid:border-red",
  bar: "min-h-11 rounded-lg border border-line-strong bg-sheet px-3 pointer-coarse:min-h-11",
  line: "min-h-8 rounded-none border-b border-line-strong bg-transparent px-1 pointer-coarse:min-h-11",
} as const;

export interface SelectProps {
  readonly id?: string;
  /** Said where no label stands beside it. */
  readonly label?: string | undefined;
  readonly value: string;
  readonly onChoose: (value: string) => void;
  /** Values with their words; an empty value is one of them where nothing may be chosen. */
  readonly options: readonly (readonly [string, string])[];
  readonly look?: keyof typeof LOOKS;
  readonly disabled?: boolean;
  readonly invalid?: boolean;
  readonly describedBy?: string;
  /** What Enter does while the list is closed, as in every other field: sends the form. */
  readonly onEnter?: (() => void) | undefined;
  readonly buttonRef?: Ref<HTMLButtonElement>;
}

/** What the closed field looks like, and says: alike before the list is fetched and after. */
export function closedProps({
  id,
  label,
  look = "field",
  disabled = false,
  invalid = false,
  describedBy,
}: SelectProps) {
  return {
    id,
    disabled,
    "aria-label": label,
    "aria-invalid": invalid || undefined,
    "aria-describedby": describedBy,
    className: `inline-flex items-center justify-between gap-2 text-left font-normal text-ink disabled:opacity-50 ${LOOKS[look]}`,
  };
}

export const wordsOf = ({ options, value }: SelectProps): string =>
  options.find(([one]) => one === value)?.[1] ?? "choose";

export function Chevron() {
  return (
    <svg viewBox="0 0 16 16" className="size-3.5 shrink-0 text-ink-2" aria-hidden>
      <path d="m3 6 5 5 5-5" fill="none" stroke="currentColor" strokeWidth="2" />
    </svg>
  );
}
