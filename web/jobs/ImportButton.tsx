import { useRef, useState } from "react";
import { useNavigate } from "react-router";
import { sentenceOf, useImportJobMutation } from "../app/api.ts";
import { Button } from "../ui/Button.tsx";

/** Reads a job saved as a file, on this bench or another; a refused file changes nothing and says why. */
export function ImportButton() {
  const navigate = useNavigate();
  const chooser = useRef<HTMLInputElement>(null);
  const [send] = useImportJobMutation();
  const [problem, setProblem] = useState("");
  const read = async (file: File | undefined) => {
    if (!file) return;
    // Wanted when somebody brings a file, and not to draw the bench.
    const { uuidv7 } = await import("uuidv7");
    const id = uuidv7();
    const answer = await send({ id, file });
    if (answer.error) return setProblem(sentenceOf(answer.error));
    await navigate(`/jobs/${id}`);
  };
  return (
    <>
      <input
        ref={chooser}
        type="file"
        accept=".zip,.json,application/zip,application/json"
        aria-label="Job file"
        className="sr-only"
        tabIndex={-1}
        onChange={(event) => {
          void read(event.target.files?.[0]);
          event.target.value = "";
        }}
      />
      <Button onClick={() => chooser.current?.click()}>Open a job file</Button>
      {problem && (
        <p role="alert" className="mt-2 text-red">
          {problem}
        </p>
      )}
    </>
  );
}
