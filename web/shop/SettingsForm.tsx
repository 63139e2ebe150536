import { useState, type ReactNode } from "react";
import { FormProvider, type FieldValues, type UseFormReturn } from "react-hook-form";
import { sentenceOf } from "../app/api.ts";
import { Button } from "../ui/Button.tsx";

/** A form of the shop's settings: kept as a whole by one button, which says so or why not. */
export function SettingsForm<Fields extends FieldValues>({
  form,
  label,
  kept,
  onKeep,
  children,
}: {
  readonly form: UseFormReturn<Fields>;
  readonly label: string;
  /** What is said once it is kept. */
  readonly kept: string;
  readonly onKeep: (fields: Fields) => Promise<{ readonly error?: unknown }>;
  readonly children: ReactNode;
}) {
  const [said, setSaid] = useState("");
  const submit = async (fields: Fields) => {
    const { error } = await onKeep(fields);
    if (error) form.setError("root", { message: sentenceOf(error) });
    else setSaid(kept);
  };
  const refusal = form.formState.errors.root?.message;
  return (
    <FormProvider {...form}>
      <form
        onSubmit={(event) => void form.handleSubmit(submit)(event)}
        onChange={() => setSaid("")}
        noValidate
        aria-label={label}
        className="flex flex-col gap-4"
      >
        {children}
        <div className="flex items-center gap-4">
          <Button type="submit" look="main">
            Keep these
          </Button>
          <p role="status" className="text-green">
            {said}
          </p>
          {refusal && (
            <p role="alert" className="text-red">
              {refusal}
            </p>
          )}
        </div>
      </form>
    </FormProvider>
  );
}
