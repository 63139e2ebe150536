import { Dialog } from "radix-ui";
import { useState, type FormEvent } from "react";
import { useHotkeys } from "react-hotkeys-hook";
import { isChoosing } from "../../ui/isTyping.ts";
import { findingOf, findingState } from "#core/check";
import { hallAnswer, hallStates, HALL_RINGS, HALL_SIGNALS, LAMPS, spacingOf } from "#core/measure/hall";
import { choiceIn } from "#core/record";
import { hallSpacingOf } from "#core/families";
import { useOpenJob } from "../../job/openJob.ts";
import { useFindings } from "../entry/useFindings.ts";
import { Button } from "../../ui/Button.tsx";
import { OneOf } from "../../ui/Choice.tsx";
import { FIELD_CLASS } from "../../ui/Field.tsx";
import { Judged } from "../../ui/Notice.tsx";
import { Unbroken } from "../../ui/Unbroken.tsx";
import { useChoose } from "../entry/useChoose.ts";
import { HallRing } from "./HallRing.tsx";
import { LampRows } from "./LampRows.tsx";
import { Lamps } from "./Lamps.tsx";
import { Traces } from "./Traces.tsx";
import { useLamps, type LampEntry, type TurnSlot } from "./useLamps.ts";

const SPACINGS = [
  { value: "120", words: "120°" },
  { value: "60", words: "60°" },
  { value: "unknown", words: "?" },
];
const DIRECTIONS = [
  { value: "forward", words: "Forwards" },
  { value: "backward", words: "Backwards" },
];
function inField({ target }: KeyboardEvent): boolean {
  return target instanceof HTMLInputElement || target instanceof HTMLTextAreaElement || isChoosing(target);
}

/** What Enter and Space press by themselves, such as a link of the plan. */
const isPressable = ({ target }: KeyboardEvent) =>
  target instanceof HTMLElement && target.closest("a, button, summary") !== null;

function TypedState({ lamps }: { readonly lamps: LampEntry }) {
  const submit = (event: FormEvent<HTMLFormElement>) => {
    event.preventDefault();
    const form = event.currentTarget;
    lamps.type(String(new FormData(form).get("state")).trim());
    form.reset();
  };
  return (
    <form onSubmit={submit} noValidate className="flex items-end gap-2">
      <label className="w-28 text-sm font-semibold">
        Whole state
        <input
          name="state"
          inputMode="numeric"
          autoComplete="off"
          maxLength={3}
          disabled={lamps.disabled}
          placeholder="101"
          className={FIELD_CLASS}
        />
      </label>
      <Button type="submit" disabled={lamps.disabled}>
        Record
      </Button>
    </form>
  );
}

/** Why it is not finished yet, and what to do. */
function useProgress(): string {
  const { record, epoch } = useOpenJob();
  const answer = hallAnswer(record, epoch);
  if (!answer) return "Set the lamps as the tester shows them, then start. One key a change: A, B or C.";
  if (answer.kind === "sameWay") return "Both turns ran round the same way: turn it back the other way.";
  if (answer.kind !== "unfinished") return "";
  return answer.missing.length > 0
    ? `Still to be seen: ${answer.missing.join(", ")}. Turn on until the first state comes back.`
    : "Turn on until the first state comes back.";
}

/** Three lamps, a slow turn, one key a change; forwards and back. */
export function HallSteps() {
  const { record, epoch, closed } = useOpenJob();
  const findings = useFindings("hall");
  const [slot, setSlot] = useState<TurnSlot>("forward");
  const [large, setLarge] = useState(false);
  const lamps = useLamps(slot);
  const { chosen, choose } = useChoose("hall");
  const { forward, backward } = hallStates(record, epoch);
  const told = choiceIn(record.readings, "hall", "spacing", epoch);
  const spacing =
    spacingOf(
      [...forward, ...backward],
      told === "120" || told === "60" ? told : hallSpacingOf(record.motor),
    ) ?? "120";
  const offRing = [...new Set([...forward, ...backward])].filter(
    (state) => !HALL_RINGS[spacing].includes(state),
  );
  const finding = findingOf(findings, LAMPS);
  const progress = useProgress();
  useHotkeys(
    "a,b,c",
    (_, { keys }) => {
      const signal = HALL_SIGNALS.find((one) => one.toLowerCase() === keys?.join(""));
      if (signal) lamps.press(signal);
    },
    { ignoreEventWhen: inField, preventDefault: true },
  );
  useHotkeys("space,enter", () => lamps.begin(), {
    ignoreEventWhen: (event) => inField(event) || isPressable(event),
    preventDefault: true,
  });
  useHotkeys("r", () => setSlot(slot === "forward" ? "backward" : "forward"), {
    ignoreEventWhen: inField,
    preventDefault: true,
  });
  useHotkeys("backspace", () => lamps.undo(), { ignoreEventWhen: inField, preventDefault: true });
  useHotkeys("f", () => setLarge(true), { ignoreEventWhen: inField, preventDefault: true });
  const said = finding ? (
    <Judged state={findingState(finding)}>
      <strong>
        <Unbroken>{`${finding.sentence}.`}</Unbroken>
      </strong>{" "}
      {finding.advice}
    </Judged>
  ) : (
    <p className="text-ink-2">{progress}</p>
  );
  const start = !lamps.started && (
    <Button look="main" hotkey="Space" disabled={lamps.disabled} onClick={lamps.begin}>
      Start here
    </Button>
  );
  return (
    <div className="flex flex-col gap-2.5">
      <div className="flex flex-wrap items-end gap-x-6 gap-y-2 max-sm:order-3">
        <OneOf
          label="Turning"
          value={slot}
          onChoose={(value) => setSlot(value as TurnSlot)}
          options={DIRECTIONS}
          disabled={closed}
        />
        <OneOf
          label="Sensors stand"
          value={chosen("spacing") || hallSpacingOf(record.motor)}
          onChoose={choose("spacing")}
          options={SPACINGS}
          disabled={closed}
        />
        <TypedState lamps={lamps} />
      </div>
      {said}
      <div className="grid grid-cols-2 gap-3 max-md:grid-cols-1 max-sm:-order-1">
        <div className="flex flex-col items-center justify-center rounded-xl border border-line bg-sheet p-3 max-sm:order-2">
          <HallRing
            spacing={spacing}
            visited={new Set([...forward, ...backward])}
            now={lamps.started ? lamps.now : null}
            turning={slot}
          />
          {offRing.length > 0 && <p className="text-sm text-copper">Off the ring: {offRing.join(", ")}</p>}
        </div>
        <div className="flex flex-col gap-2">
          <LampRows lamps={lamps} />
          <div className="flex flex-wrap gap-2">
            {start}
            {lamps.started && (
              <Button size="small" hotkey="⌫" disabled={lamps.disabled} onClick={lamps.undo}>
                Take back
              </Button>
            )}
            <Dialog.Root open={large} onOpenChange={setLarge}>
              <Dialog.Trigger asChild>
                <Button look="quiet" size="small" hotkey="F" className="px-1!">
                  Across the bench
                </Button>
              </Dialog.Trigger>
              <Dialog.Portal>
                <Dialog.Content
                  aria-describedby={undefined}
                  className="fixed inset-0 z-20 flex flex-col gap-8 overflow-y-auto bg-ground p-8"
                >
                  <div className="flex items-center justify-between">
                    <Dialog.Title className="text-3xl font-semibold text-ink-2">
                      Turning {slot === "forward" ? "forwards" : "backwards"}, {lamps.states.length} recorded
                    </Dialog.Title>
                    <Dialog.Close asChild>
                      <Button hotkey="Esc">Back to the job</Button>
                    </Dialog.Close>
                  </div>
                  <div className="flex grow flex-col items-center justify-center gap-8">
                    <Lamps state={lamps.now} disabled={lamps.disabled} onPress={lamps.press} />
                    {start}
                    <div className="max-w-4xl text-3xl leading-snug">{said}</div>
                  </div>
                </Dialog.Content>
              </Dialog.Portal>
            </Dialog.Root>
          </div>
          <Traces states={lamps.states} />
        </div>
      </div>
      {lamps.problem && (
        <p role="alert" className="text-red">
          {lamps.problem}
        </p>
      )}
    </div>
  );
}
