import { FAMILIES, type Family } from "#core/record";
import { FAMILY_FACTS } from "#core/families";
import { CASES_THAT_SHOW, type PersonProgress, type Progress as ProgressView } from "#contract/practice";
import { useSessionQuery } from "../app/api.ts";
import { Button } from "../ui/Button.tsx";
import { useLetAloneMutation } from "./practiceApi.ts";

const familyName = (family: Family) => FAMILY_FACTS[family].label;

/** On which families a trainee may work alone: an owner says so. */
function Alone({ person }: { readonly person: PersonProgress }) {
  const [letAlone] = useLetAloneMutation();
  const { technician, initials, alone, shown } = person;
  return (
    <div role="group" aria-label={`${initials} works alone on`} className="flex flex-wrap gap-1.5">
      {FAMILIES.map((family) => {
        const may = alone.includes(family);
        return (
          <Button
            key={family}
            size="small"
            className="text-sm"
            look={may ? "main" : "plain"}
            aria-pressed={may}
            onClick={() =>
              void letAlone({
                id: technician,
                families: may ? alone.filter((one) => one !== family) : [...alone, family],
              })
            }
          >
            {familyName(family)}
            {shown.includes(family) ? ", shown" : ""}
          </Button>
        );
      })}
    </div>
  );
}

/** What each person practised, and has shown; an owner sees everybody. */
export function Progress({ progress }: { readonly progress: ProgressView }) {
  const { data: session } = useSessionQuery();
  const owner = session !== undefined && (!session.needed || session.person?.role === "owner");
  const { attempts, people } = progress;
  const tried = people.filter(
    ({ initials, role }) => attempts.some(({ by }) => by === initials) || (owner && role === "trainee"),
  );
  if (tried.length === 0) return null;
  return (
    <section aria-labelledby="progress" className="mt-6">
      <h2 id="progress" className="font-bold">
        Who has shown what
      </h2>
      <p className="mb-2 text-sm text-ink-2">
        A family is shown by {CASES_THAT_SHOW} of its cases done rightly on what was read, without an unsafe
        act and without a look at the verdict. A trainee decides, repairs and releases alone only where the
        owner says so.
      </p>
      <div className="overflow-x-auto">
        <table className="w-full min-w-[40rem] border-collapse text-left">
          <thead>
            <tr className="border-b border-line text-sm text-ink-2">
              <th className="py-1.5 pr-3 font-semibold">Person</th>
              <th className="pr-3 font-semibold">Tries</th>
              <th className="pr-3 font-semibold">Right action</th>
              <th className="pr-3 font-semibold">Judgement, 0 best</th>
              <th className="pr-3 font-semibold">Unsafe acts</th>
              <th className="pr-3 font-semibold">Shown</th>
              {owner && <th className="font-semibold">Works alone on</th>}
            </tr>
          </thead>
          <tbody>
            {tried.map((person) => {
              const { initials, name, shown, role } = person;
              const own = attempts.filter(({ by }) => by === initials);
              const judged = own.filter(({ peeked }) => !peeked);
              const right = own.filter(({ outcome }) => outcome === "right").length;
              const brier = judged.reduce((sum, { brier: one }) => sum + one, 0) / Math.max(1, judged.length);
              return (
                <tr key={initials} className="border-b border-line align-top">
                  <th scope="row" className="py-2 pr-3 font-semibold">
                    {initials} <span className="font-normal text-ink-2">{name}</span>
                  </th>
                  <td className="py-2 pr-3">{own.length}</td>
                  <td className="py-2 pr-3">{own.length === 0 ? "–" : `${right} of ${own.length}`}</td>
                  <td className="py-2 pr-3">{judged.length === 0 ? "–" : brier.toFixed(2)}</td>
                  <td className="py-2 pr-3">{own.reduce((sum, { unsafe }) => sum + unsafe, 0)}</td>
                  <td className="py-2 pr-3">{shown.length === 0 ? "–" : shown.map(familyName).join(", ")}</td>
                  {owner && (
                    <td className="py-2">
                      {role === "trainee" ? (
                        <Alone person={person} />
                      ) : (
                        <span className="text-ink-2">as {role}</span>
                      )}
                    </td>
                  )}
                </tr>
              );
            })}
          </tbody>
        </table>
      </div>
    </section>
  );
}
