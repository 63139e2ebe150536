import { useState } from "react";
import { STAGES } from "#contract/jobs";
import { FIELD_CLASS } from "../ui/Field.tsx";
import { Button } from "../ui/Button.tsx";
import { isNarrowed, type BenchFilter } from "./benchFilter.ts";
import { GROUPS } from "./groups.ts";

function Toggle({
  words,
  on,
  onChange,
}: {
  readonly words: string;
  readonly on: boolean;
  readonly onChange: (on: boolean) => void;
}) {
  return (
    <button
      type="button"
      aria-pressed={on}
      onClick={() => onChange(!on)}
      className="min-h-11 rounded-lg border border-line-strong bg-sheet px-3 hover:bg-sunk aria-pressed:border-green aria-pressed:bg-green aria-pressed:font-semibold aria-pressed:text-on-green"
    >
      {words}
    </button>
  );
}

/** Narrows the bench: to one person, one owner, one thing waited for, or what is late. */
export function BenchFilters({
  filter,
  owners,
  onChange,
}: {
  readonly filter: BenchFilter;
  readonly owners: readonly string[];
  readonly onChange: (change: Partial<BenchFilter>) => void;
}) {
  const [unfolded, setUnfolded] = useState(false);
  // A phone shows what narrows it where somebody asked, or where it does.
  const shown = unfolded || filter.owner !== "" || filter.waiting !== "" || filter.overdue;
  const select = `${FIELD_CLASS} mt-0! w-auto min-w-0 max-w-52 max-sm:max-w-full`;
  return (
    <div
      role="group"
      aria-label="Which jobs"
      className="mb-3 flex flex-wrap items-center gap-2 text-[0.95rem] max-sm:mb-2"
    >
      <Toggle words="Mine" on={filter.mine} onChange={(mine) => onChange({ mine })} />
      <Button className="sm:hidden" aria-expanded={unfolded} onClick={() => setUnfolded(!unfolded)}>
        Narrow it
      </Button>
      <div className={`flex flex-wrap items-center gap-2 ${shown ? "max-sm:w-full" : "max-sm:hidden"}`}>
        <Toggle words="Overdue" on={filter.overdue} onChange={(overdue) => onChange({ overdue })} />
        <select
          aria-label="Waiting for"
          value={filter.waiting}
          onChange={({ target }) => onChange({ waiting: target.value as BenchFilter["waiting"] })}
          className={select}
        >
          <option value="">whatever it waits for</option>
          {STAGES.map((stage) => (
            <option key={stage} value={stage}>
              {GROUPS[stage].toLowerCase()}
            </option>
          ))}
        </select>
        <select
          aria-label="Owner"
          value={filter.owner}
          onChange={({ target }) => onChange({ owner: target.value })}
          className={select}
        >
          <option value="">every owner</option>
          {[...new Set([...(filter.owner ? [filter.owner] : []), ...owners])].map((owner) => (
            <option key={owner}>{owner}</option>
          ))}
        </select>
      </div>
      {isNarrowed(filter) && (
        <Button
          look="quiet"
          onClick={() => onChange({ q: "", owner: "", mine: false, waiting: "", overdue: false })}
        >
          Show everything
        </Button>
      )}
    </div>
  );
}
