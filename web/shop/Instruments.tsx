import { useState } from "react";
import { checkDue, INSTRUMENT_TEMPLATES, type Instrument } from "#core/quantity";
import { useFeedsQuery, useInstrumentsQuery } from "../app/api.ts";
import { Button } from "../ui/Button.tsx";
import { Select } from "../ui/Select.tsx";
import { dayText, shopDay } from "../ui/dates.ts";
import { Field } from "../ui/Field.tsx";
import { FeedForm } from "./FeedForm.tsx";
import { InstrumentForm } from "./InstrumentForm.tsx";

function reads(instrument: Instrument): string {
  const parts = [
    instrument.ranges.length > 0 && `${instrument.wiring === "fourWire" ? "four-wire " : ""}ohms`,
    instrument.acVolts &&
      `AC volts ${instrument.acVolts.response === "trueRms" ? "true RMS" : "average"} ${instrument.acVolts.least}–${instrument.acVolts.most} Hz`,
    instrument.frequency && "frequency",
    instrument.dcVolts && "DC volts",
    instrument.dcAmperes && "DC amperes",
    instrument.tachometer && "speed",
    instrument.insulation && "insulation",
  ];
  return parts.filter(Boolean).join(", ");
}

/** When it is to be checked next; late is said in words and colour. */
function Due({ instrument }: { readonly instrument: Instrument }) {
  const due = checkDue(instrument, shopDay());
  if (!due) return null;
  return (
    <span className={`block text-sm ${due.late ? "font-semibold text-copper" : "text-ink-2"}`}>
      {!due.late
        ? `next check by ${dayText(due.day)}`
        : instrument.lastChecked
          ? `check overdue since ${dayText(due.day)}`
          : "never checked"}
    </span>
  );
}

/** Instruments of the shop with what they read; a new one starts from a template in general terms. */
export function Instruments() {
  const { data: instruments = [] } = useInstrumentsQuery();
  const [open, setOpen] = useState<string | null>(null);
  const [template, setTemplate] = useState("0");
  const { data: feeds = [] } = useFeedsQuery();
  const editing = instruments.find(({ id }) => id === open);
  const start = INSTRUMENT_TEMPLATES[Number(template)]!;
  return (
    <div className="grid grid-cols-[24rem_1fr] gap-6 max-lg:grid-cols-1">
      <div className="flex flex-col gap-3">
        <ul aria-label="Instruments">
          {instruments.map((instrument) => (
            <li key={instrument.id} className="border-t border-line">
              <button
                type="button"
                aria-pressed={instrument.id === open}
                onClick={() => setOpen(instrument.id)}
                className="block min-h-14 w-full rounded px-2 py-1 text-left hover:bg-sunk aria-pressed:bg-sunk"
              >
                <strong className="block">{instrument.name}</strong>
                <span className="text-sm text-ink-2">
                  {reads(instrument)}
                  {feeds.some((one) => one.instrument === instrument.id) && "; says it itself"}
                  {instrument.lastChecked && `; checked ${dayText(instrument.lastChecked)}`}
                </span>
                <Due instrument={instrument} />
              </button>
            </li>
          ))}
        </ul>
        <Field id="template" label="A new one starts from">
          <Select
            id="template"
            value={template}
            onChoose={setTemplate}
            options={INSTRUMENT_TEMPLATES.map(({ name }, i) => [String(i), name] as const)}
          />
        </Field>
        <Button onClick={() => setOpen("new")}>New instrument</Button>
      </div>
      {open === "new" ? (
        <InstrumentForm key={`new-${template}`} start={start} id={null} onDone={() => setOpen(null)} />
      ) : editing ? (
        <div className="flex flex-col gap-4">
          <FeedForm key={`feed ${editing.id}`} instrument={editing} />
          <InstrumentForm key={editing.id} start={editing} id={editing.id} onDone={() => setOpen(null)} />
        </div>
      ) : (
        <p className="h-fit rounded-xl border border-line bg-sheet p-4 text-ink-2">
          Choose an instrument to set its accuracy as its data sheet states it: percent of reading plus
          digits, range by range. Every uncertainty in a job comes from here.
        </p>
      )}
    </div>
  );
}
