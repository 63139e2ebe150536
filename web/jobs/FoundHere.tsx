import { experienceFor } from "#core/known";
import { foundWords } from "#core/outcomes";
import { FAMILY_FACTS } from "#core/families";
import { type Family } from "#core/record";
import { useFoundQuery, useLimitsQuery } from "../app/api.ts";

/** What closed jobs of this model, or of this family where no model is known, turned out to have in this shop. */
export function FoundHere({ modelId, family }: { readonly modelId: string | null; readonly family: Family }) {
  const { currentData: data } = useFoundQuery(modelId ? { model: modelId } : { family });
  const { data: limits } = useLimitsQuery();
  const weighs = experienceFor(limits, { modelId, family }) !== null;
  const words = data ? foundWords(data) : [];
  if (!data || words.length === 0) return null;
  const { minutes, cost, repaired, proved, cameBack } = data;
  const took = [
    minutes === null ? "" : `${Math.round(minutes)} minutes`,
    cost === null ? "" : `cost ${Math.round(cost)}`,
  ].filter(Boolean);
  return (
    <p className="col-span-full text-sm text-ink-2">
      <strong className="text-ink">
        {modelId ? "This model here" : `Here, ${FAMILY_FACTS[family].label.toLowerCase()}s`}:
      </strong>{" "}
      {words.join("; ")}.
      {repaired > 0 && ` ${proved} of ${repaired} repairs were proved, ${cameBack} came back.`}
      {took.length > 0 && ` In the middle a repair took ${took.join(" and ")}.`}
      {!weighs && " It does not weigh in the verdict."}
    </p>
  );
}
