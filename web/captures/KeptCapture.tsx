import { lazy, Suspense } from "react";
import { captureIn } from "#core/check";
import { figureText, type ChannelRole } from "#core/capture";
import { withRecorder } from "#core/measure/waveform";
import { saysOf, type CheckId, type KeptCapture as Kept } from "#core/record";
import { filePath } from "#contract/routes";
import { useOpenJob } from "../job/openJob.ts";
import { FigureTable } from "./FigureTable.tsx";
import { MagnetRing } from "./drawn/MagnetRing.tsx";
import { Remarks } from "./Remarks.tsx";

const OneCycle = lazy(() =>
  import("./drawn/Harmonics.tsx").then(({ OneCycle: drawn }) => ({ default: drawn })),
);
const EdgeRing = lazy(() =>
  import("./drawn/EdgeRing.tsx").then(({ EdgeRing: drawn }) => ({ default: drawn })),
);

const FIGURES = [
  "speed",
  "imbalance",
  "thdLineToLine",
  "weakPolePairAgainstOthers",
  "oncePerTurn",
  "inertiaOverViscous",
  "coulombOverInertia",
  "stopAt",
  "angleAToB",
  "angleBToC",
  "angleCToA",
  "sensorLead",
] as const;

const asDrawn = ({ role, values }: Kept["drawn"]["cycle"][number]) => ({ role: role as ChannelRole, values });

/** The magnets, or the sensors, of a recording. */
function Ring({ of, words }: { readonly of: Kept; readonly words: string }) {
  const { magnets, edges } = of.drawn;
  if (!magnets && !edges) return null;
  return (
    <figure>
      {magnets && <MagnetRing heights={magnets.heights} u={magnets.u} />}
      {edges && (
        <Suspense fallback={null}>
          <EdgeRing edges={edges} spacing={of.figures["sensorSpacing"]?.value ?? 120} />
        </Suspense>
      )}
      <figcaption className="text-center text-xs text-ink-2">
        {magnets ? "Magnets" : "Sensors"}, {words}
      </figcaption>
    </figure>
  );
}

/** A recording that stands in the record: what it said, with its pictures, beside the one before a repair. */
export function KeptCapture({ check, slot }: { readonly check: CheckId; readonly slot: string }) {
  const { id: job, record, epoch } = useOpenJob();
  const capture = captureIn(record, check, slot, epoch);
  if (!capture) return null;
  const before = epoch > 0 ? captureIn(record, check, slot, epoch - 1) : null;
  const figures = withRecorder(capture.figures);
  const constant = figures["speedConstant"];
  return (
    <section
      aria-label={`Kept: ${capture.name}`}
      className="grid gap-3 rounded-xl border border-line bg-sheet p-4"
    >
      <p className="flex flex-wrap items-baseline gap-x-3">
        <strong>{capture.name}</strong>
        {constant && (
          <span>
            {figureText(constant)} <span className="text-sm text-ink-2">per volt of line peak</span>
          </span>
        )}
        {capture.file ? (
          <a
            href={filePath(job, capture.file)}
            download={`${capture.name}.gz`}
            className="text-sm text-green underline underline-offset-4"
          >
            The file, packed
          </a>
        ) : (
          <span className="text-sm text-ink-2">Too large to keep; its SHA-256 is kept.</span>
        )}
      </p>
      <div className="grid grid-cols-2 items-center gap-4 max-sm:grid-cols-1">
        <Ring of={capture} words={before ? "after the repair" : "as they are"} />
        {before ? <Ring of={before} words="before the repair" /> : null}
        <div className="grid gap-3">
          <FigureTable figures={figures} names={FIGURES} />
          {capture.drawn.cycle.length > 0 && (
            <figure>
              <Suspense fallback={null}>
                <OneCycle
                  cycle={capture.drawn.cycle.map(asDrawn)}
                  before={before?.drawn.cycle.map(asDrawn) ?? []}
                />
              </Suspense>
              <figcaption className="text-center text-xs text-ink-2">
                One cycle{before ? "; dotted, before the repair" : ""}
              </figcaption>
            </figure>
          )}
        </div>
      </div>
      <Remarks said={capture.said} />
      <p className="text-xs break-all text-ink-2">
        Read by rules {capture.rules}
        {saysOf(capture, "clipped") ? ", height not known" : ""}. SHA-256 {capture.sha256.slice(0, 16)}…
      </p>
    </section>
  );
}
