import { FormProvider, useForm } from "react-hook-form";
import { uuidv7 } from "uuidv7";
import { technicianSchema } from "#contract/jobSchemas";
import { Button } from "../ui/Button.tsx";
import { FormField } from "../ui/FormField.tsx";
import { resolverOf } from "../ui/formProblems.ts";
import { sentenceOf, usePutTechnicianMutation } from "../app/api.ts";

interface PersonFields {
  readonly initials: string;
  readonly name: string;
}

const technicianOf = ({ initials, name }: PersonFields) => ({
  id: uuidv7(),
  initials: initials.trim().toUpperCase(),
  name: name.trim(),
});
const resolver = resolverOf<PersonFields>((fields) => {
  const { error } = technicianSchema.validate(technicianOf(fields), { abortEarly: false, convert: false });
  return Object.fromEntries((error?.details ?? []).map(({ path, message }) => [String(path[0]), message]));
});
const PersonField = FormField<PersonFields>;

/** Puts a person on the shop's list. */
export default function NewPerson({ onMade }: { readonly onMade: (initials: string) => void }) {
  const [put] = usePutTechnicianMutation();
  const form = useForm<PersonFields>({ defaultValues: { initials: "", name: "" }, resolver });
  const submit = async (fields: PersonFields) => {
    const technician = technicianOf(fields);
    const result = await put(technician);
    if (result.error) return form.setError("initials", { message: sentenceOf(result.error) });
    form.reset();
    onMade(technician.initials);
  };
  return (
    <FormProvider {...form}>
      <form
        onSubmit={(event) => void form.handleSubmit(submit)(event)}
        noValidate
        className="grid grid-cols-[7rem_1fr_auto] items-start gap-3"
      >
        <PersonField name="initials" label="Initials" />
        <PersonField name="name" id="person-name" label="Name" />
        <Button type="submit" className="mt-7">
          Add
        </Button>
      </form>
    </FormProvider>
  );
}
