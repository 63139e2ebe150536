import { Tabs } from "radix-ui";
import { Suspense, useState, type ReactNode } from "react";
import { Button } from "../ui/Button.tsx";

/** Plan, step and verdict: side by side on a bench screen, the plan folded on a tablet, tabs on a phone. */
export function Zones({
  plan,
  centre,
  verdict,
  wide,
}: {
  readonly plan: ReactNode;
  readonly centre: ReactNode;
  readonly verdict: ReactNode;
  readonly wide: boolean;
}) {
  const [tab, setTab] = useState("check");
  const [planOpen, setPlanOpen] = useState(false);
  /** A step chosen in the plan is what one wants to see: the plan folds, and a phone shows the step. */
  const stepChosen = () => {
    setPlanOpen(false);
    setTab("check");
  };
  const hiddenOnPhone = (name: string) => (tab === name ? "" : "max-sm:hidden");
  return (
    <Tabs.Root
      value={tab}
      onValueChange={setTab}
      className={`grid min-h-0 grow grid-cols-[258px_1fr] max-lg:grid-cols-1 max-lg:grid-rows-[auto_1fr] print:block ${wide ? "" : "xl:grid-cols-[258px_1fr_320px] max-xl:grid-cols-[258px_1fr_270px] max-lg:grid-cols-[1fr_270px] max-sm:grid-cols-1"}`}
    >
      <Tabs.List
        aria-label="Parts of the job"
        className="flex border-b border-line bg-sheet sm:hidden print:hidden"
      >
        {[
          ["plan", "Plan"],
          ["check", "Step"],
          ["verdict", "Verdict"],
        ].map(([name, words]) => (
          <Tabs.Trigger
            key={name}
            value={name!}
            className="min-h-11 grow border-b-2 border-transparent font-semibold data-[state=active]:border-green data-[state=active]:text-green"
          >
            {words}
          </Tabs.Trigger>
        ))}
      </Tabs.List>
      <div
        className={`overflow-y-auto border-r border-line p-4 max-lg:col-span-full max-lg:border-b max-lg:border-r-0 max-lg:py-2 max-sm:border-0 print:hidden ${hiddenOnPhone("plan")}`}
      >
        <div className="hidden sm:max-lg:block">
          <Button look="quiet" aria-expanded={planOpen} onClick={() => setPlanOpen(!planOpen)}>
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
      <main className={`min-w-0 overflow-y-auto p-5 print:overflow-visible ${hiddenOnPhone("check")}`}>
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
    </Tabs.Root>
  );
}
