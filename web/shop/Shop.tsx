import { NavLink, useParams } from "react-router";
import { Room } from "../shell/Room.tsx";
import { NothingHere } from "../shell/RoomProblem.tsx";
import { Account } from "./Account.tsx";
import { Audit } from "./Audit.tsx";
import { Copies } from "./Copies.tsx";
import { Instruments } from "./Instruments.tsx";
import { Limits } from "./Limits.tsx";
import { People } from "./People.tsx";
import { Prices } from "./Prices.tsx";
import { Weeks } from "./Weeks.tsx";

const PARTS = [
  ["instruments", "Instruments", Instruments],
  ["limits", "Units and limits", Limits],
  ["prices", "Prices and letterhead", Prices],
  ["people", "People", People],
  ["weeks", "Weeks and months", Weeks],
  ["account", "What we said", Account],
  ["copies", "Copies", Copies],
  ["audit", "Who did what", Audit],
] as const;

/** What belongs to the shop and not to a job: instruments, limits and schools, prices, people, its account, and its copies. */
export function Shop() {
  const { part = "instruments" } = useParams();
  const [, , Part] = PARTS.find(([to]) => to === part) ?? [];
  if (!Part) return <NothingHere />;
  return (
    <Room title="Shop" foot="A changed limit judges open jobs anew, and never a closed one.">
      <nav aria-label="Parts of the shop" className="mb-4 flex flex-wrap gap-2">
        {PARTS.map(([to, words]) => (
          <NavLink
            key={to}
            to={`/shop/${to}`}
            aria-current={to === part ? "page" : undefined}
            className={`flex min-h-11 items-center rounded-lg border px-4 font-semibold ${to === part ? "border-green bg-green text-on-green" : "border-line-strong bg-sheet hover:bg-sunk"}`}
          >
            {words}
          </NavLink>
        ))}
      </nav>
      <Part />
    </Room>
  );
}
