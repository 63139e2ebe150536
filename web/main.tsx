import { StrictMode, Suspense } from "react";
import { createRoot } from "react-dom/client";
import { ErrorBoundary } from "react-error-boundary";
import { Provider } from "react-redux";
import { BrowserRouter, Route, Routes, useLocation } from "react-router";
import { isOffice, PLACE } from "./app/place.ts";
import { startOutbox, store } from "./app/store.ts";
import "./app/theme.css";
import { Bench } from "./jobs/Bench.tsx";
import { startOffline, UpdateWaiting } from "./offline/UpdateWaiting.tsx";
import { Doors } from "./shell/Doors.tsx";
import { applyLook } from "./ui/look.ts";
import { askAgain, fetchedRoom } from "./shell/fetchedRoom.tsx";
import { NothingHere, RoomProblem } from "./shell/RoomProblem.tsx";

const TakeIn = fetchedRoom(async () => (await import("./jobs/TakeIn.tsx")).TakeIn);
const Workings = fetchedRoom(async () => (await import("./workings/Workings.tsx")).Workings);
const Captures = fetchedRoom(async () => (await import("./captures/Captures.tsx")).Captures);
const Practice = fetchedRoom(async () => (await import("./practice/Practice.tsx")).Practice);
const Motors = fetchedRoom(async () => (await import("./motors/Motors.tsx")).Motors);
const Shop = fetchedRoom(async () => (await import("./shop/Shop.tsx")).Shop);
const LabelPage = fetchedRoom(async () => (await import("./jobs/LabelPage.tsx")).LabelPage);
const Job = fetchedRoom(async () => {
  const { warmAssessor } = await import("./job/useVerdict.ts");
  warmAssessor();
  return (await import("./jobs/Job.tsx")).Job;
});
/** Of the chain's own people. */
const Office = fetchedRoom(async () => (await import("./chain/Office.tsx")).Office);

const ofShop = (
  <Routes>
    <Route path="/" element={<Bench />} />
    <Route path="/take-in" element={<TakeIn />} />
    <Route path="/workings" element={<Workings />} />
    <Route path="/captures" element={<Captures />} />
    <Route path="/practice/:case?/:step?" element={<Practice />} />
    <Route path="/motors/:serial?" element={<Motors />} />
    <Route path="/shop/:part?" element={<Shop />} />
    <Route path="/jobs/:id/label" element={<LabelPage />} />
    <Route path="/jobs/:id/:step?" element={<Job />} />
    <Route path="*" element={<NothingHere />} />
  </Routes>
);
const ofChain = (
  <Routes>
    <Route path="/:part?" element={<Office />} />
    <Route path="*" element={<NothingHere />} />
  </Routes>
);

/** The room at this address: until it is fetched the one before stays, and whoever goes anywhere tries again. */
function Rooms() {
  const { key } = useLocation();
  return (
    <ErrorBoundary fallback={<RoomProblem />} resetKeys={[key]} onReset={askAgain}>
      <Suspense fallback={<p className="p-6">Fetching this room.</p>}>{isOffice ? ofChain : ofShop}</Suspense>
    </ErrorBoundary>
  );
}

/** The room of a job, and whoever judges in it: fetched while the bench is looked at, so that a job opens at once. */
async function prepareJobs(): Promise<void> {
  const { warmAssessor } = await import("./job/useVerdict.ts");
  warmAssessor();
  await import("./jobs/Job.tsx");
  await import("./jobs/BenchGroup.tsx");
}
const WHEN_IDLE = 200;

applyLook();
startOutbox();
if (!isOffice)
  window.addEventListener(
    "load",
    () => setTimeout(() => void prepareJobs().catch(() => undefined), WHEN_IDLE),
    { once: true },
  );
void startOffline();
createRoot(document.getElementById("root")!).render(
  <StrictMode>
    <Provider store={store}>
      <BrowserRouter basename={PLACE || "/"}>
        <Doors>
          <Rooms />
        </Doors>
      </BrowserRouter>
      <UpdateWaiting />
    </Provider>
  </StrictMode>,
);
