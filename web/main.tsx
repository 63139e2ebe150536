import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { Provider } from "react-redux";
import { createBrowserRouter, Outlet, RouterProvider, type RouteObject } from "react-router";
import { isOffice, PLACE } from "./app/place.ts";
import { startOutbox, store } from "./app/store.ts";
import "./app/theme.css";
import { Bench } from "./jobs/Bench.tsx";
import { startOffline, UpdateWaiting } from "./offline/UpdateWaiting.tsx";
import { Doors } from "./shell/Doors.tsx";
import { applyLook } from "./ui/look.ts";
import { NothingHere, RoomProblem } from "./shell/RoomProblem.tsx";

// For whoever is here the first time.

const fetching = <p className="p-6">Fetching this room.</p>;
const problem = <RoomProblem />;
/** Every room, with what stands over all of them. */
const rooms: RouteObject[] = [
  { path: "/", element: <Bench />, errorElement: problem },
  {
    path: "/take-in",
    lazy: async () => ({ Component: (await import("./jobs/TakeIn.tsx")).TakeIn }),
    hydrateFallbackElement: fetching,
    errorElement: problem,
  },
  {
    path: "/workings",
    lazy: async () => ({ Component: (await import("./workings/Workings.tsx")).Workings }),
    hydrateFallbackElement: fetching,
    errorElement: problem,
  },
  {
    path: "/captures",
    lazy: async () => ({ Component: (await import("./captures/Captures.tsx")).Captures }),
    hydrateFallbackElement: fetching,
    errorElement: problem,
  },
  {
    path: "/practice/:case?/:step?",
    lazy: async () => ({ Component: (await import("./practice/Practice.tsx")).Practice }),
    hydrateFallbackElement: fetching,
    errorElement: problem,
  },
  {
    path: "/motors/:serial?",
    lazy: async () => ({ Component: (await import("./motors/Motors.tsx")).Motors }),
    hydrateFallbackElement: fetching,
    errorElement: problem,
  },
  {
    path: "/shop/:part?",
    lazy: async () => ({ Component: (await import("./shop/Shop.tsx")).Shop }),
    hydrateFallbackElement: fetching,
    errorElement: problem,
  },
  {
    path: "/jobs/:id/label",
    lazy: async () => ({ Component: (await import("./jobs/LabelPage.tsx")).LabelPage }),
    hydrateFallbackElement: fetching,
    errorElement: problem,
  },
  {
    path: "/jobs/:id/:step?",
    lazy: async () => {
      const { warmAssessor } = await import("./job/useVerdict.ts");
      warmAssessor();
      return { Component: (await import("./jobs/Job.tsx")).Job };
    },
    hydrateFallbackElement: fetching,
    errorElement: problem,
  },
  { path: "*", element: <NothingHere /> },
];
/** The rooms of the chain's own people. */
const office: RouteObject[] = [
  {
    path: "/:part?",
    lazy: async () => ({ Component: (await import("./chain/Office.tsx")).Office }),
    hydrateFallbackElement: fetching,
    errorElement: problem,
  },
  { path: "*", element: <NothingHere /> },
];
const router = createBrowserRouter(
  [
    {
      element: (
        <Doors>
          <Outlet />
        </Doors>
      ),
      children: isOffice ? office : rooms,
    },
  ],
  { basename: PLACE || "/" },
);

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
      <RouterProvider router={router} />
      <UpdateWaiting />
    </Provider>
  </StrictMode>,
);
