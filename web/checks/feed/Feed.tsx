import { SAGS_BELOW } from "#core/measure/feed";
import { shareText } from "#core/quantity";
import { RunLog } from "../../captures/run/RunLog.tsx";
import { useOpenJob } from "../../job/openJob.ts";
import { AcrossTheBench } from "../entry/AcrossTheBench.tsx";
import { CheckRecord } from "../entry/CheckRecord.tsx";
import { ChooseOne } from "../entry/ChooseOne.tsx";
import { Findings } from "../entry/Findings.tsx";
import { Mend } from "../entry/Mend.tsx";
import { entrySlot } from "../entry/slots.ts";
import { LiveFromHere } from "../entry/LiveFromHere.tsx";
import { SlotRow } from "../entry/SlotRow.tsx";
import { useChoose } from "../entry/useChoose.ts";
import { useEntry } from "../entry/useEntry.ts";

const PACK = ["pack.rest", "pack.load"] as const;

/** What feeds, commands and holds the motor: half of those brought in are sound. */
export function Feed() {
  const { record } = useOpenJob();
  const choosing = useChoose("feed");
  const entry = useEntry(
    "feed",
    PACK.map((slot) => entrySlot("feed", slot, record.motor)),
    null,
  );
  return (
    <section aria-labelledby="check-title">
      <h2 id="check-title" className="text-xl font-bold">
        What feeds it
      </h2>
      <p className="mb-3 max-w-3xl text-ink-2">
        Before the motor is opened: does anything rub on it, does the battery hold while the throttle is
        opened, does the command follow, do the settings fit?
      </p>
      <ChooseOne check="feed" slot="rubbing" by={choosing} />
      <LiveFromHere>
        {" "}
        Wheel lifted or propeller off, the machine held, hands clear. A pack gives hundreds of amperes into a
        slipped probe: insulated tips, one hand. Above 60 V DC at full charge it is work for qualified people
        under local rules.
      </LiveFromHere>
      <AcrossTheBench entry={entry} />
      <ul className="mt-1 grid max-w-4xl gap-2" aria-label="Readings">
        {PACK.map((slot) => (
          <SlotRow key={slot} entry={entry} check="feed" slot={slot} />
        ))}
      </ul>
      <p className="my-1 max-w-3xl text-sm text-ink-2">
        Below {shareText(SAGS_BELOW)} of its voltage at rest a pack sags: a tired cell group reads well until
        current is drawn.
      </p>
      <Mend entry={entry} />
      <div className="mt-3 flex flex-col gap-2.5">
        <ChooseOne check="feed" slot="command" by={choosing} />
        <p className="max-w-3xl text-sm text-ink-2">
          A throttle grip gives about 0.8 V closed and 3.5 to 4.2 V open, smooth between; a servo pulse 1.0 to
          2.0 ms. A brake switch held, or a radio not bound, is a missing command.
        </p>
        <ChooseOne check="feed" slot="settings" by={choosing} />
        <p className="max-w-3xl text-sm text-ink-2">
          Motor type and poles, timing, sensors or none, direction, low-voltage cut-off.
        </p>
      </div>
      <div className="mt-4">
        <RunLog />
      </div>
      <div className="mt-3 flex max-w-3xl flex-col gap-3">
        <Findings check="feed" />
        {choosing.problem && (
          <p role="alert" className="text-red">
            {choosing.problem}
          </p>
        )}
      </div>
      <CheckRecord check="feed" />
    </section>
  );
}
