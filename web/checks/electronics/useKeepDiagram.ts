import type { Diagram } from "#core/record";
import { sentenceOf, useModelsQuery, usePutModelMutation } from "../../app/api.ts";
import { useOpenJob } from "../../job/openJob.ts";

/** Writes down what a motor's own diagram says: as a correction of this job, and for its model where there is one. */
export function useKeepDiagram() {
  const { record, add } = useOpenJob();
  const { data: models = [] } = useModelsQuery();
  const [put] = usePutModelMutation();
  const model = models.find(({ id }) => id === record.motor.modelId) ?? null;
  /** @returns what went wrong, in a sentence; empty where nothing did */
  const keep = async (diagram: Diagram, forModel: boolean): Promise<string> => {
    const outcome = await add("correction", {
      changes: { motor: { diagram } },
      reason: `As on ${diagram.source}`,
      at: new Date().toISOString(),
    });
    if (outcome.kind === "refused") return outcome.sentence;
    if (!forModel || !model) return "";
    const answer = await put({ ...model, facts: { ...model.facts, diagram } });
    return answer.error ? `Kept for this motor, not for its model: ${sentenceOf(answer.error)}` : "";
  };
  return { model, keep };
}
