import { lazy, Suspense, useState } from "react";
import type { ChainShopView } from "#contract/chain";
import { moneyText } from "#core/report";
import { sentenceOf, useChainQuery } from "../app/api.ts";
import { Button } from "../ui/Button.tsx";
import { NameShop } from "./NameShop.tsx";

const TakeShopIn = lazy(() => import("./TakeShopIn.tsx"));

const CELL = "p-3 align-top max-sm:block max-sm:px-4 max-sm:py-1";
/** On a phone a line says what it is. */
function Of({ label, children }: { readonly label: string; readonly children: React.ReactNode }) {
  return (
    <td className={CELL}>
      <span className="text-sm text-ink-2 sm:hidden">{label}: </span>
      {children}
    </td>
  );
}

const countText = (n: number, one: string, more = `${one}s`) => `${n} ${n === 1 ? one : more}`;

/** What was said and became true, of the jobs that tell. */
function Said({ counts, unsaid }: ChainShopView) {
  const tell = counts.true + counts.half + counts.false;
  return (
    <>
      {tell === 0 ? "none tells yet" : <strong>{`${counts.true} of ${tell} true`}</strong>}
      <span className="block text-sm text-ink-2">
        {[
          counts.half > 0 ? `${counts.half} by half` : "",
          counts.open > 0 ? `${counts.open} open` : "",
          unsaid > 0 ? `${unsaid} undecided` : "",
        ]
          .filter(Boolean)
          .join(", ")}
      </span>
    </>
  );
}

function Month({ month, currency }: ChainShopView) {
  if (!month || month.closed === 0) return <>nothing closed</>;
  const { closed, cameBack, unpriced, labour, parts } = month;
  return (
    <>
      <strong>{closed} closed</strong>
      {cameBack > 0 && `, ${cameBack} came back`}
      <span className="block text-sm text-ink-2">
        {unpriced === closed ? "no prices" : moneyText(labour + parts, currency)}
      </span>
    </>
  );
}

function ToldTimes({ told: { of, kept, expected } }: ChainShopView) {
  return of === 0 ? (
    <>none told</>
  ) : (
    <>
      <strong>
        {kept} of {of} kept
      </strong>
      <span className="block text-sm text-ink-2">{expected.toFixed(1)} by the chances told</span>
    </>
  );
}

function ShopLine({ shop }: { readonly shop: ChainShopView }) {
  const [naming, setNaming] = useState(false);
  return (
    <tr className="border-t border-line max-sm:block max-sm:py-2">
      <th scope="row" className={`${CELL} text-left`}>
        {naming ? (
          <NameShop shop={shop} onDone={() => setNaming(false)} />
        ) : (
          <>
            <a href={shop.address} className="text-green underline underline-offset-4">
              {shop.title}
            </a>
            <span className="block text-sm font-normal text-ink-2">
              {shop.address === "/" ? "the first" : shop.address},{" "}
              {countText(shop.people, "person", "people")}
            </span>
            <Button look="quiet" size="small" className="-ml-3" onClick={() => setNaming(true)}>
              Name it otherwise
            </Button>
          </>
        )}
      </th>
      <Of label="Here now">
        {shop.here === 0 ? "none" : <strong>{countText(shop.here, "motor")}</strong>}
        {shop.waiting > 0 && (
          <span className="block text-sm text-ink-2">{shop.waiting} for an answer or parts</span>
        )}
      </Of>
      <Of label="This month">
        <Month {...shop} />
      </Of>
      <Of label="What was said">
        <Said {...shop} />
      </Of>
      <Of label="Times told">
        <ToldTimes {...shop} />
      </Of>
    </tr>
  );
}

/** The shops side by side, each with its own account; and the way to take another in. */
export function Shops() {
  const { data, error, isLoading } = useChainQuery();
  const [taking, setTaking] = useState(false);
  return (
    <div className="flex flex-col gap-4">
      <section aria-labelledby="shops" className="rounded-xl border border-line bg-sheet p-4">
        <h2 id="shops" className="text-lg font-bold">
          Shops
        </h2>
        <p className="mb-3 max-w-3xl text-ink-2">
          Jobs, people, prices, limits and instruments are each shop's own. A motor's past is found in all of
          them by its serial. Open a shop to look into it: what is written there is written by its own people.
        </p>
        {isLoading && <p role="status">Fetching the shops.</p>}
        {error && (
          <p role="alert" className="text-red">
            {sentenceOf(error)}
          </p>
        )}
        {data && (
          <table className="w-full text-left max-sm:block">
            <caption className="sr-only">Shops of the chain</caption>
            <thead className="text-sm text-ink-2 max-sm:sr-only">
              <tr>
                {["Shop", "Here now", "This month", "What was said", "Times told"].map((heading) => (
                  <th key={heading} scope="col" className="px-3 py-1 font-semibold">
                    {heading}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody className="max-sm:block">
              {data.shops.map((shop) => (
                <ShopLine key={shop.id} shop={shop} />
              ))}
            </tbody>
          </table>
        )}
        {data && data.shut.length > 0 && (
          <div role="alert" className="mt-2 flex flex-col gap-2">
            {data.shut.map(({ id, title, why }) => (
              <p key={id} className="rounded-lg border border-red p-3">
                <strong>{title} could not be opened.</strong> {why} Its people are told so, and what they type
                waits on their devices. Mend it and start the server again.
              </p>
            ))}
          </div>
        )}
        {data && !taking && (
          <Button className="mt-3" onClick={() => setTaking(true)}>
            Take another shop in
          </Button>
        )}
      </section>
      {taking && (
        <Suspense fallback={null}>
          <TakeShopIn onDone={() => setTaking(false)} />
        </Suspense>
      )}
    </div>
  );
}
