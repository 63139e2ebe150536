import { Link } from "react-router";
import type { Unit } from "#contract/shop";
import type { Family } from "#core/record";
import { monthText } from "../ui/dates.ts";
import { Button } from "../ui/Button.tsx";
import { FoundHere } from "./FoundHere.tsx";

const NTH = ["First", "Second", "Third", "Fourth", "Fifth", "Sixth", "Seventh", "Eighth", "Ninth", "Tenth"];
/** How many of its visits are named. */
const SHOWN = 5;

function Known({ unit, onTakeOver }: { readonly unit: Unit; readonly onTakeOver: () => void }) {
  const { visits } = unit;
  return (
    <div role="status" className="flex flex-col gap-3 border-b border-line pb-4">
      <div>
        <p className="font-semibold text-ink-2">
          {unit.shop === undefined ? "Known here" : `Known at ${unit.shop}, never here`}
        </p>
        <p className="text-lg font-bold">{unit.name}</p>
        <p className="text-ink-2">
          {NTH[visits.length] ?? `${visits.length + 1}th`} visit.{" "}
          <Link to={`/motors/${encodeURIComponent(unit.serial)}`} className="text-green underline">
            Its past
          </Link>
        </p>
      </div>
      <Button onClick={onTakeOver}>Take over what is known of it</Button>
      {visits.length > 0 && (
        <dl className="grid grid-cols-[auto_1fr] gap-x-3 gap-y-1">
          {visits
            .toReversed()
            .slice(0, SHOWN)
            .map(({ jobId, at, headline, shop }) => (
              <div key={jobId} className="contents">
                <dt className="text-ink-2">{monthText(at)}</dt>
                <dd>
                  {headline}
                  {shop !== undefined && <span className="text-ink-2">, at {shop}</span>}
                </dd>
              </div>
            ))}
        </dl>
      )}
    </div>
  );
}

/** What the shop knows already of the unit whose serial is typed, and of its kind; and what comes next. */
export function TakeInAside({
  unit,
  family,
  modelId,
  onTakeOver,
}: {
  readonly unit: Unit | undefined;
  readonly family: Family | "";
  readonly modelId: string;
  readonly onTakeOver: () => void;
}) {
  return (
    <aside className="flex flex-col gap-4 border-l border-line bg-sheet p-5 text-sm max-lg:border-l-0 max-lg:border-t">
      {unit ? (
        <Known unit={unit} onTakeOver={onTakeOver} />
      ) : (
        <p className="border-b border-line pb-4 text-ink-2">
          Type the serial first: a motor that was here before brings its plate, its past and its trend along.
          Without a readable one leave it empty.
        </p>
      )}
      {family !== "" && <FoundHere modelId={modelId === "" ? null : modelId} family={family} />}
      <div>
        <p className="font-semibold text-ink-2">Then</p>
        <p className="text-lg font-bold">Made safe, 2 min</p>
        <p className="text-ink-2">Each check is proposed when it would tell something, with its minutes.</p>
      </div>
    </aside>
  );
}
