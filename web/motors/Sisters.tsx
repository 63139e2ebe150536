import { lazy, Suspense, useState } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { useNavigate } from "react-router";
import type { ListedModel, MotorModel, Unit } from "#contract/shop";
import {
  comparedBy,
  compareSisters,
  expectedFrom,
  learnFrom,
  LEAST_FOR_GRUBBS,
  LEAST_FOR_SPREAD,
  LEAST_TO_LEARN,
  sourceOfLearned,
  type Learned,
  type Natural,
  type Sister,
  type SisterAnswer,
} from "#core/history";
import { median, percentText, quantityText } from "#core/quantity";
import { usePutModelMutation } from "../app/api.ts";
import { queueOnDrill } from "../job/drillQueue.ts";
import { Button } from "../ui/Button.tsx";
import { OneOf } from "../ui/Choice.tsx";
import { isTyping } from "../ui/isTyping.ts";
import { Judged } from "../ui/Notice.tsx";
import { publishedOf } from "./published.ts";
import { COMPARED, type ComparedQuantity } from "./quantities.ts";
import { SisterRows } from "./SisterRows.tsx";
import { calendarDay } from "../ui/dates.ts";

const PasteColumns = lazy(() => import("./PasteColumns.tsx"));

/** The last figure of each unit that has one. */
function sistersOf(
  units: readonly Unit[],
  followed: ComparedQuantity,
): (Sister & { readonly name: string; readonly sound: boolean; readonly day: string })[] {
  return units.flatMap(({ serial, name, visits }) => {
    const visit = visits.findLast((one) => followed.of(one));
    const found = visit && followed.of(visit);
    return found
      ? [
          {
            ...{ id: serial, name, sound: visit.sound, day: calendarDay(visit.at) },
            ...(visit.shop !== undefined && { shop: visit.shop }),
            ...found,
          },
        ]
      : [];
  });
}

/** Six figures: more than any meter has. */
const digits = (value: number) => String(Number(value.toPrecision(6)));

/** The table for a sheet: a row a motor, apart by tabs, figures in SI. */
function tableOf(
  sisters: ReturnType<typeof sistersOf>,
  answer: SisterAnswer | null,
  { title, kind }: ComparedQuantity,
): string {
  const odd = new Set(answer?.odd.map(({ id }) => id));
  const rows = sisters.map(({ id, name, value, expanded, day }) => [
    ...[id, name, digits(value), digits(expanded), kind.symbol, day],
    answer === null ? "" : odd.has(id) ? "stands out" : "with the others",
  ]);
  const headings = ["serial", "motor", title, "expanded uncertainty", "unit", "day", "against the others"];
  return [headings, ...rows].map((cells) => cells.join("\t")).join("\n");
}

/** The model with the learned figure as its expected value, and how many motors taught it. */
function withLearned(model: MotorModel, id: string, learned: Learned): MotorModel {
  const facts =
    id === "kv"
      ? {
          speedConstant: {
            rpmPerVolt: learned.median,
            convention: "peak" as const,
            source: sourceOfLearned(learned),
          },
        }
      : { expected: expectedFrom(learned) };
  return { ...model, facts: { ...model.facts, ...facts } };
}

const naturalText = (natural: Natural, { kind }: ComparedQuantity) =>
  "share" in natural
    ? percentText(natural.share, { signed: false })
    : quantityText(natural.absolute, kind, natural.absolute / 10);

/** Who stands out, in a sentence. */
function standOut({ odd, divided }: SisterAnswer, named: (id: string) => string): string {
  if (divided) return "They differ, and nobody can say which of them are the odd ones.";
  if (odd.length === 0) return "None stands out.";
  const names = odd.map(({ id }) => named(id));
  return names.length === 1 ? `${names[0]} is the odd one out.` : `${names.join(" and ")} stand out.`;
}

/** Motors of one model side by side: each against the others, and every one that stands out, with how sure that is. */
export function Sisters({ units, model }: { readonly units: readonly Unit[]; readonly model: ListedModel }) {
  const [putModel] = usePutModelMutation();
  const [chosen, setChosen] = useState("kv");
  const followed = COMPARED.find(({ id }) => id === chosen)!;
  const sisters = sistersOf(units, followed);
  const soundOnes = sisters.filter(({ sound }) => sound).map(({ value }) => value);
  const by = comparedBy(followed.by, soundOnes);
  const answer = sisters.length >= 2 ? compareSisters(sisters, by) : null;
  const named = (id: string) => sisters.find((one) => one.id === id)?.name ?? id;
  const unread = units.filter(({ serial }) => !sisters.some(({ id }) => id === serial));
  const learned = learnFrom(soundOnes);
  const days = new Set(sisters.map(({ day }) => day));
  const shops = new Set(sisters.map(({ shop }) => shop));
  const published = publishedOf(model, chosen);
  const navigate = useNavigate();
  const [pasting, setPasting] = useState(false);
  const [copied, setCopied] = useState(false);
  const here = units.flatMap(({ openJob, name }) => (openJob === null ? [] : [{ job: openJob, name }]));
  const queue = () => {
    if (here.length === 0) return;
    queueOnDrill(here);
    void navigate(`/jobs/${here[0]!.job}/backemf`);
  };
  const copy = async () => {
    await navigator.clipboard.writeText(tableOf(sisters, answer, followed));
    setCopied(true);
  };
  const hotkeys = { ignoreEventWhen: isTyping, preventDefault: true, enabled: !pasting } as const;
  useHotkeys("q", queue, hotkeys);
  useHotkeys("c", () => void copy(), hotkeys);
  useHotkeys("p", () => setPasting(true), hotkeys);
  const middle = answer ? median(sisters.map(({ value }) => value)) : 0;
  return (
    <section aria-labelledby="sisters" className="rounded-xl border border-line bg-sheet p-4">
      <h2 id="sisters" className="mb-2 text-lg font-bold">
        Sisters side by side
      </h2>
      <div className="mb-3 flex flex-wrap items-center gap-2">
        <Button look="main" hotkey="Q" disabled={here.length === 0} onClick={queue}>
          {here.length === 0
            ? "None is here to spin"
            : `Spin ${here.length === 1 ? "the one" : `the ${here.length}`} here on one drill`}
        </Button>
        <Button hotkey="P" onClick={() => setPasting(true)}>
          Paste from a sheet
        </Button>
        <Button hotkey="C" disabled={sisters.length === 0} onClick={() => void copy()}>
          {copied ? "Copied" : "Copy the table"}
        </Button>
      </div>
      <OneOf
        label="Compared by"
        value={chosen}
        onChoose={setChosen}
        options={COMPARED.map(({ id, title }) => ({ value: id, words: title }))}
      />
      {!answer && (
        <p className="mt-3 text-ink-2">
          This needs two motors of one model with this figure, from {followed.from}; {sisters.length} so far.
        </p>
      )}
      {answer && (
        <>
          <SisterRows
            sisters={sisters}
            answer={answer}
            kind={followed.kind}
            title={followed.title}
            natural={by.natural}
          />
          <Judged state={answer.divided ? "cannotTell" : answer.odd.length > 0 ? "departs" : "agrees"}>
            <strong>{standOut(answer, named)}</strong>{" "}
            {answer.odd.map(({ id, words }) => `${answer.odd.length > 1 ? `${named(id)}: ` : ""}${words}. `)}
            {answer.grubbs
              ? `Grubbs G ${answer.grubbs.g.toFixed(2)}, limit ${answer.grubbs.limit.toFixed(2)}, asked once.`
              : shops.size > 1
                ? "Several shops read them by their own instruments: they are held against each other by their uncertainties alone."
                : `From ${LEAST_FOR_GRUBBS} on a test says whether the farthest is chance.`}{" "}
            En above 1 differs by more than uncertainty and the {naturalText(by.natural, followed)} that sound
            sisters differ by anyway{soundOnes.length >= LEAST_FOR_SPREAD ? ", as learned here" : ""}.
          </Judged>
          {unread.length > 0 && (
            <p className="mt-3 text-sm text-ink-2">
              Not read yet: {unread.map(({ name }) => name).join("; ")}.
            </p>
          )}
          {days.size > 1 && (
            <p className="mt-3 text-sm text-ink-2">
              Measured on {days.size} days: another meter or temperature may stand behind a small difference.
              Spin them on one set-up, one after the other, before what stands out is believed.
            </p>
          )}
          {followed.stated && (
            <p className="mt-3 text-sm text-ink-2">
              {learned
                ? `Learned from ${learned.n} sound motors of ${shops.size > 1 ? "the chain" : "this shop"}: ${quantityText(learned.median, followed.kind, Math.max(learned.spread, learned.median * 1e-4))}, spread ${percentText(learned.spread / learned.median, { signed: false })}.`
                : `From ${LEAST_TO_LEARN} sound motors on the shop learns what this model should read; median so far ${quantityText(middle, followed.kind)}.`}
            </p>
          )}
          {followed.stated && learned && !published && !model.shared && (
            <Button className="mt-2" onClick={() => void putModel(withLearned(model, chosen, learned))}>
              Take it as this model's expected value
            </Button>
          )}
          {followed.stated && published && (
            <p className="mt-1 text-sm text-ink-2">The model states {published}.</p>
          )}
        </>
      )}
      {pasting && (
        <Suspense fallback={null}>
          <PasteColumns units={units} onClose={() => setPasting(false)} />
        </Suspense>
      )}
    </section>
  );
}
