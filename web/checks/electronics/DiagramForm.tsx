import { FormProvider, useForm } from "react-hook-form";
import type { Point } from "#core/families";
import { useOpenJob } from "../../job/openJob.ts";
import { Button } from "../../ui/Button.tsx";
import { FormField } from "../../ui/FormField.tsx";
import { resolverOf } from "../../ui/formProblems.ts";
import { fieldsOfDiagram, readDiagram, type DiagramFields } from "./diagramFields.ts";
import { useKeepDiagram } from "./useKeepDiagram.ts";

const DiagramField = FormField<DiagramFields>;

/** Pins and voltage of one point as they stand on this motor's own diagram, with where that was read. */
export function DiagramForm({ point, onDone }: { readonly point: Point; readonly onDone: () => void }) {
  const { record } = useOpenJob();
  const { motor } = record;
  const { model, keep } = useKeepDiagram();
  const form = useForm<DiagramFields>({
    defaultValues: fieldsOfDiagram(motor, point),
    resolver: resolverOf<DiagramFields>((fields) => {
      const result = readDiagram(fields, motor, point);
      return result.kind === "problems" ? result.problems : {};
    }),
  });
  const submit = async (fields: DiagramFields) => {
    const result = readDiagram(fields, motor, point);
    if (result.kind === "problems") return;
    const problem = await keep(result.diagram, fields.keep);
    if (problem) form.setError("source", { message: problem });
    else onDone();
  };
  const atPlug = "connector" in point.probe;
  return (
    <FormProvider {...form}>
      <form
        noValidate
        aria-label={`This motor's diagram at ${point.name}`}
        onSubmit={(event) => void form.handleSubmit(submit)(event)}
        onKeyDown={(event) => event.key === "Escape" && !form.formState.isDirty && onDone()}
        className="grid grid-cols-4 items-start gap-3 rounded-xl border-2 border-green bg-sheet p-4 max-md:grid-cols-2"
      >
        <h3 className="col-span-full -mb-1 font-semibold">
          {point.name}: as this motor&apos;s own diagram has it
        </h3>
        <div className="col-span-2">
          <DiagramField
            name="source"
            id="diagram-source"
            label="Where it was read"
            placeholder="label on the motor, maker's sheet"
            autoFocus
            maxLength={120}
          />
        </div>
        {atPlug && (
          <>
            <DiagramField name="pin" id="diagram-pin" label="Probe pin" maxLength={12} />
            <DiagramField name="against" id="diagram-against" label="Against pin" maxLength={12} />
            <div className="col-span-2">
              <DiagramField
                name="rows"
                id="diagram-rows"
                label="Pins of the plug, from the side you probe"
                hint="By commas; a new row by a semicolon."
                maxLength={300}
              />
            </div>
          </>
        )}
        <DiagramField
          name="least"
          id="diagram-least"
          label="Carries at least, V"
          placeholder="as usual"
          inputMode="decimal"
        />
        <DiagramField
          name="most"
          id="diagram-most"
          label="At most, V"
          placeholder="as usual"
          inputMode="decimal"
        />
        {model && (
          <label className="col-span-full flex min-h-11 items-center gap-3">
            <input type="checkbox" {...form.register("keep")} className="size-5" />
            For every {model.name} from now on
          </label>
        )}
        <div className="col-span-full flex gap-3">
          <Button type="submit" look="main">
            Keep it
          </Button>
          <Button onClick={onDone}>Leave it</Button>
        </div>
      </form>
    </FormProvider>
  );
}
