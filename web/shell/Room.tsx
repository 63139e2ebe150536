import type { ReactNode } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { useNavigate } from "react-router";
import { isOffice } from "../app/place.ts";
import { Foot } from "../ui/Foot.tsx";
import { Header } from "./Header.tsx";

const KEYS = isOffice
  ? ([
      [["Tab"], "next field"],
      [["Esc"], "back to the shops"],
    ] as const)
  : ([
      [["Tab"], "next field"],
      [["Esc"], "back to the bench"],
      [["/"], "find a job"],
    ] as const);

/** A room beside the bench: its name, the way to the others, and what it holds. */
export function Room({
  title,
  foot,
  children,
}: {
  readonly title: string;
  readonly foot: ReactNode;
  readonly children: ReactNode;
}) {
  const navigate = useNavigate();
  useHotkeys("escape", () => void navigate("/"), {
    enableOnFormTags: true,
    // A dialog is left first, and what is typed is never thrown away.
    ignoreEventWhen: ({ target }) =>
      (target instanceof HTMLInputElement && target.value !== "") ||
      document.querySelector("[role=dialog]") !== null,
  });
  return (
    <div className="flex min-h-screen flex-col">
      <Header title={title} named />
      <main className="mx-auto w-full max-w-7xl grow px-5 py-4">{children}</main>
      <Foot keys={KEYS}>{foot}</Foot>
    </div>
  );
}
