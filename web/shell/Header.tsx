import { lazy, Suspense, type ReactNode } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { Link, NavLink, useNavigate } from "react-router";
import { CHAIN_AT } from "#contract/chain";
import { useSessionQuery } from "../app/api.ts";
import { isOffice } from "../app/place.ts";
import { useBench } from "../app/store.ts";
import { isTyping } from "../ui/isTyping.ts";
import { Key } from "../ui/Key.tsx";
import { Logo } from "../ui/Logo.tsx";
import { Person } from "./Person.tsx";
import { AUDIT_AT, ROOMS } from "./rooms.ts";
import { isWalkLeft } from "./walkLeft.ts";

const Walk = lazy(() => import("./Walk.tsx"));

const FINDING = "/?find";

/** The way to look for a job from anywhere: the bench opens with its search field ready. */
function Find() {
  const navigate = useNavigate();
  useHotkeys("/", () => void navigate(FINDING), {
    useKey: true,
    preventDefault: true,
    ignoreEventWhen: isTyping,
  });
  return (
    <Link
      to={FINDING}
      className="flex min-h-11 items-center gap-2 rounded-lg px-3 hover:bg-sunk max-lg:hidden"
    >
      Find <Key>/</Key>
    </Link>
  );
}

/** Of several shops which one this is, on every screen, so that nobody writes into another; null where there is one. */
const useShopTitle = () => useSessionQuery().data?.shop ?? null;

/** Beside the mark; on a phone it stands over the title, which needs the width. */
function Whose() {
  const shop = useShopTitle();
  return shop === null ? (
    <span className="max-xl:sr-only">Green Fable</span>
  ) : (
    <span title={shop} className="max-w-44 truncate max-lg:max-w-36 max-sm:sr-only">
      {shop}
    </span>
  );
}

function WhoseOverTitle() {
  const shop = useShopTitle();
  return (
    shop !== null && (
      <p aria-hidden className="truncate text-xs font-semibold leading-tight text-green sm:hidden">
        {shop}
      </p>
    )
  );
}

/** One of the chain who looks into a shop is told so, and goes back. */
function LookingIn() {
  const { data: session } = useSessionQuery();
  if (!session?.person?.looksIn) return null;
  return (
    <p
      role="status"
      className="border-b border-line bg-amber-soft px-5 py-1.5 text-sm max-sm:px-3 print:hidden"
    >
      <strong>You look into {session.shop} from the chain.</strong> What is written here is written by its own
      people.{" "}
      <a href={CHAIN_AT} className="underline underline-offset-4">
        Back to the chain
      </a>
    </p>
  );
}

/** The owner is told who was not let in: how many times in the last day, and from where. */
function WrongTries() {
  const { data: session } = useSessionQuery();
  const tries = session?.tries ?? null;
  if (!tries) return null;
  return (
    <p
      role="status"
      className="border-b border-line bg-amber-soft px-5 py-1.5 text-sm max-sm:px-3 print:hidden"
    >
      <strong>
        {tries.count} wrong {tries.count === 1 ? "pass-phrase" : "pass-phrases"} in the last day,
      </strong>{" "}
      from {tries.from.join(", ")}.{" "}
      <Link to={AUDIT_AT} className="underline underline-offset-4">
        Who did what
      </Link>
    </p>
  );
}

/** What does not work while it lasts, in one sentence below the header. */
function Trouble() {
  const { unreachable, storageDenied, cannotKeep } = useBench((bench) => bench);
  if (!unreachable && !storageDenied && cannotKeep === "") return null;
  return (
    <p
      role="status"
      className="border-b border-line bg-amber-soft px-5 py-1.5 text-sm max-sm:px-3 print:hidden"
    >
      {unreachable && (
        <>
          <strong>The server does not answer.</strong>{" "}
          {storageDenied
            ? "Do not close this page: what you type is kept in it alone until the server answers."
            : "Your readings are kept on this device and will be sent when it answers."}
        </>
      )}
      {!unreachable && cannotKeep && (
        <>
          <strong>{cannotKeep}</strong>{" "}
          {!storageDenied && "What you type is kept on this device and sent again by itself."}
        </>
      )}
      {!unreachable && storageDenied && (
        <>
          <strong>This browser keeps nothing on the device.</strong> Readings go to the server at once; while
          it does not answer they would live in this page alone. A window that is not private keeps them.
        </>
      )}
    </p>
  );
}

/** One header for all rooms: mark, rooms, what is open, search, safety state, person. */
export function Header({
  title,
  named = false,
  facts,
  find = <Find />,
  children,
}: {
  /** What is open; a room that the list of rooms names already shows it on a small screen alone. */
  readonly title: string;
  readonly named?: boolean;
  readonly facts?: ReactNode;
  /** The search; the bench has its own field. */
  readonly find?: ReactNode;
  /** The safety state of a job, or what a room begins. */
  readonly children?: ReactNode;
}) {
  return (
    <>
      <header className="flex min-h-14 items-center gap-x-4 border-b border-line bg-sheet px-5 py-1 max-sm:gap-x-2 max-sm:px-3 print:hidden">
        <Link to="/" className="flex min-h-11 shrink-0 items-center gap-2 font-semibold text-green">
          <Logo /> <Whose />
        </Link>
        <nav aria-label="Rooms" className="flex shrink-0 gap-0.5 max-lg:hidden">
          {ROOMS.map(([to, words]) => (
            <NavLink
              key={to}
              to={to}
              end={to === "/"}
              className="flex min-h-11 items-center rounded-lg px-2.5 text-ink-2 hover:bg-sunk aria-[current=page]:bg-sunk aria-[current=page]:font-semibold aria-[current=page]:text-ink"
            >
              {words}
            </NavLink>
          ))}
        </nav>
        <div className={`min-w-0 ${named ? "lg:sr-only" : "border-line lg:border-l lg:pl-4"}`}>
          <WhoseOverTitle />
          <h1
            title={title}
            className="truncate text-lg font-bold leading-tight max-sm:line-clamp-2 max-sm:text-base max-sm:leading-tight max-sm:whitespace-normal"
          >
            {title}
          </h1>
          {facts && <p className="truncate text-sm leading-tight text-ink-2 max-sm:hidden">{facts}</p>}
        </div>
        <div className="ml-auto flex shrink-0 items-center gap-x-3 max-sm:gap-x-2">
          {!isOffice && find}
          {children}
          <Person />
        </div>
      </header>
      <Trouble />
      <LookingIn />
      <WrongTries />
      {!isWalkLeft() && (
        <Suspense fallback={null}>
          <Walk />
        </Suspense>
      )}
    </>
  );
}
