import { useState } from "react";
import { Link, useParams, useSearchParams } from "react-router";
import { serialKey } from "#core/record";
import { sentenceOf, useModelsQuery, useUnitsQuery } from "../app/api.ts";
import { Field, FIELD_CLASS } from "../ui/Field.tsx";
import { Button } from "../ui/Button.tsx";
import { Select } from "../ui/Select.tsx";
import { Room } from "../shell/Room.tsx";
import { ModelForm } from "./ModelForm.tsx";
import { Models } from "./Models.tsx";
import { Sisters } from "./Sisters.tsx";
import { UnitPage } from "./UnitPage.tsx";

function Unknown({ serial }: { readonly serial: string }) {
  return (
    <p>
      No motor with the serial {serial} was here.{" "}
      <Link to="/motors" className="text-green underline">
        All motors
      </Link>
    </p>
  );
}

function OneUnit({ serial }: { readonly serial: string }) {
  const { currentData: data, error } = useUnitsQuery({ q: serial });
  if (!data) return error ? <p role="alert">{sentenceOf(error)}</p> : <p>Fetching its visits.</p>;
  const unit = data.items.find((one) => serialKey(one.serial) === serialKey(serial));
  return unit ? <UnitPage unit={unit} /> : <Unknown serial={serial} />;
}

function AllUnits() {
  const [parameters, setParameters] = useSearchParams();
  const [q, setQ] = useState("");
  const [page, setPage] = useState(1);
  const [editing, setEditing] = useState(false);
  const model = parameters.get("model") ?? "";
  const { data: models = [] } = useModelsQuery();
  const { data, isLoading } = useUnitsQuery({ ...(q && { q }), ...(model && { model }), page });
  const chosen = models.find(({ id }) => id === model);
  const pages = data ? Math.ceil(data.total / data.pageSize) : 1;
  return (
    <div className="grid grid-cols-[22rem_1fr] grid-rows-[auto_1fr] gap-x-6 gap-y-3 max-lg:grid-cols-1 max-lg:grid-rows-none">
      <div className="flex flex-col gap-3">
        <Field id="motor-search" label="Search serial, machine, owner">
          <input
            id="motor-search"
            value={q}
            onChange={(event) => {
              setQ(event.target.value);
              setPage(1);
            }}
            className={FIELD_CLASS}
          />
        </Field>
        <Field id="motor-model" label="Model">
          <Select
            id="motor-model"
            value={model}
            onChoose={(chosenModel) => {
              setParameters(chosenModel ? { model: chosenModel } : {});
              setPage(1);
            }}
            options={[["", "all models"], ...models.map(({ id, name }) => [id, name] as const)]}
          />
        </Field>
        {chosen?.shared ? (
          <p className="text-sm text-ink-2">This model is the chain's: all of its shops list it alike.</p>
        ) : (
          <Button onClick={() => setEditing(true)}>{chosen ? "Change this model" : "New model"}</Button>
        )}
      </div>
      <div className="flex flex-col gap-4 lg:col-start-2 lg:row-span-2 lg:row-start-1">
        {editing ? (
          <ModelForm key={model} model={chosen ?? null} onDone={() => setEditing(false)} />
        ) : chosen ? (
          <>
            <Sisters units={data?.items ?? []} model={chosen} />
            {chosen.notes && <p className="text-ink-2">{chosen.notes}</p>}
          </>
        ) : (
          <Models models={models} />
        )}
      </div>
      <div className="flex flex-col gap-3">
        <ul aria-label="Motors" className="flex flex-col">
          {data?.items.map(({ serial, name, visits, shop }) => (
            <li key={serial} className="border-t border-line">
              <Link
                to={`/motors/${encodeURIComponent(serial)}`}
                className="flex min-h-12 items-center gap-3 rounded px-2 hover:bg-sunk"
              >
                <span className="grow leading-tight">
                  <strong className="block">{name}</strong>
                  <span className="text-sm text-ink-2">
                    {serial}
                    {shop !== undefined && `, at ${shop}`}
                  </span>
                </span>
                <span className="text-sm text-ink-2">
                  {visits.length} {visits.length === 1 ? "visit" : "visits"}
                </span>
              </Link>
            </li>
          ))}
        </ul>
        {data?.total === 0 && (
          <p className="text-ink-2">Nothing fits. Motors come here with their serial, at take-in.</p>
        )}
        {isLoading && <p className="text-ink-2">Fetching motors.</p>}
        {pages > 1 && (
          <div className="flex items-center gap-3">
            <Button disabled={page <= 1} onClick={() => setPage(page - 1)}>
              Earlier
            </Button>
            <span className="text-sm text-ink-2">
              {page} of {pages}
            </span>
            <Button disabled={page >= pages} onClick={() => setPage(page + 1)}>
              Later
            </Button>
          </div>
        )}
      </div>
    </div>
  );
}

/** Motors by serial and by model: visits, trends, sisters. */
export function Motors() {
  const { serial } = useParams();
  return (
    <Room title="Motors" foot="Figures are those each visit left with.">
      {serial ? (
        <>
          <Link
            to="/motors"
            className="mb-2 inline-flex min-h-11 items-center text-green underline underline-offset-4"
          >
            All motors
          </Link>
          <OneUnit serial={serial} />
        </>
      ) : (
        <AllUnits />
      )}
    </Room>
  );
}
