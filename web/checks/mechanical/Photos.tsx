import { useState, type ChangeEvent } from "react";
import { PHOTO_LIMITS, PHOTO_LIMITS_WORDS } from "#contract/photos";
import { fileHere } from "../../app/place.ts";
import { standing } from "#core/record";
import { useOpenJob } from "../../job/openJob.ts";
import { useKeepPhoto } from "../../job/useKeepPhoto.ts";
import { Button } from "../../ui/Button.tsx";

/** Photos of what was seen: made smaller here, kept with the job, named in its record. */
export function Photos() {
  const { id: job, record, epoch, closed, read } = useOpenJob();
  const keepPhoto = useKeepPhoto();
  const [said, setSaid] = useState("");
  const photos = standing(record.readings).flatMap((reading) =>
    reading.check === "mechanical" && reading.epoch === epoch && reading.value.kind === "photo"
      ? [{ reading, photo: reading.value.photo }]
      : [],
  );
  const keep = async (file: File) => {
    const kept = await keepPhoto(file);
    if ("problem" in kept) return kept.problem;
    const photo = kept.name;
    const outcome = await read(
      "mechanical",
      "photo",
      { kind: "photo", photo },
      { typed: file.name.slice(0, 120) },
    );
    return outcome.kind === "refused" ? outcome.sentence : "";
  };
  const choose = async (event: ChangeEvent<HTMLInputElement>) => {
    const files = [...(event.target.files ?? [])];
    event.target.value = "";
    setSaid("");
    for (const file of files) {
      const problem = await keep(file);
      // Nothing is cleared here: a picture chosen meanwhile may have been refused.
      if (problem) return setSaid(problem);
    }
  };
  return (
    <section aria-label="Photos">
      <div className="flex flex-wrap items-end gap-3">
        <label className="text-sm font-semibold">
          Add photos
          <input
            type="file"
            accept="image/*"
            multiple
            disabled={closed || photos.length >= PHOTO_LIMITS.mostAJob}
            onChange={(event) => void choose(event)}
            className="mt-1 block max-w-80 text-sm font-normal text-ink-2 file:mr-3 file:min-h-11 file:rounded-lg file:border file:border-solid file:border-line-strong file:bg-sheet file:px-4 file:font-semibold file:text-ink"
          />
        </label>
        {photos.map(({ reading, photo }, i) => (
          <figure key={reading.id} className="text-center">
            <a href={fileHere(job, photo)} target="_blank" rel="noreferrer">
              <img
                src={fileHere(job, photo)}
                alt={`Photo ${i + 1}${reading.typed ? `, ${reading.typed}` : ""}`}
                className="h-16 w-24 rounded border border-line object-cover"
              />
            </a>
            <Button
              look="quiet"
              className="text-sm"
              disabled={closed}
              aria-label={`Take photo ${i + 1} off`}
              onClick={() =>
                void read(
                  "mechanical",
                  "photo",
                  { kind: "withdrawn", reason: "taken off" },
                  { supersedes: reading.id },
                )
              }
            >
              Off
            </Button>
          </figure>
        ))}
      </div>
      <p role={said ? "alert" : undefined} className={`mt-1 text-sm ${said ? "text-red" : "text-ink-2"}`}>
        {said || PHOTO_LIMITS_WORDS}
      </p>
    </section>
  );
}
