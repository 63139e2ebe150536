import { useState, type FormEvent } from "react";
import type { ChainShopView } from "#contract/chain";
import { sentenceOf, useNameShopMutation } from "../app/api.ts";
import { Button } from "../ui/Button.tsx";
import { Field, FIELD_CLASS } from "../ui/Field.tsx";

/** How a shop is called from now on; its address stays. */
export function NameShop({ shop, onDone }: { readonly shop: ChainShopView; readonly onDone: () => void }) {
  const [name, { isLoading }] = useNameShopMutation();
  const [problem, setProblem] = useState("");
  const id = `title-${shop.id}`;
  const submit = async (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const title = String(new FormData(event.currentTarget).get("title") ?? "").trim();
    const { error } = await name({ id: shop.id, title });
    if (error) setProblem(sentenceOf(error));
    else onDone();
  };
  return (
    <form onSubmit={(event) => void submit(event)} noValidate className="flex flex-col gap-2 font-normal">
      <Field id={id} label={`${shop.title} is called`} problem={problem || undefined}>
        <input
          id={id}
          name="title"
          defaultValue={shop.title}
          maxLength={60}
          autoComplete="off"
          autoFocus
          aria-invalid={problem !== ""}
          aria-describedby={`${id}-problem`}
          className={FIELD_CLASS}
        />
      </Field>
      <div className="flex gap-2">
        <Button type="submit" look="main" size="small" disabled={isLoading}>
          Name it so
        </Button>
        <Button size="small" onClick={onDone}>
          Leave it
        </Button>
      </div>
    </form>
  );
}
