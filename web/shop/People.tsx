import { lazy, Suspense, useState, type FormEvent } from "react";
import { OFFICE_ROLE_WORDS, ROLE_LABELS, ROLE_WORDS, ROLES, type Role } from "#contract/doors";
import type { Technician } from "#contract/jobs";
import {
  sentenceOf,
  useGivePassPhraseMutation,
  usePutTechnicianMutation,
  useSessionQuery,
  useTechniciansQuery,
} from "../app/api.ts";
import { isOffice } from "../app/place.ts";
import { Button } from "../ui/Button.tsx";
import { Select } from "../ui/Select.tsx";
import { Field, FIELD_CLASS } from "../ui/Field.tsx";
import { OwnPassPhrase } from "./OwnPassPhrase.tsx";

const NewPerson = lazy(() => import("../shell/NewPerson.tsx"));

function PassPhraseForm({ person, onDone }: { readonly person: Technician; readonly onDone: () => void }) {
  const [give, { isLoading }] = useGivePassPhraseMutation();
  const [problem, setProblem] = useState("");
  const id = `phrase-${person.initials}`;
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const passPhrase = String(new FormData(event.currentTarget).get("phrase") ?? "");
    const answer = await give({ id: person.id, passPhrase });
    if (answer.error) return setProblem(sentenceOf(answer.error));
    onDone();
  };
  return (
    <form
      onSubmit={(event) => void submit(event)}
      noValidate
      className="flex w-full flex-wrap items-start gap-3 pb-3"
    >
      <div className="min-w-64 grow">
        <Field
          id={id}
          label={`New pass-phrase of ${person.name}`}
          hint="Ten letters at least. Whoever was signed in with the old one signs in again."
          problem={problem || undefined}
        >
          <input
            id={id}
            name="phrase"
            type="password"
            autoComplete="new-password"
            autoFocus
            aria-invalid={problem !== ""}
            aria-describedby={`${id}-problem`}
            className={FIELD_CLASS}
          />
        </Field>
      </div>
      <Button type="submit" look="main" disabled={isLoading} className="mt-7">
        Give it
      </Button>
      <Button onClick={onDone} className="mt-7">
        Leave it
      </Button>
    </form>
  );
}

/** Who works at this bench; every reading carries the initials, so nobody is taken off the list: who leaves is retired. */
export function People() {
  const { data: people = [] } = useTechniciansQuery();
  const { data: session } = useSessionQuery();
  const [put] = usePutTechnicianMutation();
  const [problem, setProblem] = useState("");
  const [giving, setGiving] = useState<string | null>(null);
  const change = async (person: Technician, changed: Pick<Technician, "retired" | "role">) => {
    const { id, initials, name } = person;
    const { retired = false, role } = { ...person, ...changed };
    const answer = await put({ id, initials, name, ...(retired && { retired }), ...(role && { role }) });
    setProblem(answer.error ? sentenceOf(answer.error) : "");
  };
  const me = session?.person?.initials ?? null;
  return (
    <div className="flex flex-col gap-4">
      {me !== null && !session?.person?.looksIn && <OwnPassPhrase />}
      <section aria-labelledby="people" className="max-w-3xl rounded-xl border border-line bg-sheet p-4">
        <h2 id="people" className="mb-2 text-lg font-bold">
          People
        </h2>
        <ul className="mb-4" aria-label="People of this bench">
          {people.map((person) => {
            const { id, initials, name, retired = false, role = "technician" } = person;
            return (
              <li
                key={id}
                className={`flex min-h-11 flex-wrap items-center gap-x-4 border-t border-line ${retired ? "text-ink-2" : ""}`}
              >
                <strong className="w-10">{initials}</strong>
                <span className="grow">
                  {name}
                  {retired && ", works here no more"}
                </span>
                {!retired && (
                  <>
                    <Select
                      look="line"
                      label={`Role of ${name}`}
                      value={role}
                      onChoose={(chosen) => void change(person, { role: chosen as Role })}
                      options={ROLES.map((one) => [one, ROLE_LABELS[one]] as const)}
                    />
                    {initials !== me && (
                      <Button
                        look="quiet"
                        aria-label={`Give ${name} a pass-phrase`}
                        onClick={() => setGiving(giving === id ? null : id)}
                      >
                        Pass-phrase
                      </Button>
                    )}
                  </>
                )}
                <Button
                  look="quiet"
                  aria-label={retired ? `${name} is back` : `Retire ${name}`}
                  onClick={() => void change(person, { retired: !retired })}
                >
                  {retired ? "Is back" : "Retire"}
                </Button>
                {giving === id && <PassPhraseForm person={person} onDone={() => setGiving(null)} />}
              </li>
            );
          })}
        </ul>
        {problem && (
          <p role="alert" className="mb-3 text-red">
            {problem}
          </p>
        )}
        <dl className="mb-4 grid grid-cols-[auto_1fr] gap-x-4 text-sm text-ink-2">
          {ROLES.map((role) => (
            <div key={role} className="contents">
              <dt className="font-semibold">{ROLE_LABELS[role]}</dt>
              <dd>{(isOffice ? OFFICE_ROLE_WORDS : ROLE_WORDS)[role]}</dd>
            </div>
          ))}
        </dl>
        <p className="mb-4 text-sm text-ink-2">
          {session?.needed
            ? "This server listens to a network: everybody signs in."
            : "This bench listens to its own computer alone: nobody signs in, and roles bind nobody. They count once others can reach it."}
        </p>
        <Suspense fallback={null}>
          <NewPerson onMade={() => undefined} />
        </Suspense>
      </section>
    </div>
  );
}
