import { moneyText } from "#core/report";
import { FIELD_CLASS } from "../ui/Field.tsx";
import type { PartsUsedState } from "./usePartsUsed.ts";

/** What the ticked steps used: each on the bill unless it is taken off, named by its rating where somebody types it. */
export function PartsUsed({ used }: { readonly used: PartsUsedState }) {
  const { parts, currency, say } = used;
  if (parts.length === 0) return null;
  return (
    <fieldset className="rounded-xl border border-line bg-sheet px-4 py-2">
      <legend className="px-1 text-sm font-semibold text-ink-2">Parts used, for the bill</legend>
      {parts.map(({ what, by, price, isUsed, rating }) => (
        <div key={what} className="flex flex-wrap items-center gap-x-4 gap-y-1 py-1">
          <label className="flex min-h-11 min-w-40 cursor-pointer items-center gap-3 font-semibold">
            <input
              type="checkbox"
              checked={isUsed}
              onChange={(event) => say(what, { isUsed: event.target.checked })}
              className="size-5"
            />
            {what}
          </label>
          <input
            aria-label={`${what}, its rating`}
            value={rating}
            placeholder={by}
            maxLength={100}
            disabled={!isUsed}
            onChange={(event) => say(what, { rating: event.target.value })}
            className={`${FIELD_CLASS} mt-0! w-auto! min-w-52 grow`}
          />
          <span className="text-ink-2">{price === null ? "no price yet" : moneyText(price, currency)}</span>
        </div>
      ))}
    </fieldset>
  );
}
