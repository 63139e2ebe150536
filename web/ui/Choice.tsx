import type { ReactNode } from "react";
import { ToggleGroup } from "radix-ui";

interface ChoiceProps {
  readonly label: string;
  readonly options: readonly { readonly value: string; readonly words: string }[];
  readonly disabled?: boolean;
  readonly hideLabel?: boolean;
}

const ITEM =
  "min-h-11 rounded-lg border border-line-strong bg-sheet px-3 font-medium in-data-tight:px-2 in-data-tight:text-sm hover:bg-sunk disabled:opacity-50 data-[state=on]:border-green data-[state=on]:bg-green data-[state=on]:text-on-green";

function Items({ options }: Pick<ChoiceProps, "options">) {
  return options.map(({ value, words }) => (
    <ToggleGroup.Item key={value} value={value} className={ITEM}>
      {words}
    </ToggleGroup.Item>
  ));
}

const label = (text: string, hidden: boolean | undefined) => (
  <p className={hidden ? "sr-only" : "mb-1 text-sm font-semibold text-ink-2"}>{text}</p>
);

/** One of a few, side by side; arrows move, Enter or Space chooses. */
export function OneOf({
  label: text,
  value,
  onChoose,
  options,
  disabled = false,
  hideLabel,
  again = false,
  oneRow = false,
  tight = false,
  slot,
}: ChoiceProps & {
  /** The place of a reading that it stands for. */
  readonly slot?: string;
  readonly value: string;
  readonly onChoose: (value: string) => void;
  /** On a phone it stays one row, pushed sideways. */
  readonly oneRow?: boolean;
  /** Many of them, side by side on a bench screen. */
  readonly tight?: boolean;
  /** It is asked a second time: pressing what is chosen says it once more. */
  readonly again?: boolean;
}) {
  return (
    <div>
      {label(again ? `${text} (try it again; press the same if it is the same)` : text, hideLabel)}
      <ToggleGroup.Root
        type="single"
        data-slot={slot}
        data-tight={tight || undefined}
        aria-label={text}
        value={value}
        disabled={disabled}
        onValueChange={(chosen) => {
          // Pressing what is chosen would take it off: here it stands, and where it is asked again it is said again.
          if (chosen) onChoose(chosen);
          else if (again) onChoose(value);
        }}
        className={`flex flex-wrap gap-1.5 ${oneRow ? "max-sm:-mx-3.5 max-sm:flex-nowrap max-sm:overflow-x-auto max-sm:px-3.5 max-sm:*:shrink-0" : ""}`}
      >
        <Items options={options} />
      </ToggleGroup.Root>
    </div>
  );
}

/** Any of a few; what stands beside them, such as a way to say none, comes as a child. */
export function AnyOf({
  children,
  label: text,
  value,
  onChoose,
  options,
  disabled = false,
  hideLabel,
}: ChoiceProps & {
  readonly value: readonly string[];
  readonly onChoose: (value: string[]) => void;
  readonly children?: ReactNode;
}) {
  return (
    <div>
      {label(text, hideLabel)}
      <ToggleGroup.Root
        type="multiple"
        data-any
        aria-label={text}
        value={[...value]}
        disabled={disabled}
        onValueChange={onChoose}
        className="flex flex-wrap gap-1.5"
      >
        <Items options={options} />
        {children}
      </ToggleGroup.Root>
    </div>
  );
}
