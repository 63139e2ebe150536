import { lazy, Suspense, useState, type KeyboardEvent } from "react";
import { Chevron, closedProps, wordsOf, type SelectProps } from "./selectField.tsx";

const SelectList = lazy(() => import("./SelectList.tsx"));

const opens = ({ key, ctrlKey, metaKey, altKey }: KeyboardEvent) =>
  !ctrlKey && !metaKey && !altKey && (["ArrowDown", "ArrowUp"].includes(key) || key.length === 1);

/** One of many, in a list that opens; fetched by whoever opens it first. */
export function Select(props: SelectProps) {
  const [asked, setAsked] = useState(false);
  const { value, onEnter, buttonRef } = props;
  const closed = (
    <button
      {...closedProps(props)}
      ref={buttonRef}
      type="button"
      role="combobox"
      aria-expanded={false}
      aria-haspopup="listbox"
      value={value}
      onClick={() => setAsked(true)}
      onKeyDown={(event) => {
        if (event.key === "Enter" && onEnter) {
          event.preventDefault();
          onEnter();
        } else if (opens(event)) {
          event.preventDefault();
          setAsked(true);
        }
      }}
    >
      <span className="truncate">{wordsOf(props)}</span>
      <Chevron />
    </button>
  );
  return asked ? (
    <Suspense fallback={closed}>
      <SelectList {...props} />
    </Suspense>
  ) : (
    closed
  );
}
