import { NavLink, useParams } from "react-router";
import { Room } from "../ui/Room.tsx";
import { Instruments } from "./Instruments.tsx";
import { Limits } from "./Limits.tsx";
import { People } from "./People.tsx";
import { Prices } from "./Prices.tsx";

const PARTS = [
  ["instruments", "Instruments"],
  ["limits", "Units and limits"],
  ["prices", "Prices and letterhead"],
  ["people", "People"],
] as const;

/** What belongs to the shop and not to a job: instruments, limits and schools, prices, people. */
export function Shop() {
  const { part = "instruments" } = useParams();
  return (
    <Room title="Shop" foot="A changed limit judges open jobs anew, and never a closed one.">
      <nav aria-label="Parts of the shop" className="mb-4 flex gap-2">
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
      {part === "limits" ? (
        <Limits />
      ) : part === "prices" ? (
        <Prices />
      ) : part === "people" ? (
        <People />
      ) : (
        <Instruments />
      )}
    </Room>
  );
}
