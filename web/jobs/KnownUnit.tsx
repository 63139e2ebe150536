import { skipToken } from "@reduxjs/toolkit/query";
import { useDeferredValue } from "react";
import { Link } from "react-router";
import type { Unit } from "#contract/shop";
import { useUnitsQuery } from "../app/api.ts";
import { Button } from "../ui/Button.tsx";

const SHORTEST = 2;

/** The unit that carries exactly this serial, as it is typed; undefined while there is none. */
export function useKnownUnit(serial: string): Unit | undefined {
  const wanted = useDeferredValue(serial.trim());
  const { data } = useUnitsQuery(wanted.length >= SHORTEST ? { q: wanted } : skipToken);
  return data?.items.find((unit) => unit.serial.trim().toLowerCase() === wanted.toLowerCase());
}

/** Earlier visits of the motor whose serial is being typed, and what is known of it, to be taken over. */
export function KnownUnit({ unit, onTakeOver }: { readonly unit: Unit; readonly onTakeOver: () => void }) {
  const last = unit.visits.at(-1);
  const count = unit.visits.length;
  return (
    <div
      role="status"
      className="col-span-full flex flex-wrap items-center gap-3 rounded-lg bg-green-soft px-4 py-2 text-sm"
    >
      <span className="grow">
        <strong>Known here: {unit.name}.</strong>{" "}
        {last
          ? `${count} ${count === 1 ? "visit" : "visits"}, the last on ${last.at.slice(0, 10)}: ${last.headline.toLowerCase()}.`
          : "Its first visit is not judged yet."}{" "}
        <Link to={`/motors/${encodeURIComponent(unit.serial)}`} className="text-green underline">
          Its past
        </Link>
      </span>
      <Button onClick={onTakeOver}>Take over what is known of it</Button>
    </div>
  );
}
