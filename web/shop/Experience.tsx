import { useForm } from "react-hook-form";
import { CURE_IDS, cureFactsOf, LEAST_KNOWN } from "#core/known";
import { FAMILY_FACTS } from "#core/families";
import { type ExperienceOf, type ShopLimits } from "#core/record";
import { sentenceOf, useLimitsQuery, useModelsQuery, usePutLimitsMutation } from "../app/api.ts";
import { Button } from "../ui/Button.tsx";
import { Field, FIELD_CLASS } from "../ui/Field.tsx";
import { dayText, shopDay } from "../ui/dates.ts";

/** The cures of a count, the most frequent first. */
const counted = ({ cures }: ExperienceOf) =>
  CURE_IDS.flatMap((cure) => ((cures[cure] ?? 0) > 0 ? [{ cure, n: cures[cure]! }] : [])).sort(
    (a, b) => b.n - a.n,
  );

function Counts({ of }: { readonly of: readonly ExperienceOf[] }) {
  const { data: models = [] } = useModelsQuery();
  return (
    <ul className="mb-3 flex flex-col gap-1">
      {of.map((one) => (
        <li key={`${one.model} ${one.family}`} className="border-t border-line py-1">
          <strong>
            {one.model === null
              ? `All of the family: ${FAMILY_FACTS[one.family].label.toLowerCase()}`
              : (models.find(({ id }) => id === one.model)?.name ?? "A model no longer listed")}
          </strong>
          , {one.known} jobs:{" "}
          {counted(one)
            .map(({ cure, n }) => `${n} ${cureFactsOf(cure).what}`)
            .join(", ") || "nothing was the matter"}
        </li>
      ))}
    </ul>
  );
}

/** The owner's switch: whether what this shop found moves the odds of a verdict. */
export function Experience({ today }: { readonly today: readonly ExperienceOf[] }) {
  const { data: limits } = useLimitsQuery();
  const [put] = usePutLimitsMutation();
  const form = useForm({ defaultValues: { reason: "" } });
  if (!limits) return null;
  const { experience, ...others } = limits;
  const keep = async (changed: ShopLimits) => {
    const { error } = await put(changed);
    if (error) form.setError("root", { message: sentenceOf(error) });
    else form.reset();
  };
  const problem = form.formState.errors.reason?.message ?? form.formState.errors.root?.message;
  return (
    <section aria-labelledby="experience" className="rounded-xl border border-line bg-sheet p-4">
      <h2 id="experience" className="text-lg font-bold">
        What we found, in the odds
      </h2>
      <p className="mb-3 max-w-3xl text-ink-2">
        {experience
          ? `What was counted on ${dayText(experience.counted)} weighs in every open job: ${experience.reason}. Each verdict says so.`
          : `Shown beside a verdict, and not weighed in it. Once ${LEAST_KNOWN} closed jobs of a model or a family tell what was wrong, you may let them move the odds; they count against the usual odds, worth 20 jobs.`}
      </p>
      <Counts of={experience ? experience.of : today} />
      {!experience && today.length === 0 && (
        <p className="text-ink-2">No model and no family has {LEAST_KNOWN} jobs that tell yet.</p>
      )}
      {experience ? (
        <Button onClick={() => void keep(others)}>Stop weighing them</Button>
      ) : (
        today.length > 0 && (
          <form
            aria-label="Let what we found weigh"
            noValidate
            className="flex max-w-2xl flex-wrap items-end gap-3"
            onSubmit={(event) =>
              void form.handleSubmit(({ reason }) =>
                keep({
                  ...others,
                  experience: { counted: shopDay(), reason, of: today },
                }),
              )(event)
            }
          >
            <div className="grow">
              <Field id="experience-reason" label="Why they may weigh" problem={problem}>
                <input
                  id="experience-reason"
                  className={FIELD_CLASS}
                  maxLength={300}
                  placeholder="the reason stands with it"
                  aria-invalid={problem !== undefined}
                  {...form.register("reason", {
                    validate: (reason) => reason.trim().length >= 3 || "Say why, in a few words.",
                  })}
                />
              </Field>
            </div>
            <Button type="submit" look="main">
              Let them weigh
            </Button>
          </form>
        )
      )}
    </section>
  );
}
