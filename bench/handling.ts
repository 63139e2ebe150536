import { FAMILY_FACTS } from "#core/families";
import { LEAST_WAIT } from "#core/measure/safety";
import type { Ability } from "#core/quantity";
import { secondsOf, type Act } from "./acts.ts";
import type { Found, SenseId } from "./senses.ts";
import type { Table } from "./table.ts";

/** How the machine should stand for what is done next; what is not named stays as it is. */
export interface Wanted {
  readonly powered?: boolean;
  readonly plugged?: boolean;
  readonly opened?: boolean;
}

/** Where a meter's probes go. */
type Put =
  Extract<Act, { readonly do: "touch" | "reach" | "tips" | "lift" }> extends infer One
    ? One extends { readonly with: string }
      ? Omit<One, "with">
      : never
    : never;

/** A person who works safely at a bench, each act taking its time. */
export function workingAt(table: Table) {
  const perform = (act: Act) => {
    const done = table.act(act);
    table.pass(secondsOf(act));
    return done;
  };
  return {
    perform,
    /** Leads of the motor in reach of the probes. */
    AT_ITS_LEADS: {
      powered: false,
      plugged: false,
      ...(FAMILY_FACTS[table.family].separateModule && { opened: true }),
    } satisfies Wanted,

    /** Brings the machine to stand so, in the order that hurts nobody; false where it cannot. */
    be({ powered, plugged, opened }: Wanted): boolean {
      const now = table.state();
      const moves = (plugged ?? now.plugged) !== now.plugged || (opened === true && !now.opened);
      const dead = powered === false || moves;
      if (dead && now.powered) perform({ do: "power", on: false });
      if (dead && table.state().live) perform({ do: "wait", seconds: LEAST_WAIT * 60 });
      if (plugged !== undefined && plugged !== now.plugged) perform({ do: "plug", in: plugged });
      if (opened === true && !now.opened && perform({ do: "open" }).kind === "cannot") return false;
      if (powered === true && !table.state().powered) perform({ do: "power", on: true });
      return true;
    },

    /** Sets a meter, puts its probes there and reads it; null with an overload. */
    read(id: string, reads: Ability, put: Put): number | null {
      if (table.dial(id) !== reads) perform({ do: "dial", with: id, reads });
      perform({ ...put, with: id } as Act);
      return table.shows(id);
    },

    /** What hands, eyes or ears find; null where they find nothing or cannot. */
    find(what: SenseId): Found {
      const done = perform({ do: "sense", what });
      return done.kind === "found" ? done.found : null;
    },
  };
}
