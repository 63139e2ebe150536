import { FormProvider, useForm } from "react-hook-form";
import { useState } from "react";
import { ownPassPhraseSchema } from "#contract/doorSchemas";
import { sentenceOf, useChangePassPhraseMutation } from "../app/api.ts";
import { Button } from "../ui/Button.tsx";
import { FormField } from "../ui/FormField.tsx";
import { problemsOf, resolverOf } from "../ui/formProblems.ts";

interface Phrases {
  readonly old: string;
  readonly passPhrase: string;
}
const PhraseField = FormField<Phrases>;
const resolver = resolverOf<Phrases>((fields) => problemsOf(ownPassPhraseSchema, { ...fields }));

/** One's own pass-phrase, changed with the old one. */
export function OwnPassPhrase() {
  const [change, { isLoading }] = useChangePassPhraseMutation();
  const [said, setSaid] = useState("");
  const form = useForm<Phrases>({ defaultValues: { old: "", passPhrase: "" }, resolver });
  const submit = async (fields: Phrases) => {
    const answer = await change(fields);
    if (answer.error) return form.setError("old", { message: sentenceOf(answer.error) });
    form.reset();
    setSaid("Changed. Your other devices sign in again with the new one.");
  };
  return (
    <section aria-labelledby="own-phrase" className="max-w-3xl rounded-xl border border-line bg-sheet p-4">
      <h2 id="own-phrase" className="mb-2 text-lg font-bold">
        Your own pass-phrase
      </h2>
      <FormProvider {...form}>
        <form
          onSubmit={(event) => void form.handleSubmit(submit)(event)}
          onChange={() => setSaid("")}
          noValidate
          aria-label="Your own pass-phrase"
          className="flex flex-wrap items-start gap-3"
        >
          <div className="min-w-56 grow">
            <PhraseField name="old" label="The one you have now" type="password" />
          </div>
          <div className="min-w-56 grow">
            <PhraseField
              name="passPhrase"
              id="new-phrase"
              label="The new one"
              type="password"
              hint="Ten letters at least."
            />
          </div>
          <Button type="submit" look="main" disabled={isLoading} className="mt-7">
            Change it
          </Button>
        </form>
      </FormProvider>
      <p role="status" className="mt-2 text-green">
        {said}
      </p>
    </section>
  );
}
