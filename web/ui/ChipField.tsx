import { RadioGroup } from "radix-ui";
import { useRef, type KeyboardEvent } from "react";
import { get, useController, useFormContext, type FieldValues, type Path } from "react-hook-form";

const TYPED_TOGETHER = 800;

/** The option whose words begin with what is typed within one breath. */
function useTypeAhead(options: readonly (readonly [string, string])[], choose: (value: string) => void) {
  const typed = useRef({ text: "", at: 0 });
  return (event: KeyboardEvent<HTMLElement>) => {
    if (event.key.length !== 1 || event.key === " " || event.ctrlKey || event.metaKey || event.altKey) return;
    const { text, at } = typed.current;
    const wanted = (event.timeStamp - at < TYPED_TOGETHER ? text : "") + event.key.toLowerCase();
    typed.current = { text: wanted, at: event.timeStamp };
    const found = options.find(([, words]) => words.toLowerCase().startsWith(wanted));
    if (!found) return;
    event.preventDefault();
    choose(found[0]);
    event.currentTarget.querySelector<HTMLElement>(`[value="${found[0]}"]`)?.focus();
  };
}

/** One of a few as a field of the form around it: arrows choose, letters find, Enter sends the form. */
export function ChipField<Fields extends FieldValues>({
  name,
  label,
  options,
  hint,
  onChoose,
}: {
  readonly name: Path<Fields>;
  readonly label: string;
  readonly options: readonly (readonly [string, string])[];
  readonly hint?: string;
  readonly onChoose?: (value: string) => void;
}) {
  const { control, formState } = useFormContext<Fields>();
  const {
    field: { ref, value: chosen, onChange, onBlur },
  } = useController({ control, name });
  const problem = (get(formState.errors, name) as { message?: string } | undefined)?.message;
  const choose = (value: string) => {
    onChange(value);
    onChoose?.(value);
  };
  const typeAhead = useTypeAhead(options, choose);
  return (
    <div>
      <p className="mb-1 text-sm font-semibold">{label}</p>
      <RadioGroup.Root
        ref={ref}
        aria-label={label}
        aria-invalid={problem !== undefined}
        aria-describedby={`${name}-problem`}
        value={chosen}
        onValueChange={choose}
        onBlur={onBlur}
        onKeyDown={(event) => {
          if (event.key === "Enter") event.currentTarget.closest("form")?.requestSubmit();
          else typeAhead(event);
        }}
        className="flex flex-wrap gap-1.5 rounded-lg aria-invalid:outline-2 aria-invalid:outline-offset-2 aria-invalid:outline-red"
      >
        {options.map(([value, words]) => (
          <RadioGroup.Item
            key={value}
            value={value}
            className="min-h-9 rounded-lg border border-line-strong bg-sheet px-2.5 text-[0.9rem] hover:bg-sunk data-[state=checked]:border-green data-[state=checked]:bg-green data-[state=checked]:font-semibold data-[state=checked]:text-on-green max-lg:min-h-11 max-lg:px-3 max-lg:text-base"
          >
            {words}
          </RadioGroup.Item>
        ))}
      </RadioGroup.Root>
      {problem ? (
        <p id={`${name}-problem`} role="alert" className="mt-1 text-sm text-red">
          {problem}
        </p>
      ) : (
        hint && <p className="mt-1 text-sm text-ink-2">{hint}</p>
      )}
    </div>
  );
}
