import { FormProvider, useForm } from "react-hook-form";
import { newShopSchema } from "#contract/chainSchemas";
import { SHOPS_AT, type NewShop } from "#contract/chain";
import { sentenceOf, useTakeShopInMutation } from "../app/api.ts";
import { Button } from "../ui/Button.tsx";
import { FormField } from "../ui/FormField.tsx";
import { resolverOf } from "../ui/formProblems.ts";

interface ShopFields {
  readonly title: string;
  readonly id: string;
  readonly initials: string;
  readonly name: string;
  readonly passPhrase: string;
}
const ShopField = FormField<ShopFields>;

const shopOf = ({ title, initials, name, passPhrase }: ShopFields): NewShop => ({
  title: title.trim(),
  owner: { initials: initials.trim().toUpperCase(), name: name.trim(), passPhrase },
});

const resolver = resolverOf<ShopFields>((fields) => {
  const { error } = newShopSchema.validate(shopOf(fields), { abortEarly: false, convert: false });
  return {
    ...Object.fromEntries(
      (error?.details ?? []).map(({ path, message }) => [String(path.at(-1)), message] as const),
    ),
    ...(fields.id.trim() === "" && { id: "Give it a short name for its address, as north." }),
  };
});

/** A shop that comes into the chain, with who runs it. */
export default function TakeShopIn({ onDone }: { readonly onDone: () => void }) {
  const [take, { isLoading }] = useTakeShopInMutation();
  const form = useForm<ShopFields>({
    defaultValues: { title: "", id: "", initials: "", name: "", passPhrase: "" },
    resolver,
  });
  const submit = async (fields: ShopFields) => {
    const { error } = await take({ id: fields.id.trim(), shop: shopOf(fields) });
    if (error) form.setError("id", { message: sentenceOf(error) });
    else onDone();
  };
  return (
    <FormProvider {...form}>
      <form
        onSubmit={(event) => void form.handleSubmit(submit)(event)}
        noValidate
        aria-labelledby="take-shop-in"
        className="max-w-3xl rounded-xl border border-line bg-sheet p-4"
      >
        <h2 id="take-shop-in" className="mb-3 text-lg font-bold">
          Take a shop in
        </h2>
        <div className="grid grid-cols-2 gap-4 max-sm:grid-cols-1">
          <ShopField name="title" id="shop-title" label="The shop is called" autoFocus />
          <ShopField
            name="id"
            id="shop-id"
            label="Name in its address"
            placeholder="north"
            hint={`Its pages lie at ${SHOPS_AT}/north then, for good: small letters, digits, hyphens.`}
          />
          <ShopField name="initials" id="shop-initials" label="Initials of who runs it" />
          <ShopField name="name" id="shop-owner" label="Their name" />
          <ShopField
            name="passPhrase"
            id="shop-phrase"
            label="Their first pass-phrase"
            type="password"
            hint="Ten letters at least. They change it under Shop, People."
          />
        </div>
        <div className="mt-4 flex gap-3">
          <Button type="submit" look="main" disabled={isLoading}>
            Take it in
          </Button>
          <Button onClick={onDone}>Leave it</Button>
        </div>
      </form>
    </FormProvider>
  );
}
