import { useState, type FormEvent } from "react";
import { useOpenJob } from "../job/openJob.ts";
import { Button } from "../ui/Button.tsx";
import { dayAndTimeText } from "../ui/dates.ts";
import { Field, FIELD_CLASS } from "../ui/Field.tsx";

/** What the last person left for the next one, where the plan begins. */
export function LastNote() {
  const { notes } = useOpenJob();
  const last = notes.at(-1);
  if (!last) return null;
  return (
    <p className="mb-3 rounded-lg bg-amber-soft px-3 py-2 text-sm" title={last.words}>
      <strong>{last.by} left word:</strong> <span className="line-clamp-3">{last.words}</span>
    </p>
  );
}

/** Words for whoever takes the job over: they stand above the plan and weigh in no verdict. */
export function Notes() {
  const { notes, add, undo, closed } = useOpenJob();
  const [problem, setProblem] = useState("");
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = event.currentTarget;
    const words = String(new FormData(form).get("note") ?? "").trim();
    if (words === "") return setProblem("Write what the next person should know.");
    setProblem("");
    // Empty at once: what is typed while this one is on its way is another.
    form.reset();
    const outcome = await add("note", { words, at: new Date().toISOString() });
    if (outcome.kind !== "refused") return;
    setProblem(outcome.sentence);
    const field = form.elements.namedItem("note") as HTMLInputElement;
    if (field.value === "") field.value = words;
  };
  return (
    <section aria-labelledby="notes-title" className="rounded-xl border border-line bg-sheet p-4">
      <h3 id="notes-title" className="font-semibold">
        For whoever takes over
      </h3>
      <ul aria-label="Notes so far" className="text-sm">
        {notes.map(({ id, words, by, at }) => (
          <li key={id} className="flex flex-wrap items-center gap-x-3 border-b border-line py-1">
            <span className="grow">
              <span className="text-ink-2">
                {dayAndTimeText(at)}, {by}:
              </span>{" "}
              {words}
            </span>
            {!closed && (
              <Button look="quiet" onClick={() => void undo(id)}>
                Take it back
              </Button>
            )}
          </li>
        ))}
      </ul>
      {!closed && (
        <form
          onSubmit={(event) => void submit(event)}
          noValidate
          className="mt-2 flex flex-wrap items-start gap-3"
        >
          <div className="min-w-64 grow">
            <Field id="note" label="Note" problem={problem || undefined}>
              <input
                id="note"
                name="note"
                autoComplete="off"
                maxLength={2000}
                placeholder="Waiting on the sensor bench; B–C felt loose when wiggled"
                aria-invalid={problem !== ""}
                aria-describedby="note-problem"
                className={FIELD_CLASS}
              />
            </Field>
          </div>
          <Button type="submit" className="sm:mt-7">
            Leave word
          </Button>
        </form>
      )}
    </section>
  );
}
