import { Select } from "radix-ui";
import { Chevron, closedProps, wordsOf, type SelectProps } from "./selectField.tsx";

/** The list knows no empty value: each carries a sign before it. */
const SIGN = "=";

/** The field with its list, which opens as it comes. */
export default function SelectList(props: SelectProps) {
  const { value, onChoose, options, disabled = false, onEnter, buttonRef } = props;
  return (
    <Select.Root
      defaultOpen
      value={SIGN + value}
      disabled={disabled}
      onValueChange={(chosen) => onChoose(chosen.slice(SIGN.length))}
    >
      <Select.Trigger
        {...closedProps(props)}
        ref={buttonRef}
        value={value}
        onKeyDown={(event) => {
          if (event.key !== "Enter" || !onEnter) return;
          event.preventDefault();
          onEnter();
        }}
      >
        <span className="truncate">{wordsOf(props)}</span>
        <Chevron />
      </Select.Trigger>
      <Select.Portal>
        <Select.Content
          position="popper"
          // What is pressed in the open list is no key of the view under it.
          onKeyDown={(event) => event.stopPropagation()}
          sideOffset={4}
          className="z-40 max-h-(--radix-select-content-available-height) min-w-(--radix-select-trigger-width) max-w-[92vw] overflow-y-auto rounded-lg border border-line-strong bg-sheet p-1"
        >
          <Select.Viewport>
            {options.map(([one, words]) => (
              <Select.Item
                key={one}
                value={SIGN + one}
                className="flex min-h-9 cursor-pointer items-center gap-2 rounded-md px-2.5 outline-none data-highlighted:bg-green-soft data-[state=checked]:font-semibold pointer-coarse:min-h-11"
              >
                <span className="w-3.5 shrink-0">
                  <Select.ItemIndicator>
                    <svg viewBox="0 0 16 16" className="size-3.5 text-green" aria-hidden>
                      <path d="m2 8 4 4 8-9" fill="none" stroke="currentColor" strokeWidth="2.5" />
                    </svg>
                  </Select.ItemIndicator>
                </span>
                <Select.ItemText>{words}</Select.ItemText>
              </Select.Item>
            ))}
          </Select.Viewport>
        </Select.Content>
      </Select.Portal>
    </Select.Root>
  );
}
