import { useState, type ChangeEvent } from "react";
import { uuidv7 } from "uuidv7";
import { PHOTO_LIMITS } from "#contract/photos";
import { outbox } from "../app/store.ts";
import { smallPhoto, type SmallPhoto } from "../job/keptPhoto.ts";
import { Button, buttonClass } from "../ui/Button.tsx";

/** Its name in the record: what a plate says is looked up there when a letter of it was misread. */
const PLATE = "plate";

/** Keeps the photograph of a plate with the job that has just been taken in: its bytes first, then the line that names them. */
export async function keepPlate({ name, bytes }: SmallPhoto, job: string, by: string): Promise<void> {
  const shared = { job, version: 0, refused: null } as const;
  const reading = {
    ...{ id: uuidv7(), check: "mechanical", slot: "photo", epoch: 0, value: { kind: "photo", photo: name } },
    ...{ typed: PLATE, instrumentId: null, takenAt: new Date().toISOString(), supersedes: null, by },
  };
  await outbox.submit({ ...shared, id: uuidv7(), kind: "file", body: { id: name }, bytes });
  await outbox.submit({ ...shared, id: reading.id, kind: "reading", body: reading });
}

/** The plate, photographed before anything of it is typed: by the camera where the device has one. */
export function PlatePhoto({
  photo,
  onPhoto,
}: {
  readonly photo: SmallPhoto | null;
  readonly onPhoto: (photo: SmallPhoto | null) => void;
}) {
  const [problem, setProblem] = useState("");
  const [shown, setShown] = useState("");
  const show = (made: SmallPhoto | null) => {
    if (shown) URL.revokeObjectURL(shown);
    setShown(made ? URL.createObjectURL(new Blob([made.bytes], { type: PHOTO_LIMITS.type })) : "");
    onPhoto(made);
  };
  const choose = async ({ target }: ChangeEvent<HTMLInputElement>) => {
    const [file] = target.files ?? [];
    target.value = "";
    if (!file) return;
    const made = await smallPhoto(file);
    setProblem("problem" in made ? made.problem : "");
    if (!("problem" in made)) show(made);
  };
  return (
    <div className="flex flex-wrap items-center gap-3">
      {photo && shown && (
        <img src={shown} alt="Its plate" className="h-16 w-24 rounded border border-line object-cover" />
      )}
      <label className={`${buttonClass("plain")} cursor-pointer has-focus-visible:outline-2`}>
        {photo ? "Photograph it again" : "Photograph its plate"}
        <input
          type="file"
          accept="image/*"
          capture="environment"
          onChange={(event) => void choose(event)}
          className="sr-only"
        />
      </label>
      {photo && (
        <Button look="quiet" onClick={() => show(null)}>
          Without it
        </Button>
      )}
      <p role={problem ? "alert" : undefined} className={`text-sm ${problem ? "text-red" : "text-ink-2"}`}>
        {problem || (photo ? "It is kept with the motor when you take it in." : "")}
      </p>
    </div>
  );
}
