import { useForm } from "react-hook-form";
import type { ShopLimits } from "#core/record";
import { useLimitsQuery, usePutLimitsMutation } from "../app/api.ts";
import { FormField } from "../ui/FormField.tsx";
import { resolverOf } from "../ui/formProblems.ts";
import { fieldsOf, PRICED, readPrices, USUAL_RATE, type PriceFields } from "./priceFields.ts";
import { SettingsForm } from "./SettingsForm.tsx";

const resolver = resolverOf<PriceFields>((fields) => {
  const result = readPrices(fields);
  return result.kind === "problems" ? result.problems : {};
});
const PriceField = FormField<PriceFields>;

function PricesForm({ limits }: { readonly limits: ShopLimits }) {
  const form = useForm<PriceFields>({ defaultValues: fieldsOf(limits), resolver });
  const [put] = usePutLimitsMutation();
  const keep = async (fields: PriceFields) => {
    const result = readPrices(fields);
    if (result.kind === "problems") return {};
    const { prices, letterhead, ...others } = limits;
    return put({ ...others, ...result.prices });
  };
  return (
    <SettingsForm
      form={form}
      label="Prices and letterhead"
      kept="Kept. Open jobs are weighed by these now; closed ones stay."
      onKeep={keep}
    >
      <section aria-labelledby="letterhead" className="rounded-xl border border-line bg-sheet p-4">
        <h2 id="letterhead" className="mb-2 text-lg font-bold">
          Letterhead
        </h2>
        <div className="grid grid-cols-2 gap-3 max-md:grid-cols-1">
          <PriceField name="name" label="Name of the shop" maxLength={120} />
          <PriceField
            name="line"
            label="Line under it"
            maxLength={120}
            placeholder="what you do, and where to find you"
          />
        </div>
      </section>
      <section aria-labelledby="rates" className="rounded-xl border border-line bg-sheet p-4">
        <h2 id="rates" className="mb-2 text-lg font-bold">
          Rates
        </h2>
        <div className="grid grid-cols-4 gap-3 max-md:grid-cols-2">
          <PriceField name="currency" label="Currency" maxLength={4} placeholder="as you write it" />
          <PriceField
            name="hourly"
            label="An hour at the bench"
            inputMode="decimal"
            placeholder={USUAL_RATE}
          />
          <PriceField name="trip" label="A trip to the customer" inputMode="decimal" placeholder="0" />
          <PriceField
            name="warranty"
            label="Warranty on repairs, months"
            inputMode="numeric"
            placeholder="none stated"
          />
        </div>
      </section>
      <section aria-labelledby="parts" className="rounded-xl border border-line bg-sheet p-4">
        <h2 id="parts" className="text-lg font-bold">
          Parts
        </h2>
        <p className="mb-3 max-w-3xl text-sm text-ink-2">
          What is empty keeps the example in grey: made-up figures that nobody charges, some of them a share
          of a new motor&rsquo;s price. Days count until the part is there; 0 where it lies on the shelf.
          Parts to order stand together by the supplier they come from.
        </p>
        <div className="grid grid-cols-2 gap-x-8 max-lg:grid-cols-1">
          {PRICED.map(({ kind, key, label, usual }) => (
            <div
              key={`${kind}.${key}`}
              className="grid grid-cols-[1fr_7rem_4.5rem_9rem] items-start max-sm:grid-cols-[1fr_1fr_1fr] gap-3 border-t border-line py-2"
            >
              <p className="self-center leading-tight font-semibold max-sm:col-span-full">{label}</p>
              <PriceField
                name={`${kind}.${key}.price`}
                label="Price"
                spoken={`${label}, price`}
                inputMode="decimal"
                placeholder={usual.price}
              />
              <PriceField
                name={`${kind}.${key}.days`}
                label="Days"
                spoken={`${label}, days`}
                inputMode="numeric"
                placeholder={usual.days}
              />
              <PriceField
                name={`${kind}.${key}.supplier`}
                label="From"
                spoken={`${label}, supplier`}
                maxLength={60}
              />
            </div>
          ))}
        </div>
      </section>
    </SettingsForm>
  );
}

/** What the shop charges and pays, and whose name stands on its reports. */
export function Prices() {
  const { data } = useLimitsQuery();
  return data ? <PricesForm limits={data} /> : <p>Fetching prices.</p>;
}
