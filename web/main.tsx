import { StrictMode } from "react";
import { createRoot } from "react-dom/client";
import { Provider } from "react-redux";
import { createBrowserRouter, RouterProvider } from "react-router";
import { startOutbox, store } from "./app/store.ts";
import "./app/theme.css";
import { Bench } from "./jobs/Bench.tsx";
import { startOffline, UpdateWaiting } from "./offline/UpdateWaiting.tsx";
import { NothingHere, RoomProblem } from "./ui/RoomProblem.tsx";

const fetching = <p className="p-6">Fetching this room.</p>;
const problem = <RoomProblem />;
const router = createBrowserRouter([
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
]);

startOutbox();
void startOffline();
createRoot(document.getElementById("root")!).render(
  <StrictMode>
    <Provider store={store}>
      <RouterProvider router={router} />
      <UpdateWaiting />
    </Provider>
  </StrictMode>,
);
