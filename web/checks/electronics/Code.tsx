import { useState, type FormEvent } from "react";
import {
  CODE_SUBJECT_LABELS,
  CODE_SUBJECTS,
  codeMeaning,
  latestIn,
  type CodeSubject,
  type MachineCode,
} from "#core/record";
import { useOpenJob } from "../../job/openJob.ts";
import { Button } from "../../ui/Button.tsx";
import { Field, FIELD_CLASS } from "../../ui/Field.tsx";
import { Select } from "../../ui/Select.tsx";
import { useChoose } from "../entry/useChoose.ts";
import { useKeepDiagram } from "./useKeepDiagram.ts";

const SUBJECTS = CODE_SUBJECTS.map((value) => [value, CODE_SUBJECT_LABELS[value]] as const);

/** A code that the table does not hold yet: what the machine's own label says of it, kept for the next time. */
function NewCode({ code, onKeep }: { readonly code: string; readonly onKeep: (line: MachineCode) => void }) {
  const [means, setMeans] = useState("");
  const [speaksOf, setSpeaksOf] = useState<CodeSubject | "">("");
  const [problem, setProblem] = useState("");
  const keep = () => {
    if (means.trim() === "" || speaksOf === "")
      return setProblem("Say what the label says of this code, and what that speaks of.");
    onKeep({ code, means: means.trim(), speaksOf });
  };
  return (
    <div className="mt-2 grid grid-cols-2 items-start gap-3 max-sm:grid-cols-1">
      <Field id="code-means" label={`${code} by the machine's label`} problem={problem || undefined}>
        <input
          id="code-means"
          value={means}
          maxLength={120}
          autoFocus
          autoComplete="off"
          onChange={({ target }) => setMeans(target.value)}
          aria-describedby="code-means-problem"
          className={FIELD_CLASS}
        />
      </Field>
      <Field id="code-speaks" label="It speaks of">
        <Select
          id="code-speaks"
          value={speaksOf}
          onChoose={(value) => setSpeaksOf(value as CodeSubject)}
          options={[["", "choose"], ...SUBJECTS]}
        />
      </Field>
      <div>
        <Button look="main" onClick={keep}>
          Keep the code
        </Button>
      </div>
    </div>
  );
}

/** The machine's own code: looked up in the table that the shop keeps of it, or taken from its label once. */
export function Code() {
  const { record, epoch, closed, read } = useOpenJob();
  const { keep, model } = useKeepDiagram();
  const choosing = useChoose("power");
  const standing = latestIn(record.readings, "power", "codeShown", epoch);
  const shown = standing?.value.kind === "text" ? standing.value.text : "";
  const [typed, setTyped] = useState(shown);
  const [unknown, setUnknown] = useState("");
  const [problem, setProblem] = useState("");
  const { diagram } = record.motor;
  const known = codeMeaning(diagram, shown);
  const write = async (code: string, speaksOf: string) => {
    const outcome = await read(
      "power",
      "codeShown",
      { kind: "text", text: code },
      { supersedes: standing?.id ?? null },
    );
    if (outcome.kind === "refused") return setProblem(outcome.sentence);
    choosing.choose("code")(speaksOf);
    setUnknown("");
    setProblem("");
  };
  const look = (event: FormEvent) => {
    event.preventDefault();
    const code = typed.trim();
    if (code === "") return setProblem("Type the code as it is shown, or say that there is none.");
    const line = codeMeaning(diagram, code);
    setProblem("");
    if (line) void write(line.code, line.speaksOf);
    else setUnknown(code);
  };
  const keepNew = async (line: MachineCode) => {
    const source = diagram?.source ?? "the machine's own label";
    const sentence = await keep({ ...diagram, source, codes: [...(diagram?.codes ?? []), line] }, true);
    if (sentence) setProblem(sentence);
    await write(line.code, line.speaksOf);
  };
  return (
    <div>
      <form noValidate onSubmit={look} className="flex flex-wrap items-end gap-3">
        <div className="w-56">
          <Field id="machine-code" label="Code on the machine" problem={problem || undefined}>
            <input
              id="machine-code"
              value={typed}
              maxLength={20}
              disabled={closed}
              autoComplete="off"
              onChange={({ target }) => setTyped(target.value)}
              aria-invalid={problem !== ""}
              aria-describedby="machine-code-problem"
              className={FIELD_CLASS}
            />
          </Field>
        </div>
        <Button type="submit" disabled={closed}>
          Look it up
        </Button>
        <Button
          disabled={closed}
          look={choosing.chosen("code") === "none" ? "main" : "plain"}
          onClick={() => {
            setTyped("");
            void write("", "none");
          }}
        >
          No code
        </Button>
        {shown !== "" && known && (
          <p className="min-h-11 content-center">
            <strong>{known.code}</strong> {known.means}
            <span className="text-ink-2"> ({diagram?.source})</span>
          </p>
        )}
      </form>
      {unknown !== "" && <NewCode code={unknown} onKeep={(line) => void keepNew(line)} />}
      {unknown !== "" && (
        <p className="mt-1 text-sm text-ink-2">
          {model
            ? `Kept for every ${model.name}.`
            : "Kept with this motor; give it a model, and its sisters know it too."}{" "}
          A code says where to look, not what is broken.
        </p>
      )}
    </div>
  );
}
