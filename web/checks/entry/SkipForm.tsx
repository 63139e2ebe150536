import { useState, type FormEvent } from "react";
import type { CheckId } from "#core/record";
import { useOpenJob } from "../../job/openJob.ts";
import { Button } from "../../ui/Button.tsx";
import { Field, FIELD_CLASS } from "../../ui/Field.tsx";

/** A check is skipped with its reason, which stands in plan and report, and is never counted as a pass. */
export function SkipForm({
  check,
  onDone,
}: {
  readonly check: CheckId;
  readonly onDone: (skipped: boolean) => void;
}) {
  const { read } = useOpenJob();
  const [problem, setProblem] = useState("");
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const reason = String(new FormData(event.currentTarget).get("reason")).trim();
    if (reason === "") return setProblem("Say why: the reason stands in the report.");
    const outcome = await read(check, "skipped", { kind: "skipped", reason });
    if (outcome.kind === "refused") setProblem(outcome.sentence);
    else onDone(true);
  };
  return (
    <form
      onSubmit={(event) => void submit(event)}
      // Escape leaves an empty form; typing is never thrown away by it.
      onKeyDown={(event) =>
        event.key === "Escape" && new FormData(event.currentTarget).get("reason") === "" && onDone(false)
      }
      noValidate
      className="mb-4 flex flex-wrap items-end gap-3 rounded-xl border border-line-strong bg-sheet p-4"
    >
      <div className="min-w-60 grow">
        <Field id="skip-reason" label="Why this check is skipped" problem={problem || undefined}>
          <input
            id="skip-reason"
            name="reason"
            autoFocus
            autoComplete="off"
            maxLength={120}
            aria-invalid={problem !== ""}
            aria-describedby="skip-reason-problem"
            className={FIELD_CLASS}
          />
        </Field>
      </div>
      <Button type="submit" look="main">
        Skip it
      </Button>
      <Button onClick={() => onDone(false)} hotkey="Esc">
        Do it after all
      </Button>
    </form>
  );
}
