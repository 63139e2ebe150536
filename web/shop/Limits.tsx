import { useState } from "react";
import { FormProvider, useForm } from "react-hook-form";
import { KV_CONVENTION_LABELS, KV_CONVENTIONS, shareText } from "#core/quantity";
import { FAMILIES, FAMILY_FACTS, USUAL_SPIN_LIMIT, type ShopLimits } from "#core/record";
import { sentenceOf, useLimitsQuery, usePutLimitsMutation } from "../app/api.ts";
import { Button } from "../ui/Button.tsx";
import { FormField } from "../ui/FormField.tsx";
import { resolverOf } from "../ui/formProblems.ts";
import { fieldsOf, readLimits, type LimitFields, type LimitName } from "./limitFields.ts";

const ROWS = [
  ...FAMILIES.filter((family) => FAMILY_FACTS[family].windingsReachable).map((family) => ({
    name: family as LimitName,
    label: `${FAMILY_FACTS[family].label}, balance`,
    usual: FAMILY_FACTS[family].balanceLimit,
    why: FAMILY_FACTS[family].limitReason,
  })),
  {
    name: "spin" as LimitName,
    label: "Any motor spun, balance",
    usual: USUAL_SPIN_LIMIT,
    why: "common practice: turns show before this, drills and meters seldom do",
  },
];

const DEAD_HALL = [
  ["", "usual: replace the one that failed"],
  ["one", "replace the one that failed"],
  ["all", "replace all three while it is open"],
] as const;
const CONVENTIONS = [
  ["", `usual: ${KV_CONVENTION_LABELS.peak}`],
  ...KV_CONVENTIONS.filter((one) => one !== "rms").map((one) => [one, KV_CONVENTION_LABELS[one]] as const),
] as const;
const resolver = resolverOf<LimitFields>((fields) => {
  const result = readLimits(fields);
  return result.kind === "problems" ? result.problems : {};
});
const LimitField = FormField<LimitFields>;

function LimitsForm({ limits }: { readonly limits: ShopLimits }) {
  const form = useForm<LimitFields>({ defaultValues: fieldsOf(limits), resolver });
  const [said, setSaid] = useState("");
  const [put] = usePutLimitsMutation();
  const submit = async (fields: LimitFields) => {
    const result = readLimits(fields);
    if (result.kind === "problems") return;
    const { prices, letterhead } = limits;
    const answer = await put({
      ...result.limits,
      ...(prices && { prices }),
      ...(letterhead && { letterhead }),
    });
    if (answer.error) form.setError("root", { message: sentenceOf(answer.error) });
    else setSaid("Kept. Open jobs are judged by these now; closed ones stay.");
  };
  const refusal = form.formState.errors.root?.message;
  return (
    <FormProvider {...form}>
      <form
        onSubmit={(event) => void form.handleSubmit(submit)(event)}
        onChange={() => setSaid("")}
        noValidate
        aria-label="Units and limits"
        className="flex flex-col gap-4"
      >
        <section aria-labelledby="limits" className="rounded-xl border border-line bg-sheet p-4">
          <h2 id="limits" className="text-lg font-bold">
            Limits
          </h2>
          <p className="mb-3 max-w-3xl text-sm text-ink-2">
            On the largest deviation from the mean of three. An empty limit keeps the usual one. A single limb
            off by 30 % moves a pair by 10 % only: a 10 % limit passes it.
          </p>
          {ROWS.map(({ name, label, usual, why }) => (
            <div
              key={name}
              className="grid grid-cols-[1fr_9rem_1fr] items-start gap-3 border-t border-line py-2 max-md:grid-cols-1"
            >
              <p className="self-center leading-tight">
                <strong className="block">{label}</strong>
                <span className="text-sm text-ink-2">
                  usual {shareText(usual)}: {why}
                </span>
              </p>
              <LimitField
                name={`limits.${name}.percent`}
                label="Limit, %"
                spoken={`${label}, limit in percent`}
                placeholder={shareText(usual)}
              />
              <LimitField
                name={`limits.${name}.reason`}
                label="Why"
                spoken={`${label}, why`}
                placeholder="the reason stands with the limit"
              />
            </div>
          ))}
        </section>
        <section aria-labelledby="schools" className="rounded-xl border border-line bg-sheet p-4">
          <h2 id="schools" className="mb-2 text-lg font-bold">
            Schools
          </h2>
          <div className="grid grid-cols-2 gap-3 max-md:grid-cols-1">
            <LimitField
              name="kvConvention"
              label="Speed constant where a motor states none"
              options={CONVENTIONS}
            />
            <LimitField
              name="kvReason"
              label="Why"
              spoken="Speed constant, why"
              placeholder="the reason stands with it"
            />
            <LimitField name="deadHall" label="One dead position sensor" options={DEAD_HALL} />
            <LimitField
              name="deadHallReason"
              label="Why"
              spoken="One dead position sensor, why"
              placeholder="the reason stands with it"
            />
          </div>
        </section>
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

/** The shop's own limits and schools, each with its reason. */
export function Limits() {
  const { data } = useLimitsQuery();
  return data ? <LimitsForm limits={data} /> : <p>Fetching limits.</p>;
}
