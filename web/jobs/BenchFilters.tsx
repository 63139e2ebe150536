import { useState, type ReactNode } from "react";
import { STAGES } from "#contract/jobs";
import { Button } from "../ui/Button.tsx";
import { Select } from "../ui/Select.tsx";
import { isDay, isNarrowed, type BenchFilter } from "./benchFilter.ts";
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
  search,
}: {
  readonly filter: BenchFilter;
  readonly owners: readonly string[];
  readonly onChange: (change: Partial<BenchFilter>) => void;
  /** Where a phone finds a job: its header has no room for it. */
  readonly search: ReactNode;
}) {
  const [unfolded, setUnfolded] = useState(false);
  // A phone shows what narrows it where somebody asked, or where it does.
  const shown = unfolded || filter.owner !== "" || filter.waiting !== "" || filter.overdue;
  return (
    <div
      role="group"
      aria-label="Which jobs"
      className="mb-3 flex flex-wrap items-center gap-2 text-[0.95rem] max-sm:mb-2"
    >
      <Toggle words="Mine" on={filter.mine} onChange={(mine) => onChange({ mine })} />
      {isDay(filter) && <Toggle words="Week" on={filter.week} onChange={(week) => onChange({ week })} />}
      <Button className="sm:hidden" aria-expanded={unfolded} onClick={() => setUnfolded(!unfolded)}>
        Narrow
      </Button>
      {search}
      <div className={`flex flex-wrap items-center gap-2 ${shown ? "max-sm:w-full" : "max-sm:hidden"}`}>
        <Toggle words="Overdue" on={filter.overdue} onChange={(overdue) => onChange({ overdue })} />
        <Select
          look="bar"
          label="Waiting for"
          value={filter.waiting}
          onChoose={(waiting) => onChange({ waiting: waiting as BenchFilter["waiting"] })}
          options={[
            ["", "whatever it waits for"],
            ...STAGES.map((stage) => [stage, GROUPS[stage].toLowerCase()] as const),
          ]}
        />
        <Select
          look="bar"
          label="Owner"
          value={filter.owner}
          onChoose={(owner) => onChange({ owner })}
          options={[
            ["", "every owner"],
            ...[...new Set([...(filter.owner ? [filter.owner] : []), ...owners])].map(
              (owner) => [owner, owner] as const,
            ),
          ]}
        />
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
