import { Suspense, type ReactNode } from "react";
import { useHeld } from "../job/usePhone.ts";
import { Button } from "../ui/Button.tsx";

export type Zone = "plan" | "step" | "verdict";

/** Whether a narrow window shows the plan: held above the job, so that who opens it early finds it open. */
export interface PlanFold {
  readonly planOpen: boolean;
  readonly onPlanOpen: (open: boolean) => void;
}

interface ZonesProps extends PlanFold {
  readonly plan: ReactNode;
  /** The plan as marks alone, for a tablet. */
  readonly rail: ReactNode;
  readonly centre: ReactNode;
  readonly verdict: ReactNode;
  readonly wide: boolean;
  /** What a phone shows, and the room beside a tablet's rail. */
  readonly zone: Zone;
  readonly onZone: (zone: Zone) => void;
}

/** The rail, and beside it one zone at a time; where a tablet lies across, the verdict stands at its side. */
function TabletZones({ plan, rail, centre, verdict, wide, zone, onZone }: ZonesProps) {
  return (
    <div
      className={`grid min-h-0 grow grid-cols-[3.75rem_minmax(0,1fr)] print:block ${wide ? "" : "lg:grid-cols-[3.75rem_minmax(0,1fr)_18rem]"}`}
    >
      <div className="overflow-y-auto border-r border-line py-2 print:hidden">{rail}</div>
      {zone === "plan" && (
        <div
          className="overflow-y-auto p-4 md:columns-2 print:hidden"
          onClick={(event) => event.target instanceof Element && event.target.closest("a") && onZone("step")}
        >
          {plan}
        </div>
      )}
      <main
        className={`min-w-0 overflow-y-auto p-4 print:overflow-visible ${zone === "step" ? "" : zone === "plan" ? "hidden" : "max-lg:hidden"}`}
      >
        <Suspense fallback={<p role="status">Fetching this step.</p>}>{centre}</Suspense>
      </main>
      {!wide && (
        <div
          tabIndex={0}
          className={`overflow-y-auto border-l border-line bg-sheet print:hidden ${zone === "verdict" ? "" : "max-lg:hidden"}`}
        >
          {verdict}
        </div>
      )}
    </div>
  );
}

/** Plan, step and verdict as they fit what they are seen on. */
export const Zones = (props: ZonesProps) =>
  useHeld() === "tablet" ? <TabletZones {...props} /> : <BenchZones {...props} />;

/** Plan, step and verdict: side by side on a bench screen, the plan folded in a narrow window, one at a time on a phone. */
function BenchZones({ plan, centre, verdict, wide, zone, onZone, planOpen, onPlanOpen }: ZonesProps) {
  /** A step chosen in the plan is what one wants to see: the plan folds, and a phone shows the step. */
  const stepChosen = () => {
    onPlanOpen(false);
    onZone("step");
  };
  const hiddenOnPhone = (name: Zone) => (zone === name ? "" : "max-sm:hidden");
  return (
    <div
      className={`grid min-h-0 grow grid-cols-[270px_1fr] max-lg:grid-cols-1 max-lg:grid-rows-[auto_1fr] max-sm:grid-rows-1 print:block ${wide ? "" : "xl:grid-cols-[270px_1fr_320px] max-xl:grid-cols-[270px_1fr_270px] max-lg:grid-cols-[1fr_270px] max-sm:grid-cols-1"}`}
    >
      <div
        className={`overflow-y-auto border-r border-line p-4 max-lg:col-span-full max-lg:border-b max-lg:border-r-0 max-lg:py-2 max-sm:border-0 max-sm:pb-6 print:hidden ${hiddenOnPhone("plan")}`}
      >
        <div className="hidden sm:max-lg:block">
          <Button
            look="quiet"
            className="-ml-4"
            aria-expanded={planOpen}
            onClick={() => onPlanOpen(!planOpen)}
          >
            {planOpen ? "Fold the plan" : "Show the plan"}
          </Button>
        </div>
        <div
          className={`sm:max-lg:columns-3 ${planOpen ? "" : "max-lg:hidden max-sm:block"}`}
          onClick={(event) => event.target instanceof Element && event.target.closest("a") && stepChosen()}
        >
          {plan}
        </div>
      </div>
      <main
        className={`min-w-0 overflow-y-auto p-5 max-sm:p-3.5 print:overflow-visible ${hiddenOnPhone("step")}`}
      >
        <Suspense fallback={<p role="status">Fetching this step.</p>}>{centre}</Suspense>
      </main>
      {!wide && (
        <div
          // It scrolls, and may hold nothing that takes the focus: the keys reach it by itself.
          tabIndex={0}
          className={`overflow-y-auto border-l border-line bg-sheet max-sm:border-0 print:hidden ${hiddenOnPhone("verdict")}`}
        >
          {verdict}
        </div>
      )}
    </div>
  );
}
