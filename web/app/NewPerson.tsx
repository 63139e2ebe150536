import { useState, type FormEvent } from "react";
import { uuidv7 } from "uuidv7";
import { technicianSchema } from "#contract/jobSchemas";
import { Button } from "../ui/Button.tsx";
import { Field, FIELD_CLASS } from "../ui/Field.tsx";
import { sentenceOf, usePutTechnicianMutation } from "./api.ts";

/** Puts a person on the shop's list. */
export default function NewPerson({ onMade }: { readonly onMade: (initials: string) => void }) {
  const [put] = usePutTechnicianMutation();
  const [problem, setProblem] = useState<{ field: string; sentence: string } | null>(null);
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = new FormData(event.currentTarget);
    const technician = {
      id: uuidv7(),
      initials: String(form.get("initials")).trim().toUpperCase(),
      name: String(form.get("name")).trim(),
    };
    const { error } = technicianSchema.validate(technician, { convert: false });
    const found = error?.details[0];
    if (found) return setProblem({ field: String(found.path[0]), sentence: found.message });
    const result = await put(technician);
    if (result.error) return setProblem({ field: "initials", sentence: sentenceOf(result.error) });
    onMade(technician.initials);
  };
  const of = (field: string) => (problem?.field === field ? problem.sentence : undefined);
  return (
    <form
      onSubmit={(event) => void submit(event)}
      noValidate
      className="grid grid-cols-[7rem_1fr_auto] items-start gap-3"
    >
      <Field id="initials" label="Initials" problem={of("initials")}>
        <input
          id="initials"
          name="initials"
          autoComplete="off"
          className={FIELD_CLASS}
          aria-invalid={!!of("initials")}
          aria-describedby="initials-problem"
        />
      </Field>
      <Field id="person-name" label="Name" problem={of("name")}>
        <input
          id="person-name"
          name="name"
          autoComplete="off"
          className={FIELD_CLASS}
          aria-invalid={!!of("name")}
          aria-describedby="person-name-problem"
        />
      </Field>
      <Button type="submit" className="mt-6">
        Add
      </Button>
    </form>
  );
}
