import { useHotkeys } from "react-hotkeys-hook";
import { useNavigate, useSearchParams } from "react-router";
import { Header } from "../shell/Header.tsx";
import { Field, FIELD_CLASS } from "../ui/Field.tsx";
import { Select } from "../ui/Select.tsx";
import { Foot } from "../ui/Foot.tsx";
import { workOut, type Working } from "./working.ts";
import { WORKINGS } from "./workings.ts";

const KEYS = [
  [["Tab"], "next field"],
  [["Esc"], "back to the bench"],
] as const;

function Card({ working }: { readonly working: Working }) {
  const [parameters, setParameters] = useSearchParams();
  const key = (name: string) => `${working.id}.${name}`;
  const texts = Object.fromEntries(working.fields.map(({ name }) => [name, parameters.get(key(name)) ?? ""]));
  const { problems, lines } = workOut(working, texts);
  const write = (name: string, text: string) =>
    setParameters(
      (before) => {
        const next = new URLSearchParams(before);
        if (text === "") next.delete(key(name));
        else next.set(key(name), text);
        return next;
      },
      { replace: true },
    );
  return (
    <section
      aria-labelledby={working.id}
      className="mb-4 break-inside-avoid rounded-xl border border-line bg-sheet p-4"
    >
      <h2 id={working.id} className="mb-2 text-lg font-bold">
        {working.title}
      </h2>
      <div
        className={`grid items-start gap-3 ${working.fields.length === 3 && !working.fields.some((field) => "options" in field) ? "grid-cols-3" : "grid-cols-2"}`}
      >
        {working.fields.map((field) => {
          const id = `${working.id}-${field.name}`;
          const common = {
            id,
            value: texts[field.name],
            onChange: (event: { target: { value: string } }) => write(field.name, event.target.value),
            className: FIELD_CLASS,
          };
          return (
            <div key={field.name} className={"options" in field ? "col-span-full" : ""}>
              <Field id={id} label={field.label} problem={problems[field.name]}>
                {"options" in field ? (
                  <Select
                    id={id}
                    value={texts[field.name] ?? ""}
                    onChoose={(value) => write(field.name, value)}
                    options={field.options}
                  />
                ) : (
                  <input
                    {...common}
                    autoComplete="off"
                    placeholder={field.placeholder}
                    aria-invalid={problems[field.name] !== undefined}
                    aria-describedby={`${id}-problem`}
                  />
                )}
              </Field>
            </div>
          );
        })}
      </div>
      <div aria-live="polite" className="my-3 grow">
        {lines.length === 0 && <p className="text-sm text-ink-2">Fill in what you know.</p>}
        {lines.length > 0 && (
          <dl>
            {lines.map(({ label, value, note }) => (
              <div
                key={label}
                className="grid grid-cols-[auto_1fr] items-baseline gap-x-3 border-t border-line py-1.5"
              >
                <dt className="text-sm text-ink-2">{label}</dt>
                <dd className="text-right text-lg font-semibold">{value}</dd>
                {note && <dd className="col-span-2 text-sm text-ink-2">{note}</dd>}
              </div>
            ))}
          </dl>
        )}
      </div>
      <p className="border-t border-line pt-2 text-sm">
        {working.formula.map((line) => (
          <span key={line} className="block">
            {line}
          </span>
        ))}
      </p>
      <p className="text-sm text-ink-2">{working.source}</p>
    </section>
  );
}

/** The arithmetic alone, for somebody who only wants a number. What is typed stands in the address, to be shared. */
export function Workings() {
  const navigate = useNavigate();
  useHotkeys("escape", () => void navigate("/"), { enableOnFormTags: true });
  return (
    <div className="flex min-h-screen flex-col">
      <Header title="Workings" named />
      <main className="grow columns-3 gap-4 p-5 max-lg:columns-2 max-sm:columns-1">
        {WORKINGS.map((working) => (
          <Card key={working.id} working={working} />
        ))}
      </main>
      <Foot keys={KEYS}>Nothing here is written to any job. The address holds what you type: share it.</Foot>
    </div>
  );
}
