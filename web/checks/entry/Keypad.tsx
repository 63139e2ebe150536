import type { ReactNode } from "react";
import { nextPrefix } from "./prefix.ts";
import type { Entry } from "./useEntry.ts";

function PadKey({
  children,
  label,
  onPress,
  disabled = false,
  look = "plain",
}: {
  readonly children: ReactNode;
  readonly label?: string;
  readonly onPress: () => void;
  readonly disabled?: boolean;
  readonly look?: "plain" | "small" | "main";
}) {
  const looks = {
    plain: "bg-sheet text-2xl font-semibold",
    small: "bg-sheet font-semibold text-ink-2",
    main: "bg-green text-lg font-semibold text-on-green",
  } as const;
  return (
    <button
      type="button"
      disabled={disabled}
      aria-label={label}
      // The field keeps the cursor.
      onPointerDown={(event) => event.preventDefault()}
      onClick={onPress}
      className={`min-h-[54px] rounded-xl border border-line-strong active:bg-green-soft disabled:opacity-40 ${looks[look]}`}
    >
      {children}
    </button>
  );
}

/** Digits, point, prefix, open, again, back and save for one hand; the system's keyboard stays away. */
export function Keypad({ entry }: { readonly entry: Entry }) {
  const { text, kind, put, disabled } = entry;
  const digit = (name: string) => (
    <PadKey key={name} disabled={disabled} onPress={() => put(text + name)}>
      {name}
    </PadKey>
  );
  return (
    <div role="group" aria-label="Keypad" className="grid grid-cols-4 gap-2">
      {["7", "8", "9"].map(digit)}
      <PadKey
        look="small"
        label={text === "" ? "Back" : "Delete"}
        disabled={disabled}
        onPress={() => (text === "" ? entry.back() : put(text.slice(0, -1)))}
      >
        {text === "" ? "back" : "⌫"}
      </PadKey>
      {["4", "5", "6"].map(digit)}
      <PadKey
        look="small"
        label="Prefix"
        disabled={disabled || !kind.prefixes || text === ""}
        onPress={() => put(nextPrefix(text))}
      >
        µ m k
      </PadKey>
      {["1", "2", "3"].map(digit)}
      <PadKey
        look="small"
        label="Open circuit"
        disabled={disabled || !kind.canBeOpen || text !== ""}
        onPress={entry.recordOpen}
      >
        OL
      </PadKey>
      <PadKey disabled={disabled || text.includes(".")} onPress={() => put(`${text}.`)}>
        .
      </PadKey>
      {digit("0")}
      <PadKey
        look="small"
        label="Read again"
        disabled={disabled || (text === "" && entry.standing === "")}
        onPress={entry.again}
      >
        again
      </PadKey>
      <PadKey look="main" disabled={disabled} onPress={entry.enter}>
        Save
      </PadKey>
    </div>
  );
}
