import { useHotkeys } from "react-hotkeys-hook";
import { factsOf, type FaultId } from "#core/known";
import { chanceText } from "#core/quantity";
import { faultsOfFamily, type Word } from "#bench/marks";
import { useStandingVerdict } from "../job/openJob.ts";
import { useHeld } from "../job/usePhone.ts";
import { Button } from "../ui/Button.tsx";
import { Key } from "../ui/Key.tsx";
import { isTyping } from "../ui/isTyping.ts";
import { Select } from "../ui/Select.tsx";
import { changeRunning, type Running } from "./running.ts";
import { useSession, type Session } from "./session.ts";

const STEP = 0.1;
const FIRST_CHANCE = 0.5;
const MOST_WORDS = 6;

const setWords = (change: (words: readonly Word[]) => readonly Word[]) =>
  changeRunning(({ words }) => ({ words: change(words) }));

/** What the learner thinks it is, each with its chance. */
function YourWord({ running }: { readonly running: Running }) {
  const { words, file } = running;
  const named = new Set(words.map(({ fault }) => fault));
  const others = faultsOfFamily(file.family).filter((fault) => !named.has(fault));
  const move = (fault: FaultId, by: number) =>
    setWords((before) =>
      before.flatMap((word) => {
        if (word.fault !== fault) return [word];
        const chance = Math.min(1, Math.round((word.chance + by) * 10) / 10);
        return chance <= 0 ? [] : [{ fault, chance }];
      }),
    );
  return (
    <>
      <ul className="space-y-2.5">
        {words.map(({ fault, chance }) => (
          <li key={fault}>
            <p className="flex items-baseline justify-between gap-2 font-semibold">
              <span>{factsOf(fault).name}</span>
              <span className="shrink-0">{chanceText(chance)}</span>
            </p>
            <div className="mt-1 flex items-center gap-2">
              <div className="h-2 grow rounded bg-sunk">
                <div className="h-2 rounded bg-ink" style={{ width: `${chance * 100}%` }} />
              </div>
              {([-STEP, STEP] as const).map((by) => (
                <Button
                  key={by}
                  size="small"
                  className="w-11 !px-0"
                  aria-label={`${factsOf(fault).name} ${by > 0 ? "more" : "less"} likely`}
                  onClick={() => move(fault, by)}
                >
                  {by > 0 ? "+" : "−"}
                </Button>
              ))}
            </div>
          </li>
        ))}
      </ul>
      {words.length < MOST_WORDS && (
        <div className="mt-3">
          <Select
            label="Name what you suspect"
            value=""
            options={[
              ["", "Name what you suspect"],
              ...others
                .map((fault) => [fault as string, factsOf(fault).name] as const)
                .toSorted((a, b) => a[1].localeCompare(b[1])),
            ]}
            onChoose={(chosen) => {
              if (chosen !== "")
                setWords((before) => [...before, { fault: chosen as FaultId, chance: FIRST_CHANCE }]);
            }}
          />
        </div>
      )}
    </>
  );
}

/** The verdict, hidden while one practises, and the learner's own word in its place. */
export function Word({
  running,
  session,
  onDecide,
}: {
  readonly running: Running;
  readonly session: Session;
  readonly onDecide: () => void;
}) {
  useSession(session);
  const verdict = useStandingVerdict();
  const touched = useHeld() !== null;
  const peek = () => changeRunning(() => ({ peeked: true }));
  const keys = { enableOnFormTags: true, ignoreEventWhen: isTyping, preventDefault: true } as const;
  useHotkeys("v", peek, keys);
  useHotkeys("d", onDecide, keys);
  const unsafe = session.table.unsafe().length;
  const minutes = Math.round(session.worked() / 60);
  const line = (name: string, value: string, bad = false) => (
    <p className="flex justify-between gap-2">
      <span className="text-ink-2">{name}</span>
      <strong className={bad ? "text-red" : ""}>{value}</strong>
    </p>
  );
  return (
    <aside aria-label="Your word" className="space-y-4 p-5">
      <section aria-label="Standing verdict">
        <p className="text-sm font-semibold text-ink-2">Standing verdict</p>
        {running.peeked ? (
          <>
            <h2 className="text-lg font-bold">{verdict.headline}</h2>
            <ul className="mt-1 text-sm">
              {verdict.faults
                .filter(({ probability }) => probability >= 0.05)
                .slice(0, 4)
                .map(({ fault, name, probability }) => (
                  <li key={fault} className="flex justify-between gap-2">
                    <span>{name}</span> <span>{chanceText(probability)}</span>
                  </li>
                ))}
            </ul>
            <p className="mt-1 text-sm text-ink-2">Looked at: this try marks no judgement any more.</p>
          </>
        ) : (
          <>
            <h2 className="text-lg font-bold">Hidden while you practise</h2>
            <p className="text-sm text-ink-2">
              Say what you think first; the program answers at the end.{" "}
              <button
                type="button"
                onClick={peek}
                className="min-h-8 underline underline-offset-2 pointer-coarse:min-h-11"
              >
                Show it
              </button>{" "}
              <span className="max-sm:hidden">
                <Key>V</Key>
              </span>{" "}
              and the marks for judgement end.
            </p>
          </>
        )}
      </section>
      <section aria-label="What you suspect" className="border-t border-line pt-3">
        <p className="mb-2 text-sm font-semibold text-ink-2">Your word</p>
        <YourWord running={running} />
      </section>
      <section aria-label="Marks" className="space-y-1 border-t border-line pt-3 text-sm">
        <p className="font-semibold text-ink-2">Marks</p>
        {line("Right action", "at the end")}
        {line("Work at the bench", `${minutes} min`)}
        {line("Unsafe acts", String(unsafe), unsafe > 0)}
      </section>
      <div className="border-t border-line pt-4">
        <Button look="main" hotkey={touched ? undefined : "D"} onClick={onDecide}>
          I have decided
        </Button>
      </div>
    </aside>
  );
}
