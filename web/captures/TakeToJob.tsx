import { useState } from "react";
import { useNavigate } from "react-router";
import { placesOf } from "#core/measure";
import { useJobsQuery } from "../app/api.ts";
import { Button } from "../ui/Button.tsx";
import { Select } from "../ui/Select.tsx";
import type { OnDesk } from "./CaptureDesk.tsx";
import { handOn } from "./handedOn.ts";

/** Takes a recording to a job that is open, where it is kept. */
export function TakeToJob({ desk: { capture, file, close } }: { readonly desk: OnDesk }) {
  const { data } = useJobsQuery({ stage: "open", size: 200 });
  const navigate = useNavigate();
  const [job, setJob] = useState("");
  const [place] = placesOf(capture);
  const jobs = data?.items ?? [];
  if (!place) return null;
  return (
    <>
      <Select
        label="Job"
        look="bar"
        value={job}
        onChoose={setJob}
        options={[["", "which job it is of"], ...jobs.map(({ id, name }) => [id, name] as const)]}
      />
      <Button
        look="main"
        disabled={job === ""}
        onClick={() => {
          handOn(file);
          void navigate(`/jobs/${job}/${place.check}`);
        }}
      >
        Take it there
      </Button>
      <Button onClick={close}>Leave it</Button>
    </>
  );
}
