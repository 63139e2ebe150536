import type { ReactNode } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { Link, NavLink, useNavigate } from "react-router";
import { Foot } from "./Foot.tsx";
import { Logo } from "./Logo.tsx";

const ROOMS = [
  ["/", "Bench"],
  ["/motors", "Motors"],
  ["/workings", "Workings"],
  ["/shop", "Shop"],
] as const;
const KEYS = [
  [["Tab"], "next field"],
  [["Esc"], "back to the bench"],
] as const;

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
    ignoreEventWhen: ({ target }) => target instanceof HTMLInputElement && target.value !== "",
  });
  return (
    <div className="flex min-h-screen flex-col">
      <header className="flex flex-wrap items-center gap-x-5 border-b border-line bg-sheet px-5 py-1.5">
        <Link
          to="/"
          className="flex min-h-11 items-center gap-2 border-r border-line pr-5 font-semibold text-green"
        >
          <Logo /> <span className="max-md:sr-only">Green Fable</span>
        </Link>
        <h1 className="text-lg font-bold">{title}</h1>
        <nav aria-label="Rooms" className="ml-auto flex gap-1">
          {ROOMS.map(([to, words]) => (
            <NavLink
              key={to}
              to={to}
              className="flex min-h-11 items-center rounded-lg px-3 hover:bg-sunk aria-[current=page]:font-semibold aria-[current=page]:text-green"
            >
              {words}
            </NavLink>
          ))}
        </nav>
      </header>
      <main className="mx-auto w-full max-w-7xl grow px-5 py-4">{children}</main>
      <Foot keys={KEYS}>{foot}</Foot>
    </div>
  );
}
