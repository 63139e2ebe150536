import { FormProvider, useForm } from "react-hook-form";
import { firstOwnerSchema, signInSchema } from "#contract/doorSchemas";
import { sentenceOf, useFirstOwnerMutation, useSignInMutation } from "../app/api.ts";
import { WHO } from "../app/store.ts";
import { Button } from "../ui/Button.tsx";
import { FormField } from "../ui/FormField.tsx";
import { problemsOf, resolverOf } from "../ui/formProblems.ts";
import { Logo } from "../ui/Logo.tsx";

interface SignInFields {
  readonly initials: string;
  readonly passPhrase: string;
}
interface OwnerFields extends SignInFields {
  readonly code: string;
  readonly name: string;
}
const SignInField = FormField<SignInFields>;
const OwnerField = FormField<OwnerFields>;
const written = <Fields extends SignInFields>(fields: Fields): Fields => ({
  ...fields,
  initials: fields.initials.trim().toUpperCase(),
});

function SignInForm() {
  const [signIn, { isLoading }] = useSignInMutation();
  const form = useForm<SignInFields>({
    defaultValues: { initials: localStorage.getItem(WHO) ?? "", passPhrase: "" },
    resolver: resolverOf<SignInFields>((fields) => problemsOf(signInSchema, { ...written(fields) })),
  });
  const submit = async (fields: SignInFields) => {
    const answer = await signIn(written(fields));
    if (answer.error) form.setError("passPhrase", { message: sentenceOf(answer.error) });
  };
  return (
    <FormProvider {...form}>
      <form
        onSubmit={(event) => void form.handleSubmit(submit)(event)}
        noValidate
        className="flex flex-col gap-4"
      >
        <SignInField name="initials" label="Initials" autoFocus />
        <SignInField name="passPhrase" label="Pass-phrase" type="password" />
        <Button type="submit" look="main" disabled={isLoading}>
          Sign in
        </Button>
        <p className="text-sm text-ink-2">
          What waits on this device is sent once you are in. Forgotten? The owner of the shop gives you a new
          one under Shop, People.
        </p>
      </form>
    </FormProvider>
  );
}

function FirstOwnerForm() {
  const [first, { isLoading }] = useFirstOwnerMutation();
  const form = useForm<OwnerFields>({
    defaultValues: { code: "", initials: "", name: "", passPhrase: "" },
    resolver: resolverOf<OwnerFields>((fields) => problemsOf(firstOwnerSchema, { ...written(fields) })),
  });
  const submit = async (fields: OwnerFields) => {
    const answer = await first(written(fields));
    if (answer.error) form.setError("code", { message: sentenceOf(answer.error) });
  };
  return (
    <FormProvider {...form}>
      <form
        onSubmit={(event) => void form.handleSubmit(submit)(event)}
        noValidate
        className="flex flex-col gap-4"
      >
        <p className="text-ink-2">
          Nobody can sign in here yet. The server printed a code where it was started: whoever reads it there
          becomes the owner.
        </p>
        <OwnerField name="code" label="Code" autoFocus />
        <OwnerField name="initials" id="owner-initials" label="Your initials" />
        <OwnerField name="name" id="owner-name" label="Your name" />
        <OwnerField
          name="passPhrase"
          id="owner-phrase"
          label="Pass-phrase"
          type="password"
          hint="Ten letters at least; three or four words are easy to keep in mind."
        />
        <Button type="submit" look="main" disabled={isLoading}>
          Become the owner
        </Button>
      </form>
    </FormProvider>
  );
}

/** Before anything of a shop is shown over a network. */
export default function SignIn({
  first,
  shop,
}: {
  readonly first: boolean;
  /** Of several of a chain; null where it is alone. */
  readonly shop: string | null;
}) {
  return (
    <main className="mx-auto flex max-w-md flex-col gap-5 p-8">
      <p className="flex items-center gap-2 font-semibold text-green">
        <Logo /> Green Fable
      </p>
      <h1 className="text-2xl font-bold">{first ? "The first owner" : "Sign in"}</h1>
      {shop !== null && <p className="text-lg">{shop}</p>}
      {first ? <FirstOwnerForm /> : <SignInForm />}
    </main>
  );
}
