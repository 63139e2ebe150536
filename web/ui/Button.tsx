import type { ButtonHTMLAttributes, ReactNode } from "react";
import { Key } from "./Key.tsx";

const LOOKS = {
  main: "bg-green text-on-green hover:opacity-90",
  plain: "border border-line-strong bg-sheet hover:bg-sunk",
  quiet: "text-green underline underline-offset-4 hover:no-underline",
} as const;

export type Look = keyof typeof LOOKS;

export function buttonClass(look: Look): string {
  return `inline-flex min-h-11 items-center justify-center gap-2 rounded-lg px-4 font-semibold disabled:opacity-50 ${LOOKS[look]}`;
}

interface ButtonProps extends ButtonHTMLAttributes<HTMLButtonElement> {
  readonly look?: Look;
  readonly hotkey?: string;
  readonly children: ReactNode;
}

export function Button({ look = "plain", hotkey, children, className = "", ...rest }: ButtonProps) {
  return (
    <button type="button" {...rest} className={`${buttonClass(look)} ${className}`}>
      {children}
      {hotkey && <Key onGreen={look === "main"}>{hotkey}</Key>}
    </button>
  );
}
