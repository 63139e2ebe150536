import { useState } from "react";
import { useOpenJob } from "../../job/openJob.ts";
import { Button } from "../../ui/Button.tsx";

/** Takes one line of a record back; where that may not be, why not stands beside it. */
export function TakeBack({
  id,
  words,
}: {
  readonly id: string;
  /** What is taken back, for whoever does not see the line. */
  readonly words: string;
}) {
  const { closed, undo } = useOpenJob();
  const [problem, setProblem] = useState("");
  if (closed) return null;
  const takeBack = async () => {
    const outcome = await undo(id);
    setProblem(outcome.kind === "refused" ? outcome.sentence : "");
  };
  return (
    <>
      <Button look="quiet" size="small" aria-label={`Take back ${words}`} onClick={() => void takeBack()}>
        Take back
      </Button>
      {problem && (
        <span role="alert" className="block text-red">
          {problem}
        </span>
      )}
    </>
  );
}
