import { useState, type ChangeEvent } from "react";
import { Link } from "react-router";
import type { CaseLine } from "#contract/practice";
import { OUR_API } from "../app/place.ts";
import { sentenceOf } from "../app/api.ts";
import { Button, buttonClass } from "../ui/Button.tsx";
import { useDropCaseMutation, usePutCaseMutation } from "./practiceApi.ts";

/** Cases that somebody of this shop wrote or was given, as files. */
export function OwnCases({ cases }: { readonly cases: readonly CaseLine[] }) {
  const [putCase] = usePutCaseMutation();
  const [dropCase] = useDropCaseMutation();
  const [said, setSaid] = useState("");
  const [problem, setProblem] = useState("");
  const read = async ({ target }: ChangeEvent<HTMLInputElement>) => {
    const file = target.files?.[0];
    target.value = "";
    setSaid("");
    setProblem("");
    if (!file) return;
    try {
      const body = JSON.parse(await file.text()) as { id?: unknown };
      if (typeof body.id !== "string" || body.id === "") return setProblem(`${file.name} has no "id".`);
      await putCase({ id: body.id, file: body }).unwrap();
      setSaid(`${body.id} is among the cases now.`);
    } catch (error) {
      setProblem(error instanceof SyntaxError ? `${file.name} is no JSON file.` : sentenceOf(error));
    }
  };
  const drop = async (id: string) => {
    try {
      await dropCase(id).unwrap();
      setSaid(`${id} was taken away.`);
    } catch (error) {
      setProblem(sentenceOf(error));
    }
  };
  return (
    <section aria-labelledby="own-cases" className="mt-6">
      <h2 id="own-cases" className="font-bold">
        Cases of this shop
      </h2>
      <p className="mb-2 text-sm text-ink-2">
        A case is a small file that a trainer writes and shares; docs/practice.md says what stands in it. Take
        one that ships as a start: open its address below as JSON.
      </p>
      <label className={`${buttonClass("plain")} cursor-pointer focus-within:outline-2`}>
        Add a case from a file
        <input
          type="file"
          accept="application/json,.json"
          className="sr-only"
          onChange={(event) => void read(event)}
        />
      </label>{" "}
      <a href={`${OUR_API}/practice/cases/growls`} download="growls.json" className={buttonClass("quiet")}>
        One to start from
      </a>
      {said && <p role="status">{said}</p>}
      {problem && (
        <p role="alert" className="text-red">
          {problem}
        </p>
      )}
      {cases.length > 0 && (
        <ul className="mt-2 space-y-1">
          {cases.map(({ id, said: words }) => (
            <li key={id} className="flex flex-wrap items-center gap-3">
              <Link to={`/practice/${id}`} className="underline underline-offset-2">
                {id}: “{words}”
              </Link>
              <Button size="small" onClick={() => void drop(id)}>
                Take away {id}
              </Button>
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
