import { useState, type FormEvent } from "react";
import { leftOutSlot, SKIPPED_SLOT, type CheckId } from "#core/record";
import { useOpenJob, useStandingVerdict } from "../../job/openJob.ts";
import { Button } from "../../ui/Button.tsx";
import { OneOf } from "../../ui/Choice.tsx";
import { Field, FIELD_CLASS } from "../../ui/Field.tsx";

const LABELS = { single: "Why this reading is left out", check: "Why this check is skipped" } as const;
type What = keyof typeof LABELS;

/**
 * What cannot be read here is left out with its reason, which stands in record and report and is never counted as a
 * pass: the reading that is asked for, where the check goes on without it, or the whole check.
 */
export function SkipForm({
  check,
  onDone,
}: {
  readonly check: CheckId;
  readonly onDone: (skipped: boolean) => void;
}) {
  const { read } = useOpenJob();
  const verdict = useStandingVerdict();
  const next = verdict.next?.check === check ? verdict.next : null;
  const [single] = useState(next?.alone ? { step: next.alone, title: next.title } : null);
  const [what, setWhat] = useState<What>(single ? "single" : "check");
  const [problem, setProblem] = useState("");
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const reason = String(new FormData(event.currentTarget).get("reason")).trim();
    if (reason === "") return setProblem("Say why: the reason stands in the report.");
    const outcome =
      single && what === "single"
        ? await read(check, leftOutSlot(single.step), { kind: "skipped", reason, what: single.title })
        : await read(check, SKIPPED_SLOT, { kind: "skipped", reason });
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
      {single && (
        <div className="w-full">
          <OneOf
            label="Leave out"
            value={what}
            onChoose={(chosen) => setWhat(chosen as What)}
            options={[
              { value: "single", words: single.title },
              { value: "check", words: "The whole check" },
            ]}
          />
        </div>
      )}
      <div className="min-w-60 grow">
        <Field id="skip-reason" label={LABELS[what]} problem={problem || undefined}>
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
