import { useState } from "react";
import { sentenceOf, useChainQuery, useModelsQuery, useShareModelMutation } from "../app/api.ts";
import { ModelForm } from "../motors/ModelForm.tsx";
import { Button } from "../ui/Button.tsx";

const LINE = "flex min-h-12 flex-wrap items-center gap-x-4 border-t border-line py-1";

/** What all shops list alike, and what each has for itself and could be made the chain's. */
export function ChainModels() {
  const { data } = useChainQuery();
  const { data: shared = [] } = useModelsQuery();
  const [share, { isLoading }] = useShareModelMutation();
  const [problem, setProblem] = useState("");
  const [changing, setChanging] = useState<string | null>(null);
  if (!data) return <p>Fetching the models.</p>;
  const own = data.models.filter(({ shop }) => shop !== null);
  const changed = shared.find(({ id }) => id === changing);
  const make = async (id: string, shop: string) => {
    const { error } = await share({ id, shop });
    setProblem(error ? sentenceOf(error) : "");
  };
  return (
    <div className="flex flex-col gap-4">
      {changed && <ModelForm key={changed.id} model={changed} onDone={() => setChanging(null)} />}
      <section aria-labelledby="shared" className="rounded-xl border border-line bg-sheet p-4">
        <h2 id="shared" className="text-lg font-bold">
          Of all shops
        </h2>
        <p className="mb-3 max-w-3xl text-ink-2">
          Every shop lists these, holds its motors against those of the others, and learns from what closed
          jobs of them turned out to have. Only the chain changes them.
        </p>
        {shared.length === 0 && <p>None yet.</p>}
        <ul aria-label="Models of all shops">
          {shared.map(({ id, name }) => (
            <li key={id} className={LINE}>
              <strong className="grow">{name}</strong>
              <Button look="quiet" aria-label={`Change ${name}`} onClick={() => setChanging(id)}>
                Change
              </Button>
            </li>
          ))}
        </ul>
      </section>
      <section aria-labelledby="own" className="rounded-xl border border-line bg-sheet p-4">
        <h2 id="own" className="text-lg font-bold">
          Of one shop
        </h2>
        <p className="mb-3 max-w-3xl text-ink-2">
          Seen in that shop alone. Made the chain's, a model stays so: motors of it in every shop are held
          against each other by their uncertainties, since each shop reads by its own instruments.
        </p>
        {problem && (
          <p role="alert" className="mb-3 text-red">
            {problem}
          </p>
        )}
        {own.length === 0 && <p>None.</p>}
        <ul aria-label="Models of one shop">
          {own.map(({ id, name, shop, title }) => (
            <li key={`${shop} ${id}`} className={LINE}>
              <span className="grow">
                <strong>{name}</strong> <span className="text-ink-2">{title}</span>
              </span>
              <Button
                look="quiet"
                disabled={isLoading}
                aria-label={`Make ${name} of ${title} the chain's`}
                onClick={() => void make(id, shop!)}
              >
                Make it the chain's
              </Button>
            </li>
          ))}
        </ul>
      </section>
    </div>
  );
}
