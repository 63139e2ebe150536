import { OUR_API } from "../app/place.ts";
import { sentenceOf, useCopiesQuery, useMakeCopyMutation } from "../app/api.ts";
import { Button, buttonClass } from "../ui/Button.tsx";
import { dayAndTimeText } from "../ui/dates.ts";

const MEGABYTE = 1e6;
const sizeText = (bytes: number) =>
  bytes < MEGABYTE ? `${Math.ceil(bytes / 1000)} kB` : `${(bytes / MEGABYTE).toFixed(1)} MB`;

/** Copies of the whole shop, one a day by itself; and everything of it in open formats. */
export function Copies() {
  const { data, error } = useCopiesQuery();
  const [make, { isLoading, error: refusal }] = useMakeCopyMutation();
  const problem = refusal ?? error;
  return (
    <div className="flex max-w-3xl flex-col gap-5">
      <section aria-labelledby="copies" className="rounded-xl border border-line bg-sheet p-4">
        <h2 id="copies" className="text-lg font-bold">
          Copies
        </h2>
        <p className="mb-3 text-ink-2">
          One a day is made by itself and looked over; the last {data?.keep ?? "few"} are kept. Take one to
          another disk from time to time: a fire takes both.
        </p>
        {data?.last?.problem && (
          <p role="alert" className="mb-3 text-red">
            The last copy failed, {dayAndTimeText(data.last.at)}: {data.last.problem}
          </p>
        )}
        {problem && (
          <p role="alert" className="mb-3 text-red">
            {sentenceOf(problem)}
          </p>
        )}
        <Button look="main" disabled={isLoading} onClick={() => void make()}>
          {isLoading ? "Copying" : "Make a copy now"}
        </Button>
        {data && data.items.length === 0 && <p className="mt-3">No copy yet.</p>}
        <ul aria-label="Copies kept" className="mt-3">
          {data?.items.map(({ name, bytes, at }) => (
            <li key={name} className="flex min-h-11 flex-wrap items-center gap-x-4 border-t border-line">
              <span className="grow">{dayAndTimeText(at)}</span>
              <span className="text-ink-2">{sizeText(bytes)}, looked over</span>
              <a
                href={`${OUR_API}/copies/${name}`}
                download
                className="flex min-h-11 items-center text-green underline"
              >
                Take it along
              </a>
            </li>
          ))}
        </ul>
        {data && (
          <p className="mt-3 border-t border-line pt-3 text-sm text-ink-2">
            They lie in {data.folder} on the server. To bring one back: stop the server
            {data.of === "database" && ", name an empty database in DATABASE_URL"}, then{" "}
            <code>npm run restore -- {data.items[0] ? `${data.folder}/${data.items[0].name}` : "FILE"}</code>.{" "}
            {data.of === "database"
              ? "The database of before stays as it is."
              : "What was there is set aside, never deleted. Do not copy the file of a running shop by hand: it loses what was written last."}
          </p>
        )}
      </section>
      <section aria-labelledby="export" className="rounded-xl border border-line bg-sheet p-4">
        <h2 id="export" className="text-lg font-bold">
          Everything in open formats
        </h2>
        <p className="mb-3 text-ink-2">
          A zip with each job as a bundle, the shop's lists as JSON, and two tables as CSV: jobs and readings.
          An empty shop takes it in again.
        </p>
        <a href={`${OUR_API}/export.zip`} download className={buttonClass("plain")}>
          Save everything
        </a>
      </section>
    </div>
  );
}
