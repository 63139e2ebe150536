import type { ButtonHTMLAttributes, ReactNode } from "react";
import { Key } from "./Key.tsx";

const LOOKS = {
  main: "bg-green text-on-green hover:opacity-90",
  plain: "border border-line-strong bg-sheet hover:bg-sunk",
  quiet: "text-green underline underline-offset-4 hover:no-underline",
} as const;

export type Look = keyof typeof LOOKS;

/** A finger's width; the small one is for a mouse, and as high as a finger where fingers press. */
const SIZES = {
  usual: "min-h-11 px-4",
  small: "min-h-8 px-3 pointer-coarse:min-h-11 max-sm:min-h-11",
} as const;

export function buttonClass(look: Look, size: keyof typeof SIZES = "usual"): string {
  return `inline-flex items-center justify-center gap-2 rounded-lg font-semibold disabled:opacity-50 ${SIZES[size]} ${LOOKS[look]}`;
}

interface ButtonProps extends ButtonHTMLAttributes<HTMLButtonElement> {
  readonly look?: Look;
  readonly size?: keyof typeof SIZES;
  readonly hotkey?: string | undefined;
  readonly children: ReactNode;
}

export function Button({
  look = "plain",
  size = "usual",
  hotkey,
  children,
  className = "",
  ...rest
}: ButtonProps) {
  return (
    <button type="button" {...rest} className={`${buttonClass(look, size)} ${className}`}>
      {children}
      {hotkey && <Key onGreen={look === "main"}>{hotkey}</Key>}
    </button>
  );
}
