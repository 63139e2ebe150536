import { Dialog } from "radix-ui";
import { useEffect, useState } from "react";
import { uuidv7 } from "uuidv7";
import type { JobView } from "#contract/jobs";
import type { Unit } from "#contract/shop";
import { readView } from "#contract/view";
import { canMeasure } from "#core/quantity";
import { epochOf, latestIn, serialKey, type EntryBody } from "#core/record";
import { api, useInstrumentsQuery } from "../app/api.ts";
import { outbox, store, useBench } from "../app/store.ts";
import { MeterSelect } from "../checks/entry/MeterSelect.tsx";
import { entrySlot, labelOf } from "../checks/entry/slots.ts";
import { Button } from "../ui/Button.tsx";
import { DialogCard } from "../ui/DialogCard.tsx";
import { OneOf } from "../ui/Choice.tsx";
import { Field, FIELD_CLASS } from "../ui/Field.tsx";
import { readColumns, SHEETS, type PastedRow, type SheetId } from "./pastedColumns.ts";

const METER = { pairs: "ohms", spin: "acVolts" } as const;

/** The jobs that the motors are here with, as they stand now, by the key of their serial. */
function useJobsHere(units: readonly Unit[]): ReadonlyMap<string, JobView> {
  const [views, setViews] = useState<ReadonlyMap<string, JobView>>(new Map());
  useEffect(() => {
    let gone = false;
    const fetched = units.flatMap(({ serial, openJob }) =>
      openJob === null
        ? []
        : [
            store
              .dispatch(api.endpoints.job.initiate(openJob, { subscribe: false, forceRefetch: true }))
              .then(({ data }) => (data ? ([serialKey(serial), data] as const) : null)),
          ],
    );
    void Promise.all(fetched).then((found) => {
      if (!gone) setViews(new Map(found.filter((one) => one !== null)));
    });
    return () => {
      gone = true;
    };
  }, [units]);
  return views;
}

/** What stands in the way of a row, in words; empty where nothing does. */
const inTheWay = ({ cells }: PastedRow, isHere: boolean) =>
  isHere
    ? (cells.map(({ problem }) => problem).find((problem) => problem !== "") ?? "")
    : "not here: take it in first";

/** Columns copied from a sheet go in as readings of the motors that are here, with the instrument they were taken with. */
export default function PasteColumns({
  units,
  onClose,
}: {
  readonly units: readonly Unit[];
  readonly onClose: () => void;
}) {
  const { data: instruments = [] } = useInstrumentsQuery();
  const by = useBench((bench) => bench.who) ?? "";
  const [sheet, setSheet] = useState<SheetId>("pairs");
  const [meter, setMeter] = useState("");
  const [text, setText] = useState("");
  const [said, setSaid] = useState("");
  const views = useJobsHere(units);
  const able = instruments.filter((one) => canMeasure(one, METER[sheet]));
  const used = able.some(({ id }) => id === meter) ? meter : (able[0]?.id ?? "");
  const motors = new Map(units.map(({ serial, motor }) => [serialKey(serial), motor]));
  const isHere = new Set(
    units.filter(({ openJob }) => openJob !== null).map(({ serial }) => serialKey(serial)),
  );
  const pasted = text.trim() === "" ? null : readColumns(text, SHEETS[sheet], (key) => motors.get(key));
  const rows = pasted?.kind === "rows" ? pasted.rows : [];
  const viewOf = ({ serial }: PastedRow) => views.get(serialKey(serial));
  const writable = rows.flatMap((row) => {
    const view = viewOf(row);
    return view ? row.cells.flatMap((cell) => (cell.value ? [{ view, ...cell }] : [])) : [];
  });

  const write = async () => {
    const { check } = SHEETS[sheet];
    const refused: string[] = [];
    for (const { view, slot, typed, value } of writable) {
      const { record } = readView(view);
      const epoch = epochOf(record);
      const place = entrySlot(check, slot, record.motor);
      const id = uuidv7();
      const body: EntryBody<"reading"> = {
        ...{ id, check, slot, epoch, value: value!, typed, by },
        instrumentId: place.instrumentId === undefined ? used : place.instrumentId,
        takenAt: new Date().toISOString(),
        supersedes: latestIn(record.readings, check, slot, epoch)?.id ?? null,
      };
      const outcome = await outbox.submit({
        id,
        job: view.id,
        kind: "reading",
        body,
        version: view.version,
        refused: null,
      });
      if (outcome.kind === "refused") refused.push(`${labelOf(check, slot)}: ${outcome.sentence}`);
    }
    if (refused.length > 0) return setSaid(refused.join(" "));
    onClose();
  };

  return (
    <DialogCard width="w-[46rem]" onClose={onClose}>
      <div className="flex flex-col gap-3">
        <Dialog.Title className="text-xl font-bold">Readings from a sheet</Dialog.Title>
        <OneOf
          label="What the columns are"
          value={sheet}
          onChoose={(value) => setSheet(value as SheetId)}
          options={Object.entries(SHEETS).map(([value, { words }]) => ({ value, words }))}
        />
        <MeterSelect
          instruments={instruments}
          what={METER[sheet]}
          label="taken with"
          value={used}
          disabled={false}
          onChoose={setMeter}
        />
        <Field id="columns" label={`Headings and rows, copied from the sheet: ${SHEETS[sheet].example}`}>
          <textarea
            id="columns"
            rows={6}
            value={text}
            onChange={(event) => {
              setText(event.target.value);
              setSaid("");
            }}
            className={`${FIELD_CLASS} py-2 font-mono text-sm`}
          />
        </Field>
        {pasted?.kind === "problem" && (
          <p role="alert" className="text-red">
            {pasted.sentence}
          </p>
        )}
        {rows.length > 0 && (
          <ul aria-label="As understood" className="text-sm">
            {rows.map((row) => {
              const wrong = inTheWay(row, isHere.has(serialKey(row.serial)));
              return (
                <li key={row.serial} className="flex flex-wrap gap-x-3 border-t border-line py-1.5">
                  <strong className="w-24">{row.serial}</strong>
                  <span className="min-w-0 grow">
                    {row.cells
                      .filter(({ value }) => value !== null)
                      .map(({ slot, typed }) => `${labelOf(SHEETS[sheet].check, slot)} ${typed}`)
                      .join(", ")}
                  </span>
                  {wrong && <span className="w-full text-copper">{wrong}</span>}
                </li>
              );
            })}
          </ul>
        )}
        {by === "" && (
          <p role="alert" className="text-copper">
            Nobody said who is here: choose yourself at the top right first.
          </p>
        )}
        {said && (
          <p role="alert" className="text-red">
            {said}
          </p>
        )}
        <div className="flex gap-3">
          <Button
            look="main"
            disabled={writable.length === 0 || used === "" || by === ""}
            onClick={() => void write()}
          >
            {writable.length === 1 ? "Write 1 reading" : `Write ${writable.length} readings`}
          </Button>
          <Dialog.Close asChild>
            <Button hotkey="Esc">Back</Button>
          </Dialog.Close>
        </div>
      </div>
    </DialogCard>
  );
}
